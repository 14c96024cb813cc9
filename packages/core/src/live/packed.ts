import type { Sample } from '../measure'
import { fail, ok, type Result } from '../result'
import type { PackedTrace } from './packedSchema'

/** Of every browser and every server; the core itself knows of neither. */
const { atob, btoa } = globalThis as unknown as Readonly<Record<'atob' | 'btoa', (text: string) => string>>

/** Seconds that one chunk holds at most, and samples, whatever came first. */
export const CHUNK_S = 60
const MOST_IN_CHUNK = 1200
/** What a time is told to, s. */
const TICK_S = 0.1

const zigzag = (n: number): number => (n >= 0 ? 2 * n : -2 * n - 1)
const unzigzag = (n: number): number => (n % 2 === 0 ? n / 2 : -(n + 1) / 2)

function pushNumber(bytes: number[], n: number): void {
  let rest = n
  while (rest >= 128) {
    bytes.push((rest % 128) + 128)
    rest = Math.floor(rest / 128)
  }
  bytes.push(rest)
}

/**
 * Packs samples of one channel (s on any clock whose zero is the epoch, SI values) into chunks of at most a minute. A value is kept to half a step of
 * `resolution`, a time to 0.05 s; order is by time.
 *
 * @example
 * packTrace([{ s: 1_760_000_000, value: 2140 }, { s: 1_760_000_000.5, value: 2150 }], 1) // [{ at: '2025-10-09T…', resolution: 1, data: '…' }]
 */
export function packTrace(samples: readonly Sample[], resolution: number): PackedTrace[] {
  const chunks: PackedTrace[] = []
  const sorted = samples.filter((p) => Number.isFinite(p.value) && Number.isFinite(p.s)).sort((a, b) => a.s - b.s)
  for (let i = 0; i < sorted.length;) {
    const first = sorted[i]!
    const beganMs = Math.round(first.s * 1000)
    const bytes: number[] = []
    let [tick, step, value] = [0, 0, 0]
    for (let n = 0; i < sorted.length && n < MOST_IN_CHUNK; n++, i++) {
      const at = Math.round((sorted[i]!.s - beganMs / 1000) / TICK_S)
      if (at * TICK_S >= CHUNK_S) break
      const now = Math.round(sorted[i]!.value / resolution)
      const change = at - tick - step
      pushNumber(bytes, 2 * zigzag(now - value) + (change === 0 ? 0 : 1))
      if (change !== 0) pushNumber(bytes, zigzag(change))
      step = at - tick
      tick = at
      value = now
    }
    chunks.push({ at: new Date(beganMs).toISOString(), resolution, data: btoa(String.fromCharCode(...bytes)) })
  }
  return chunks
}

/**
 * The samples of packed chunks, in order of time. Problem: `trace-unreadable` where what stands there was never packed.
 *
 * @example
 * unpackTrace(packTrace(samples, 1)) // { ok: true, value: [{ s: 1_760_000_000, value: 2140 }, …] }
 */
export function unpackTrace(chunks: readonly PackedTrace[]): Result<Sample[]> {
  const samples: Sample[] = []
  for (const { at, resolution, data } of chunks) {
    const beganS = Date.parse(at) / 1000
    const bytes = Uint8Array.from(atob(data), (c) => c.charCodeAt(0))
    let i = 0
    const next = (): number => {
      let [n, factor] = [0, 1]
      for (;;) {
        const byte = bytes[i++]
        if (byte === undefined) return NaN
        n += (byte % 128) * factor
        if (byte < 128) return n
        factor *= 128
      }
    }
    let [tick, step, value] = [0, 0, 0]
    while (i < bytes.length) {
      const word = next()
      if (word % 2 === 1) step += unzigzag(next())
      tick += step
      value += unzigzag(Math.floor(word / 2))
      if (!Number.isFinite(tick) || !Number.isFinite(value)) return fail('trace-unreadable', { at })
      samples.push({ s: beganS + tick * TICK_S, value: value * resolution })
    }
  }
  return ok(samples.sort((a, b) => a.s - b.s))
}

/** One row of a minute table: the mean of each channel's values in that stretch, SI; null where it said nothing. */
export interface Minute {
  readonly fromS: number
  readonly values: readonly (number | null)[]
}

/** Stretches that a clock's hand knows, min. */
const STRETCHES_MIN = [1, 2, 5, 10, 30, 60, 180, 360, 720, 1440] as const
/** A table longer than this is not read by anyone. */
const MOST_ROWS = 180

/**
 * A trace minute by minute, as a table beside its curve: whole minutes of the clock, each channel's mean over the minute; of a long trace as many minutes together as
 * keep the table readable.
 *
 * @example minuteTable([o2, co]) // [{ fromS: 1_760_000_040, values: [0.0512, 31e-6] }, …]
 */
export function minuteTable(channels: readonly (readonly Sample[])[]): Minute[] {
  const times = channels.flatMap((samples) => [samples[0]?.s, samples.at(-1)?.s]).filter((s) => s !== undefined)
  const spanMin = (Math.max(...times) - Math.min(...times)) / 60
  const stretchS = 60 * (STRETCHES_MIN.find((min) => spanMin / min <= MOST_ROWS) ?? STRETCHES_MIN.at(-1)!)
  const rows = new Map<number, { sum: number; n: number }[]>()
  channels.forEach((samples, i) => {
    for (const { s, value } of samples) {
      const at = Math.floor(s / stretchS)
      const row = rows.get(at) ?? channels.map(() => ({ sum: 0, n: 0 }))
      row[i]!.sum += value
      row[i]!.n++
      rows.set(at, row)
    }
  })
  return [...rows]
    .sort(([a], [b]) => a - b)
    .map(([at, sums]) => ({ fromS: at * stretchS, values: sums.map(({ sum, n }) => (n === 0 ? null : sum / n)) }))
}
