'use client'

import { type MeasurandId, MEASURANDS, shownAs, type Station } from '@lucerna/core/measure'
import { parseQuantity } from '@lucerna/core/units'
import { Plus, Trash2 } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { useFieldArray } from 'react-hook-form'
import { NIL } from 'uuid'
import { z } from 'zod'
import { ask } from '@/ui/ask'
import { EntryForm, Part } from '@/ui/entry/EntryForm'
import type { DraftRead } from '@/ui/entry/drafted'
import { useEntry } from '@/ui/entry/useEntry'
import { described, Field } from '@/ui/Field'
import { FileButton } from '@/ui/FileButton'
import { unitText, type Units } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import '@/messages/figure'
import { t } from '@/messages/places'
import { wordsFor } from '@/ui/words'
import { PAPER_KINDS, paperSchema } from './schemas'

const schema = z.strictObject({ paper: paperSchema })
type Fields = z.output<typeof schema>

/** A figure that can stand on a paper of this appliance. */
export interface PaperFigure {
  readonly measurandId: MeasurandId
  readonly stationId: Station
  readonly firingStateId: string
  readonly label: string
}
const keyOf = (f: PaperFigure) => `${f.measurandId}@${f.stationId}/${f.firingStateId}`

interface Draft {
  kind: string
  doneOn: string
  who: string
  words: string
  figures: { figure: string; text: string }[]
}

const label = (field: string) => wordsFor(`paper.${field.replace(/^paper\./, '').replace(/\..*$/, '')}`)

/** Stands for a photograph that goes before the paper and has no name yet: with one, no word has to be copied. */
const TO_COME = NIL

function readDraft({ figures: rows, ...draft }: Draft, units: Units, known: readonly PaperFigure[], pictured: boolean): DraftRead {
  const problems: Record<string, string> = {}
  const figures = rows.flatMap((row, i) => {
    const figure = known.find((f) => keyOf(f) === row.figure)
    if (!figure) {
      if (row.text.trim()) problems[`paper.figures.${i}.measurandId`] = wordsFor('field.choose')
      return []
    }
    const read = parseQuantity(row.text, MEASURANDS[figure.measurandId].quantity, shownAs(figure.measurandId, units).unit)
    if (!read.ok) {
      problems[`paper.figures.${i}.valueSi`] = t('paper.no-figure')
      return []
    }
    const { measurandId, stationId, firingStateId } = figure
    return [{ measurandId, stationId, firingStateId, valueSi: read.value.valueSi, text: row.text.trim().slice(0, 60) }]
  })
  return { fields: { paper: { ...draft, figures, photoId: pictured ? TO_COME : null } }, problems }
}

/** Copies an old sticker or slip: the day, who, the words, any figures, and a photograph of it. */
export function PaperForm({
  applianceId,
  siteId,
  units,
  figures,
}: {
  readonly applianceId: string
  readonly siteId: string
  readonly units: Units
  readonly figures: readonly PaperFigure[]
}) {
  const router = useRouter()
  const [picture, setPicture] = useState<File | null>(null)
  const [photoProblem, setPhotoProblem] = useState<string | null>(null)
  /** The photograph goes first: the paper names it. */
  const withPicture = async ({ paper }: Fields): Promise<Fields | null> => {
    if (!picture) return { paper }
    const about = new URLSearchParams({ siteId, applianceId, caption: t('paper.photo-caption') })
    const answer = await ask('POST', `/api/v1/photos?${about}`, picture)
    setPhotoProblem(answer.ok ? null : answer.problem.detail)
    return answer.ok ? { paper: { ...paper, photoId: String(answer.body.id ?? '') || null } } : null
  }
  const entry = useEntry<Draft, Fields>({
    schema,
    first: { kind: 'sticker', doneOn: '', who: '', words: '', figures: [] },
    read: (draft) => readDraft(draft, units, figures, picture !== null),
    base: null,
    url: `/api/v1/appliances/${applianceId}/papers`,
    prepare: withPicture,
    onSaved: () => {
      router.push(`/appliances/${applianceId}`)
      router.refresh()
    },
  })
  const { register, control } = entry.form
  const rows = useFieldArray({ control, name: 'figures', keyName: 'key' })
  const { problems } = entry
  const wrong = (field: string) => problems[`paper.${field}`]
  return (
    <EntryForm entry={entry} label={label} say={String}>
      <p className="quiet">{t('paper.why')}</p>
      <Part title={t('paper.part.what')}>
        <Field id="kind" label={label('kind')} error={wrong('kind')}>
          <select {...described('kind', wrong('kind'))} {...register('kind')} className="select w-full">
            {PAPER_KINDS.map((k) => (
              <option key={k} value={k}>
                {wordsFor(`paper.kind.${k}`)}
              </option>
            ))}
          </select>
        </Field>
        <Field id="doneOn" label={label('doneOn')} error={wrong('doneOn')}>
          <input type="date" {...described('doneOn', wrong('doneOn'))} {...register('doneOn')} className="input w-full" />
        </Field>
        <Field id="who" label={label('who')} error={wrong('who')}>
          <input {...described('who', wrong('who'))} {...register('who')} autoComplete="off" className="input w-full" />
        </Field>
        <div className="sm:col-span-2">
          <Field id="words" label={label('words')} error={wrong('words')}>
            <textarea {...described('words', wrong('words'))} {...register('words')} className="textarea min-h-24 w-full" />
          </Field>
        </div>
      </Part>
      <fieldset className="border-t hairline pt-4">
        <legend className="float-left mb-2 w-full text-lg font-semibold">{t('paper.part.figures')}</legend>
        <ul className="clear-both flex flex-col gap-3">
          {rows.fields.map((row, i) => {
            const error = wrong(`figures.${i}.valueSi`) ?? wrong(`figures.${i}.measurandId`) ?? wrong(`figures.${i}.firingStateId`)
            return (
              <li key={row.key} className="grid grid-cols-[1fr_8rem_auto] items-start gap-2">
                <select aria-label={`${t('paper.figure')} ${i + 1}`} {...register(`figures.${i}.figure`)} className="select w-full">
                  {figures.map((f) => (
                    <option key={keyOf(f)} value={keyOf(f)}>
                      {f.label} ({unitText(f.measurandId, units)})
                    </option>
                  ))}
                </select>
                <input
                  aria-label={`${t('paper.value')} ${i + 1}`}
                  aria-invalid={error ? true : undefined}
                  inputMode="decimal"
                  autoComplete="off"
                  {...register(`figures.${i}.text`)}
                  className="input w-full"
                />
                <button
                  type="button"
                  aria-label={t('paper.drop-figure')}
                  className="btn btn-square btn-ghost"
                  onClick={() => rows.remove(i)}
                >
                  <Trash2 size={18} aria-hidden="true" />
                </button>
                {error && <p className="col-span-3 text-sm text-error">{error}</p>}
              </li>
            )
          })}
        </ul>
        <button
          type="button"
          className="btn mt-3 press btn-outline"
          disabled={figures.length === 0}
          onClick={() => rows.append({ figure: figures[0] ? keyOf(figures[0]) : '', text: '' })}
        >
          <Plus size={18} aria-hidden="true" /> {t('paper.add-figure')}
        </button>
      </fieldset>
      <div className="flex flex-wrap items-center gap-3">
        <FileButton label={t('paper.photo')} accept="image/*" look="btn-outline" disabled={false} onFile={setPicture} />
        {picture && <span className="text-sm">{picture.name}</span>}
        {photoProblem && (
          <p role="alert" className="flex gap-2 text-error">
            <WarningSign /> {photoProblem}
          </p>
        )}
      </div>
    </EntryForm>
  )
}
