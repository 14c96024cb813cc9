import { type SequenceEvent, sequenceOf } from '@lucerna/core/sequence'
import type { Interlock } from './controls'
import type { Design } from './design'

/** What the burner control can see when it decides. */
export interface Seen {
  readonly call: boolean
  readonly power: boolean
  readonly reset: boolean
  readonly made: Readonly<Record<Interlock, boolean>>
  /** Air at rest does not hold the switch closed. */
  readonly airAtRest: boolean
  readonly fanReady: boolean
  readonly waterFlows: boolean
  readonly pilotProved: boolean
  readonly igniterReady: boolean
  readonly flameSeen: boolean
  readonly valvesProved: boolean
  readonly rateReached: boolean
}

export type Phase = 'idle' | 'starting' | 'running' | 'post-purge' | 'locked-out'

/** What the control does about it. */
export interface Command {
  readonly fan: 'off' | 'purge' | 'ignition' | 'run'
  readonly igniter: boolean
  readonly valve: boolean
  readonly pump: boolean
}

/** One thing that happened in a start, and when. */
export interface Happened {
  readonly id: string
  readonly atS: number
}

const AIR_TRIAL_S = 60
const IGNITER_WARM_S = 17

/**
 * The burner control: walks the chain of events of `sequence` in order, each when its condition holds, with the card's times; tries again, locks out,
 * purges behind. It knows nothing of why a condition does not come.
 */
export class Sequencer {
  readonly chain: readonly SequenceEvent[]
  phase: Phase = 'idle'
  /** Event that is waited for. */
  at = 0
  tries = 0
  lockOut: string | null = null
  started: Happened[] = []
  private sinceS = 0
  private lostS = 0

  constructor(private readonly design: Design) {
    this.chain = sequenceOf(design.card)
  }

  get waitingFor(): string | null {
    return this.phase === 'starting' ? (this.chain[this.at]?.id ?? null) : null
  }

  /** One step of the control. `flameLossS`: how long the safeguard takes. */
  step(dt: number, nowS: number, seen: Seen, flameLossS: number): Command {
    const { timing } = this.design.card
    this.sinceS += dt
    if (!seen.power) {
      this.stop()
      return OFF
    }
    if (this.phase === 'locked-out') {
      if (!seen.reset) return { ...OFF, fan: this.sinceS < (timing?.postPurgeS ?? 0) ? 'purge' : 'off' }
      this.stop()
    }
    const barred = this.firstOpen(seen)
    if (this.phase === 'running' || this.phase === 'starting') {
      if (!seen.call || (barred && this.phase === 'running')) {
        this.phase = 'post-purge'
        this.sinceS = 0
        return this.afterwards()
      }
    }
    if (this.phase === 'post-purge') {
      if (this.sinceS < (timing?.postPurgeS ?? 0)) return this.afterwards()
      this.stop()
    }
    if (this.phase === 'idle') {
      if (!seen.call) return OFF
      this.phase = 'starting'
      this.at = 0
      this.sinceS = 0
      this.started = []
    }
    if (this.phase === 'running') {
      this.lostS = seen.flameSeen ? 0 : this.lostS + dt
      if (this.lostS >= flameLossS) {
        this.tries++
        if (this.tries >= (timing?.ignitionTries ?? 3)) this.fail('flame-lost')
        else {
          this.phase = 'starting'
          this.at = 0
          this.sinceS = 0
          this.lostS = 0
        }
        return OFF
      }
      return { fan: 'run', igniter: false, valve: true, pump: true }
    }
    return this.go(nowS, seen)
  }

  private go(nowS: number, seen: Seen): Command {
    for (let moved = true; moved && this.phase === 'starting';) {
      moved = false
      const event = this.chain[this.at]
      if (!event || event.phase === 'run' || event.phase === 'stop') {
        this.phase = 'running'
        this.lostS = 0
        break
      }
      if (this.holds(event, seen)) {
        this.started.push({ id: event.id, atS: nowS })
        this.at++
        this.sinceS = 0
        moved = true
      }
    }
    const event = this.chain[this.at]
    if (this.phase !== 'starting' || !event) return { fan: 'run', igniter: false, valve: true, pump: true }
    if ((event.id === 'air-proved' || event.id === 'fan') && this.sinceS > AIR_TRIAL_S) {
      this.fail('no-air')
      return OFF
    }
    const trial = this.design.card.timing?.ignitionTrialS ?? 5
    if (event.id === 'flame-proved' && this.sinceS > trial) {
      this.tries++
      if (this.tries >= (this.design.card.timing?.ignitionTries ?? 3)) this.fail('no-flame')
      else {
        this.at = Math.max(
          0,
          this.chain.findIndex((e) => e.id === 'pre-purge' || e.id === 'igniter'),
        )
        this.sinceS = 0
      }
      return { ...OFF, fan: 'purge' }
    }
    const passed = (id: string) => this.chain.findIndex((e) => e.id === id) < this.at
    const igniterAt = this.chain.findIndex((e) => e.id === 'igniter')
    const igniting = igniterAt >= 0 && this.at >= igniterAt
    return {
      fan: event.phase === 'ignition' ? 'ignition' : event.phase === 'purge' ? 'purge' : 'off',
      igniter: igniting && !passed('flame-proved'),
      // The step that opens the valve has happened once the control waits for what comes behind it.
      valve: this.chain.some((e) => e.id === 'gas-valve') && passed('gas-valve'),
      pump: true,
    }
  }

  private holds(event: SequenceEvent, seen: Seen): boolean {
    switch (event.id) {
      case 'pilot-lit':
      case 'pilot-proved':
        return seen.pilotProved
      case 'pump':
      case 'water-made':
        return seen.waterFlows
      case 'limit-made':
        return seen.made.limit && seen.made.spill && seen.made['roll-out']
      case 'low-water-made':
        return seen.made['low-water']
      case 'gas-switches-made':
        return seen.made['gas-low'] && seen.made['gas-high']
      case 'air-switch-rests':
        return seen.airAtRest
      case 'fan':
        return this.sinceS > 0.5
      case 'air-proved':
        return seen.fanReady && seen.made['air-switch']
      case 'valves-proved':
        return this.sinceS >= 5 && seen.valvesProved
      case 'pre-purge':
        return seen.made['air-switch'] && this.sinceS >= (event.seconds ?? 0)
      case 'igniter':
        return seen.igniterReady || this.sinceS >= IGNITER_WARM_S
      case 'flame-proved':
        return seen.flameSeen
      case 'carries-over':
        return this.sinceS > 0.5
      default:
        return true
    }
  }

  /** What stops a running burner. */
  private firstOpen(seen: Seen): Interlock | undefined {
    return (Object.keys(seen.made) as Interlock[]).find((i) => i !== 'flame' && !seen.made[i])
  }

  private fail(why: string): void {
    this.phase = 'locked-out'
    this.lockOut = why
    this.sinceS = 0
  }

  private afterwards(): Command {
    return { fan: (this.design.card.timing?.postPurgeS ?? 0) > 0 ? 'purge' : 'off', igniter: false, valve: false, pump: true }
  }

  private stop(): void {
    this.phase = 'idle'
    this.at = 0
    this.tries = 0
    this.sinceS = 0
    this.lostS = 0
    this.lockOut = null
  }

  /** A run that lasted counts the failed tries before it no longer. */
  settle(): void {
    this.tries = 0
  }
}

const OFF: Command = { fan: 'off', igniter: false, valve: false, pump: false }
