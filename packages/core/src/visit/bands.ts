import { firingState, limitFor, tableBand } from '../appliance'
import type { Instance, MeasurandId, Station } from '../measure'
import { type Practice, profileLimit, tightnessTest } from '../practice'
import type { VisitAppliance } from './context'
import { READABLE_MOVEMENT_PA } from './derive'
import type { Band } from './verdict'

/** A computed figure is held against the limit of the measured one where the card names only that (CO2 computed from O2 and the reverse). */
const STANDS_FOR: Partial<Record<MeasurandId, MeasurandId>> = { 'co2.flueComputed': 'co2.flue', 'o2.flueComputed': 'o2.flue' }

interface FigureKey {
  readonly measurandId: MeasurandId
  readonly stationId: Station
  readonly firingStateId: string
  readonly sectionId?: string | null | undefined
  readonly instanceId?: Instance | null | undefined
  /** Measured at a sensor together with it, K. */
  readonly besideK?: number | undefined
}

/**
 * The band for one figure: the card's limit, else the profile's, else none; the source is always named.
 *
 * @example
 * bandFor(larch, metricRatio, { measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max' })?.source.text // 'TW-28C-04'
 */
export const bandFor = (appliance: Pick<VisitAppliance, 'card' | 'facts'>, practice: Practice, key: FigureKey): Band | undefined =>
  findBand(appliance, practice, key).band

/** The band for one figure, or why there can be none: a card that gives two limits for the same is never judged by either, nor by the practice in its place. */
export function findBand(
  appliance: Pick<VisitAppliance, 'card' | 'facts'>,
  practice: Practice,
  key: FigureKey,
): { readonly band: Band | undefined; readonly why?: 'ambiguous-limit' } {
  const { card, facts } = appliance
  const measurandId = STANDS_FOR[key.measurandId] ?? key.measurandId
  const found = limitFor(card, { ...key, measurandId, sectionId: key.sectionId ?? undefined }, facts)
  if (!found.ok) return { band: undefined, why: 'ambiguous-limit' }
  const table = tableBand(card, { ...key, measurandId, sectionId: key.sectionId ?? undefined }, facts, key.besideK)
  if (table) {
    // The table knows the flue, the output or the temperature; what else the card limits holds beside it.
    const { source, ...band } = table
    return {
      band: {
        min: band.min ?? found.value?.min,
        nominal: band.nominal,
        max: band.max ?? found.value?.max,
        hard: found.value?.hard ?? false,
        source: { kind: 'card', text: source.doc, page: source.page },
      },
    }
  }
  if (!found.value) return { band: profileBand(appliance, practice, measurandId, key) }
  const { min, nominal, max, goal, hard, source } = found.value
  return { band: { min, nominal, max, goal, hard, source: { kind: 'card', text: source.doc, page: source.page } } }
}

/** What the practice holds where the card says nothing. */
function profileBand(
  appliance: Pick<VisitAppliance, 'card' | 'facts'>,
  practice: Practice,
  measurandId: MeasurandId,
  key: FigureKey,
): Band | undefined {
  const { card, facts } = appliance
  const kind = firingState(card, key.firingStateId)?.kind
  if (!kind) return undefined
  if (measurandId === 'pressure.tightnessFall') {
    const test = tightnessTest(practice, facts)
    // "No fall" is no fall that a gauge can show.
    return test && { max: Math.max(test.maxFallPa, READABLE_MOVEMENT_PA), hard: true, source: { kind: 'profile', text: test.source } }
  }
  if (measurandId === 'co.caseSweep')
    return { max: practice.caseSweepMaxPpm.value * 1e-6, hard: true, source: { kind: 'profile', text: practice.caseSweepMaxPpm.source } }
  if (measurandId === 'input.net' || measurandId === 'input.gross') return inputBand(appliance, practice, key.firingStateId, measurandId)
  // The pipe ends at the isolating valve: what the practice allows to the appliance holds for it too.
  const stationId = measurandId === 'pressure.drop' && key.stationId === 'isolator' ? 'pipe' : key.stationId
  const limit = profileLimit(practice, card, facts.gas, measurandId, stationId, kind)
  if (!limit) return undefined
  const { min, nominal, max, goal, hard, source } = limit
  return { min, nominal, max, goal, hard, source: { kind: 'profile', text: source } }
}

/**
 * Heat input against the plate: the state's rated input, less and more by the practice's tolerance. Above the top rate's it is not left running.
 * Only in the basis that the state is rated in: net and gross are eleven percent apart.
 */
function inputBand(
  { card, facts }: Pick<VisitAppliance, 'card' | 'facts'>,
  practice: Practice,
  firingStateId: string,
  measurandId: 'input.net' | 'input.gross',
): Band | undefined {
  const state = firingState(card, firingStateId)
  const rating = card.ratings.find((r) => r.gas === facts.gas)
  if (!state?.nominalInputW || `input.${state.basis}` !== measurandId || !rating) return undefined
  const { below, above } = practice.plateTolerance
  const highest = state.basis === 'net' ? rating.inputMaxNetW : rating.inputMaxGrossW
  const nominal = Math.min(state.nominalInputW, highest)
  return {
    min: nominal * (1 - below),
    nominal,
    max: nominal * (1 + above),
    hard: nominal === highest,
    source: { kind: 'card', text: rating.source.doc, page: rating.source.page },
  }
}

/** The band of the inlet's standing pressure with the valve's own maximum, which is never overridden. */
export function inletMaximum(appliance: Pick<VisitAppliance, 'card' | 'facts'>): number | undefined {
  return appliance.card.supply.find((s) => s.gas === appliance.facts.gas)?.inletMaxPa
}
