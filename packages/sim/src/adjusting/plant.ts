import type { Card, GasId } from '@lucerna/core/appliance'
import type { DeskReading } from '@lucerna/core/advice'
import { type FaultId, type Flows, prepare, settled, type Surroundings } from '../engine'
import { normal, type Random, seededRandom } from '../random'
import { HiddenScrew, type Law } from './laws'

/** A valve whose parameters nobody is shown. */
export interface PlantSetup {
  readonly card: Card
  readonly gas: GasId
  readonly seed: number
  readonly law: Law
  /** Play over the usual, 0.4 to 2. */
  readonly play: number
  /** What is set wrong or worn. */
  readonly faults: Partial<Record<FaultId, number>>
  /** Where its screws were left, in their own units; `id@rate` for what holds a value for each rate. */
  readonly positions: Readonly<Record<string, number>>
  /** Screws that are turned and do nothing. */
  readonly dead?: readonly string[]
}

/** The truth at a rate. */
export interface Truth {
  readonly pressurePa: readonly number[]
  readonly inletPa: number
  readonly o2: number
  readonly co2: number
  readonly co: number
  /** Input over the rated one of that rate. */
  readonly input: number
}

const NOISE = { pressurePa: 1.5, o2: 0.0004, co2: 0.0003, co: 2e-6 } as const
/** Warm-up that goes on while it is set: the gas comes by so much of its logarithm in all, over so many moves. */
/** What is left after a wait that leaves 2 % at the usual lag, at twice that. */
const STILL_SHOWN = 0.14
const DRIFT = { over: 5 } as const
const USUAL_PLAY: Readonly<Record<string, number>> = { turn: 0.08, click: 1.2, millimetre: 1.2, degree: 0.6, step: 0 }

/** Menus and points of a curve hold a value for each rate. */
const byRate = (a: Card['adjusters'][number]): string[] =>
  a.function === 'menu' || a.function === 'cam' ? a.actsAt.map((rate) => `${a.id}@${rate}`) : [a.id]

/**
 * The simulated appliance as a valve to set: it is turned, it settles, it is read with an instrument’s noise and digits, and knows whether a limit was crossed.
 * Steady states of the engine’s own equations, so that thousands are set in minutes.
 */
export class Plant {
  private readonly surroundings: Surroundings
  private readonly screws: ReadonlyMap<string, HiddenScrew>
  private readonly random: Random
  private readonly cache = new Map<string, Truth>()
  /** Of instruments that lag: what they showed before the last move, until they are read. */
  private readonly shownBefore = new Map<string, Truth>()
  private turned = 0
  private readonly driftBy: number

  constructor(private readonly setup: PlantSetup) {
    const ready = prepare({ card: setup.card, gas: setup.gas, seed: setup.seed, faults: setup.faults })
    if (!ready.ok) throw new Error(ready.error.code)
    this.surroundings = ready.value
    this.random = seededRandom(setup.seed ^ 0x2b1d)
    const { law } = setup
    this.screws = new Map(
      ready.value.screws.flatMap(({ adjuster, travel }) =>
        byRate(adjuster).map((key) => {
          const usual = (USUAL_PLAY[adjuster.unit] ?? 0) * setup.play * (law === 'wide-play' ? 3.5 : 1)
          const bend = law === 'curved' ? -0.6 + 1.2 * this.random() : law === 'sticking' ? usual * (0.5 + this.random()) : 0
          return [key, new HiddenScrew({ law, play: usual, travel, slack: this.random() - 0.5, bend })] as const
        }),
      ),
    )
    this.driftBy = law === 'drifting' ? (this.random() < 0.5 ? 1 : -1) * (0.01 + 0.02 * this.random()) : 0
    for (const [id, position] of Object.entries(setup.positions)) this.screws.get(id)?.turn(position)
  }

  /** The time that a move takes: what drifts while it warms up goes on, moved or not. */
  pass(): void {
    this.cache.clear()
    this.turned++
  }

  /** Moves a screw at a rate: what is set for each rate apart moves only there. */
  turn(screwId: string, amount: number, rateId: string): void {
    this.pass()
    this.move(screwId, amount, rateId)
  }

  /** The same, without the time that it takes. */
  move(screwId: string, amount: number, rateId: string): void {
    if (this.setup.law === 'lagging') for (const { id } of this.surroundings.design.rates) this.shownBefore.set(id, this.truth(id))
    this.cache.clear()
    if (!this.setup.dead?.includes(screwId)) (this.screws.get(`${screwId}@${rateId}`) ?? this.screws.get(screwId))?.turn(amount)
    // Drivers of two rates are not quite apart: a tenth of a click at maximum shows at minimum.
    if (this.setup.card.burnerKind === 'modulating-furnace' && screwId === this.setup.card.adjusters[0]?.id)
      for (const [id, screw] of this.screws) if (id !== screwId) screw.turn(0.1 * amount)
  }

  /** The control calibrates itself: every menu value is found anew, within a step; what a worn electrode tells it wrong stays wrong. */
  calibrate(): void {
    this.cache.clear()
    this.turned++
    for (const [key, s] of this.screws) if (key.includes('@')) s.turn(Math.round(this.random() - 0.5) - s.position)
  }

  /** Where the heads are. */
  positions(): Record<string, number> {
    return Object.fromEntries([...this.screws].map(([id, s]) => [id, s.position]))
  }

  private flows(rateId: string): Flows {
    const adjusters = Object.fromEntries(
      [...this.screws].flatMap(([key, s]) => {
        const [id, at] = key.split('@') as [string, string?]
        return at === undefined || at === rateId ? [[id, s.felt]] : []
      }),
    )
    const warm = 1 + this.driftBy * Math.min(1, this.turned / DRIFT.over)
    const { surroundings } = this
    const { faults } = surroundings
    const drifted =
      this.driftBy === 0
        ? surroundings
        : {
            ...surroundings,
            faults: { ...faults, throttleDrift: faults.throttleDrift * warm, governorDrift: faults.governorDrift * warm ** 2 },
          }
    return settled(drifted, { rateId, controls: { adjusters } })
  }

  truth(rateId: string): Truth {
    const known = this.cache.get(rateId)
    if (known) return known
    const flows = this.flows(rateId)
    const { design } = this.surroundings
    const rate = design.rates.find((r) => r.id === rateId) ?? design.top
    const truth: Truth = {
      pressurePa: flows.target.manifoldPa,
      inletPa: flows.inletPa,
      o2: flows.flue?.o2Dry ?? 0.209,
      co2: flows.flue?.co2Dry ?? 0,
      co: flows.flue?.coDry ?? 0,
      input: flows.burntM3PerS / (design.gasMax * rate.share),
    }
    this.cache.set(rateId, truth)
    return truth
  }

  /** The truth, or what an instrument that lags twice as long still shows of the time before the move. */
  private lagged(rateId: string): Truth {
    const [now, before] = [this.truth(rateId), this.shownBefore.get(rateId)]
    this.shownBefore.delete(rateId)
    if (!before) return now
    const blend = (a: number, b: number) => a + STILL_SHOWN * (b - a)
    return {
      pressurePa: now.pressurePa.map((p, i) => blend(p, before.pressurePa[i] ?? p)),
      inletPa: blend(now.inletPa, before.inletPa),
      o2: blend(now.o2, before.o2),
      co2: blend(now.co2, before.co2),
      co: blend(now.co, before.co),
      input: blend(now.input, before.input),
    }
  }

  /** What instruments show at a rate once it has settled. */
  read(rateId: string, figures: readonly DeskReading['figure'][], sections: readonly number[], several: boolean): DeskReading[] {
    const truth = this.lagged(rateId)
    const noisy = (value: number, sd: number, digit: number) => Math.round((value + sd * normal(this.random)) / digit) * digit
    return figures.flatMap((figure): DeskReading[] => {
      switch (figure) {
        case 'pressure':
          return sections.map((i) => ({
            figure,
            rateId,
            section: several ? i : null,
            valueSi: noisy(truth.pressurePa[i] ?? 0, NOISE.pressurePa, 1),
            repeats: 2,
          }))
        case 'o2':
          return [{ figure, rateId, valueSi: noisy(truth.o2, NOISE.o2, 0.001), repeats: 0.0005 }]
        case 'co2':
          return [{ figure, rateId, valueSi: noisy(truth.co2, NOISE.co2, 0.001), repeats: 0.00045 }]
        case 'co':
          return [
            {
              figure,
              rateId,
              valueSi: Math.max(0, noisy(truth.co, Math.max(NOISE.co, 0.02 * truth.co), 1e-6)),
              repeats: Math.max(NOISE.co, 0.03 * truth.co),
            },
          ]
        case 'input':
        case 'inlet':
          return []
      }
    })
  }
}
