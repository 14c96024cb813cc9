/**
 * How far the dates of drift are to be trusted: simulated fleets whose true way is known, cleaned in between or not, read by instruments that err and sometimes err badly.
 * `npm run bench -- drift [appliances of each kind] [seed]`. An interval of eighty per cent is meant to hold 75 to 85 % of the time.
 */
import { DRIFT_LAWS, driftOf, type DriftPoint, HORIZON_YEARS } from '@lucerna/core/drift'
import type { MeasurandId } from '@lucerna/core/measure'
import { normal, type Random, seededRandom } from '@lucerna/sim/random'

const wished = process.argv.slice(2).map(Number)
const [APPLIANCES = 2000, SEED = 1] = wished
const YEAR_MS = 365.25 * 86_400_000
const START = Date.parse('2015-01-01T00:00:00Z')

interface Fleet {
  readonly measurandId: MeasurandId
  /** As new, the limit, and which way it goes; in what is followed. */
  readonly start: number
  readonly limit: number
  readonly up: boolean
}
const ln = (si: number) => Math.log(si + 20e-6)
const FLEETS: readonly Fleet[] = [
  { measurandId: 'co.flue', start: ln(45e-6), limit: ln(200e-6), up: true },
  { measurandId: 'pressure.chamberDifferential', start: 160, limit: 240, up: true },
  { measurandId: 'pressure.working', start: 2000, limit: 1800, up: false },
  { measurandId: 'co2.flue', start: 0.09, limit: 0.095, up: true },
]

/** One appliance: its own rate and noise, laws that the model lacks in one of five (it bends), a wrong reading in twenty, cleaned now and then. */
function appliance(fleet: Fleet, cleaned: boolean, random: Random) {
  const law = DRIFT_LAWS[fleet.measurandId]!
  const way = fleet.up ? 1 : -1
  // Most get worse, a few do not or go the other way.
  const rate = way * law.yearly * (random() < 0.15 ? normal(random) * 0.3 : -Math.log(1 - random()) * 1.2)
  const noise = law.noise * Math.exp(normal(random) * 0.35)
  const bend = random() < 0.2 ? 1.25 + random() * 0.3 : 1
  const visits = 3 + Math.floor(random() * 9)
  let t = 0
  let wander = 0
  let since = 0
  const base = fleet.start - way * Math.abs(fleet.limit - fleet.start) * 0.15 * normal(random)
  const truth = () => base + rate * since ** bend + wander
  const read = () => truth() + normal(random) * noise * (random() < 0.05 ? 4 : 1)
  const value = (x: number) => (law.logFloor === undefined ? x : Math.max(0, Math.exp(x) - law.logFloor))
  const points: DriftPoint[] = []
  for (let i = 0; i < visits; i++) {
    const at = new Date(START + t * YEAR_MS).toISOString()
    const asFound = value(read())
    let asLeft: number | null = null
    if (cleaned && i > 0 && random() < 0.35) {
      // What had gathered goes, most of it.
      const stays = random() * 0.5
      since *= stays
      wander *= stays
      asLeft = value(read())
    }
    points.push({ at, asFound, asLeft })
    if (i < visits - 1) {
      const years = 0.7 + random() * 0.7
      t += years
      since += years
      wander += normal(random) * noise * 0.5 * Math.sqrt(years)
    }
  }
  // What happens if nothing is done: days until it truly crosses.
  const limit = fleet.limit
  const over = () => (fleet.up ? truth() >= limit : truth() <= limit)
  let crossed = over() ? 0 : Number.POSITIVE_INFINITY
  const step = 1 / 24
  for (let y = step; y <= HORIZON_YEARS && crossed === Number.POSITIVE_INFINITY; y += step) {
    since += step
    wander += normal(random) * noise * 0.5 * Math.sqrt(step)
    if (over()) crossed = y
  }
  return { points, last: points.at(-1)!.at, crossed, limit: value(limit) }
}

const years = (from: string, day: string | null): number =>
  day === null ? Number.POSITIVE_INFINITY : (Date.parse(day) - Date.parse(from)) / YEAR_MS
console.log('drift: how often the true day lies between the two that are told (80 % meant)')
for (const fleet of FLEETS)
  for (const cleaned of [false, true]) {
    const random = seededRandom(SEED + FLEETS.indexOf(fleet) * 2 + Number(cleaned))
    let [told, held, early, late, width] = [0, 0, 0, 0, 0]
    let [never, wrong] = [0, 0]
    const began = performance.now()
    for (let i = 0; i < APPLIANCES; i++) {
      const { points, last, crossed, limit } = appliance(fleet, cleaned, random)
      const drift = driftOf(fleet.measurandId, points, fleet.up ? { min: null, max: limit } : { min: limit, max: null })
      if (!drift) continue
      if (!drift.leaves) {
        never++
        if (crossed <= HORIZON_YEARS) wrong++
        continue
      }
      const [from, until] = [years(last, drift.leaves.from), years(last, drift.leaves.until)]
      told++
      if (crossed < from - 2 / 365) early++
      else if (crossed > until + 2 / 365) late++
      else held++
      width += Math.min(until, HORIZON_YEARS) - Math.min(from, HORIZON_YEARS)
    }
    const share = (n: number, of: number) => `${((100 * n) / Math.max(1, of)).toFixed(1)} %`
    console.log(
      `${fleet.measurandId.padEnd(30)} ${cleaned ? 'cleaned ' : 'left be '} held ${share(held, told)} (earlier ${share(early, told)}, later ${share(late, told)}), ${(width / Math.max(1, told)).toFixed(1)} years wide; ` +
        `${never} of ${APPLIANCES} called steady, of which ${share(wrong, never)} crossed; ${((performance.now() - began) / APPLIANCES).toFixed(2)} ms each`,
    )
  }
