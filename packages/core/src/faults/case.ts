import type { Card } from '../appliance'
import { MEASURANDS } from '../measure'
import { toSi, unitsOf } from '../units'
import { backgroundOf } from './desk'
import type { Finding } from './likelihood'
import type { Check, FaultMap } from './map'
import { type Happened, oftenSo } from './occurrences'
import { Diagnosis } from './reason'
import type { Circumstance, Symptom } from './symptoms'

/** A value whose instrument nobody named: its standard uncertainty, of the value. */
const USUAL_U = 0.02

/** What is known of a fault on one appliance. */
export interface CaseFacts {
  readonly symptom: Symptom
  readonly code: string | null
  readonly intermittent: boolean
  readonly circumstances: readonly Circumstance[]
  /** Causes whose part was renewed before. */
  readonly renewed: readonly string[]
  /** In the order in which they were made: a result, or a value with its standard uncertainty, SI. */
  readonly checks: readonly {
    readonly checkId: string
    readonly result: string | null
    readonly valueSi: number | null
    readonly u: number | null
  }[]
  readonly occurrences?: readonly Happened[]
  /** Kinds of things that were touched today. */
  readonly disturbed?: readonly string[]
}

/** What the maker says of a check on this model; null where the card says nothing of it. */
export const ownCheck = (card: Pick<Card, 'faultChecks'>, checkId: string): Card['faultChecks'][number] | null =>
  card.faultChecks.find((f) => f.check === checkId) ?? null

/**
 * The card’s band for what a check measures, SI: what the maker gives for this very check, else the first limit of that measurand; null where the card has none.
 *
 * @example
 * cardBand(larch28, coilOhms) // { min: 72, max: 96 }
 */
export function cardBand(card: Pick<Card, 'limits' | 'faultChecks'>, check: Check | undefined): NonNullable<Finding['band']> | null {
  if (!check?.measurandId) return null
  const { min, max, unit } = ownCheck(card, check.id) ?? {}
  const { quantity } = MEASURANDS[check.measurandId]
  if ((min !== undefined || max !== undefined) && unitsOf(quantity).some((u) => u === unit)) {
    const si = (x: number | undefined) => (x === undefined ? undefined : toSi(x, unit!, quantity))
    return { min: si(min), max: si(max) }
  }
  const limit = card.limits.find(
    (l) => l.measurandId === check.measurandId && (check.stationId === null || l.stationId === check.stationId),
  )
  return limit ? { min: limit.min ?? undefined, max: limit.max ?? undefined } : null
}

const TIMED = new WeakMap<FaultMap, WeakMap<object, FaultMap>>()

/** A map with the minutes that its checks take on this model. The same card gives the same map again: what was computed for it stays. */
function timedFor(card: Pick<Card, 'faultChecks'>, map: FaultMap): FaultMap {
  if (card.faultChecks.every((f) => f.minutes === null)) return map
  const ofMap = TIMED.get(map) ?? new WeakMap<object, FaultMap>()
  TIMED.set(map, ofMap)
  const known = ofMap.get(card.faultChecks)
  if (known) return known
  const made = { ...map, checks: map.checks.map((c) => ({ ...c, minutes: ownCheck(card, c.id)?.minutes ?? c.minutes })) }
  ofMap.set(card.faultChecks, made)
  return made
}

/** Whether a figure can be entered for a check: some of its results are ranges, or the card has its band. */
export const isMeasured = (check: Check, band: Finding['band']): boolean =>
  check.measurandId !== null && (check.results.some((r) => r.range) || (!!band && check.results.some((r) => r.card)))

/**
 * Reasons over a case with all that the card knows: its odds, the causes of its code, its bands; and what was so whenever it happened.
 *
 * @example
 * diagnose(larch28, faultMapOf('premix-pneumatic'), { symptom: 'no-ignition', code: null, … }).result.odds[0]
 */
export function diagnose(
  card: Pick<Card, 'faultCodes' | 'mapOverrides' | 'limits' | 'faultChecks'>,
  map: FaultMap,
  about: CaseFacts,
): Diagnosis {
  const { symptom, code, intermittent, renewed, disturbed, checks, occurrences = [] } = about
  const circumstances = [...new Set([...about.circumstances, ...oftenSo(occurrences)])]
  const findings = checks.map((c): Finding => {
    if (c.valueSi === null) return { checkId: c.checkId, result: c.result ?? '' }
    const check = map.checks.find((x) => x.id === c.checkId)
    return { checkId: c.checkId, valueSi: c.valueSi, u: c.u ?? USUAL_U * Math.abs(c.valueSi), band: cardBand(card, check) }
  })
  return new Diagnosis(
    timedFor(card, map),
    { ...backgroundOf(card, map, symptom, code), intermittent, circumstances, replaced: renewed, disturbed },
    findings,
  )
}

/** Checks that would tell most of what is left, so many at most. */
const WORTH_TOOLS = 5
/** A part is brought for what is at least this likely. */
const LIKELY = 0.15

/**
 * What to bring to the next visit: the tools of the checks that would tell most, and the parts of what it most likely is.
 *
 * @example
 * bringFor(diagnosis) // { tools: ['multimeter'], parts: ['ignition electrode'] }
 */
export function bringFor(diagnosis: Diagnosis): { readonly tools: readonly string[]; readonly parts: readonly string[] } {
  const { map, about, result } = diagnosis
  const best = map.checks
    .filter((c) => c.symptoms.length === 0 || c.symptoms.includes(about.symptom))
    .map((c) => ({ c, gain: diagnosis.gain(c) }))
    .sort((a, b) => b.gain - a.gain)
    .slice(0, WORTH_TOOLS)
  return {
    tools: [...new Set(best.flatMap(({ c }) => c.tools))],
    parts: result.odds.flatMap((o) => (o.p >= LIKELY && o.cause.part ? [o.cause.part] : [])),
  }
}
