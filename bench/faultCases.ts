import type { Card } from '@lucerna/core/appliance'
import { type Access, type Background, Diagnosis, type FaultMap, faultMapOf, type Finding, SURE, type Way } from '@lucerna/core/faults'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { bothBroken, BROKEN, type Broken, Patient, runOf } from '@lucerna/sim/faulty'
import type { Random } from '@lucerna/sim/random'
import { COMES_AND_GOES, EVEN, FREQUENCIES, TOLD } from './faultFrequencies'

const MOST_CHECKS = 60
const ALL: readonly Access[] = ['open', 'gas-shut', 'case-off', 'live']
/** Cards of each burner kind. */
export const KINDS: readonly (readonly string[])[] = [
  ['tarnwick-larch-28-c', 'tarnwick-larch-18-h'],
  ['galder-adapt-24'],
  ['brightholm-drift-80', 'brightholm-drift-40'],
  ['brightholm-drift-60-m'],
  ['ossian-stag-95', 'galder-well-190', 'ossian-stag-210-s'],
  ['pellan-quartet-300'],
  ['pellan-torch-450'],
]
export const cardOf = (id: string): Card => DEMO_CARDS.find((c) => c.id === id)!

/** What a search came to. */
export interface Solved {
  readonly found: boolean
  readonly minutes: number
  readonly checks: number
  readonly tookMs: readonly number[]
}

interface Search extends Omit<Solved, 'found'> {
  readonly diagnosis: Diagnosis
  /** What would be repaired now: what was found, or what is likeliest. */
  readonly named: readonly string[]
  readonly trail: readonly string[]
}

/** Checks until the cause is found or nothing that is left is worth it. @param observe the result of a check; null where it cannot be made */
function search(map: FaultMap, way: Way, about: Background, observe: Patient['observe']): Search {
  const findings: Finding[] = []
  const skipped: string[] = []
  const trail: string[] = []
  const tookMs: number[] = []
  let minutes = 0
  for (let n = 0; ; n++) {
    const began = performance.now()
    const diagnosis = new Diagnosis(map, about, findings)
    const next = diagnosis.next(way, { allowed: ALL, skipped })
    tookMs.push(performance.now() - began)
    // By the book one goes on until the cause is plain; nobody reads the rest of the chapter then.
    const last = findings.at(-1)
    const abnormal = last !== undefined && last.result !== map.checks.find((c) => c.id === last.checkId)!.results[0]!.id
    const plain = abnormal && (diagnosis.result.odds[0]?.p ?? 0) >= SURE
    if (next.code !== 'check' || (way === 'book' && plain) || n >= MOST_CHECKS) {
      const named = next.code === 'found' ? next.causeIds : diagnosis.result.odds.slice(0, 1).map((o) => o.cause.id)
      return { diagnosis, named, minutes, checks: findings.length, tookMs, trail }
    }
    if (next.check.firing && next.check.access === 'gas-shut') throw new Error(`Unsafe: ${next.check.id}`)
    const result = observe(next.check)
    if (result === null) skipped.push(next.check.id)
    else {
      findings.push({ checkId: next.check.id, result })
      trail.push(`${next.check.id}=${result} ${next.minutes}`)
      minutes += next.minutes
    }
  }
}

/** Right is the likeliest, or as good as the likeliest. */
function isFirst({ diagnosis: { result } }: Search, cause: string): boolean {
  const [first] = result.odds
  const own = result.odds.find((o) => o.cause.id === cause)
  return own !== undefined && first !== undefined && (own.cause.id === first.cause.id || own.p > 0.9 * first.p)
}

/** Each of these by the short way and by the book. */
export type Case = (way: Way) => Solved

type Sounds = Map<string, ReturnType<typeof runOf>>

/** Draws cases of one kind of burner. */
export class Cases {
  private readonly sounds: Sounds = new Map()
  /** What showed as a symptom that the map does not know of it, and how often. */
  readonly missing = new Map<string, number>()

  constructor(
    private readonly cards: readonly string[],
    private readonly random: Random,
  ) {}

  private card(): { readonly card: Card; readonly map: FaultMap } {
    const card = cardOf(this.cards[Math.floor(this.random() * this.cards.length)]!)
    return { card, map: faultMapOf(card.burnerKind) }
  }

  private patient(card: Card, causes: readonly string[], broken: Broken): Patient {
    const sound = this.sounds.get(card.id) ?? runOf(card, card.ratings[0]!.gas, 1, {}, false)
    this.sounds.set(card.id, sound)
    return new Patient(card, causes, broken, this.random, sound, Math.floor(this.random() * 1e9))
  }

  private cause(map: FaultMap, often: (id: string) => number): string {
    const causes = map.causes.map((c) => c.id).filter((id) => id in BROKEN && often(id) > 0)
    let x = this.random() * causes.reduce((sum, id) => sum + often(id), 0)
    return causes.find((id) => (x -= often(id)) < 0) ?? causes[0]!
  }

  /** Draws what is broken until it shows as a symptom that the map knows of it. */
  private broken(
    card: Card,
    map: FaultMap,
    often: (id: string) => number,
  ): { readonly cause: string; readonly broken: Broken; readonly patient: Patient } {
    for (;;) {
      const cause = this.cause(map, often)
      const broken = BROKEN[cause]!(this.random, card.burnerKind)
      const patient = this.patient(card, [cause], broken)
      const { symptom } = patient
      if (symptom === null) continue
      if (map.causes.find((k) => k.id === cause)!.priors[symptom] !== undefined) return { cause, broken, patient }
      const key = `${cause} shows as ${symptom}`
      this.missing.set(key, (this.missing.get(key) ?? 0) + 1)
    }
  }

  /** One thing broken. */
  single(): { readonly cause: string; readonly solve: Case } {
    const { card, map } = this.card()
    const { cause, patient } = this.broken(card, map, (id) => FREQUENCIES[id] ?? EVEN)
    const symptom = patient.symptom!
    return {
      cause,
      solve: (way) => {
        const s = search(map, way, { symptom }, (c) => patient.observe(c))
        const found = isFirst(s, cause)
        if (way === 'short' && (process.env.WHY === 'all' || (process.env.WHY && !found)))
          console.log(
            `   ${card.id} ${cause} as ${symptom}: ${s.diagnosis.result.odds
              .slice(0, 4)
              .map((o) => `${o.cause.id} ${o.p.toFixed(2)}`)
              .join()} | ${s.trail.join(', ')}`,
          )
        return { ...s, found }
      },
    }
  }

  /**
   * Two things broken at once. Who searches repairs what is named and tries again; solved is a case whose two causes were both repaired and nothing else was.
   */
  double(): { readonly cause: string; readonly solve: Case } {
    for (;;) {
      const { card, map } = this.card()
      const often = (id: string) => FREQUENCIES[id] ?? EVEN
      const [a, b] = [this.broken(card, map, often), this.broken(card, map, often)]
      const both = a.cause === b.cause ? null : bothBroken(a.broken, b.broken)
      if (!both) continue
      const together = this.patient(card, [a.cause, b.cause], both)
      if (together.symptom === null || !map.book[together.symptom]) continue
      return {
        cause: [a.cause, b.cause].sort().join(' and '),
        solve: (way) => {
          let left = [a, b]
          let patient = together
          const repaired: string[] = []
          const sum = { minutes: 0, checks: 0, tookMs: [] as number[] }
          while (left.length > 0) {
            const s = search(map, way, { symptom: patient.symptom!, replaced: repaired }, (c) => patient.observe(c))
            sum.minutes += s.minutes
            sum.checks += s.checks
            sum.tookMs.push(...s.tookMs)
            const right =
              s.named.length > 1 ? s.named.every((id) => left.some((l) => l.cause === id)) : left.some((l) => isFirst(s, l.cause))
            if (!right) return { ...sum, found: false }
            const done = left.filter((l) => (s.named.length > 1 ? s.named.includes(l.cause) : isFirst(s, l.cause)))
            repaired.push(...done.map((l) => l.cause))
            left = left.filter((l) => !done.includes(l))
            if (left[0]) patient = left[0].patient
          }
          return { ...sum, found: true }
        },
      }
    }
  }

  /**
   * One thing that comes and goes: at every check it is there or not, as often as this one is; moving the part brings it on. What the customer noticed is told.
   */
  intermittent(): { readonly cause: string; readonly solve: Case } {
    const { card, map } = this.card()
    const { cause, patient } = this.broken(card, map, (id) => COMES_AND_GOES[id] ?? 0)
    const sound = this.patient(card, [], {})
    const there = 0.25 + 0.6 * this.random()
    const told = (TOLD[cause] ?? []).filter(() => this.random() < 0.7)
    return {
      cause,
      solve: (way) => {
        const s = search(map, way, { symptom: patient.symptom!, intermittent: true, circumstances: told }, (c) =>
          (c.moving || this.random() < there ? patient : sound).observe(c),
        )
        return { ...s, found: isFirst(s, cause) }
      },
    }
  }
}
