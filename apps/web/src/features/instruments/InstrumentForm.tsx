'use client'

import { Plus, Trash2 } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useWatch } from 'react-hook-form'
import { FieldInput } from '@/features/documents'
import { at, type Option, type Row } from '@/features/documents'
import { useEntry } from '@/ui/entry/useEntry'
import { EntryForm, Part, toldSaved } from '@/ui/entry/EntryForm'
import type { Units } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/instruments'
import { wordsFor } from '@/ui/words'
import { CHANNEL_FIELDS, instrumentSpec } from './instrumentSpec'
import { type InstrumentFields, instrumentFieldsSchema } from './schemas'

const label = (field: string) => wordsFor(`doc.field.${instrumentSpec([]).find((f) => f.key === field)?.label ?? 'channel'}`)
const BLANK_CHANNEL = {
  id: '',
  channel: 'pressure',
  origin: 'measured',
  min: 0,
  max: 0,
  resolution: 0,
  absolute: 0,
  relative: 0,
  combine: 'larger',
}

/** An instrument with what each of its channels can tell. */
export function InstrumentForm({
  id,
  first,
  version,
  people,
  units,
}: {
  readonly id: string | null
  readonly first: InstrumentFields
  readonly version: number | null
  readonly people: readonly Option[]
  readonly units: Units
}) {
  const router = useRouter()
  const spec = instrumentSpec(people)
  const entry = useEntry<Row, InstrumentFields>({
    schema: instrumentFieldsSchema,
    first: first as Row,
    read: (draft) => ({ fields: draft }),
    base: version === null ? null : { fields: first, version },
    url: id === null ? '/api/v1/instruments' : `/api/v1/instruments/${id}`,
    onSaved: (saved) => {
      toldSaved(saved.taken, label)
      router.push(`/instruments/${saved.id}`)
      router.refresh()
    },
  })
  const { control, setValue } = entry.form
  const draft = useWatch({ control }) as Row
  const setDraft = (next: Row) => {
    for (const [key, value] of Object.entries(next)) if (value !== draft[key]) setValue(key, value, { shouldDirty: true })
  }
  const channels = draft.channels as readonly Row[]
  const put = (next: readonly Row[]) => setValue('channels', next, { shouldDirty: true })
  const wrong = (path: string) => (entry.problems[path] ? '' : undefined)
  const problem = (path: string) =>
    entry.problems[path] ? (
      <p className="flex items-center gap-2 text-sm text-error">
        <WarningSign size={16} /> {entry.problems[path]}
      </p>
    ) : null
  return (
    <EntryForm
      entry={entry}
      label={label}
      say={(field, value) =>
        typeof value === 'object'
          ? t('doc.field.channel')
          : String(
              spec.find((f) => f.key === field)?.kind === 'select'
                ? (people.find((p) => p.value === value)?.label ?? value ?? '–')
                : (value ?? '–'),
            )
      }
    >
      <Part title={t('instrument.part.what')}>
        {spec.map((f) => (
          <div key={f.key} className={f.wide ? 'sm:col-span-2' : ''} data-wrong={wrong(f.key)}>
            <FieldInput spec={f} row={draft} document={draft} units={units} onChange={setDraft} />
            {problem(f.key)}
          </div>
        ))}
      </Part>
      <fieldset className="border-t hairline pt-4">
        <legend className="float-left mb-1 w-full text-lg font-semibold">{t('instrument.part.channels')}</legend>
        <p className="clear-both mb-3 text-sm quiet">{t('instrument.channels-hint')}</p>
        {problem('channels')}
        <div className="flex flex-col gap-5">
          {channels.map((channel, i) => (
            <div key={i} className="grid gap-4 border-l-2 hairline pl-4 sm:grid-cols-2 lg:grid-cols-3">
              {CHANNEL_FIELDS.filter((f) => !f.when || f.when(channel)).map((f) => (
                <div key={f.key + String(at(channel, 'channel'))} data-wrong={wrong(`channels.${i}.${f.key}`)}>
                  <FieldInput
                    spec={f}
                    row={channel}
                    document={draft}
                    units={units}
                    onChange={(next) => put(channels.map((c, n) => (n === i ? next : c)))}
                  />
                  {problem(`channels.${i}.${f.key}`)}
                </div>
              ))}
              <button
                type="button"
                className="btn w-fit self-end btn-ghost text-primary btn-sm"
                onClick={() => put(channels.filter((_, n) => n !== i))}
              >
                <Trash2 size={16} aria-hidden="true" /> {t('instrument.remove-channel')}
              </button>
            </div>
          ))}
        </div>
        <button type="button" className="btn mt-3 btn-outline" onClick={() => put([...channels, BLANK_CHANNEL])}>
          <Plus size={18} aria-hidden="true" /> {t('instrument.add-channel')}
        </button>
      </fieldset>
    </EntryForm>
  )
}
