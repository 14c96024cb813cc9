import { type Card, type FiringState, type GasId, limitFor, ratesOf } from '@lucerna/core/appliance'
import { lambdaOfO2, standardPressure } from '@lucerna/core/burner'
import { AIR_OXYGEN, ATMOSPHERE_PA, type GasProperties, gasDensity, presetGas } from '@lucerna/core/gas'
import { fail, ok, type Result } from '@lucerna/core/result'

/** One rate as the maker meant it. */
export interface DesignRate {
  readonly id: string
  /** Gas flow at this rate over that at the top rate. */
  readonly share: number
  readonly lambda: number
  /** Manifold pressure against the chamber, Pa; unused by zero governors. */
  readonly manifoldPa: number
  /** Passage of the head or orifices at this rate over that at the top rate: heads open with the load, drilled orifices do not. */
  readonly orificeShare: number
  /** Air that is sent at this rate over that at the top rate. */
  readonly airShare: number
  readonly sections: readonly number[]
}

/** What an appliance is built for: from its card, its gas and where it stands. The values are typical and simulated. */
export interface Design {
  readonly card: Card
  readonly kind: Card['burnerKind']
  readonly medium: 'water' | 'steam' | 'air' | 'stored-water'
  readonly mixing: 'premix' | 'diffusion'
  readonly gas: GasProperties
  readonly lpg: boolean
  readonly airPressurePa: number
  readonly gasDensity: number
  readonly rates: readonly DesignRate[]
  readonly top: DesignRate
  readonly ignition: DesignRate
  readonly sectionCount: number
  /** Gas at the top rate, m³/s at metering state. */
  readonly gasMax: number
  readonly grossMaxW: number
  readonly inletNominalPa: number
  readonly regulatorPa: number
  /** Losses at the top rate of a sound appliance, Pa. */
  readonly pipeDropPa: number
  readonly isolatorDropPa: number
  readonly valveDropPa: number
  /** Suction of the venturi of a ratio valve at full speed, Pa. */
  readonly venturiPa: number
  readonly offsetPa: number
  /** Pressure that fan or burner moves the air with at the top rate, Pa, and how it falls between intake, exchanger and flue. */
  readonly fanPa: number
  readonly resistance: { readonly intake: number; readonly exchanger: number; readonly flue: number }
  readonly airSwitchPa: number
  readonly transferUnits: number
  readonly metalJPerK: number
  readonly metalWPerK: number
  readonly waterJPerK: number
  readonly limitK: number
  readonly setPointK: number
  readonly chimneyHeightM: number
  /** Flue gas drawn at the design draught over flue gas made at the top rate. */
  readonly chimneyReserve: number
  readonly roomM3: number
  readonly flameCurrentA: number
  readonly tripCurrentA: number
  readonly blowerM3PerS: number
}

const LPG: readonly GasId[] = ['propane', 'butane', 'lpg-mix']
const RESISTANCE = { intake: 0.15, exchanger: 0.6, flue: 0.25 } as const
const TRANSFER_UNITS: Readonly<Record<Card['burnerKind'], number>> = {
  atmospheric: 2.4,
  'induced-draught': 2.3,
  'modulating-furnace': 2.3,
  'premix-pneumatic': 4.8,
  'premix-adapted': 4.8,
  'multi-valve': 2.6,
  'forced-draught': 2.7,
}
/** Air ratios where a card says nothing. */
const USUAL_LAMBDA: Readonly<Record<Card['burnerKind'], number>> = {
  atmospheric: 1.6,
  'induced-draught': 1.55,
  'modulating-furnace': 1.55,
  'premix-pneumatic': 1.28,
  'premix-adapted': 1.28,
  'multi-valve': 1.4,
  'forced-draught': 1.2,
}
const middle = (l: { min?: number | undefined; nominal?: number | undefined; max?: number | undefined } | undefined): number | undefined =>
  l && (l.nominal ?? (l.min !== undefined && l.max !== undefined ? (l.min + l.max) / 2 : undefined))

/**
 * The design behind a card for a gas and an altitude. Problems: `gas-not-on-card`, `card-without-rate`.
 *
 * @example
 * designOf(larch28, 'natural-gas-h', 410).value.top.lambda // 1.31, from the card's CO2 of 9.0 %
 */
export function designOf(card: Card, gasId: GasId, altitudeM: number): Result<Design> {
  const known = made.get(card) ?? new Map<string, Result<Design>>()
  made.set(card, known)
  const key = `${gasId} ${altitudeM}`
  const design = known.get(key) ?? makeDesign(card, gasId, altitudeM)
  known.set(key, design)
  return design
}

/** Designs depend on nothing else and never change: each is worked out once. */
const made = new WeakMap<Card, Map<string, Result<Design>>>()

function makeDesign(card: Card, gasId: GasId, altitudeM: number): Result<Design> {
  const rating = card.ratings.find((r) => r.gas === gasId)
  if (!rating) return fail('gas-not-on-card', { gas: gasId, card: card.id })
  const states = ratesOf(card)
  const topState = states[0]
  if (!topState) return fail('card-without-rate', { card: card.id })
  if (!(altitudeM >= -430 && altitudeM <= 5000)) return fail('out-of-range', { min: -430, max: 5000 }, ['altitudeM'])
  const gas = presetGas(gasId)
  const facts = { gas: gasId, altitudeM }
  const lpg = LPG.includes(gasId)
  const kind = card.burnerKind
  const limit = (
    measurandId: Parameters<typeof limitFor>[1]['measurandId'],
    stationId: 'flue' | 'burner' | 'inlet' | 'chamber',
    s: string,
    sectionId?: string,
  ) => {
    const found = limitFor(card, { measurandId, stationId, firingStateId: s, sectionId }, facts)
    return found.ok ? middle(found.value) : undefined
  }
  const sectionCount = Math.max(1, card.sections.length)
  const sectionsOf = (s: FiringState): number[] => {
    const on = card.sections.flatMap((x, i) => (s.sectionsOn.length === 0 || s.sectionsOn.includes(x.id) ? [i] : []))
    return on.length > 0 ? on : [0]
  }
  const netOf = (s: FiringState): number =>
    s.nominalInputW === null ? rating.inputMaxNetW : s.basis === 'gross' ? s.nominalInputW / gas.grossToNet : s.nominalInputW
  const lambdaAt = (s: FiringState): number => {
    const o2 = limit('o2.flue', 'flue', s.id)
    const co2 = limit('co2.flue', 'flue', s.id)
    if (o2 !== undefined) return lambdaOfO2(gas, o2)
    if (co2 !== undefined) return lambdaOfO2(gas, AIR_OXYGEN * (1 - co2 / gas.co2Max))
    return s.id === topState.id ? USUAL_LAMBDA[kind] : lambdaAt(topState)
  }
  const topNet = Math.min(netOf(topState), rating.inputMaxNetW)
  const section = (s: FiringState) => card.sections[sectionsOf(s)[0] ?? 0]?.id
  const topManifold = limit('pressure.manifold', 'burner', topState.id, section(topState)) ?? (lpg ? 2500 : 1000)
  const rateOf = (s: FiringState): DesignRate => {
    const share = Math.min(1, netOf(s) / topNet)
    const perSection = (share * sectionCount) / sectionsOf(s).length
    const manifoldPa = limit('pressure.manifold', 'burner', s.id, section(s)) ?? topManifold * perSection ** 2
    const lambda = lambdaAt(s)
    return {
      id: s.id,
      share,
      lambda,
      manifoldPa,
      orificeShare: perSection / Math.sqrt(manifoldPa / topManifold),
      // A ratio valve follows the fan; elsewhere fan or damper is set for each rate.
      airShare: kind === 'premix-pneumatic' ? share : (share * lambda) / lambdaAt(topState),
      sections: sectionsOf(s),
    }
  }
  const rates = states.map(rateOf)
  const top: DesignRate = { ...rateOf(topState), share: 1, airShare: 1 }
  const ignitionState = card.firingStates.find((s) => s.kind === 'ignition' && s.nominalInputW !== null)
  const ignition = ignitionState
    ? rateOf(ignitionState)
    : kind === 'premix-pneumatic' || kind === 'premix-adapted'
      ? (rates[Math.floor(rates.length / 2)] ?? top)
      : top
  const airPressurePa = standardPressure(altitudeM)
  const inletNominalPa = limit('pressure.working', 'inlet', topState.id) ?? (lpg ? 3700 : 2000)
  const gasMax = topNet / gas.netCvJPerM3
  const min = rates.at(-1) ?? top
  const venturiPa = 800
  // The offset that gives the low rate its own mixture: λ = λmax·√(Δp/(Δp + offset)).
  const suction = venturiPa * min.share ** 2
  const offsetPa =
    kind === 'premix-pneumatic' ? Math.min(0.5 * suction, Math.max(-0.5 * suction, suction * ((top.lambda / min.lambda) ** 2 - 1))) : 0
  const medium =
    card.traits?.medium ?? (card.applianceType === 'furnace' ? 'air' : card.applianceType === 'water-heater' ? 'stored-water' : 'water')
  const waterJPerK =
    4186 *
    (medium === 'stored-water'
      ? 190
      : medium === 'air'
        ? 4
        : medium === 'steam'
          ? 0.0009 * topNet
          : card.condensing
            ? 60 + 0.0005 * topNet
            : 0.0006 * topNet + 20)
  const fanPa = limit('pressure.chamberDifferential', 'chamber', topState.id) ?? (kind === 'forced-draught' ? 1200 : 250)
  return ok({
    card,
    kind,
    medium,
    mixing: kind === 'premix-pneumatic' || kind === 'premix-adapted' ? 'premix' : 'diffusion',
    gas,
    lpg,
    airPressurePa,
    gasDensity: gasDensity(gas, 288.15, airPressurePa),
    rates: rates.map((r) => (r.id === top.id ? top : r)),
    top,
    ignition,
    sectionCount,
    gasMax,
    grossMaxW: topNet * gas.grossToNet,
    inletNominalPa,
    regulatorPa: inletNominalPa + 200,
    pipeDropPa: 60,
    isolatorDropPa: 15,
    valveDropPa: Math.min(100, 0.05 * inletNominalPa),
    venturiPa,
    offsetPa,
    fanPa: fanPa / RESISTANCE.exchanger,
    resistance: RESISTANCE,
    airSwitchPa:
      (0.5 *
        (fanPa / RESISTANCE.exchanger) *
        (RESISTANCE.intake + RESISTANCE.exchanger) *
        airPressurePa *
        Math.min(...rates.map((r) => r.airShare)) ** 2) /
      ATMOSPHERE_PA,
    transferUnits: TRANSFER_UNITS[kind],
    metalJPerK: topNet * 0.5,
    metalWPerK: (topNet * 0.5) / 40,
    waterJPerK,
    limitK: medium === 'air' ? 344 : medium === 'steam' ? 395 : medium === 'stored-water' ? 355 : 368,
    setPointK: medium === 'air' ? 330 : medium === 'steam' ? 383 : medium === 'stored-water' ? 333 : card.condensing ? 338 : 348,
    chimneyHeightM: 7,
    chimneyReserve: 1.8,
    roomM3: Math.max(25, topNet / 2000),
    flameCurrentA: 8e-6,
    tripCurrentA: 0.8e-6,
    blowerM3PerS: topNet / (1.18 * 1006 * 30),
  })
}
