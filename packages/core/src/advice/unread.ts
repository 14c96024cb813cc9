import type { Columns } from './columns'
import type { Desk, DeskScrew } from './desk'

/** Whether a screw that is moved at a rate can move another rate's figures. */
export function reaches(desk: Desk, screw: DeskScrew, rateId: string, movedAt: string): boolean {
  if (rateId === movedAt) return true
  if (screw.function === 'menu' || screw.function === 'cam') return false
  if (screw.section !== null) return desk.rates.find((r) => r.id === rateId)?.sections.includes(screw.section) ?? false
  return true
}

/**
 * What was moved and not read since, by rate: of which screws a reading tells. The guesses that foretold it are kept for those alone; what the others are thought to be
 * stays as it is, or every reading would make it the guess of the few that happened to be right about something else (a particle filter in factors).
 */
export class Unread {
  private readonly moved = new Map<string, Set<number>>()
  private last: { readonly screwAt: number; readonly rateId: string } | null = null

  constructor(
    private readonly desk: Desk,
    private readonly columns: Columns,
  ) {}

  /** A screw was moved at a rate. */
  add(screwAt: number, rateId: string): void {
    const screw = this.desk.screws[screwAt]!
    this.last = { screwAt, rateId }
    for (const { id } of this.desk.rates) if (reaches(this.desk, screw, id, rateId)) this.at(id).add(screwAt)
  }

  /** A rate was read: what was moved is known there. */
  clear(rateId: string): void {
    this.moved.delete(rateId)
  }

  /** Remembers what is unread now; answers with the way back to it. */
  mark(): () => void {
    const moved = [...this.moved].map(([rateId, screws]) => [rateId, new Set(screws)] as const)
    return () => {
      this.moved.clear()
      for (const [rateId, screws] of moved) this.moved.set(rateId, new Set(screws))
    }
  }

  /** What was moved is over, read or not: another visit begins. */
  forget(): void {
    this.moved.clear()
    this.last = null
  }

  /** Screws of which a reading at this rate tells: what was moved since it was read, and what was moved last at all, which may still come. */
  tellsOf(rateId: string): ReadonlySet<number> {
    const { desk, last } = this
    const some = new Set(this.moved.get(rateId))
    if (last && reaches(desk, desk.screws[last.screwAt]!, rateId, last.rateId)) some.add(last.screwAt)
    return some
  }

  /** Columns that a reading at this rate tells nothing of: other screws, and the figures of other rates that hang on those alone. */
  untold(rateId: string, tellsOf: ReadonlySet<number>): Uint8Array {
    const { columns, desk } = this
    const keep = new Uint8Array(columns.width)
    for (const [i, c] of columns.screw.entries()) if (!tellsOf.has(i)) for (const at of Object.values(c)) keep[at] = 1
    for (const [r, { id }] of desk.rates.entries()) {
      if (id === rateId) continue
      const c = columns.rate[r]!
      const unread = [...(this.moved.get(id) ?? [])]
      if (!unread.some((i) => tellsOf.has(i))) for (const at of [c.mixture, c.gas, c.co, ...c.pressure]) keep[at] = 1
      for (const [section, at] of c.pressure.entries()) {
        const own = unread.filter((i) => (desk.screws[i]!.section ?? section) === section)
        if (own.length > 0 && !own.some((i) => tellsOf.has(i))) keep[at] = 1
      }
    }
    return keep
  }

  private at(rateId: string): Set<number> {
    const known = this.moved.get(rateId) ?? new Set()
    this.moved.set(rateId, known)
    return known
  }
}
