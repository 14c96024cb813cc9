import type { Cloud } from './cloud'
import type { Aim, Desk, DeskScrew } from './desk'
import { SCREW_PRIORS } from './priors'
import type { Advice } from './said'
import type { Seen } from './seen'
import { deadShare } from './suspect'
import type { Weigher } from './weigh'

const { abs } = Math

/** CO above this share of its limit stands in the way of every move that raises the gas. */
export const NEAR_LIMIT = 0.5
/** A move of so many of the least that a hand can make is a small one. */
const CREEPING = 2

type Best = (aim: Aim, screws: readonly DeskScrew[]) => Advice | null

/** What to do first where a limit holds a move back: look at what nobody has looked at, or move what takes the limit away. */
export class HeldBack {
  /** @param best the safe move that brings an aim nearest. */
  constructor(
    private readonly desk: Desk,
    private readonly cloud: Cloud,
    private readonly seen: Seen,
    private readonly weigher: Weigher,
    private readonly best: Best,
  ) {}

  /** Null where nothing comes before the advice. */
  before(aim: Aim, screws: readonly DeskScrew[], advice: Advice | null): Advice | null {
    return this.unreadLimit(aim, screws, advice) ?? this.staleLimit(aim, screws, advice) ?? this.airFirst(aim, screws, advice)
  }

  /**
   * Set by gauge alone, a limit of the flue gas may hold a move back that nobody has looked at: then the probe goes in before less is moved, or a valve called out.
   */
  private unreadLimit(aim: Aim, screws: readonly DeskScrew[], advice: Advice | null): Advice | null {
    const probe = this.seen.missingAt(aim.rateId, true)
    if (!probe) return null
    const freely = this.without({ rateId: aim.rateId, flue: true }, aim, screws)
    // What is too high comes down at once, by whatever is safe.
    const low = (this.seen.value(aim) ?? aim.min) < aim.min
    const held = freely?.code === 'move' && (advice?.code !== 'move' || (low && abs(advice.amount) < abs(freely.amount) - 1e-9))
    return held ? probe : null
  }

  /** A small move is all that is left, and it is a limit at a rate that nobody has looked at since it was moved: that is read before somebody creeps. */
  private staleLimit(aim: Aim, screws: readonly DeskScrew[], advice: Advice | null): Advice | null {
    const { desk, seen } = this
    const made = this.creeping(advice)
    if (made === null) return null
    const holds = desk.rates.find(({ id }) => {
      if (id === aim.rateId || !seen.stale(id)) return false
      const freely = this.without({ rateId: id, flue: false }, aim, screws)
      return freely?.code === 'move' && abs(freely.amount) > 2 * made
    })
    return holds ? seen.askedAt(holds.id) : null
  }

  /** CO that comes near its limit makes a governor creep: air first, within its own band. */
  private airFirst(aim: Aim, screws: readonly DeskScrew[], advice: Advice | null): Advice | null {
    const { cloud, desk, seen } = this
    const made = this.creeping(advice)
    if (aim.figure !== 'pressure' || made === null) return null
    const near = desk.caps.find((c) => c.figure.startsWith('co') && this.weigher.share(c) > NEAR_LIMIT && !seen.stale(c.rateId))
    if (!near) return null
    const { rateId } = near
    const mixture = desk.aims.find((a) => a.figure === 'mixture' && a.rateId === rateId)
    const value = mixture ? seen.value(mixture) : null
    const air = desk.screws.filter((s) => s.moves === 'air' && s.rates.includes(rateId) && deadShare(desk, cloud, s) < 0.5)
    if (!mixture || value === null || value >= (mixture.min + mixture.max) / 2 || air.length === 0) return null
    const freely = this.without({ rateId, flue: true }, aim, screws)
    if (freely?.code !== 'move' || abs(freely.amount) <= 2 * made) return null
    return this.best({ ...mixture, min: (mixture.min + mixture.max) / 2 }, air)
  }

  /** The amount of a small move that is all that is left, 0 where none is; null where it is no small one, or a first one that has to be. */
  private creeping(advice: Advice | null): number | null {
    if (!advice) return 0
    const screw = advice.code === 'move' && this.desk.screws.find((s) => s.id === advice.screwId)
    if (!screw || advice.tiny) return null
    const made = abs(advice.amount)
    return made > CREEPING * SCREW_PRIORS[screw.function].least + 1e-9 ? null : made
  }

  /** The best move if the limits of a rate were none. */
  private without(limits: NonNullable<Weigher['leftOut']>, aim: Aim, screws: readonly DeskScrew[]): Advice | null {
    const { weigher } = this
    const { inTheWay } = weigher
    weigher.leftOut = limits
    const freely = this.best(aim, screws)
    weigher.leftOut = null
    weigher.inTheWay = inTheWay
    return freely
  }

  /**
   * Where only a pressure at its limit stands in the way, it is brought down first by whatever else moves it there: air of a ratio control, or, at another rate, the screw
   * that is meant for it, into the lower half of its own band.
   *
   * @param acting the screws that the limit holds back.
   */
  relief(aim: Aim, acting: readonly DeskScrew[]): Advice | null {
    const cap = this.weigher.inTheWay
    if (cap?.figure !== 'pressure' || this.seen.missingAt(cap.rateId)) return null
    const { aims, screws } = this.desk
    const at = { figure: 'pressure', rateId: cap.rateId, section: cap.section } as const
    const air = screws.filter((s) => s.moves === 'air' && s.rates.includes(cap.rateId))
    if (air.length > 0) return this.best({ ...at, min: 0.8 * cap.limit, max: 0.9 * cap.limit }, air)
    const own = aims.find((a) => a.figure === 'pressure' && a.rateId === cap.rateId && (a.section === null || a.section === cap.section))
    const meant = screws.filter(
      (s) => !acting.includes(s) && s.rates.includes(cap.rateId) && (s.section === null || s.section === cap.section),
    )
    if (!own || cap.rateId === aim.rateId || meant.length === 0) return null
    return this.best({ ...at, min: own.min, max: (own.min + own.max) / 2 }, meant)
  }
}
