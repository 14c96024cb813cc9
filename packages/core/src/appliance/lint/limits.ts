import { AIR_OXYGEN, presetGas } from '../../gas'
import type { Card, GasId } from '../cardSchema'
import type { Limit } from '../cardParts'
import { type InstalledFacts, limitFor, type LimitKey } from '../limits'
import { type CardFinding, type CardRule, finding } from './finding'

/** Where a card's conditions change: one appliance for each side of every border, so that no combination stays untried. */
function appliancesOf(card: Card): InstalledFacts[] {
  const conditions = card.limits.flatMap((l) => l.when)
  const borders = (key: 'altitudeM' | 'flueLengthM', start: number): number[] => [
    ...new Set([start, ...conditions.flatMap((c) => [c[key]?.min, c[key]?.max].filter((v) => v !== undefined))]),
  ]
  const outputs = [...new Set(conditions.map((c) => c.output))]
  return card.ratings.flatMap(({ gas }) =>
    borders('altitudeM', 0).flatMap((altitudeM) =>
      borders('flueLengthM', 1).flatMap((flueLengthM) =>
        [...new Set([undefined, ...outputs])].map((output) => ({ gas, altitudeM, flueLengthM, ...(output && { output }) })),
      ),
    ),
  )
}

const keyOf = (l: Limit): LimitKey => ({
  measurandId: l.measurandId,
  stationId: l.stationId,
  firingStateId: l.firingStateId,
  sectionId: l.sectionId,
})

/** Two limits that match one appliance without precedence. */
export const ambiguous: CardRule = (card) => {
  const facts = appliancesOf(card)
  const said = new Set<string>()
  return card.limits.flatMap((limit, i) => {
    const key = keyOf(limit)
    const id = JSON.stringify(key)
    if (said.has(id)) return []
    const doubled = facts.find((f) => !limitFor(card, key, f).ok)
    if (!doubled) return []
    said.add(id)
    return [
      finding('limit-ambiguous', ['limits', i], {
        measurand: limit.measurandId,
        state: limit.firingStateId,
        gas: doubled.gas,
        altitudeM: doubled.altitudeM,
      }),
    ]
  })
}

export const limitOrder: CardRule = (card) =>
  card.limits.flatMap((l, i) => {
    const { min = -Infinity, max = Infinity, nominal, goal } = l
    const wrong =
      min > max ||
      (nominal !== undefined && (nominal < min || nominal > max)) ||
      (goal !== undefined && (goal < Math.min(min, 0) || goal > max))
    return wrong ? [finding('limit-order', ['limits', i], { measurand: l.measurandId, state: l.firingStateId })] : []
  })

const gasesOf = (card: Card, limit: Limit): GasId[] => {
  const named = limit.when.flatMap((c) => (c.gas ? [c.gas] : []))
  return named.length > 0 && named.length === limit.when.length ? named : card.ratings.map((r) => r.gas)
}

/** Air ratio below which a burner of the trade makes CO by lack of air, not by fault. */
const RICHEST_LAMBDA = 1.05

/** Bands of CO2 and O2 that the gas cannot make, or only without enough air. */
export const mixture: CardRule = (card) =>
  card.limits.flatMap((limit, i): CardFinding[] => {
    const path = ['limits', i]
    if (limit.measurandId === 'co2.flue')
      return gasesOf(card, limit).flatMap((gas) => {
        const { co2Max } = presetGas(gas)
        const most = limit.max ?? limit.min ?? 0
        if (most >= co2Max) return [finding('co2-impossible', path, { gas, state: limit.firingStateId, value: most, most: co2Max })]
        // CO2 = CO2max·(1 − O2/0.2095), λ ≈ CO2max/CO2 within 1 % for what is burnt here.
        return co2Max / most < RICHEST_LAMBDA ? [finding('mixture-rich', path, { gas, state: limit.firingStateId, value: most })] : []
      })
    if (limit.measurandId === 'o2.flue') {
      const least = limit.min ?? 0
      if (least < 0 || (limit.max ?? least) >= AIR_OXYGEN)
        return [finding('o2-impossible', path, { state: limit.firingStateId, value: limit.max ?? least })]
      return limit.min !== undefined && limit.min < 0.01
        ? [finding('mixture-rich', path, { state: limit.firingStateId, value: limit.min, gas: card.ratings[0]!.gas })]
        : []
    }
    return []
  })

/** A state that has both an O2 and a CO2 band: each must allow something of the other on the gas's line. */
export const mixtureAgrees: CardRule = (card) =>
  appliancesOf(card).flatMap((facts) =>
    card.firingStates.flatMap((state): CardFinding[] => {
      const band = (measurandId: 'o2.flue' | 'co2.flue') => {
        const found = limitFor(card, { measurandId, stationId: 'flue', firingStateId: state.id }, facts)
        return found.ok ? found.value : undefined
      }
      const [o2, co2] = [band('o2.flue'), band('co2.flue')]
      if (!o2 || !co2) return []
      const line = (x: number) => presetGas(facts.gas).co2Max * (1 - x / AIR_OXYGEN)
      const [from, to] = [line(o2.max ?? AIR_OXYGEN), line(o2.min ?? 0)]
      return (co2.min ?? 0) > to || (co2.max ?? 1) < from
        ? [finding('o2-co2-apart', ['limits', card.limits.indexOf(o2)], { state: state.id, gas: facts.gas })]
        : []
    }),
  )

/** What a card's limits and supply say of the inlet: never above what the valve stands. */
export const inletMaximum: CardRule = (card) =>
  card.limits.flatMap((l, i): CardFinding[] => {
    if (l.stationId !== 'inlet' || l.max === undefined || (l.measurandId !== 'pressure.working' && l.measurandId !== 'pressure.standing'))
      return []
    return gasesOf(card, l).flatMap((gas) => {
      const supply = card.supply.find((s) => s.gas === gas)
      return supply && l.max! > supply.inletMaxPa * 1.0001
        ? [finding('inlet-over-maximum', ['limits', i], { gas, state: l.firingStateId })]
        : []
    })
  })

/** Conditions that name a gas which the card does not burn. */
export const unknownGas: CardRule = (card) => {
  const known = new Set<string>(card.ratings.map((r) => r.gas))
  return card.limits.flatMap((l, i) =>
    l.when.flatMap((c, j) =>
      c.gas !== undefined && !known.has(c.gas) ? [finding('limit-gas-unknown', ['limits', i, 'when', j], { gas: c.gas })] : [],
    ),
  )
}

/** Whether a limit stands for every gas of the card at sea level. */
export const hasLimit = (card: Card, gas: GasId, key: LimitKey): boolean =>
  appliancesOf(card)
    .filter((f) => f.gas === gas)
    .some((f) => {
      const found = limitFor(card, key, f)
      return !found.ok || found.value !== undefined
    })
