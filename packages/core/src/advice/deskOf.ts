import { isCalibration, type Adjuster, type Card, type FiringState, type InstalledFacts, ratesOf } from '../appliance'
import { lambdaOfO2, o2OfLambda } from '../burner'
import { AIR_OXYGEN, presetGas } from '../gas'
import type { MeasurandId } from '../measure'
import { methodOf, type Practice } from '../practice'
import { toSi } from '../units'
import { type Band, bandFor } from '../visit'
import type { Aim, AirOf, Cap, Desk, DeskRate, DeskScrew, PrintedEffect } from './desk'

/** What an adjuster is known to do clockwise: more, less, or nobody knows. */
const signOf = ({ clockwise }: Pick<Adjuster, 'clockwise'>): DeskScrew['sign'] =>
  clockwise.startsWith('more') ? 1 : clockwise.startsWith('less') ? -1 : 0
const AIR_MOVERS: readonly Adjuster['function'][] = ['air-shutter', 'cam']

function airOf(card: Pick<Card, 'burnerKind' | 'traits'>): AirOf {
  if (card.burnerKind === 'premix-adapted') return 'adapted'
  if (card.burnerKind === 'premix-pneumatic') return 'ratio'
  if (card.burnerKind === 'atmospheric') return 'natural'
  return card.traits?.ratioControl === 'amplified' || card.traits?.ratioControl === 'one-to-one' ? 'ratio' : 'fixed'
}

const FAMILY: readonly (readonly [MeasurandId, Cap['figure']])[] = [
  ['co.flue', 'co'],
  ['co.airFree', 'coAirFree'],
  ['ratio.coToCo2', 'coRatio'],
]

/**
 * The desk of an appliance: rates in the order of setting, screws as its card describes them, what is set (bands of burner pressure and mixture) and what must not
 * be crossed (CO, burner pressure and input upwards, oxygen floor downwards). The card before the practice, as everywhere.
 *
 * @param reads what the analyser measures; a window in the other gas is translated by the fuel.
 * @param positions net turns by adjuster, clockwise positive; what is not named is as found.
 * @example
 * deskOf({ card: larch28, facts: { gas: 'natural-gas-h' } }, metricRatio, 'co2').aims // mixture at max λ 1.27 to 1.34, at min …
 */
export function deskOf(
  { card, facts }: { readonly card: Card; readonly facts: InstalledFacts },
  practice: Practice,
  reads: 'o2' | 'co2',
  positions: Readonly<Record<string, number>> = {},
): Desk {
  const gas = presetGas(facts.gas)
  const adapted = card.burnerKind === 'premix-adapted'
  const states = [...ratesOf(card), ...card.firingStates.filter((s) => s.kind === 'ignition' && adapted)]
  const rating = card.ratings.find((r) => r.gas === facts.gas)
  const highest = Math.max(1, ...states.map((s) => s.nominalInputW ?? 0), rating?.inputMaxNetW ?? 0)
  const sectionCount = Math.max(1, card.sections.length)
  const rates: DeskRate[] = states.map((s) => ({
    id: s.id,
    share: Math.min(1, (s.nominalInputW ?? highest) / highest),
    sections: sectionsOf(card, s),
  }))
  const aims: Aim[] = []
  const caps: Cap[] = []
  const zeroGovernor = card.traits?.ratioControl === 'zero-governor' || adapted || card.burnerKind === 'premix-pneumatic'
  for (const state of states) {
    const at = (measurandId: MeasurandId, stationId: 'burner' | 'flue', sectionId?: string): Band | undefined =>
      bandFor({ card, facts }, practice, { measurandId, stationId, firingStateId: state.id, sectionId })
    // A zero governor's outlet is diagnosis, never a set-point.
    if (!zeroGovernor)
      for (const i of sectionsOf(card, state)) {
        const band = at('pressure.manifold', 'burner', card.sections[i]?.id)
        if (band?.min === undefined || band.max === undefined) continue
        const section = card.sections.length > 0 ? i : null
        aims.push({ figure: 'pressure', rateId: state.id, section, min: band.min, max: band.max, nominal: band.nominal })
        caps.push({ figure: 'pressure', rateId: state.id, section, limit: band.max })
      }
    const mixture = mixtureBand(gas, at('o2.flue', 'flue'), at('co2.flue', 'flue'))
    if (mixture) aims.push({ figure: 'mixture', rateId: state.id, section: null, ...mixture })
    const floor = at('o2.flue', 'flue')?.min
    if (floor !== undefined) caps.push({ figure: 'mixtureFloor', rateId: state.id, section: null, limit: lambdaOfO2(gas, floor) })
    for (const [measurandId, figure] of FAMILY) {
      const max = at(measurandId, 'flue')?.max
      if (max !== undefined) caps.push({ figure, rateId: state.id, section: null, limit: max })
    }
    // Only the largest rate is held against the plate; the others have their band.
    if (rates.find((r) => r.id === state.id)?.share === 1)
      caps.push({ figure: 'input', rateId: state.id, section: null, limit: 1 + practice.plateTolerance.above })
  }
  const calibration = card.adjusters.find(isCalibration)
  const screws: DeskScrew[] = card.adjusters.flatMap(({ function: what, ...a }) =>
    isCalibration({ function: what, id: a.id }) || what === 'calibration'
      ? []
      : {
          id: a.id,
          function: what,
          unit: a.unit,
          sign: signOf(a),
          moves: AIR_MOVERS.includes(what) ? 'air' : 'gas',
          rates: a.actsAt,
          section: a.sectionId === null ? null : card.sections.findIndex((s) => s.id === a.sectionId),
          travel: a.travel,
          position: positions[a.id] ?? 0,
          printed: printedOf(a, rates, aims, gas),
        },
  )
  return {
    kind: card.burnerKind,
    air: airOf(card),
    premix: card.burnerKind === 'premix-pneumatic' || adapted,
    lpg: ['propane', 'butane', 'lpg-mix'].includes(facts.gas),
    gas: { terms: gas.terms, co2Max: gas.co2Max },
    rates,
    sectionCount,
    screws,
    aims,
    caps,
    habit: practice.adjustInside.mode === 'centre' ? 'centre' : 'outside',
    analyser: true,
    reads,
    ...(calibration && {
      calibration: { id: calibration.id, first: methodOf(practice, 'automatic-calibration').mode === 'try-first' },
    }),
  }
}

/** What a card prints of a screw, for one unit; flue gas at the mixture that is set there. */
function printedOf(
  { typicalEffect, actsAt }: Pick<Adjuster, 'typicalEffect' | 'actsAt'>,
  rates: readonly DeskRate[],
  aims: readonly Aim[],
  gas: ReturnType<typeof presetGas>,
): PrintedEffect | null {
  const largest = rates.filter((r) => actsAt.length === 0 || actsAt.includes(r.id)).sort((a, b) => b.share - a.share)[0]
  if (!typicalEffect || !largest) return null
  const { measurandId, change, unit, per } = typicalEffect
  const rateId = largest.id
  if (measurandId === 'pressure.manifold') return { of: 'pressure', rateId, perUnit: toSi(change, unit, 'pressure') / per }
  const aim = aims.find((a) => a.figure === 'mixture' && a.rateId === rateId)
  if (!aim) return null
  const o2 = o2OfLambda(gas, aim.nominal ?? (aim.min + aim.max) / 2)
  const by = toSi(change, unit, 'fraction')
  const half = (measurandId === 'o2.flue' ? by : (by / gas.co2Max) * AIR_OXYGEN) / 2
  const lambda = (x: number) => lambdaOfO2(gas, Math.min(0.2, Math.max(0, x)))
  return { of: 'mixture', rateId, perUnit: Math.log(lambda(o2 + half) / lambda(o2 - half)) / per }
}

function sectionsOf(card: Card, state: FiringState): number[] {
  const on = card.sections.flatMap((s, i) => (state.sectionsOn.length === 0 || state.sectionsOn.includes(s.id) ? [i] : []))
  return on.length > 0 ? on : [0]
}

/** A window of O2 or CO2 as one of air ratio. */
function mixtureBand(
  gas: ReturnType<typeof presetGas>,
  o2: Band | undefined,
  co2: Band | undefined,
): { min: number; max: number; nominal: number | undefined } | null {
  const ofCo2 = (x: number) => AIR_OXYGEN * (1 - x / gas.co2Max)
  const from = co2?.min !== undefined && co2.max !== undefined ? co2 : null
  if (from) {
    const { min, max, nominal } = from
    return {
      min: lambdaOfO2(gas, ofCo2(max!)),
      max: lambdaOfO2(gas, ofCo2(min!)),
      nominal: nominal === undefined ? undefined : lambdaOfO2(gas, ofCo2(nominal)),
    }
  }
  if (o2?.min === undefined || o2.max === undefined) return null
  return {
    min: lambdaOfO2(gas, o2.min),
    max: lambdaOfO2(gas, o2.max),
    nominal: o2.nominal === undefined ? undefined : lambdaOfO2(gas, o2.nominal),
  }
}
