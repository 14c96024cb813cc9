import { airDensity, ATMOSPHERE_PA } from '@lucerna/core/gas'
import { DIFFUSION, diffusionCo, type Flue, flameCurrentShare, flueOf, premixCo } from './combustion'
import type { Controls, Screw } from './controls'
import type { Design, DesignRate } from './design'
import type { Faults } from './faults'

// Called millions of times: taken out of the global object once.
const { abs, exp, log, max, min, sign, sqrt } = Math

const G = 9.80665
/** Primary air that the jets of a clean bar burner take along, as a share of the air needed. */
const PRIMARY = 0.5
/** What a well-set burner is commissioned at: sea level. Higher up a fixed orifice and a fixed fan deliver less. */
const SEA_LEVEL_PA = ATMOSPHERE_PA

/** What is set and seen from outside at one moment. */
export interface Surroundings {
  readonly design: Design
  readonly faults: Faults
  readonly controls: Controls
  readonly screws: readonly Screw[]
  readonly outsideK: number
  readonly roomK: number
}

/** The part of the state that flows depend on. */
export interface FlowState {
  /** Gauge pressures with their lag, Pa. */
  meterPa: number
  manifoldPa: number[]
  /** Fan or damper, share of full; felt positions of screws. */
  fan: number
  felt: Record<string, number>
  /** Gas through the installation a moment ago, m³/s. */
  gasM3PerS: number
  coolK: number
  stackK: number
  /** Share of flue gas in the air that the burner gets from the room. */
  roomFlue: number
}

/** What the burner is told to do. */
export interface Order {
  readonly rate: DesignRate
  /** How far each section's valve is open, 0–1. */
  readonly valves: readonly number[]
  readonly lit: readonly boolean[]
  /** 1 until the flame has warmed its surroundings, then falling to 0: cold flames make more CO. */
  readonly cold: number
}

export interface Flows {
  /** Where the lagged quantities go. */
  readonly target: { readonly meterPa: number; readonly manifoldPa: readonly number[]; readonly stackK: number }
  readonly inletPa: number
  readonly isolatorPa: number
  readonly sectionGas: readonly number[]
  /** Gas burnt, gas that leaves unburnt at the burner, gas that leaks on the way, gas of other appliances; m³/s. */
  readonly burntM3PerS: number
  readonly unburntM3PerS: number
  readonly leakM3PerS: number
  readonly otherM3PerS: number
  readonly meterM3PerS: number
  readonly airShare: number
  readonly lambda: number
  readonly load: number
  readonly grossW: number
  readonly flue: Flue | null
  readonly usefulW: number
  readonly flueW: number
  /** Pressures of the air path, Pa. */
  readonly airSwitchPa: number
  readonly differentialPa: number
  readonly suctionPa: number
  readonly venturiPa: number
  readonly chamberPa: number
  /** Draught at the flue after the hood, negative is suction; flue gas that comes into the room, share of what is made. */
  readonly draughtPa: number
  readonly spillShare: number
  /** Flue gas diluted at the hood: share of room air in it. */
  readonly dilution: number
  readonly flameCurrentA: number
  readonly primaryAeration: number | null
}

const clamp = (x: number, low: number, high: number): number => min(high, max(low, x))

/** Sum of what screws of some kinds do, of one section or of all. */
function turned(
  s: Surroundings,
  felt: Record<string, number>,
  functions: readonly string[],
  section: number | null = null,
  rate?: string,
): number {
  let sum = 0
  for (const screw of s.screws)
    if (functions.includes(screw.adjuster.function) && (screw.section === null || section === null || screw.section === section)) {
      const acts = rate === undefined || screw.adjuster.actsAt.length === 0 || screw.adjuster.actsAt.includes(rate)
      if (acts) sum += screw.gain * (felt[screw.adjuster.id] ?? 0)
    }
  return sum
}

/** The service regulator: droops with flow, creeps to lock-up without; an LPG vessel gives no more than its vapour pressure. */
function regulator(s: Surroundings, gasM3PerS: number): number {
  const { design, faults } = s
  const set = design.regulatorPa * faults.regulatorSet
  const share = gasM3PerS / design.gasMax
  const flowing = set * (1 - 0.08 * faults.regulatorDroop * clamp(share, 0, 3))
  const p = share < 0.002 ? set * (1 + faults.regulatorLockUp) : max(0, flowing)
  if (!design.lpg) return p
  // Vapour pressure by Clausius and Clapeyron from the boiling point, which lies between propane's and butane's as the density does.
  const boilsK = 231 + 41.6 * clamp((design.gas.relativeDensity - 1.5225) / (2.0068 - 1.5225), 0, 1)
  const vapour = ATMOSPHERE_PA * exp(2400 * (1 / boilsK - 1 / clamp(faults.vesselTemperature, 200, 340))) - design.airPressurePa
  return min(p, max(0, vapour))
}

/**
 * Everything that follows at once from where the lagged quantities stand: the equations of gas, air, flame, heat, flue and draught. Pure; used by the
 * integrator and by the steady solution alike.
 */
export function flowsOf(s: Surroundings, state: FlowState, order: Order): Flows {
  const { design, faults, controls } = s
  const { rate } = order
  const altitude = design.airPressurePa / SEA_LEVEL_PA
  const power = controls.power ? faults.mainsVoltage : 0
  const burns = order.lit.some(Boolean)

  // Gas: down the line, each loss with the square of the flow
  const other = faults.otherLoad / (design.gas.grossCvJPerM3 * faults.calorific)
  const own = state.gasM3PerS
  const share = own / design.gasMax
  const shareAll = (own + other) / design.gasMax
  const meterPa = max(0, state.meterPa)
  const isolatorPa = max(0, meterPa - design.pipeDropPa * faults.pipeRestriction * shareAll * abs(shareAll))
  const cock = max(1e-3, controls.cock)
  const inletPa =
    controls.cock < 0.01
      ? 0
      : max(
          0,
          isolatorPa - design.isolatorDropPa * (faults.isolatorRestriction / cock ** 3 + faults.filterRestriction) * share * abs(share),
        )
  const afterValve = max(0, inletPa - design.valveDropPa * faults.valvePassage * share * abs(share))

  // Air: what moves it, and what stands in its way
  const natural = design.kind === 'atmospheric'
  const { resistance } = design
  const trap = faults.condensateTrap
  const intake = resistance.intake * faults.intakeBlockage * (controls.open.includes('intake-cover') ? 0.5 : 1)
  const exchanger = resistance.exchanger * (1 + 3.5 * faults.fouling + 6 * trap)
  const flueR = resistance.flue * faults.flueBlockage * (1 + 4 * trap)
  const total = intake + exchanger + flueR
  const shutter = clamp(1 + turned(s, state.felt, ['air-shutter', 'cam'], null, rate.id), 0.1, 2)
  const speed = natural ? 0 : clamp(state.fan * faults.fanSpeed * clamp(power, 0, 1.1) ** 0.5, 0, 1.3)
  const fanPa = design.fanPa * altitude * speed ** 2
  // Wind against the terminal takes from what the fan gives; a fan is not turned round by it.
  const drivingPa = max(0, fanPa - faults.wind * (natural ? 0 : 1))
  const ventilation = natural || design.card.flueType === 'open-flued' ? sqrt(clamp(0.04 + 0.96 * faults.ventilation, 0, 1)) : 1
  const fanAir = natural
    ? 0
    : sqrt(drivingPa / (design.fanPa * altitude) / total) * ventilation * (design.mixing === 'premix' ? 1 : shutter)
  const venturiPa = design.venturiPa * altitude * fanAir ** 2

  // Gas through each section: governor, ratio or stepper set the pressure, orifices the flow
  const gasPerSection = design.gasMax / design.sectionCount
  const root = sqrt(altitude)
  const manifoldTarget: number[] = []
  const sectionGas: number[] = []
  const zeroGovernor = design.kind === 'premix-pneumatic'
  const adapted = design.kind === 'premix-adapted'
  const signal = clamp(faults.rodCondition * faults.earthing * (faults.polarity >= 0.5 ? 0.05 : 1), 1e-3, 1)
  for (let i = 0; i < design.sectionCount; i++) {
    const opening = clamp(order.valves[i] ?? 0, 0, 1)
    const leak = faults.valveSeatLeak * sqrt(max(0, inletPa) / 2000)
    if (zeroGovernor || adapted) {
      const offset = design.offsetPa * altitude + turned(s, state.felt, ['offset']) + faults.offsetDrift
      const passage = clamp(faults.throttleDrift * (1 + turned(s, state.felt, ['throttle'])), 0.2, 3)
      const wantedLambda = adapted
        ? adaptedLambda(rate.lambda * (1 - turned(s, state.felt, ['menu'], null, rate.id)), signal)
        : design.top.lambda
      const pull = max(0, adapted ? venturiPa : venturiPa + offset)
      const ratio = adapted ? design.top.lambda / wantedLambda : passage
      const free = gasPerSection * faults.orificeArea ** (adapted ? 0 : 1) * ratio * altitude * sqrt(pull / (design.venturiPa * altitude))
      // No more than the inlet can push through the open valve.
      const most = design.gasMax * sqrt(inletPa / (6 * design.valveDropPa * faults.valvePassage))
      sectionGas.push(min(free, most) * opening + leak)
      manifoldTarget.push(opening > 0 ? min(afterValve, offset) : leak > 0 ? -venturiPa * 0.1 : 0)
      continue
    }
    // One governor serves all rates; stages and modulating drivers have a screw for each.
    const ownRate = design.kind === 'modulating-furnace' || design.kind === 'induced-draught' ? rate.id : undefined
    const travel = clamp(1 + turned(s, state.felt, ['governor', 'click', 'throttle'], i, ownRate), 0.15, 3)
    const set =
      rate.manifoldPa *
        travel *
        faults.governorDrift *
        (design.kind === 'modulating-furnace' ? 1 - faults.stepperLoss * (1 - rate.share) : 1) +
      turned(s, state.felt, ['offset'])
    // A ratio control gives gas as the air comes, not as the rate is called.
    const follows = design.card.traits?.ratioControl === 'amplified' || design.card.traits?.ratioControl === 'one-to-one'
    const ratioed = follows ? set * clamp((fanAir / rate.airShare) ** 2, 0, 2.5) : set
    const governed = ratioed * (1 + 0.03 * clamp(inletPa / design.inletNominalPa - 1, -0.5, 3))
    manifoldTarget.push(opening > 0 ? min(governed, afterValve) * opening : 0)
    const p = max(0, state.manifoldPa[i] ?? 0)
    const flow = gasPerSection * faults.orificeArea * rate.orificeShare * root * sqrt(p / max(1, design.top.manifoldPa))
    sectionGas.push(flow + (opening > 0 ? 0 : leak))
  }
  const gas = sectionGas.reduce((a, b) => a + b, 0)
  const burning = sectionGas.reduce((sum, q, i) => sum + (order.lit[i] ? q : 0), 0)
  const leakM3PerS =
    (faults.gasLeak +
      (controls.open.includes('inlet-nipple') ? 3e-4 : 0) +
      (controls.open.includes('manifold-nipple') ? (1e-4 * gas) / design.gasMax : 0)) *
    sqrt(max(0, meterPa) / 2000)

  // The flame: how much air there is for the gas that burns
  const designAir = design.top.lambda
  const load = burning / design.gasMax
  // The mixture is that of the gas that flows, whether it burns already or not.
  const flowing = max(1e-6, gas / design.gasMax)
  const cv = faults.calorific
  const oxygen = clamp(1 - (faults.recirculation + state.roomFlue) * 0.8, 0.2, 1)
  let airShare = fanAir
  let primaryAeration: number | null = null
  let lambda = designAir
  const hotK = 1000
  if (natural) {
    // Heat draws air past the burner; what the jets take along comes with the gas.
    const phi = PRIMARY * faults.lint * clamp(1 + turned(s, state.felt, ['air-shutter']), 0.3, 1.8)
    primaryAeration = phi
    const secondaryDesign = max(0.2, designAir - PRIMARY)
    const path = 0.25 + 0.75 * (1 + 3.5 * faults.fouling)
    const lift = sqrt(clamp((1 - s.roomK / hotK) / (1 - 293.15 / 1000), 0, 2) / path) * altitude * ventilation
    airShare = secondaryDesign * lift
    // Less heat draws a little less: hot gas is light whether there is much of it or not.
    const relative = max(0.02, flowing)
    lambda = (phi * oxygen) / cv + (airShare * relative ** 0.1 * oxygen) / (relative * cv)
  } else if (adapted) {
    const wanted = adaptedLambda(rate.lambda * (1 - turned(s, state.felt, ['menu'], null, rate.id)), signal)
    const free = (designAir * fanAir * altitude) / flowing
    // The control finds the mixture itself, whatever the gas; only a starved inlet keeps it from that.
    lambda = (free > wanted * 1.02 ? free : wanted) * oxygen
  } else lambda = (designAir * fanAir * altitude * oxygen) / (flowing * cv)
  // Blower air that comes through a crack blows into the flames.
  if (design.medium === 'air') lambda *= 1 + 4 * faults.crack
  lambda = clamp(lambda, 0.3, 8)

  const grossW = burning * design.gas.grossCvJPerM3 * cv
  const units = design.transferUnits * max(0.05, load) ** -0.3 * (1 - faults.fouling) * (1 - faults.scale) * (1 - 0.3 * trap)
  const cold = 1 + 8 * clamp(order.cold, 0, 1)
  const family = natural ? DIFFUSION.atmospheric : design.kind === 'forced-draught' ? DIFFUSION.forced : DIFFUSION.induced
  const coMeasured = design.mixing === 'premix' ? premixCo(lambda, load) : 0
  const air = design.card.flueType === 'room-sealed' ? s.outsideK : s.roomK
  let flue: Flue | null = null
  if (burns && burning > 0) {
    const coAirFree =
      design.mixing === 'premix'
        ? (coMeasured + faults.flameSpread * 2e-3) * max(1, lambda)
        : diffusionCo(family, max(0.5, lambda), load, faults.flameSpread)
    flue = flueOf(design.gas, {
      lambda,
      coAirFree: min(0.08, coAirFree * cold),
      units,
      coolK: clamp(state.coolK, 240, 420),
      airTemperatureK: air,
      pressurePa: design.airPressurePa,
    })
  }
  const usefulW = flue ? grossW * flue.grossEfficiency : 0
  const flueW = grossW - usefulW

  // The flue: what it draws, what is diluted at a hood, what comes back into the room
  const madeMol = flue ? flue.molPerMolFuel * burning : 0
  const designMol =
    (design.gas.terms.dryFlue + ((designAir - 1) * design.gas.terms.oxygen) / 0.2095 + design.gas.terms.water) * design.gasMax
  const made = madeMol / designMol
  const rhoOut = airDensity(s.outsideK, design.airPressurePa)
  const rhoStack = airDensity(clamp(state.stackK, 230, 900), design.airPressurePa)
  const buoyancy = G * design.chimneyHeightM * (rhoOut - rhoStack)
  const designBuoyancy = G * design.chimneyHeightM * (airDensity(283.15) - airDensity(373.15))
  // Only a hood stands open to the room; a fan pushes its flue gas out, and what comes back comes by leaks.
  const open = design.card.flueType === 'open-flued' && natural
  const pull = buoyancy - faults.wind - faults.roomDepression
  const drawn = open ? design.chimneyReserve * sign(pull) * sqrt(abs(pull) / designBuoyancy / faults.flueBlockage) : made
  const hood = open
  const spillShare = made > 0 ? clamp((made - max(0, drawn)) / made, 0, 1) * (open ? 1 : 0) + faults.caseLeak : 0
  const dilution = hood && drawn > made && drawn > 0 ? (drawn - made) / drawn : 0
  const gone = hood ? max(made, drawn) : made
  const hotStack = flue ? dilution * s.roomK + (1 - dilution) * flue.temperatureK : s.roomK
  const lossNtu = 0.35 / max(0.1, gone)
  const stackTarget = s.outsideK + (hotStack - s.outsideK) * (open ? (1 - exp(-lossNtu)) / lossNtu : 0.9)
  // Read above the hood: what the flow loses on its way in. A blocked or cold chimney shows little.
  const draughtPa = open ? -0.3 * designBuoyancy * sign(drawn) * (drawn / design.chimneyReserve) ** 2 : 0

  const part = design.fanPa * altitude * speed ** 2
  const differentialPa = natural ? 0 : (part * exchanger) / total
  return {
    target: { meterPa: regulator(s, own + other + leakM3PerS), manifoldPa: manifoldTarget, stackK: clamp(stackTarget, 230, 900) },
    inletPa,
    isolatorPa: controls.cock < 0.01 ? meterPa : isolatorPa,
    sectionGas,
    burntM3PerS: burning,
    unburntM3PerS: gas - burning,
    leakM3PerS,
    otherM3PerS: other,
    meterM3PerS: gas + leakM3PerS + other,
    airShare: natural ? airShare : fanAir,
    lambda,
    load,
    grossW,
    flue,
    usefulW,
    flueW,
    airSwitchPa: natural ? 0 : flowPa(design, altitude, fanAir) * faults.airTube,
    differentialPa,
    suctionPa: natural ? 0 : -(part * (intake + exchanger)) / total,
    venturiPa,
    chamberPa: natural ? -2 : (part * flueR) / total,
    draughtPa,
    spillShare: clamp(spillShare, 0, 1),
    dilution,
    // The rod of a burner that is not premixed stands in the inner flame, which is richer than the whole.
    flameCurrentA: burns
      ? design.flameCurrentA * flameCurrentShare(design.mixing === 'premix' ? lambda : 1 + 0.4 * (lambda - 1), load) * signal
      : 0,
    primaryAeration,
  }
}

/** Pressure that an air switch gets: it is tapped across what is always clean, so that it tells of the flow. */
const flowPa = (design: Design, altitude: number, airShare: number): number =>
  design.fanPa * altitude * (design.resistance.intake + design.resistance.exchanger) * airShare ** 2

/** A control that steers by flame current finds the mixture at which it *sees* the current it wants: a weak signal looks lean, so it makes it rich. */
function adaptedLambda(wanted: number, signal: number): number {
  const seen = (wanted - 1) ** 2 + 0.42 ** 2 * log(signal)
  return seen > 0 ? 1 + sqrt(seen) : 1
}
