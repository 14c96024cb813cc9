'use client'

import { useRouter } from 'next/navigation'
import { described, Field } from '@/ui/Field'
import type { Units } from '@/ui/figures'
import { useTimeZones } from '@/ui/useTimeZones'
import { quantitySaid, quantityText, readQuantity } from '@/ui/quantityText'
import { unitSymbol } from '@/ui/figures'
import { REGISTER_UNITS } from '@/ui/quantityText'
import { t } from '@/messages/places'
import { wordsFor } from '@/ui/words'
import type { DraftRead } from '@/ui/entry/drafted'
import { useEntry } from '@/ui/entry/useEntry'
import { EntryForm, Part, toldSaved } from '@/ui/entry/EntryForm'
import { type SiteFields, siteSchema } from './schemas'

type Draft = Record<keyof SiteFields, string>

const label = (field: string) => wordsFor(`site.${field}`)

/** A number typed with point or comma, or null; what cannot be read stays a text for the schema to refuse. */
const numberOf = (text: string): number | string | null => {
  const trimmed = text.trim().replace(',', '.')
  if (trimmed === '') return null
  return /^-?\d+(\.\d+)?$/.test(trimmed) ? Number(trimmed) : text
}

function draftOf(fields: SiteFields, units: Units): Draft {
  return {
    ...(Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, v === null ? '' : String(v)])) as Draft),
    altitudeM: quantityText(fields.altitudeM, 'altitude', units),
  }
}

function readDraft(draft: Draft, units: Units): DraftRead {
  const altitude = readQuantity(draft.altitudeM, 'altitude', units)
  const fields = {
    ...draft,
    altitudeM: altitude.value ?? undefined,
    latitudeDeg: numberOf(draft.latitudeDeg),
    longitudeDeg: numberOf(draft.longitudeDeg),
    practiceId: draft.practiceId || null,
  }
  return { fields, problems: altitude.error ? { altitudeM: altitude.error } : {} }
}

/** A new site, or an edit of one. */
export function SiteForm({
  id,
  base,
  first,
  units,
  practices,
}: {
  readonly id: string | null
  readonly base: { readonly fields: SiteFields; readonly version: number } | null
  readonly first: SiteFields
  readonly units: Units
  readonly practices: readonly { readonly id: string; readonly title: string }[]
}) {
  const timeZones = useTimeZones()
  const router = useRouter()
  const entry = useEntry<Draft, SiteFields>({
    schema: siteSchema,
    first: draftOf(first, units),
    read: (draft) => readDraft(draft, units),
    base,
    url: id ? `/api/v1/sites/${id}` : '/api/v1/sites',
    onSaved: (saved) => {
      toldSaved(saved.taken, label)
      router.push(`/sites/${saved.id}`)
      router.refresh()
    },
  })
  const { register } = entry.form
  const line = (
    field: keyof SiteFields,
    more: { hint?: string; type?: string; list?: string; wide?: boolean; mode?: 'tel' | 'email' } = {},
  ) => (
    <div className={more.wide ? 'sm:col-span-2' : ''}>
      <Field id={field} label={label(field)} error={entry.problems[field]} hint={more.hint}>
        <input
          {...described(field, entry.problems[field], more.hint)}
          {...register(field)}
          inputMode={more.mode}
          list={more.list}
          autoComplete="off"
          className="input w-full"
        />
      </Field>
    </div>
  )
  return (
    <EntryForm
      entry={entry}
      label={label}
      say={(field, value) =>
        value === null || value === ''
          ? t('merge.empty')
          : field === 'altitudeM'
            ? quantitySaid(Number(value), 'altitude', units)
            : String(value)
      }
    >
      <Part title={t('site.part.where')}>
        {line('name')}
        {line('address')}
        {line('altitudeM', { hint: t('site.altitude-hint', { unit: unitSymbol(REGISTER_UNITS.altitude[units]) }) })}
        {line('timeZone', { list: 'time-zones' })}
        {line('latitudeDeg', { hint: t('site.coordinates-hint') })}
        {line('longitudeDeg')}
        <datalist id="time-zones">
          {timeZones.map((zone) => (
            <option key={zone} value={zone} />
          ))}
        </datalist>
      </Part>
      <Part title={t('site.part.who')}>
        {line('contact')}
        {line('contactPhone', { mode: 'tel' })}
        {line('contactEmail', { mode: 'email' })}
        {line('emergencyNumber', { hint: t('site.emergency-hint'), mode: 'tel' })}
      </Part>
      <Part title={t('site.part.know')}>
        {(['accessNotes', 'hazards'] as const).map((field) => (
          <Field key={field} id={field} label={label(field)} error={entry.problems[field]}>
            <textarea {...described(field, entry.problems[field])} {...register(field)} className="textarea min-h-24 w-full" />
          </Field>
        ))}
        <Field id="practiceId" label={label('practiceId')} error={entry.problems.practiceId}>
          <select {...described('practiceId', entry.problems.practiceId)} {...register('practiceId')} className="select w-full">
            <option value="">{t('site.practice-of-firm')}</option>
            {practices.map((p) => (
              <option key={p.id} value={p.id}>
                {p.title}
              </option>
            ))}
          </select>
        </Field>
      </Part>
    </EntryForm>
  )
}
