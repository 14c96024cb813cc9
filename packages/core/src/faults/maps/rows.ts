import type { CheckPart } from './build'

type Results = CheckPart['results']
/** `results('made: Made', 'open: Open')`: ids and words; the first is what a sound part shows. */
export const results = (...words: string[]): Results =>
  words.map((w) => {
    const [id, label] = w.split(': ') as [string, string]
    return { id, label }
  })
/** A figure against the card’s band, or against the usual one where the card has none. */
export const banded = (usual: { min?: number; max?: number }, words: { inside: string; low?: string; high?: string }): Results => [
  { id: 'inside', label: words.inside, card: 'inside', range: usual },
  ...(words.low
    ? [{ id: 'low', label: words.low, card: 'below' as const, range: usual.min === undefined ? null : { max: usual.min } }]
    : []),
  ...(words.high
    ? [{ id: 'high', label: words.high, card: 'above' as const, range: usual.max === undefined ? null : { min: usual.max } }]
    : []),
]
/** The same row for several causes. */
export const each = (ids: string, row: Readonly<Record<string, number>>): Record<string, Readonly<Record<string, number>>> =>
  Object.fromEntries(ids.split(' ').map((id) => [id, row]))

/** Causes that end a start before the spark. */
export const NO_AIR = 'fan pressure-tube air-switch damper'
export const NOT_STARTED = 'no-power no-water low-water gas-switch time-switch room-thermostat zone-valve external-wiring'
/** Causes that end a start, or stop a burner that runs. */
export const EITHER = 'limit no-flow pump'

/** Causes under which the control never comes to the valve. */
export const NO_VOLTS = {
  ...each(NOT_STARTED, { none: 0.94 }),
  ...each(EITHER, { none: 0.5 }),
  ...each(NO_AIR, { none: 0.9 }),
  drain: { none: 0.45 },
  vent: { none: 0.55 },
  igniter: { none: 0.3 },
  'valve-leak': { none: 0.9 },
  'stage-relay': { none: 0.88 },
  'stage-parameter': { none: 0.5 },
}

export const METER = ['Multimeter']
export const GAUGE = ['Pressure gauge']
