'use client'

import { GAS_PRESET_IDS } from '@lucerna/core/gas'
import { PIPE_MATERIALS, PIPE_SIZES } from '@lucerna/core/supply'
import { Plus, Trash2 } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useFieldArray, useWatch } from 'react-hook-form'
import { pickText } from '@/ui/pickText'
import { described, Field } from '@/ui/Field'
import { unitSymbol, type Units } from '@/ui/figures'
import { quantitySaid, quantityText, readQuantity, REGISTER_UNITS, type RegisterQuantity } from '@/ui/quantityText'
import { t } from '@/messages/places'
import { wordsFor } from '@/ui/words'
import type { DraftRead } from '@/ui/entry/drafted'
import { useEntry } from '@/ui/entry/useEntry'
import { EntryForm, Part, toldSaved } from '@/ui/entry/EntryForm'
import { METER_KINDS, type SupplyFields, supplySchema } from './schemas'

/** The fittings that a list of pipes asks for; the rest stays with the pipe calculation. */
const FITTINGS = ['elbow-90', 'tee-branch', 'ball-valve'] as const

interface PipeDraft {
  id: string
  from: string
  material: string
  size: string
  lengthM: string
  fittings: Record<string, string>
}

interface Draft {
  gas: string
  meter: string
  meterKind: string
  meterSize: string
  meterSerial: string
  dialVolumeM3: string
  regulatorOwner: string
  regulator: string
  nominalPressurePa: string
  standingPressurePa: string
  workingPressurePa: string
  measuredOn: string
  pipes: PipeDraft[]
}

const QUANTITIES: Partial<Record<keyof Draft, RegisterQuantity>> = {
  dialVolumeM3: 'dial',
  nominalPressurePa: 'pressure',
  standingPressurePa: 'pressure',
  workingPressurePa: 'pressure',
}

const label = (field: string) => wordsFor(`supply.${field}`)

const draftOf = (s: SupplyFields, units: Units): Draft => ({
  gas: s.gas,
  meter: s.meter ?? '',
  meterKind: s.meterKind ?? '',
  meterSize: s.meterSize ?? '',
  meterSerial: s.meterSerial ?? '',
  dialVolumeM3: quantityText(s.dialVolumeM3, 'dial', units),
  regulatorOwner: s.regulatorOwner,
  regulator: s.regulator ?? '',
  nominalPressurePa: quantityText(s.nominalPressurePa, 'pressure', units),
  standingPressurePa: quantityText(s.standingPressurePa, 'pressure', units),
  workingPressurePa: quantityText(s.workingPressurePa, 'pressure', units),
  measuredOn: s.measuredOn ?? '',
  pipes: s.pipes.map((p) => ({
    id: p.id,
    from: p.from ?? '',
    material: p.material,
    size: p.size,
    lengthM: quantityText(p.lengthM, 'length', units),
    fittings: Object.fromEntries(FITTINGS.map((f) => [f, p[f] ? String(p[f]) : ''])),
  })),
})

/** The draft in SI, and what of it could not be read. */
function readDraft(draft: Draft, units: Units, before: SupplyFields['pipes']): DraftRead {
  const problems: Record<string, string> = {}
  const read = (text: string, kind: RegisterQuantity, path: string): number | null => {
    const { value, error } = readQuantity(text, kind, units)
    if (error) problems[path] = error
    return value
  }
  const fields = {
    ...draft,
    meterKind: draft.meterKind || null,
    measuredOn: draft.measuredOn || null,
    ...Object.fromEntries(
      (Object.entries(QUANTITIES) as [keyof Draft, RegisterQuantity][]).map(([key, kind]) => [key, read(draft[key] as string, kind, key)]),
    ),
    pipes: draft.pipes.map((p, i) => ({
      // Fittings that this list does not ask for stay as they were.
      ...before.find((b) => b.id === p.id),
      id: p.id,
      from: p.from.trim() || null,
      material: p.material,
      size: p.size,
      lengthM: read(p.lengthM, 'length', `pipes.${i}.lengthM`) ?? undefined,
      ...Object.fromEntries(
        FITTINGS.map((f) => {
          const text = (p.fittings[f] ?? '').trim()
          return [f, text === '' ? undefined : Number(text)]
        }),
      ),
    })),
  }
  return { fields, problems }
}

/** A gas supply: gas, meter with its dial, regulator and whose it is, pressures, and the pipes to the appliances. */
export function SupplyForm({
  id,
  siteId,
  base,
  first,
  units,
}: {
  readonly id: string | null
  readonly siteId: string
  readonly base: { readonly fields: SupplyFields; readonly version: number } | null
  readonly first: SupplyFields
  readonly units: Units
}) {
  const router = useRouter()
  const entry = useEntry<Draft, SupplyFields>({
    schema: supplySchema,
    first: draftOf(first, units),
    read: (draft) => readDraft(draft, units, first.pipes),
    base,
    url: id ? `/api/v1/supplies/${id}` : `/api/v1/sites/${siteId}/supplies`,
    onSaved: (saved) => {
      toldSaved(saved.taken, label)
      router.push(`/sites/${siteId}`)
      router.refresh()
    },
  })
  const { register, control } = entry.form
  const pipes = useFieldArray({ control, name: 'pipes', keyName: 'key' })
  const { problems } = entry
  const text = (field: Exclude<keyof Draft, 'pipes'>, hint?: string) => {
    const quantity = QUANTITIES[field]
    const unit = quantity && unitSymbol(REGISTER_UNITS[quantity][units])
    return (
      <Field id={field} label={label(field)} error={problems[field]} hint={hint}>
        <span className={`input w-full ${problems[field] ? 'input-error' : ''}`}>
          <input {...described(field, problems[field], hint)} {...register(field)} autoComplete="off" className="min-w-0 grow" />
          {unit && <span className="quiet">{unit}</span>}
        </span>
      </Field>
    )
  }
  const choice = (field: 'gas' | 'meterKind' | 'regulatorOwner', options: readonly string[], words: (o: string) => string, may = false) => (
    <Field id={field} label={label(field)} error={problems[field]}>
      <select {...described(field, problems[field])} {...register(field)} className="select w-full">
        {may && <option value="">{t('supply.unknown')}</option>}
        {options.map((o) => (
          <option key={o} value={o}>
            {words(o)}
          </option>
        ))}
      </select>
    </Field>
  )
  const say = (field: string, value: unknown): string => {
    if (value === null || value === '') return t('merge.empty')
    const quantity = QUANTITIES[field as keyof Draft]
    if (quantity) return quantitySaid(Number(value), quantity, units)
    if (field === 'pipes') return t('supply.pipe-count', { count: (value as unknown[]).length })
    if (field === 'gas') return wordsFor(`gas.${String(value)}`)
    if (field === 'meterKind') return wordsFor(`meter-kind.${String(value)}`)
    if (field === 'regulatorOwner') return wordsFor(`regulator.${String(value)}`)
    return String(value)
  }
  const typed = useWatch({ control, name: 'pipes' })
  const noMeter = useWatch({ control, name: 'meterKind' }) === 'none'
  return (
    <EntryForm entry={entry} label={label} say={say}>
      <Part title={t('supply.part.gas')}>
        {choice('gas', GAS_PRESET_IDS, (o) => wordsFor(`gas.${o}`))}
        {choice('meterKind', METER_KINDS, (o) => wordsFor(`meter-kind.${o}`), true)}
        {!noMeter && text('meterSize', t('supply.meterSize-hint'))}
        {!noMeter && text('dialVolumeM3', t('supply.dial-hint'))}
        {!noMeter && text('meterSerial')}
        {text('meter')}
      </Part>
      <Part title={t('supply.part.pressure')} hint={t('supply.pressure-hint')}>
        {choice('regulatorOwner', ['supplier', 'technician'], (o) => wordsFor(`regulator.${o}`))}
        {text('regulator')}
        {text('nominalPressurePa')}
        {text('standingPressurePa')}
        {text('workingPressurePa')}
        <Field id="measuredOn" label={label('measuredOn')} error={problems.measuredOn}>
          <input type="date" {...described('measuredOn', problems.measuredOn)} {...register('measuredOn')} className="input w-full" />
        </Field>
      </Part>
      <fieldset className="border-t hairline pt-4">
        <legend className="float-left mb-1 w-full text-lg font-semibold">{t('supply.part.pipes')}</legend>
        <p className="clear-both mb-3 text-sm quiet">{t('supply.pipes-hint')}</p>
        {pipes.fields.length > 0 && (
          <div className="overflow-x-auto">
            <table className="w-full text-left">
              <thead>
                <tr className="text-sm quiet">
                  {(['id', 'from', 'material', 'size', 'lengthM', ...FITTINGS] as const).map((c) => (
                    <th key={c} scope="col" className="pr-2 pb-1 font-normal whitespace-nowrap">
                      {t(`pipe.${c}`, { unit: unitSymbol(REGISTER_UNITS.length[units]) })}
                    </th>
                  ))}
                  <th>
                    <span className="sr-only">{t('pipe.remove')}</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {pipes.fields.map((row, i) => {
                  const wrong = (c: string) => (problems[`pipes.${i}.${c}`] ? { 'aria-invalid': true as const } : {})
                  const cell = (c: string, title: string, width: string, name: Parameters<typeof register>[0]) => (
                    <td className="pr-2 pb-1 align-top">
                      <input
                        aria-label={`${title} ${i + 1}`}
                        {...wrong(c)}
                        {...register(name)}
                        className={`input ${width}`}
                        autoComplete="off"
                      />
                      {problems[`pipes.${i}.${c}`] && <p className="mt-1 text-sm text-error">{problems[`pipes.${i}.${c}`]}</p>}
                    </td>
                  )
                  const material = typed[i]?.material
                  return (
                    <tr key={row.key}>
                      {cell('id', t('pipe.id'), 'w-20', `pipes.${i}.id`)}
                      {cell('from', t('pipe.from'), 'w-20', `pipes.${i}.from`)}
                      <td className="pr-2 pb-1 align-top">
                        <select aria-label={`${t('pipe.material')} ${i + 1}`} {...register(`pipes.${i}.material`)} className="select w-28">
                          {PIPE_MATERIALS.map((m) => (
                            <option key={m} value={m}>
                              {pickText('material', m)}
                            </option>
                          ))}
                        </select>
                      </td>
                      <td className="pr-2 pb-1 align-top">
                        <select
                          aria-label={`${t('pipe.size')} ${i + 1}`}
                          {...wrong('size')}
                          {...register(`pipes.${i}.size`)}
                          className="select w-32"
                        >
                          {PIPE_SIZES.filter((s) => s.material === material || s.id === row.size).map((s) => (
                            <option key={s.id} value={s.id}>
                              {pickText('size', s.id)}
                            </option>
                          ))}
                        </select>
                      </td>
                      {cell('lengthM', t('pipe.lengthM', { unit: '' }), 'w-20', `pipes.${i}.lengthM`)}
                      {FITTINGS.map((f) => (
                        <td key={f} className="pr-2 pb-1 align-top">
                          <input
                            aria-label={`${t(`pipe.${f}`)} ${i + 1}`}
                            inputMode="numeric"
                            {...wrong(f)}
                            {...register(`pipes.${i}.fittings.${f}`)}
                            className="input w-16"
                          />
                        </td>
                      ))}
                      <td className="pb-1 align-top">
                        <button
                          type="button"
                          aria-label={`${t('pipe.remove')} ${i + 1}`}
                          className="btn btn-square btn-ghost"
                          onClick={() => pipes.remove(i)}
                        >
                          <Trash2 size={18} aria-hidden="true" />
                        </button>
                      </td>
                    </tr>
                  )
                })}
              </tbody>
            </table>
          </div>
        )}
        <button
          type="button"
          className="btn mt-2 btn-outline"
          onClick={() =>
            pipes.append({
              id:
                String.fromCharCode(65 + (pipes.fields.length % 26)) +
                (pipes.fields.length >= 26 ? Math.floor(pipes.fields.length / 26) : ''),
              from: pipes.fields.at(-1)?.id ?? '',
              material: units === 'metric' ? 'copper' : 'steel',
              size: units === 'metric' ? 'cu-22' : 'st-3/4',
              lengthM: '',
              fittings: {},
            })
          }
        >
          <Plus size={18} aria-hidden="true" /> {t('pipe.add')}
        </button>
      </fieldset>
    </EntryForm>
  )
}
