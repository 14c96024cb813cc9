import type { Sample } from '../measure'
import type { ChannelStatus } from './protocol'
import type { Line } from './line'

/** What became of a line. */
export type Fate = 'taken' | 'repeated' | 'late' | 'too-late' | 'thinned' | 'restarted'

/** How far back a trace goes, s. */
export const KEPT_S = 900
/** Lines closer than this are thinned to the newest: nothing here changes faster than it is read, and a flood costs no more than a stream. */
const CLOSEST_S = 0.2
/** Numbers that are known again, of the newest. */
const REMEMBERED = 4000

/**
 * What one channel has said, in the order in which it was measured: repeated lines count once, late ones are put where they belong, a flood is thinned, and an
 * instrument that was switched off and on begins anew. Times are seconds on the clock of who receives.
 *
 * @example
 * const trace = new ChannelTrace()
 * trace.push(line, 2140, Date.now()) // 'taken'
 */
export class ChannelTrace {
  private list: Sample[] = []
  private seq = -1
  /** When each number was measured, by the instrument's own clock. */
  private readonly seen = new Map<number, string>()
  private newestOwnS = -Infinity
  private offsetS = 0
  /** The last thing it said that was no value, while it stands. */
  status: ChannelStatus | null = null
  /** When it was zeroed last, s. */
  zeroedS: number | null = null
  /** When anything was heard of it last, s. */
  heardS = -Infinity
  readonly counts: Record<Fate, number> = { taken: 0, repeated: 0, late: 0, 'too-late': 0, thinned: 0, restarted: 0 }
  /** How many numbers were left out on the way. */
  gaps = 0

  get samples(): readonly Sample[] {
    return this.list
  }
  get last(): Sample | undefined {
    return this.list.at(-1)
  }

  /** Takes a line in, with its value in SI if it has one, and when it was received, ms. */
  push(line: Line, valueSi: number | null, receivedMs: number): Fate {
    const fate = this.take(line, valueSi, receivedMs)
    this.counts[fate]++
    return fate
  }

  private take(line: Line, valueSi: number | null, receivedMs: number): Fate {
    const nowS = receivedMs / 1000
    const ownS = Date.parse(line.t) / 1000
    if (this.seen.get(line.seq) === line.t) return 'repeated'
    const newest = this.seq < 0 || ownS >= this.newestOwnS
    // A number that was counted past already, at a later time: it was switched off and on. A next number at a far earlier time: its clock was set.
    const restarted = this.seq >= 0 && (line.seq <= this.seq ? ownS > this.newestOwnS : ownS < this.newestOwnS - KEPT_S)
    if (restarted) {
      this.seen.clear()
      this.seq = -1
    }
    // The quickest way that a line has come is the truest: others were held up, and stand as if they had not been.
    const quicker = this.seq < 0 ? 0 : Math.max(0, this.offsetS - (nowS - ownS))
    if (quicker > 0) this.list = this.list.map((p) => ({ s: p.s - quicker, value: p.value }))
    this.offsetS = this.seq < 0 ? nowS - ownS : this.offsetS - quicker
    if (this.seq >= 0 && line.seq > this.seq + 1) this.gaps += line.seq - this.seq - 1
    const late = !restarted && !newest
    if (late && this.gaps > 0) this.gaps--
    this.remember(line)
    this.heardS = Math.max(this.heardS, nowS)
    const s = Math.min(nowS, ownS + this.offsetS)
    const fate: Fate = restarted ? 'restarted' : late ? 'late' : 'taken'
    if (valueSi === null) {
      if ('status' in line && !late) {
        this.status = line.status === 'zeroed' ? null : line.status
        if (line.status === 'zeroed') this.zeroedS = s
      }
      return fate
    }
    if (s < nowS - KEPT_S) return 'too-late'
    if (!late && this.status !== 'battery-low') this.status = null
    return this.put({ s, value: valueSi }) ?? fate
  }

  private remember(line: Line): void {
    this.seen.set(line.seq, line.t)
    if (this.seen.size > REMEMBERED) for (const [old] of [...this.seen].slice(0, REMEMBERED / 2)) this.seen.delete(old)
    const ownS = Date.parse(line.t) / 1000
    if (this.seq < 0 || ownS > this.newestOwnS) this.newestOwnS = ownS
    this.seq = Math.max(this.seq, line.seq)
  }

  private put(sample: Sample): Fate | undefined {
    const { list } = this
    const before = list.findLastIndex((p) => p.s <= sample.s)
    const near = list[before]
    if (near && before === list.length - 1 && sample.s - near.s < CLOSEST_S) {
      list[before] = { s: near.s, value: sample.value }
      return 'thinned'
    }
    list.splice(before + 1, 0, sample)
    const from = (list.at(-1)?.s ?? 0) - KEPT_S
    if ((list[0]?.s ?? Infinity) < from) this.list = list.filter((p) => p.s >= from)
    return undefined
  }
}
