import type { Cloud } from './cloud'
import type { Aim, Desk } from './desk'

const { log } = Math

/** What is not known of an input that nobody clocked is the same before and after a move; only how it answers counts against a limit. */
const INPUT_SPREAD = 0.005

/** Where nobody clocked the meter, the input of a rate is what its pressures or its mixture say, within a few percent. */
export function supposeInput(desk: Desk, cloud: Cloud, rateId: string): void {
  const c = cloud.columns.rate[cloud.rateAt(rateId)]!
  const aim = desk.aims.find((a) => a.figure === 'mixture' && a.rateId === rateId)
  const pressure = desk.aims.filter((a) => a.figure === 'pressure' && a.rateId === rateId)
  for (let p = 0; p < cloud.count; p++) {
    const o = p * cloud.columns.width
    const said =
      pressure.length > 0
        ? pressure.reduce((sum, a) => sum + 0.5 * log(cloud.data[o + c.pressure[a.section ?? 0]!]! / middleOf(a)), 0) / pressure.length
        : aim
          ? log(middleOf(aim)) - cloud.data[o + c.mixture]!
          : 0
    cloud.data[o + c.gas] = said + INPUT_SPREAD * cloud.normal()
  }
}

const middleOf = (a: Aim): number => a.nominal ?? (a.min + a.max) / 2
