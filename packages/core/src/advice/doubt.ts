import type { Cloud } from './cloud'
import type { DeskMove, DeskReading } from './desk'
import type { Explanation } from './said'
import { SAME, type Seen } from './seen'

const { abs, max, sqrt } = Math

/** Beyond so many times its doubt a reading contradicts the move that was written down. */
const CONTRADICTS = 3
/** Share of guesses that did so little, or went the other way, below which a slip is likelier than an odd valve. */
const TAIL = 0.04
/** What lies nearer than this, in its doubt, explains a reading. */
const FITS = 1.5

/** A move and what the guesses were before it. */
export interface Held {
  readonly move: DeskMove
  readonly before: Float64Array
}

/** The guesses before a move, had this been moved instead; as they were where nothing was. */
function moved(cloud: Cloud, { move, before }: Held, instead: Omit<DeskMove, 'rateId'> | null): Float64Array {
  const data = before.slice()
  const at = instead ? cloud.desk.screws.findIndex((s) => s.id === instead.screwId) : -1
  if (instead)
    for (let p = 0; p < cloud.count; p++)
      cloud.valve.turn(data, p * cloud.columns.width, at, cloud.rateAt(move.rateId), instead.amount, ((p % 7) - 3) / 2)
  return data
}

const tells = (readings: readonly DeskReading[]): readonly DeskReading[] =>
  readings.filter((r) => r.figure !== 'co' && r.figure !== 'inlet')

/** A reading that contradicts the last move, and the way back to what was thought before it. */
export interface Doubted {
  readonly readings: readonly DeskReading[]
  readonly back: () => void
}

/** Whether what is read once more says what was read before: then it was no slip. */
export const confirms = (before: readonly DeskReading[], again: readonly DeskReading[]): boolean =>
  tells(before).every((b) => {
    const r = again.find((x) => x.figure === b.figure && (x.section ?? null) === (b.section ?? null))
    return !r || abs(r.valueSi - b.valueSi) < SAME * r.repeats
  })

/** Whether readings contradict a move: far from all that was foretold, or among the last few guesses on their side. */
export function contradicts(cloud: Cloud, held: Held, readings: readonly DeskReading[], surprise: number): boolean {
  if (surprise > CONTRADICTS) return true
  const after = moved(cloud, held, held.move)
  const { width } = cloud.columns
  return tells(readings).some((reading) => {
    const said = cloud.latent(reading)
    if (!said) return false
    const foretold = cloud.guessed(said.at, after).mean - cloud.guessed(said.at, held.before).mean
    // More of what was meant is a strong screw, not a slip.
    const side = foretold < 0 ? -1 : 1
    const least = side * (said.value + side * said.doubt)
    let out = 0
    for (let p = 0; p < cloud.count; p++) if (side * after[p * width + said.at]! <= least) out++
    return abs(foretold) > CONTRADICTS * said.doubt && out < TAIL * cloud.count
  })
}

/**
 * What else would explain readings that contradict a move: turned the other way, not at all, another screw, or the burner at another rate. The best first; nothing where
 * no slip explains it either.
 */
export function explanationsOf(cloud: Cloud, seen: Seen, held: Held, readings: readonly DeskReading[]): readonly Explanation[] {
  const { move } = held
  const { desk } = cloud
  const told = tells(readings)
  /** How far the readings lie from what the guesses would have said, had this been moved instead. */
  const far = (instead: Omit<DeskMove, 'rateId'> | null): number => {
    const data = moved(cloud, held, instead)
    return max(
      0,
      ...told.map((reading) => {
        const said = cloud.latent(reading)
        if (!said) return 0
        const { mean, sd } = cloud.guessed(said.at, data)
        return abs(said.value - mean) / sqrt(sd * sd + said.doubt ** 2)
      }),
    )
  }
  const unit = desk.screws.find((s) => s.id === move.screwId)?.unit
  const others = desk.screws.filter((s) => s.id !== move.screwId && s.unit === unit)
  const tried: readonly { readonly how: Explanation; readonly z: number }[] = [
    { how: { code: 'not-moved' }, z: far(null) },
    { how: { code: 'other-way' }, z: far({ ...move, amount: -move.amount }) },
    ...others.flatMap(({ id }) =>
      [move.amount, -move.amount].map((amount) => ({
        how: { code: 'other-screw' as const, screwId: id, amount },
        z: far({ screwId: id, amount }),
      })),
    ),
    ...desk.rates.flatMap((rate) => {
      if (rate.id === move.rateId || !seen.at(rate.id)) return []
      const there = told.map((r) => {
        const known = seen.newest(rate.id, r.figure, r.section ?? null)
        const [here, other] = [cloud.latent(r), known && cloud.latent(known)]
        return here && other ? abs(here.value - other.value) / (2 * here.doubt) : 9
      })
      return { how: { code: 'other-rate' as const, rateId: rate.id }, z: max(...there) }
    }),
  ]
  return tried
    .filter(({ z }) => z < FITS)
    .sort((a, b) => a.z - b.z)
    .map(({ how }) => how)
    .filter(
      (how, i, all) => how.code !== 'other-screw' || all.findIndex((x) => x.code === 'other-screw' && x.screwId === how.screwId) === i,
    )
    .slice(0, 3)
}
