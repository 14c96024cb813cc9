import type { Channel } from '@lucerna/core/measure'
import { normal, type Random } from '../random'

/** How a sensor follows what it hangs in: dead time, time constant, noise, all by its channel. Typical, simulated; never a maker's figures. */
interface SensorKind {
  readonly deadS: number
  readonly t90S: number
  /** One sigma, SI. */
  readonly noise: number
  /** What it wanders by in an hour, SI. */
  readonly driftPerH: number
}
const KINDS: Partial<Record<Channel, SensorKind>> = {
  o2: { deadS: 5, t90S: 25, noise: 5e-4, driftPerH: 5e-4 },
  co2: { deadS: 5, t90S: 30, noise: 3e-4, driftPerH: 2e-4 },
  co: { deadS: 5, t90S: 45, noise: 1.2e-6, driftPerH: 1e-6 },
  no: { deadS: 5, t90S: 45, noise: 1e-6, driftPerH: 1e-6 },
  combustibleGas: { deadS: 5, t90S: 8, noise: 2e-6, driftPerH: 0 },
  flueTemperature: { deadS: 0, t90S: 20, noise: 0.3, driftPerH: 0 },
  airTemperature: { deadS: 0, t90S: 20, noise: 0.1, driftPerH: 0 },
  temperature: { deadS: 0, t90S: 15, noise: 0.1, driftPerH: 0 },
  pressure: { deadS: 0, t90S: 1.5, noise: 0.3, driftPerH: 3 },
  draught: { deadS: 0, t90S: 1.5, noise: 0.15, driftPerH: 3 },
  voltage: { deadS: 0.3, t90S: 0.3, noise: 0, driftPerH: 0 },
  current: { deadS: 0.3, t90S: 0.3, noise: 0, driftPerH: 0 },
  resistance: { deadS: 0.3, t90S: 0.3, noise: 0, driftPerH: 0 },
}
const AT_ONCE: SensorKind = { deadS: 0, t90S: 0, noise: 0, driftPerH: 0 }
/** A CO cell that was given too much shows nothing sensible until it has recovered, s. */
const RECOVERY_S = 120

/**
 * One sensor that follows a true value: delayed, lagged, noisy, drifting, and blind after too much. Zeroing takes its offset away.
 *
 * @example
 * const cell = new Sensor('o2', seededRandom(1)); cell.step(0.209, 0.5) // about 0.209
 */
export class Sensor {
  private readonly kind: SensorKind
  private readonly pipe: { at: number; value: number }[] = []
  private now = 0
  private shown: number | null = null
  private readonly wander: number
  /** What it shows too much where there is nothing, SI. */
  offset = 0
  private blindUntilS = 0

  constructor(
    channel: Channel,
    private readonly random: Random,
    private readonly top = Infinity,
  ) {
    this.kind = KINDS[channel] ?? AT_ONCE
    this.wander = normal(random)
  }

  /** What it shows after `dt` seconds in front of a true value; null while it is over its range or recovers from it. */
  step(trueValue: number, dt: number): number | null {
    const { deadS, t90S, noise, driftPerH } = this.kind
    this.now += dt
    this.pipe.push({ at: this.now, value: trueValue })
    while (this.pipe.length > 1 && this.pipe[1]!.at <= this.now - deadS) this.pipe.shift()
    const arrives = this.pipe[0]!.at <= this.now - deadS ? this.pipe[0]!.value : (this.shown ?? trueValue)
    const tau = t90S / Math.log(10)
    this.shown = this.shown === null || tau === 0 ? arrives : arrives + (this.shown - arrives) * Math.exp(-dt / tau)
    this.offset += (this.wander * driftPerH * dt) / 3600
    if (this.shown > 1.05 * this.top) this.blindUntilS = this.now + RECOVERY_S
    if (this.now < this.blindUntilS) return null
    return this.shown + this.offset + noise * normal(this.random)
  }

  /** Takes what it shows now for nothing: right where there is nothing, wrong anywhere else. */
  zero(rest: number): void {
    this.offset = rest - (this.shown ?? rest)
  }
}
