import type { Desk } from './desk'
import { SCREW_FUNCTIONS } from './priors'

/** Where one guess keeps what. */
export interface Columns {
  readonly width: number
  /** `stick`: the strain at which it comes loose, in its unit; 0 for one that runs freely. */
  readonly screw: readonly {
    readonly gain: number
    readonly play: number
    readonly at: number
    readonly dead: number
    readonly stick: number
  }[]
  readonly rate: readonly { readonly mixture: number; readonly gas: number; readonly co: number; readonly pressure: readonly number[] }[]
  /** How λ follows gas; how much a screw does at a rate that is not its own; suction at the venturi (ln Pa) and offset (Pa); highest pressure; CO curve. */
  readonly follow: number
  /** What screws of one function have in common: same valve, same spring. By the place of the function. */
  readonly alike: readonly number[]
  readonly cross: number
  readonly venturi: number
  readonly offset: number
  readonly ceiling: number
  readonly knee: number
  readonly steep: number
}

export function columnsOf(desk: Desk): Columns {
  let n = 0
  const next = () => n++
  const screw = desk.screws.map(() => ({ gain: next(), play: next(), at: next(), dead: next(), stick: next() }))
  const rate = desk.rates.map(() => ({
    mixture: next(),
    gas: next(),
    co: next(),
    pressure: Array.from({ length: desk.sectionCount }, next),
  }))
  const rest = {
    follow: next(),
    alike: SCREW_FUNCTIONS.map(next),
    cross: next(),
    venturi: next(),
    offset: next(),
    ceiling: next(),
    knee: next(),
    steep: next(),
  }
  return { screw, rate, ...rest, width: n }
}
