'use client'

import { MEASURANDS, readTyped, shownAs, type TypedReading } from '@lucerna/core/measure'
import type { Need } from '@lucerna/core/procedure'
import type { Problem, Result } from '@lucerna/core/result'
import {
  type ApplianceState,
  type Band,
  bandFor,
  beyondBand,
  instrumentFor,
  lelShare,
  OF_LEL,
  readGasInAir,
  readingKey,
  type Verdict,
} from '@lucerna/core/visit'
import { bandText, inUnit, figure, figureWithUnit, gaugeFloor, spanText, unitSymbol, unitText, type Units } from '@/ui/figures'
import { BeadSign, Gauge, VERDICT_TEXT } from '@/ui/Gauge'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import { wordsFor } from '@/ui/words'
import { rateLabel, useDesk } from './context'
import type { LiveNeed } from '../live/figures'
import { LiveTile } from '../live/LiveTile'
import { verdictWord } from './Line'
import { ReadWithLine } from './ReadWithLine'

/** What is being typed for one need: nothing, something understood, or a problem. */
export interface Draft {
  readonly text: string
  readonly parsed: Result<TypedReading> | null
}

/** Reads what is typed against the card's expectation. */
export function draftOf(need: Need, text: string, units: Units, band: Band | undefined, gas: string): Draft {
  if (text.trim() === '') return { text, parsed: null }
  if (need.measurandId === 'gas.ambient') return { text, parsed: readGasInAir(text, gas) }
  const expected = band && { ...(band.min !== undefined && { min: band.min }), ...(band.max !== undefined && { max: band.max }) }
  return { text, parsed: readTyped(need.measurandId, text, shownAs(need.measurandId, units).unit, expected) }
}

/** A problem with a typed value, in words: what is wrong and what to do. */
export function problemText(problem: Problem, need: Need, units: Units): string {
  const p = problem.params ?? {}
  const range =
    'min' in p && 'max' in p
      ? { from: figureWithUnit(need.measurandId, Number(p.min), units), to: figureWithUnit(need.measurandId, Number(p.max), units) }
      : {}
  return wordsFor(`typed.${problem.code}`, {
    ...p,
    ...range,
    measurand: t(`measurand.${need.measurandId}`),
    unitWanted: unitText(need.measurandId, units),
    example: t('typed.example', { unit: unitText(need.measurandId, units) }),
    ...(p.given !== undefined && { given: wordsFor(`quantity.${p.given}`) }),
    ...(p.asked !== undefined && { asked: wordsFor(`quantity.${p.asked}`) }),
  })
}

/** Why there is a verdict or none, in a few words. */
export function becauseText(v: Verdict, id: Need['measurandId'], units: Units): string {
  return t(`because.${v.because}`, {
    by: inUnit(spanText(id, beyondBand(v), units), unitText(id, units)),
  })
}

export function NeedRow({
  need,
  draft,
  shown,
  onChange,
  onUnit,
  first,
  order,
  asksWhich,
  readOnly,
  keypad,
  live,
  reads,
  onFocus,
  onAgain,
}: {
  readonly need: Need
  readonly draft: Draft
  /** The appliance as it would be with what is typed: the same fold as after recording. */
  readonly shown: ApplianceState
  readonly onChange: (text: string) => void
  readonly onUnit: (unit: string) => void
  readonly first: boolean
  /** Its place among what the step asks for. */
  readonly order: number
  /** Whether this is the figure at which it is asked what its channel is read with. */
  readonly asksWhich: boolean
  readonly readOnly: boolean
  /** Our own large keys stand below: the device's keyboard stays away. */
  readonly keypad: boolean
  /** As its instrument shows it now. */
  readonly live?: LiveNeed | undefined
  /** Whether that is what Record would take. */
  readonly reads?: boolean
  readonly onFocus: () => void
  /** Records what a gauge of the appliance showed at the last visit, seen again. */
  readonly onAgain: (text: string) => void
}) {
  const { context, appliance, state, units, instruments } = useDesk()
  const key = readingKey(need)
  const band = bandFor(appliance, context.practice, need)
  const method = appliance.card.limits.find(
    (l) => l.measurandId === need.measurandId && l.stationId === need.stationId && l.firingStateId === need.firingStateId && l.method,
  )?.method
  const last = state.latest.get(key)
  const found = state.foundAndLeft.find((f) => f.key === key)
  // Of a visit that goes on, as found is what the first one found.
  const foundBefore = appliance.continued?.asFound[key] ?? found?.asFound?.valueSi
  const typed = draft.parsed?.ok ? draft.parsed.value : null
  const sent = reads && live?.valueSi != null ? live.valueSi : null
  const verdict = typed || sent !== null ? shown.latest.get(key)?.verdict : last?.verdict
  const name = t(`measurand.${need.measurandId}`)
  const readWith = instrumentFor(need.measurandId, instruments, context.instruments)
  const id = fieldId(need)
  const problem = draft.parsed && !draft.parsed.ok ? problemText(draft.parsed.error, need, units) : null
  const value = typed?.valueSi ?? sent ?? last?.valueSi
  const inAir = need.measurandId === 'gas.ambient'
  const before = appliance.lastVisit[key]
  // What is read off the appliance's own gauge by eye stands, as a rule, where it stood.
  const again =
    MEASURANDS[need.measurandId].channel === 'gauge' && !readOnly && !last && draft.text === '' && before !== undefined
      ? figureWithUnit(need.measurandId, before, units)
      : null
  const limits = band ? bandText(need.measurandId, band, units, { upTo: t('band.up-to'), from: t('band.from') }) : ''
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_8.5rem] items-start gap-x-4 gap-y-1 border-b hairline py-2 md:grid-cols-[6.5rem_8rem_minmax(0,1fr)_8rem] md:py-3">
      <div>
        <label htmlFor={id} className="block font-semibold first-letter:uppercase">
          {t(`short.${need.measurandId}`)}
        </label>
        <p className="text-sm quiet">
          {t(`station.${need.stationId}`)}
          {need.optional ? ` · ${t('need.optional')}` : ''}
        </p>
        {method && <p className="text-sm">{method}</p>}
      </div>
      <p
        className={`flex items-baseline justify-end gap-2 figure text-4xl md:pt-1 ${verdict?.status === 'outside' ? 'text-error' : ''} ${typed ? 'opacity-70' : ''}`}
      >
        <span>{value !== undefined ? figure(need.measurandId, value, units) : '–'}</span>
        <span className="font-sans text-base font-normal quiet">{unitText(need.measurandId, units)}</span>
        {inAir && value !== undefined && (
          <span className="font-sans text-base font-normal quiet">
            {Math.round(lelShare(appliance.facts.gas, value) * 100)} {OF_LEL}
          </span>
        )}
      </p>
      <div className="min-w-0 self-center pt-1">
        <Gauge
          orientation="horizontal"
          length={214}
          verdict={verdict}
          band={band}
          asFound={foundBefore !== undefined && foundBefore !== value ? foundBefore : undefined}
          lastVisit={appliance.lastVisit[key]}
          floor={gaugeFloor(need.measurandId)}
          label={verdict ? `${name}: ${verdictWord(verdict)}` : t('line.not-read', { station: name })}
        />
      </div>
      <div>
        {!readOnly && (
          <input
            id={id}
            data-first={first || undefined}
            data-order={order}
            value={draft.text}
            onChange={(e) => onChange(e.target.value)}
            onFocus={onFocus}
            inputMode={keypad ? 'none' : 'text'}
            autoComplete="off"
            autoCapitalize="off"
            spellCheck={false}
            enterKeyHint="next"
            placeholder={inAir ? OF_LEL : unitText(need.measurandId, units) || t('need.type')}
            title={t('need.type')}
            aria-invalid={problem ? true : undefined}
            aria-describedby={`${id}-said`}
            className={`input press w-full px-3 text-xl ${problem ? 'input-error' : ''}`}
          />
        )}
      </div>
      {live && <LiveTile live={live} need={need} units={units} />}
      <div className="col-span-full flex flex-col gap-1">
        <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
          <p id={`${id}-said`} aria-live="polite" className="flex min-h-5 flex-wrap items-center gap-x-3 text-sm leading-5">
            {problem ? (
              <span className="flex items-start gap-2 text-error">
                <WarningSign size={18} />
                {problem}
              </span>
            ) : verdict ? (
              <>
                <span className={`flex items-center gap-2 font-semibold ${VERDICT_TEXT[verdict.status]}`}>
                  <BeadSign status={verdict.status} side={verdict.side} />
                  {verdictWord(verdict)}
                </span>
                <span className="quiet">
                  {[
                    typed && readWith.kind === 'ask' ? t('instruments.say-which') : becauseText(verdict, need.measurandId, units),
                    typed || sent !== null ? t('need.not-recorded') : '',
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </span>
              </>
            ) : null}
            {limits && (
              <span className="quiet">
                {t('band.label')} {inUnit(limits, unitText(need.measurandId, units))} ·{' '}
                {band?.source.kind === 'card' ? t('band.card', { page: band.source.page ?? '' }) : t('band.profile')}
              </span>
            )}
          </p>
          {again && (
            <button type="button" className="btn press btn-outline" onClick={() => onAgain(again)}>
              {t('need.again', { value: again })}
            </button>
          )}
          {!readOnly && (
            // What is live says itself where it comes from: the bar above names it.
            <div className={live ? 'max-lg:hidden' : ''}>
              <ReadWithLine need={need} found={readWith} asks={asksWhich} />
            </div>
          )}
        </div>
        {typed?.likelyUnit && (
          <div
            role="group"
            aria-label={t('need.which-unit')}
            className="flex flex-wrap items-center gap-2 rounded-md border border-warning bg-base-200 p-2 text-sm"
          >
            <span className="flex gap-2 text-warning">
              <WarningSign size={18} />
              {t(inAir ? 'need.which-gas-unit-why' : 'need.which-unit-why', { value: String(typed.value) })}
            </span>
            {[typed.unit, typed.likelyUnit].map((unit) => (
              <button key={unit} type="button" className="btn btn-outline btn-sm" onClick={() => onUnit(unit)}>
                {draft.text.replace(/%\s*$/, '').trim()} {unitSymbol(unit)}
              </button>
            ))}
          </div>
        )}
        {last?.settled === 'early' && !typed && (
          <p className="text-sm quiet">{t('need.early', { rate: rateLabel(appliance, need.firingStateId).toLowerCase() })}</p>
        )}
      </div>
    </div>
  )
}

/** The id of a figure's field. */
export const fieldId = (need: Need): string => `need-${readingKey(need).replace(/[^a-z0-9]/gi, '-')}`

/** Whether a value may be recorded as it stands: understood, and its unit beyond doubt. */
export const isSure = (draft: Draft): boolean => draft.parsed !== null && draft.parsed.ok && !draft.parsed.value.likelyUnit

/** Whether a measurand's reading is void in the first minute after light-off. */
export const isBlanked = (need: Need): boolean => MEASURANDS[need.measurandId].lightOffBlanking === true
