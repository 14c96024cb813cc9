import type { Card, GasId } from '@lucerna/core/appliance'
import type { Check, Symptom } from '@lucerna/core/faults'
import { Simulation, type Snapshot } from '../engine'
import type { Random } from '../random'
import type { Broken } from './broken'
import { LOOKS } from './looks'

/** What was seen of a run, or of a try. */
interface Run {
  readonly lit: boolean
  readonly lostAfterS: number | null
  readonly sparked: boolean
  readonly opened: boolean
  readonly fan: number
  readonly airPa: number
  readonly standingPa: number
  readonly lowestPa: number
  readonly flameA: number
  readonly bang: number
  readonly lockOut: string | null
  readonly waitingFor: string | null
  readonly last: string | undefined
  readonly opens: readonly string[]
  readonly idle: boolean
  /** Steady at the top and at the lowest rate; null where it did not run. */
  readonly top: Snapshot | null
  readonly low: Snapshot | null
  readonly warm: Snapshot | null
}

const STEP_S = 0.25
const TRY_S = 130
const AT_RATE_S = 45
/** CO air-free that a technician does not leave, and spillage that a mirror shows. */
const HIGH_CO = 400e-6
const ROUGH = 2.2
/** Causes that show when everything is hot, or somebody’s limit. */
const WARM = ['limit', 'no-flow', 'airflow', 'over-fired', 'minimum-set-high', 'stepper', 'pump']

/** Runs an appliance as a technician would: a try from cold, top rate, low rate, and hot where it comes to that. */
export function runOf(card: Card, gas: GasId, seed: number, { faults, controls }: Broken, hot: boolean): Run {
  const made = Simulation.of({ card, gas, seed, ...(faults && { faults }) })
  if (!made.ok) throw new Error(made.error.code)
  const sim = made.value
  const rates = card.firingStates.filter((s) => s.kind === 'rate')
  sim.set({ load: 0.6, ...controls })
  sim.advance(40)
  const standingPa = sim.snapshot().inletPa
  const run = {
    lit: false,
    lost: null as number | null,
    sparked: false,
    opened: false,
    fan: 0,
    airPa: 0,
    lowestPa: standingPa,
    flameA: 0,
    bang: 0,
  }
  const opens = new Set<string>()
  const watch = (seconds: number) => {
    for (let t = 0; t < seconds; t += STEP_S) {
      sim.advance(STEP_S)
      const s = sim.snapshot()
      if (run.lit && !s.lit && run.lost === null) run.lost = s.timeS
      run.lit ||= s.lit
      run.sparked ||= s.ordered.igniter
      run.opened ||= s.ordered.valve
      run.fan = Math.max(run.fan, s.fan)
      run.airPa = Math.max(run.airPa, s.airSwitchPa)
      if (s.ordered.valve) run.lowestPa = Math.min(run.lowestPa, s.inletPa)
      run.flameA = Math.max(run.flameA, s.flameCurrentA)
      run.bang = Math.max(run.bang, s.bang)
      for (const i of s.open) if (s.phase !== 'idle' || i !== 'air-switch') opens.add(i)
      if (s.lockOut) return
    }
  }
  const top =
    rates.at(-1)?.nominalInputW && rates[0]!.order < rates.at(-1)!.order
      ? rates.reduce((a, b) => ((a.nominalInputW ?? 0) > (b.nominalInputW ?? 0) ? a : b))
      : rates[0]!
  const low = rates.reduce((a, b) => ((a.nominalInputW ?? 0) < (b.nominalInputW ?? 0) ? a : b))
  sim.set({ call: controls?.call ?? true, force: top.id })
  watch(TRY_S)
  const steady = (): Snapshot | null => {
    const s = sim.snapshot()
    return s.lit && s.litForS > 15 ? s : null
  }
  const atTop = steady()
  let atLow: Snapshot | null = null
  let warm: Snapshot | null = null
  if (atTop) {
    sim.set({ force: low.id })
    watch(AT_RATE_S)
    atLow = steady()
    if (hot && atLow) {
      sim.set({ force: null, load: 0.05 })
      watch(700)
      warm = sim.snapshot()
    }
  }
  const end = sim.snapshot()
  return {
    ...run,
    lostAfterS: run.lost,
    standingPa,
    opens: [...opens],
    lockOut: end.lockOut,
    waitingFor: end.waitingFor,
    last: sim.signature.at(-1)?.id,
    idle: end.phase === 'idle',
    top: atTop,
    low: atLow,
    warm,
  }
}

/** An appliance with something wrong, one thing or several, which only the bench knows; with none it is sound. */
export class Patient {
  private readonly run: Run
  private readonly sound: Run

  constructor(
    readonly card: Card,
    readonly causes: readonly string[],
    private readonly broken: Broken,
    private readonly random: Random,
    sound: Run,
    seed: number,
  ) {
    this.run = runOf(
      card,
      card.ratings[0]!.gas,
      seed,
      broken,
      causes.some((c) => WARM.includes(c)),
    )
    this.sound = sound
  }

  private get faults() {
    return this.broken.faults ?? {}
  }

  /** What the customer says, or null when nothing shows. */
  get symptom(): Symptom | null {
    const { run, card } = this
    const call = this.broken.controls?.call ?? true
    if (!call || (run.idle && !run.lit && !run.sparked && !run.lockOut)) return 'no-demand'
    if (run.opens.includes('spill')) return 'spillage'
    if (run.opens.includes('limit')) return 'limit-lock-out'
    if (run.waitingFor === 'gas-switches-made' || run.opens.some((i) => i.startsWith('gas-'))) return 'low-gas'
    if (run.opens.includes('low-water') || run.waitingFor === 'pump' || run.waitingFor === 'water-made') return 'no-demand'
    if (!run.lit) return 'no-ignition'
    if (!run.top) return 'drops-out'
    if (!run.low && this.sound.low) return 'low-rate-loss'
    const airFree = (s: Snapshot) => ((s.flue?.coDry ?? 0) * 0.2095) / Math.max(0.005, 0.2095 - (s.flue?.o2Dry ?? 0))
    if (Math.max(airFree(run.top), run.low ? airFree(run.low) : 0) > HIGH_CO) return 'high-co'
    if (run.bang > ROUGH && run.bang > 1.6 * this.sound.bang) return 'rough-ignition'
    return card.burnerKind === 'atmospheric' && run.top.spillShare > 0.1 ? 'spillage' : null
  }

  /** The result of a check as a person with the right instrument gets it: now and then wrongly; null where it cannot be made. */
  observe(check: Check): string | null {
    const truth = this.truth(check)
    if (truth === null) return null
    const errs = check.measurandId ? 0.02 : 0.05
    if (this.random() >= errs) return truth
    const others = check.results.filter((r) => r.id !== truth && !r.wrongMethod)
    return others[Math.floor(this.random() * others.length)]?.id ?? truth
  }

  private truth(check: Check): string | null {
    const looks = LOOKS[check.id]
    if (!looks) return this.measured(check)
    // A look or a try that finds it so often; else it seems sound.
    for (const cause of this.causes) {
      let x = this.random()
      for (const [result, share] of Object.entries(looks[cause] ?? {})) if ((x -= share) < 0) return result
    }
    return check.results[0]!.id
  }

  // What an instrument or an ear tells of the run itself.
  private measured({ id, results }: Check): string | null {
    const { run, sound, faults } = this
    const usual = results[0]!.id
    const near = (value: number, of: number, low: string, high: string, by = 0.08): string =>
      value < of * (1 - by) ? low : value > of * (1 + by) ? high : usual
    const volts = 24 * (faults.mainsVoltage ?? 1) * (faults.boardOutput ?? 1)
    const atValve = volts / (1 + 0.05 * ((faults.harness ?? 1) - 1))
    const shown = (v: number) => (!run.opened || v < 5 ? 'none' : v < 18 ? 'low' : 'right')
    const flowing = run.top ?? null
    const lambda = (s: Snapshot | null) => s?.lambda ?? NaN
    switch (id) {
      case 'start':
        return this.stopsAt()
      case 'inlet-pressure': {
        const at = run.opened ? run.lowestPa : run.standingPa
        const of = run.opened ? sound.lowestPa : sound.standingPa
        return at < 0.1 * of ? 'none' : at < 0.82 * of ? 'low' : usual
      }
      case 'inlet-dip': {
        const dip = (run.standingPa - run.lowestPa) / Math.max(1, sound.standingPa - sound.lowestPa)
        return !run.opened || dip < 0.12 ? 'none' : dip > 1.7 ? 'deep' : usual
      }
      case 'spark': {
        const strength = (faults.sparkStrength ?? 1) * (1 - 0.9 * (faults.condensateTrap ?? 0)) * (faults.boardOutput ?? 1)
        return !run.sparked || strength < 0.1 ? 'none' : strength < 0.6 ? 'weak' : usual
      }
      case 'glow':
        return run.sparked && (faults.igniterResistance ?? 1) < 3 && (faults.boardOutput ?? 1) > 0.6 ? usual : 'none'
      case 'igniter-ohms':
        return (faults.igniterResistance ?? 1) > 2 ? 'high' : usual
      case 'coil-volts':
        return shown(atValve)
      case 'coil-volts-board':
        return this.causes.some((c) => c.startsWith('stage-')) ? 'none' : shown(volts)
      case 'fan-turns': {
        const speed = run.fan * (faults.fanSpeed ?? 1)
        return speed < 0.05 ? 'still' : speed < 0.7 * sound.fan ? 'slow' : usual
      }
      case 'air-signal': {
        if (this.causes.includes('air-switch')) return usual
        return run.fan > 0.05 && run.airPa < 0.45 * sound.airPa ? 'low' : run.fan > 0.05 ? usual : 'low'
      }
      case 'drain-look':
        return (faults.condensateTrap ?? 0) > 0.5 ? 'blocked' : usual
      case 'differential': {
        const blocked = Math.max(faults.flueBlockage ?? 1, faults.intakeBlockage ?? 1)
        if ((faults.fanSpeed ?? 1) < 0.8 || blocked > 6) return 'low'
        return (faults.fouling ?? 0) > 0.15 ? 'high' : usual
      }
      case 'flame-current':
        return run.flameA <= 0 ? null : run.flameA < 0.5 * sound.flameA ? 'low' : usual
      case 'combustion': {
        if (!flowing) return null
        const top = lambda(run.top) / lambda(sound.top)
        const low = lambda(run.low) / lambda(sound.low)
        if (Math.abs(top - 1) < 0.04 && Math.abs(low - 1) > 0.05) return 'low-off'
        if (Math.abs(top - 1) < 0.04) return (flowing.flue?.coDry ?? 0) > Math.max(150e-6, 2 * (sound.top?.flue?.coDry ?? 0)) ? 'co' : usual
        return top < 1 ? 'rich' : 'lean'
      }
      case 'intake-air':
        return !run.lit ? null : (faults.recirculation ?? 0) > 0.02 ? 'flue-gas' : usual
      case 'gas-rate':
        return flowing ? near(flowing.burntM3PerS, sound.top!.burntM3PerS, 'low', 'high', 0.06) : null
      case 'burner-pressure': {
        if (!flowing) return null
        const top = near(flowing.manifoldPa[0] ?? 0, sound.top!.manifoldPa[0] ?? 0, 'low', 'high')
        const low = run.low && sound.low ? near(run.low.manifoldPa[0] ?? 0, sound.low.manifoldPa[0] ?? 0, 'low', 'high') : usual
        return top === usual && low !== usual ? 'low-off' : top
      }
      case 'limit-contact':
        return run.opens.includes('limit') ? 'open' : usual
      case 'water-flow':
        return (faults.flow ?? 1) < 0.6 ? 'little' : usual
      case 'water-gauge':
        return (faults.waterPressure ?? 150_000) < 80_000 ? 'low' : usual
      case 'low-water-look':
        return (faults.waterLevel ?? 1) < 0.4 ? 'stuck' : usual
      case 'gas-switch-look':
        return run.opens.some((i) => i.startsWith('gas-')) ? 'open' : usual
      case 'air-rise':
        return run.lit ? ((faults.flow ?? 1) < 0.7 ? 'high' : usual) : null
      case 'valve-tight':
        return (faults.valveSeatLeak ?? 0) > 1e-6 ? 'leaks' : usual
      case 'power-on':
        return this.broken.controls?.power === false ? 'off' : usual
      case 'pilot-look': {
        if ((this.broken.controls?.cock ?? 1) < 0.05) return 'weak'
        return (faults.pilotFlame ?? 1) < 0.6 ? 'weak' : Math.abs(faults.wind ?? 0) > 12 ? 'blown' : usual
      }
      case 'sensor-open':
        return this.pilotV() < 0.7 ? 'low' : usual
      case 'sensor-loaded':
        return this.pilotV() / (0.6 + 0.4 * (faults.pilotCircuit ?? 1)) < 0.65 ? 'low' : usual
      case 'interrupter':
        return (faults.pilotCircuit ?? 1) > 2 ? 'drops' : usual
      case 'magnet-holds':
        return this.pilotV() / (0.6 + 0.4 * (faults.pilotCircuit ?? 1)) > 0.44 * (faults.magnet ?? 1) ? usual : 'drops'
      case 'spill-switch':
        return run.opens.includes('spill') ? 'open' : usual
      case 'spillage-test':
        return (faults.roomDepression ?? 0) > 5 ? 'extract' : (faults.wind ?? 0) > 8 || (faults.flueBlockage ?? 1) > 8 ? 'spills' : usual
      case 'draught':
        if ((faults.wind ?? 0) > 8) return 'gusts'
        return (faults.roomDepression ?? 0) > 5 || (faults.flueBlockage ?? 1) > 8 ? 'low' : usual
      default:
        return usual
    }
  }

  /** Pilot sensor’s open voltage over its rated one. */
  private pilotV(): number {
    const { faults } = this
    if ((this.broken.controls?.cock ?? 1) < 0.05) return 0
    return Math.min(1.2, faults.pilotFlame ?? 1) * (faults.pilotSensor ?? 1)
  }

  private stopsAt(): string {
    const { run } = this
    if (run.idle && !run.lockOut && !run.lit) return 'nothing'
    if (run.lit && run.top) return 'runs'
    if (run.lit) return 'not-proved'
    if (run.waitingFor === 'valves-proved') return 'not-proving'
    const speed = run.fan * (this.faults.fanSpeed ?? 1)
    if (!run.sparked && speed < 0.05)
      return run.waitingFor === 'fan' || run.fan > 0.05 ? 'no-fan' : run.waitingFor && run.fan === 0 ? 'no-fan' : 'nothing'
    if (!run.sparked && !run.opened) return 'air-not-proved'
    const spark = (this.faults.sparkStrength ?? 1) * (this.faults.boardOutput ?? 1)
    if (spark < 0.1 || (this.faults.igniterResistance ?? 1) > 3) return 'no-spark'
    return run.standingPa - run.lowestPa < 0.12 * (this.sound.standingPa - this.sound.lowestPa) ? 'no-gas' : 'no-flame'
  }
}
