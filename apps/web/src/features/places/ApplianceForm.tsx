'use client'

import type { Card } from '@lucerna/core/appliance'
import { Plus, Trash2 } from 'lucide-react'
import { Link } from '@/ui/Link'
import { useRouter } from 'next/navigation'
import { useFieldArray, useWatch } from 'react-hook-form'
import { described, Field } from '@/ui/Field'
import { unitSymbol, type Units } from '@/ui/figures'
import { quantitySaid, quantityText, readQuantity, REGISTER_UNITS } from '@/ui/quantityText'
import { Provisional } from '@/ui/Provisional'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/places'
import { wordsFor } from '@/ui/words'
import type { DraftRead } from '@/ui/entry/drafted'
import { useEntry } from '@/ui/entry/useEntry'
import { EntryForm, Part, toldSaved } from '@/ui/entry/EntryForm'
import { type ApplianceFields, applianceSchema, type SafetyRow } from './schemas'

interface SafetyDraft {
  id: string
  label: string
  state: string
  setting: string
}
interface Draft {
  supplyId: string
  card: string
  name: string
  serial: string
  position: string
  flueLengthM: string
  installedOn: string
  safeties: SafetyDraft[]
  remark: string
}

type CardChoice = Pick<Card, 'id' | 'version' | 'provisional' | 'maker' | 'model' | 'variant' | 'burnerKind' | 'ratings' | 'safeties'>

const label = (field: string) => wordsFor(`unit.${field}`)
const cardKey = (id: string, version: number) => `${id}@${version}`

/** What the card expects, each not looked at yet, beside what was entered already. */
export function safetiesFor(card: CardChoice | undefined, entered: readonly SafetyDraft[]): SafetyDraft[] {
  const expected = (card?.safeties ?? []).map((s) => ({ id: s.id, label: s.label, state: 'unknown', setting: s.setting ?? '' }))
  const kept = entered.filter((e) => e.state !== 'unknown' || !expected.some((x) => x.id === e.id))
  return [...expected.filter((x) => !kept.some((k) => k.id === x.id)), ...kept.filter((k) => k.label !== '' || k.id.startsWith('own-'))]
}

function readDraft({ card, ...draft }: Draft, units: Units): DraftRead {
  const flue = readQuantity(draft.flueLengthM, 'length', units)
  const [cardId = '', version = '0'] = card.split('@')
  const fields = { ...draft, cardId, cardVersion: Number(version) || 1, flueLengthM: flue.value, installedOn: draft.installedOn || null }
  return { fields, problems: flue.error ? { flueLengthM: flue.error } : {} }
}

/** An appliance: its card, serial, place, and the safeties that are there, and that are not. */
export function ApplianceForm({
  id,
  siteId,
  base,
  first,
  units,
  cards,
  supplies,
  mayMakeCard = false,
}: {
  readonly id: string | null
  readonly siteId: string
  readonly base: { readonly fields: ApplianceFields; readonly version: number } | null
  readonly first: ApplianceFields
  readonly units: Units
  readonly cards: readonly CardChoice[]
  /** Whether the person may make a card from the data plate. */
  readonly mayMakeCard?: boolean
  readonly supplies: readonly { readonly id: string; readonly gas: string; readonly label: string }[]
}) {
  const router = useRouter()
  const cardOf = (key: string) => cards.find((c) => cardKey(c.id, c.version) === key)
  const firstKey = first.cardId ? cardKey(first.cardId, first.cardVersion) : ''
  const entry = useEntry<Draft, ApplianceFields>({
    schema: applianceSchema,
    read: (draft) => readDraft(draft, units),
    first: {
      supplyId: first.supplyId,
      card: firstKey,
      name: first.name,
      serial: first.serial,
      position: first.position,
      flueLengthM: quantityText(first.flueLengthM, 'length', units),
      installedOn: first.installedOn ?? '',
      safeties: safetiesFor(
        cardOf(firstKey),
        first.safeties.map((s) => ({ ...s, setting: s.setting ?? '' })),
      ),
      remark: first.remark ?? '',
    },
    base,
    url: id ? `/api/v1/appliances/${id}` : `/api/v1/sites/${siteId}/appliances`,
    onSaved: (saved) => {
      toldSaved(saved.taken, label)
      router.push(`/appliances/${saved.id}`)
      router.refresh()
    },
  })
  const { register, control, getValues, setValue } = entry.form
  const safeties = useFieldArray({ control, name: 'safeties', keyName: 'key' })
  const { problems } = entry
  const chosen = cardOf(useWatch({ control, name: 'card' }))
  const supplyId = useWatch({ control, name: 'supplyId' })
  const gas = supplies.find((s) => s.id === supplyId)?.gas
  const text = (field: 'name' | 'serial' | 'position' | 'flueLengthM', unit?: string) => (
    <Field id={field} label={label(field)} error={problems[field]}>
      <span className={`input w-full ${problems[field] ? 'input-error' : ''}`}>
        <input {...described(field, problems[field])} {...register(field)} autoComplete="off" className="min-w-0 grow" />
        {unit && <span className="quiet">{unit}</span>}
      </span>
    </Field>
  )
  const say = (field: string, value: unknown): string => {
    if (value === null || value === '') return t('merge.empty')
    if (field === 'flueLengthM') return quantitySaid(Number(value), 'length', units)
    if (field === 'safeties')
      return (value as SafetyRow[]).map((s) => `${s.label}: ${t(`safety.${s.state}`).toLowerCase()}`).join(', ') || t('merge.empty')
    if (field === 'supplyId') return supplies.find((s) => s.id === value)?.label ?? String(value)
    return String(value)
  }
  return (
    <EntryForm entry={entry} label={label} say={say}>
      <Part title={t('unit.part.what')}>
        <Field id="card" label={label('cardId')} error={problems.cardId}>
          <select
            {...described('card', problems.cardId)}
            {...register('card', {
              onChange: (e: { target: { value: string } }) => {
                const next = cardOf(e.target.value)
                safeties.replace(safetiesFor(next, getValues('safeties')))
                if (next && getValues('name').trim() === '') setValue('name', next.model)
              },
            })}
            className="select w-full"
          >
            <option value="">{t('unit.choose-card')}</option>
            {cards.map((c) => (
              <option key={cardKey(c.id, c.version)} value={cardKey(c.id, c.version)}>
                {[`${c.maker} ${c.model}`, c.variant].filter(Boolean).join(', ')} ({t('unit.card-version', { version: c.version })})
              </option>
            ))}
          </select>
          {chosen && <p className="text-sm quiet">{t(`burner.${chosen.burnerKind}`)}</p>}
          {chosen?.provisional && <Provisional why />}
          {mayMakeCard && (
            <Link href={`/sites/${siteId}/plate`} className="inline-flex min-h-11 items-center text-sm text-primary hover:underline">
              {t('plate.make')}
            </Link>
          )}
        </Field>
        <Field id="supplyId" label={label('supplyId')} error={problems.supplyId}>
          <select {...described('supplyId', problems.supplyId)} {...register('supplyId')} className="select w-full">
            {supplies.map((s) => (
              <option key={s.id} value={s.id}>
                {s.label}
              </option>
            ))}
          </select>
          {chosen && gas && !chosen.ratings.some((r) => r.gas === gas) && (
            <p className="flex gap-2 text-sm text-warning">
              <WarningSign size={16} /> {t('unit.gas-not-on-card', { gas: wordsFor(`gas.${gas}`) })}
            </p>
          )}
        </Field>
        {text('name')}
        {text('serial')}
        {text('position')}
        {text('flueLengthM', unitSymbol(REGISTER_UNITS.length[units]))}
        <Field id="installedOn" label={label('installedOn')} error={problems.installedOn}>
          <input type="date" {...described('installedOn', problems.installedOn)} {...register('installedOn')} className="input w-full" />
        </Field>
      </Part>
      <fieldset className="border-t hairline pt-4">
        <legend className="float-left mb-1 w-full text-lg font-semibold">{t('unit.part.safeties')}</legend>
        <p className="clear-both mb-3 text-sm quiet">{t('unit.safeties-hint')}</p>
        <ul className="divide-y divide-(--hairline) border-y hairline">
          {safeties.fields.map((row, i) => {
            const own = row.id.startsWith('own-')
            const error = problems[`safeties.${i}.label`] ?? problems[`safeties.${i}.state`]
            return (
              <li key={row.key} className="grid gap-x-4 gap-y-2 py-3 sm:grid-cols-[1fr_auto_9rem_auto] sm:items-center">
                {own ? (
                  <input
                    aria-label={t('safety.label')}
                    aria-invalid={error ? true : undefined}
                    {...register(`safeties.${i}.label`)}
                    className="input w-full"
                    placeholder={t('safety.label')}
                  />
                ) : (
                  <span>{row.label}</span>
                )}
                <div role="radiogroup" aria-label={`${row.label || t('safety.label')}`} className="flex gap-1">
                  {(['present', 'absent', 'unknown'] as const).map((state) => (
                    <label key={state} className="cursor-pointer">
                      <input type="radio" value={state} {...register(`safeties.${i}.state`)} className="peer sr-only" />
                      <span
                        className={`btn btn-outline btn-sm peer-checked:bg-base-300 peer-focus-visible:outline-2 ${state === 'absent' ? 'peer-checked:text-error' : 'peer-checked:text-primary'}`}
                      >
                        {t(`safety.${state}`)}
                      </span>
                    </label>
                  ))}
                </div>
                <input
                  aria-label={t('safety.setting-of', { label: row.label })}
                  placeholder={t('safety.setting')}
                  {...register(`safeties.${i}.setting`)}
                  className="input w-full"
                />
                <span className="sm:w-11">
                  {own && (
                    <button
                      type="button"
                      aria-label={t('safety.remove')}
                      className="btn btn-square btn-ghost"
                      onClick={() => safeties.remove(i)}
                    >
                      <Trash2 size={18} aria-hidden="true" />
                    </button>
                  )}
                </span>
                {error && <p className="text-sm text-error sm:col-span-4">{error}</p>}
              </li>
            )
          })}
        </ul>
        {safeties.fields.length === 0 && (
          <p className="py-4 quiet">{t(getValues('card') ? 'unit.no-safeties' : 'unit.safeties-by-card')}</p>
        )}
        <button
          type="button"
          className="btn mt-3 btn-outline"
          onClick={() => safeties.append({ id: `own-${Date.now().toString(36)}`, label: '', state: 'present', setting: '' })}
        >
          <Plus size={18} aria-hidden="true" /> {t('safety.add')}
        </button>
      </fieldset>
      <Field id="remark" label={label('remark')} error={problems.remark}>
        <textarea {...described('remark', problems.remark)} {...register('remark')} className="textarea min-h-24 w-full" />
      </Field>
    </EntryForm>
  )
}
