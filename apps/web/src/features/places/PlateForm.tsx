'use client'

import { APPLIANCE_TYPES, BURNER_KINDS, FLUE_TYPES, plateSchema } from '@lucerna/core/appliance'
import { GAS_PRESET_IDS } from '@lucerna/core/gas'
import { useRouter } from 'next/navigation'
import { useWatch } from 'react-hook-form'
import { z } from 'zod'
import { EntryForm, Part } from '@/ui/entry/EntryForm'
import type { DraftRead } from '@/ui/entry/drafted'
import { useEntry } from '@/ui/entry/useEntry'
import { described, Field } from '@/ui/Field'
import { unitSymbol, type Units } from '@/ui/figures'
import { readQuantity, REGISTER_UNITS } from '@/ui/quantityText'
import '@/messages/documents'
import { t } from '@/messages/places'
import { wordsFor } from '@/ui/words'

const schema = z.strictObject({ plate: plateSchema })
type Fields = z.output<typeof schema>

const POWERS = ['inputW', 'inputMinW'] as const
const PRESSURES = ['inletMinPa', 'inletMaxPa', 'manifoldMinPa', 'manifoldMaxPa'] as const
type Typed = (typeof POWERS)[number] | (typeof PRESSURES)[number]

interface Draft extends Record<Typed, string> {
  maker: string
  model: string
  burnerKind: string
  applianceType: string
  flueType: string
  condensing: boolean
  pilot: string
  pilotSensor: string
  gas: string
  basis: string
}

const label = (field: string) => wordsFor(`plate.${field.replace(/^plate\./, '')}`)

function readDraft(draft: Draft, units: Units): DraftRead {
  const problems: Record<string, string> = {}
  const read = (key: Typed) => {
    const { value, error } = readQuantity(draft[key], key.endsWith('Pa') ? 'pressure' : 'power', units)
    if (error) problems[`plate.${key}`] = error
    return value
  }
  const figures = Object.fromEntries([...POWERS, ...PRESSURES].map((key) => [key, read(key)]))
  if (figures.inputW === null) problems['plate.inputW'] ??= wordsFor('field.missing')
  return { fields: { plate: { ...draft, ...figures, gas: draft.gas || undefined, pilotSensor: draft.pilotSensor || null } }, problems }
}

/** A card from the data plate, made on site: what the plate says and no more. It goes on to the appliance that it is for. */
export function PlateForm({
  siteId,
  units,
  gas,
}: {
  readonly siteId: string
  readonly units: Units
  /** Of the site's supply; it is looked at all the same. */
  readonly gas: string
}) {
  const router = useRouter()
  const entry = useEntry<Draft, Fields>({
    schema,
    first: {
      maker: '',
      model: '',
      burnerKind: 'atmospheric',
      applianceType: 'boiler',
      flueType: 'open-flued',
      condensing: false,
      pilot: 'none',
      pilotSensor: '',
      gas,
      basis: units === 'metric' ? 'net' : 'gross',
      inputW: '',
      inputMinW: '',
      inletMinPa: '',
      inletMaxPa: '',
      manifoldMinPa: '',
      manifoldMaxPa: '',
    },
    read: (draft) => readDraft(draft, units),
    base: null,
    url: `/api/v1/sites/${siteId}/plate-cards`,
    onSaved: ({ id }) => router.push(`/sites/${siteId}/appliances/new?card=${id}`),
  })
  const { register, control } = entry.form
  const pilot = useWatch({ control, name: 'pilot' })
  const wrong = (field: keyof Draft) => entry.problems[`plate.${field}`]
  const text = (field: 'maker' | 'model' | Typed, hint?: string) => {
    const unit = field.endsWith('Pa') ? REGISTER_UNITS.pressure[units] : field.endsWith('W') ? REGISTER_UNITS.power[units] : null
    return (
      <Field id={field} label={label(field)} error={wrong(field)} hint={hint}>
        <span className={`input w-full ${wrong(field) ? 'input-error' : ''}`}>
          <input {...described(field, wrong(field), hint)} {...register(field)} autoComplete="off" className="min-w-0 grow" />
          {unit && <span className="quiet">{unitSymbol(unit)}</span>}
        </span>
      </Field>
    )
  }
  const choice = (
    field: 'burnerKind' | 'applianceType' | 'flueType' | 'pilot' | 'pilotSensor' | 'gas' | 'basis',
    options: readonly string[],
    words: string,
    none = false,
  ) => (
    <Field id={field} label={label(field)} error={wrong(field)}>
      <select {...described(field, wrong(field))} {...register(field)} className="select w-full">
        {none && <option value="">{t('plate.choose')}</option>}
        {options.map((o) => (
          <option key={o} value={o}>
            {wordsFor(`${words}.${o}`)}
          </option>
        ))}
      </select>
    </Field>
  )
  return (
    <EntryForm entry={entry} label={label} say={String}>
      <p className="quiet">{t('plate.why')}</p>
      <Part title={t('plate.part.what')}>
        {text('maker')}
        {text('model')}
        {choice('applianceType', APPLIANCE_TYPES, 'appliance-type')}
        {choice('burnerKind', BURNER_KINDS, 'burner')}
        {choice('flueType', FLUE_TYPES, 'flue')}
        {choice('pilot', ['none', 'standing', 'intermittent'], 'trait')}
        {pilot !== 'none' && choice('pilotSensor', ['thermocouple', 'generator', 'rod', 'unsupervised'], 'trait', true)}
        <label className="flex min-h-11 items-center gap-3">
          <input type="checkbox" className="checkbox" {...register('condensing')} />
          {label('condensing')}
        </label>
      </Part>
      <Part title={t('plate.part.gas')} hint={t('plate.only-what-it-says')}>
        {choice('gas', GAS_PRESET_IDS, 'gas', true)}
        {choice('basis', ['net', 'gross'], 'basis')}
        {text('inputW')}
        {text('inputMinW')}
        {text('inletMinPa')}
        {text('inletMaxPa')}
        {text('manifoldMinPa')}
        {text('manifoldMaxPa')}
      </Part>
    </EntryForm>
  )
}
