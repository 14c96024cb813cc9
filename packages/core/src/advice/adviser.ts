import { Cloud } from './cloud'
import type { Aim, Desk, DeskEntry, DeskMove, DeskReading, DeskScrew } from './desk'
import { effectsOf } from './effects'
import { HeldBack, NEAR_LIMIT } from './heldBack'
import { SCREW_PRIORS, TINY_TURN } from './priors'
import { confirms, contradicts, type Doubted, explanationsOf, type Held } from './doubt'
import type { Advice, Doubt, Effect, Scored, Suspicion } from './said'
import { Seen } from './seen'
import { supposeInput } from './supposeInput'
import { deadShare, heldShare, suspicionsOf } from './suspect'
import { reaches } from './unread'
import { bendOf } from './valve'
import { Weigher } from './weigh'

const { abs, max } = Math

/** Moves after which a valve that is not set is called out. */
const ENOUGH_MOVES = { one: 7, more: 9 } as const
const FEW_SCREWS = 3
const SURELY_DEAD = 0.9
/** No screw has more play than so many times the usual. */
const MOST_PLAY = 9
/** What stops a screw whoever turns it, and how likely it has to be. Short gas is no such thing: several valves on one pipe look like it while they are set. */
const PLAIN: readonly Suspicion[] = ['at-its-stop', 'does-not-answer', 'wrong-way']
const PLAIN_WEIGHT = 0.55
/** Readings of one rate between two moves. */
const READ_AT_MOST = 3
/** Amounts of a move, in the least that a hand can make. */
const AMOUNTS = [1, 2, 3, 4, 5, 6, 7, 8, 10, 12, 14, 16, 18, 20, 22, 24, 28, 32, 36, 40, 48] as const
const GROWTH = 3
/** CO of so many times its limit is that of a flame that lifts or drowns. */
const HARDLY_BURNS = 20
/** A move that is worth making brings its figure nearer by this, in rates out of their band; one that finds out which way a screw acts need not. */
const NEARER = 0.004
const NOT_MUCH_FARTHER = 0.02

/**
 * Sets a valve to target in few safe moves: told of readings and moves, it says the next single thing to do, with what it will do to every figure.
 *
 * @param random uniform numbers in [0, 1): the same ones give the same advice.
 * @param before what was read and moved at this valve in an earlier visit, by moments.
 * @example
 * const adviser = new Adviser(deskOf(…), seededRandom(1))
 * adviser.read([{ figure: 'co2', rateId: 'max', valueSi: 0.082, repeats: 0.0004 }, { figure: 'co', rateId: 'max', valueSi: 30e-6, repeats: 2e-6 }])
 * adviser.advise() // { code: 'move', screwId: 'throttle', amount: -0.375, effects: […] }
 */
export class Adviser {
  private readonly cloud: Cloud
  private readonly seen: Seen
  private readonly weigher: Weigher
  private readonly heldBack: HeldBack
  /** Every move with what was foretold of it and how it came. */
  readonly moves: Scored[] = []
  private readonly net: Map<string, number>
  private inletPa: number | null = null
  /** The last move with what was thought before it. */
  private held: Held | null = null
  /** Rates of which nobody knows what was done to them since they were read. */
  private readonly relearnt = new Set<string>()
  /** How often each rate was read since something was moved there. */
  private readonly readings = new Map<string, number>()
  /** Screws whose answer is known from an earlier visit. */
  readonly known: readonly string[]
  /** What was read last contradicts the last move. */
  doubt: Doubt | null = null
  private doubted: Doubted | null = null

  constructor(
    readonly desk: Desk,
    random: () => number,
    before: readonly DeskEntry[] = [],
  ) {
    this.cloud = new Cloud(desk, random)
    this.known = this.cloud.remember(before)
    this.seen = new Seen(desk, this.cloud)
    this.weigher = new Weigher(desk, this.cloud, this.seen)
    this.heldBack = new HeldBack(desk, this.cloud, this.seen, this.weigher, (aim, screws) => this.best(aim, screws))
    this.net = new Map(desk.screws.map((s) => [s.id, s.position]))
  }

  /** Settled readings of one moment. Readings of a rate that is none of the desk's count for nothing. */
  read(readings: readonly DeskReading[]): void {
    const { cloud, seen } = this
    for (const rateId of new Set(readings.map((r) => r.rateId))) {
      if (cloud.rateAt(rateId) < 0) continue
      const some = readings.filter((r) => r.rateId === rateId)
      const first = !seen.at(rateId) || this.relearnt.has(rateId)
      this.relearnt.delete(rateId)
      // Read once more otherwise: what was doubted was a slip of hand or eye, or had not settled. It teaches nothing.
      if (this.doubted && this.moves.at(-1)?.move.rateId === rateId && !confirms(this.doubted.readings, some)) {
        this.doubted.back()
        this.moves.push({ ...this.moves.pop()!, surprise: null, farthest: undefined })
      }
      const back = cloud.mark()
      // CO last: its curve is read at the mixture and the input that hold.
      const surprise = cloud.read(
        some.filter((r) => r.figure !== 'co'),
        !first,
        this.desk.rates.flatMap((r) => (this.seen.stale(r.id) ? [r.id] : [])),
      )
      if (first && !some.some((r) => r.figure === 'input')) supposeInput(this.desk, cloud, rateId)
      cloud.read(
        some.filter((r) => r.figure === 'co'),
        false,
      )
      seen.add(some)
      this.inletPa = some.findLast((r) => r.figure === 'inlet')?.valueSi ?? this.inletPa
      this.readings.set(rateId, (this.readings.get(rateId) ?? 0) + 1)
      const last = this.moves.at(-1)
      if (last?.move.rateId !== rateId) continue
      this.doubt =
        last.surprise === null && this.held && contradicts(cloud, this.held, some, surprise)
          ? { move: last.move, surprise, explanations: explanationsOf(cloud, seen, this.held, some) }
          : null
      this.doubted = this.doubt && { readings: some, back }
      if (last.surprise === null) this.moves[this.moves.length - 1] = { ...last, surprise, farthest: cloud.farthest ?? undefined }
    }
  }

  /** A move as it was made, whether it was advised or not. */
  moved(move: DeskMove): void {
    const screw = this.desk.screws.find((s) => s.id === move.screwId)
    if (!screw || !Number.isFinite(move.amount) || move.amount === 0) return
    const effects = this.foretell(screw, move.rateId, move.amount)
    this.held = { move, before: this.cloud.data.slice() }
    this.doubt = null
    this.doubted = null
    this.cloud.moved(move)
    this.net.set(screw.id, (this.net.get(screw.id) ?? 0) + move.amount)
    this.moves.push({ move, effects, surprise: null })
    for (const { id } of this.desk.rates)
      if (reaches(this.desk, screw, id, move.rateId)) {
        this.seen.outdate(id)
        this.readings.delete(id)
      }
  }

  /** The control has calibrated itself: every rate is as it was found, until it is read anew. */
  calibrated(): void {
    for (const { id } of this.desk.rates) {
      this.seen.outdate(id)
      this.relearnt.add(id)
    }
    this.doubt = null
  }

  /** The moves that bring every screw back to as found, clockwise positive. */
  wayHome(): readonly { readonly screwId: string; readonly amount: number }[] {
    return [...this.net].flatMap(([screwId, net]) => (abs(net) > 1e-9 ? [{ screwId, amount: -net }] : []))
  }

  /** The next single thing to do. */
  advise(): Advice {
    const { desk, seen, moves } = this
    this.weigher.renew()
    const missing = [
      ...(desk.aims.length === 0 ? (['limits'] as const) : []),
      ...(desk.screws.length === 0 ? (['adjusters'] as const) : []),
      ...(desk.rates.length === 0 ? (['rates'] as const) : []),
    ]
    if (missing.length > 0) return { code: 'no-target', missing }
    // Every rate as found, before the first move: what a screw does elsewhere cannot be seen otherwise.
    for (const { id } of desk.rates) {
      const blind = desk.aims.some((a) => a.rateId === id) && !seen.at(id) ? seen.missingAt(id) : null
      if (blind) return blind
    }
    // Where it was moved it is read, before the appliance is brought to another rate.
    const here = this.justMoved()
    if (here) return here
    // The first that is off, in order; what stands in its way may be the second: over-rich as found, no governor is opened before there is air.
    let stuck: Aim | null = null
    let relief: Advice | null = null
    let unproved: Advice | null = null
    for (const aim of this.inOrder()) {
      const blind = seen.missingAt(aim.rateId, aim.figure === 'mixture')
      if (blind) {
        if (this.relearnt.has(aim.rateId) || !seen.surelyMet(aim)) return blind
        unproved ??= blind
        continue
      }
      if (seen.meets(aim, moves.length > 0)) continue
      this.weigher.inTheWay = null
      const screws = this.acting(aim)
      const called = this.callOut(aim, screws)
      const advice = (called && this.onceMore(aim)) ?? called ?? this.best(aim, screws)
      const first = called ? null : this.heldBack.before(aim, screws, advice)
      if (first) return first
      if (advice) return advice
      relief ??= moves.length < ENOUGH_MOVES.more ? this.heldBack.relief(aim, screws) : null
      stuck ??= aim
    }
    if (unproved) return unproved
    if (relief) return relief
    const again = stuck && this.onceMore(stuck)
    if (again) return again
    if (stuck) return this.calledOut(stuck, this.acting(stuck), true)
    return moves.length === 0 ? { code: 'leave' } : { code: 'done', moves: moves.length }
  }

  private justMoved(): Advice | null {
    const last = this.moves.at(-1)?.move
    if (!last || !this.seen.stale(last.rateId)) return null
    const screw = this.desk.screws.find((s) => s.id === last.screwId)
    return this.seen.missingAt(last.rateId, screw?.function !== 'governor' && screw?.function !== 'click')
  }

  /**
   * What is beyond its limit before anything else, then pressures before mixtures, each by the order of rates. Mixture first where gas follows air, and its screw moves every pressure; and where CO is near its limit for
   * want of air.
   */
  private inOrder(): readonly Aim[] {
    const { desk } = this
    const follows = desk.air === 'ratio' && !desk.premix
    const first = (a: Aim) => (a.figure === 'mixture' ? follows || this.choking(a) : !follows)
    const place = (a: Aim) =>
      (this.beyond(a) ? 0 : first(a) ? 100 : 200) + (a.figure === 'pressure' ? 0 : 1) + 2 * this.cloud.rateAt(a.rateId)
    return [...this.desk.aims].sort((a, b) => place(a) - place(b))
  }

  /** A burner pressure that is over its limit; a flame that hardly burns, with CO of many times its limit: less than half a way out of that can make more of it. */
  private beyond(aim: Aim): boolean {
    const { desk, seen, weigher } = this
    const value = seen.value(aim)
    if (value === null) return false
    if (aim.figure === 'pressure') return desk.caps.some((c) => c.figure === 'pressure' && sameSpot(c, aim) && value > c.limit)
    return desk.caps.some((c) => c.rateId === aim.rateId && c.figure.startsWith('co') && weigher.share(c) > HARDLY_BURNS)
  }

  /** Too rich, with CO that no screw may raise any more, and a screw for the air. */
  private choking(aim: Aim): boolean {
    const { desk, seen, weigher } = this
    const value = seen.value(aim)
    if (value === null || value >= aim.min || !desk.screws.some((s) => s.moves === 'air' && s.rates.includes(aim.rateId))) return false
    return desk.caps.some((c) => c.rateId === aim.rateId && c.figure.startsWith('co') && weigher.share(c) > NEAR_LIMIT)
  }

  /** Screws that can bring a figure to its band, the one that is meant for it first. */
  private acting(aim: Aim): readonly DeskScrew[] {
    const { desk } = this
    const at = desk.screws.filter((s) => {
      if (s.section !== null && aim.section !== null && s.section !== aim.section) return false
      const own = s.rates.includes(aim.rateId)
      if (aim.figure === 'pressure') return (s.function === 'governor' || s.function === 'click') && own
      if (s.function === 'governor' || s.function === 'click') return false
      return own
    })
    if (at.length > 0) return at
    // Rates between: whatever acts on mixture or pressure there at all.
    const here = desk.screws.filter((s) => s.section === null || aim.section === null || s.section === aim.section)
    const governors = here.filter((s) => s.function === 'governor' || s.function === 'click')
    const others = here.filter((s) => !governors.includes(s))
    if (aim.figure === 'pressure') return governors.length > 0 ? governors : others.filter((s) => s.function !== 'menu')
    return others.length > 0 ? others : governors
  }

  /** The safe move that brings an aim nearest, the others with it; null where none does. */
  private best(aim: Aim, screws: readonly DeskScrew[]): Advice | null {
    const { weigher } = this
    let best: { screw: DeskScrew; amount: number; cost: number } | null = null
    const stay = weigher.cost(null, 0, aim)!
    for (const screw of screws) {
      const worth = stay.own + (weigher.unsure(screw) ? NOT_MUCH_FARTHER : -NEARER)
      for (const amount of this.amounts(screw)) {
        const cost = weigher.cost(screw, amount, aim)
        if (cost && cost.own < worth && (best === null || cost.all < best.cost - 1e-9)) best = { screw, amount, cost: cost.all }
      }
    }
    return best && this.proposal(best.screw, best.amount, aim)
  }

  private amounts(screw: DeskScrew): number[] {
    const { least, most } = SCREW_PRIORS[screw.function]
    const unsure = this.weigher.unsure(screw)
    const tiny = max(1, Math.round((screw.unit === 'turn' ? TINY_TURN : least) / least))
    // What a first move did not show hangs in the play: the next one goes on the same way, and farther. Back would only turn the play round.
    const before = unsure ? this.moves.findLast((m) => m.move.screwId === screw.id)?.move.amount : undefined
    const steps = !unsure
      ? AMOUNTS
      : before === undefined
        ? AMOUNTS.filter((n) => n <= tiny)
        : AMOUNTS.filter((n) => n <= max(tiny, (2 * abs(before)) / least + 1e-9))
    // Between its stops as far as they are known: it cannot go farther than its whole travel from where it was found.
    const net = this.net.get(screw.id) ?? 0
    const room = screw.travel ?? Infinity
    return steps
      .map((n) => n * least)
      .filter((a) => a <= most + 1e-9 && a <= this.boldest(screw))
      .flatMap((a) => [a, -a])
      .filter((a) => abs(net + a) <= room && (before === undefined || a * before > 0))
  }

  /** No move is many times larger than the largest before: what hung in its play or stuck comes all at once. */
  private boldest(screw: DeskScrew): number {
    const made = this.moves.flatMap((m) => (m.move.screwId === screw.id ? [abs(m.move.amount)] : []))
    return made.length === 0 ? Infinity : GROWTH * max(...made) + 1e-9
  }

  /** What a move does to every figure, as the guesses have it now: proposed or made, it is the same. */
  private foretell(screw: DeskScrew, rateId: string, amount: number): readonly Effect[] {
    const { cloud, desk } = this
    const [at, r] = [desk.screws.indexOf(screw), cloud.rateAt(rateId)]
    const after = cloud.data.slice()
    for (let p = 0; p < cloud.count; p++) cloud.valve.turn(after, p * cloud.columns.width, at, r, amount, bendOf(p))
    return effectsOf(desk, cloud, this.seen, after)
  }

  private proposal(screw: DeskScrew, amount: number, aim: Aim): Advice {
    const touched = this.desk.rates.filter((x) => x.id !== aim.rateId && reaches(this.desk, screw, x.id, aim.rateId))
    return {
      code: 'move',
      screwId: screw.id,
      rateId: aim.rateId,
      amount,
      tiny: this.weigher.unsure(screw),
      effects: this.foretell(screw, aim.rateId, amount),
      waitS: SCREW_PRIORS[screw.function].waitS,
      then: [aim.rateId, ...touched.map((x) => x.id)],
    }
  }

  /** Before something is called out that lies at the edge of what an instrument can tell, it is read once more. */
  private onceMore(aim: Aim): Advice | null {
    const { seen, readings, moves } = this
    if (moves.length === 0 || (readings.get(aim.rateId) ?? 0) >= READ_AT_MOST || !seen.nearly(aim)) return null
    return seen.askedAt(aim.rateId)
  }

  /** A valve that cannot be set is called out before somebody has turned it ten times. */
  private callOut(aim: Aim, screws: readonly DeskScrew[]): Advice | null {
    const made = this.moves.filter((m) => screws.some((s) => s.id === m.move.screwId)).length
    const dead = made >= 2 && screws.every((s) => deadShare(this.desk, this.cloud, s) > SURELY_DEAD && this.pastItsPlay(s))
    const spent =
      made > 0 && screws.every((s) => s.travel !== null && abs(this.net.get(s.id) ?? 0) + SCREW_PRIORS[s.function].least >= s.travel)
    const enough = screws.length === 0 || made >= (screws.length > 1 ? ENOUGH_MOVES.more : ENOUGH_MOVES.one)
    // Many moves, and one reason why they do not help stands out.
    const [likeliest] = this.moves.length >= ENOUGH_MOVES.more ? suspicionsOf(this.suspects(), aim, screws, false) : []
    const moved = likeliest?.code !== 'does-not-answer' || screws.every((s) => this.pastItsPlay(s))
    const plain = likeliest !== undefined && PLAIN.includes(likeliest.code) && likeliest.weight >= PLAIN_WEIGHT && moved
    // Nothing that is turned brings more than the supply gives.
    const starved = aim.figure === 'pressure' && made >= 2 && heldShare(this.cloud, aim) > SURELY_DEAD
    // Each rate had its few, and all of them together are many: one more does not set it either.
    const inAll = this.moves.length >= ENOUGH_MOVES.more && this.desk.screws.length <= FEW_SCREWS
    return enough || inAll || dead || spent || plain || starved ? this.calledOut(aim, screws, false) : null
  }

  /** Whether a screw was turned one way by more than any play takes. */
  private pastItsPlay(screw: DeskScrew): boolean {
    let run = 0
    for (const { move } of this.moves) if (move.screwId === screw.id) run = run * move.amount > 0 ? run + move.amount : move.amount
    const { backlash, least } = SCREW_PRIORS[screw.function]
    return abs(run) >= max(2 * least, MOST_PLAY * backlash)
  }

  private calledOut(aim: Aim, screws: readonly DeskScrew[], unsafe: boolean): Advice {
    const suspicions =
      screws.length === 0 ? [{ code: 'air-or-dirt', weight: 1 } as const] : suspicionsOf(this.suspects(), aim, screws, unsafe)
    return { code: 'call-out', moves: this.moves.length, suspicions }
  }

  private suspects() {
    const { desk, cloud, seen, moves, net, inletPa } = this
    return { desk, cloud, seen, moves, net, inletPa }
  }
}

const sameSpot = (a: Pick<Aim, 'rateId' | 'section'>, b: Pick<Aim, 'rateId' | 'section'>): boolean =>
  a.rateId === b.rateId && a.section === b.section
