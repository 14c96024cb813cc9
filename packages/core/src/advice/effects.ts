import { o2OfLambda } from '../burner'
import { AIR_OXYGEN } from '../gas'
import type { Cloud } from './cloud'
import type { Desk } from './desk'
import type { Effect } from './said'
import type { Seen } from './seen'

const { abs, exp, max } = Math

/** What a move does to every figure that was read, at every rate: middle and 90 % interval of what the guesses say after it. */
export function effectsOf(desk: Desk, cloud: Cloud, seen: Seen, after: Float64Array): readonly Effect[] {
  const { width } = cloud.columns
  const list: Effect[] = []
  const add = (figure: Effect['figure'], rateId: string, section: number | null, of: (data: Float64Array, o: number) => number) => {
    const sorted = (data: Float64Array) => Float64Array.from({ length: cloud.count }, (_, p) => of(data, p * width)).sort()
    const [now, to] = [sorted(cloud.data), sorted(after)]
    const q = (x: Float64Array, share: number) => x[Math.floor(share * (x.length - 1))]!
    if (abs(q(to, 0.5) - q(now, 0.5)) > 1e-3 * abs(q(now, 0.5)) || q(to, 0.95) - q(to, 0.05) > 1.2 * (q(now, 0.95) - q(now, 0.05)))
      list.push({ figure, rateId, section, now: q(now, 0.5), low: q(to, 0.05), to: q(to, 0.5), high: q(to, 0.95) })
  }
  for (const [r, rate] of desk.rates.entries()) {
    if (!seen.at(rate.id)) continue
    const c = cloud.columns.rate[r]!
    for (const section of rate.sections)
      if (seen.newest(rate.id, 'pressure', section))
        add('pressure', rate.id, desk.sectionCount > 1 ? section : null, (d, o) => d[o + c.pressure[section]!]!)
    if (seen.newest(rate.id, desk.reads)) {
      const o2 = (d: Float64Array, o: number) => o2OfLambda(desk.gas, max(1, exp(d[o + c.mixture]!)))
      add(desk.reads, rate.id, null, (d, o) => (desk.reads === 'o2' ? o2(d, o) : desk.gas.co2Max * (1 - o2(d, o) / AIR_OXYGEN)))
      if (seen.newest(rate.id, 'co'))
        add('co', rate.id, null, (d, o) => (exp(d[o + c.co]! + cloud.curve(d, o, r)) * 1e-6 * (AIR_OXYGEN - o2(d, o))) / AIR_OXYGEN)
    }
    add('input', rate.id, null, (d, o) => exp(d[o + c.gas]!))
  }
  return list
}
