import { type Channel, medianOf, type Sample } from '../measure'
import { fromSi, toSi } from '../units'
import { quantityOf } from './protocol'

/** What the channels give away about how they are connected. Each is a suspicion with the test that proves it, never a verdict. */
export const LIVE_HINTS = ['hose-off', 'ports-swapped', 'wrong-unit', 'no-flow', 'diluted', 'zero-not-seen', 'dead-cell'] as const
export type LiveHint = (typeof LIVE_HINTS)[number]

/** A pressure that hangs in the air: next to nothing, with noise about zero, Pa. */
const IN_AIR_PA = 4
const HOSE_OFF_S = 4

const lastSeconds = (samples: readonly Sample[], seconds: number): readonly Sample[] => {
  const end = samples.at(-1)?.s ?? 0
  return samples.filter((p) => p.s >= end - seconds)
}

/**
 * A hose that came off: a port that showed a real pressure now shows zero with its noise, while the burner goes on.
 *
 * @param expectedPa what hangs there otherwise. @example hoseOff(samplesAtZero, 2000, true) // true
 */
export function hoseOff(samples: readonly Sample[], expectedPa: number, firing: boolean): boolean {
  if (!firing || Math.abs(expectedPa) < 10 * IN_AIR_PA) return false
  const now = lastSeconds(samples, HOSE_OFF_S)
  return now.length >= 4 && now.every((p) => Math.abs(p.value) < IN_AIR_PA)
}

interface Port {
  readonly nowPa: number
  /** Where it should lie, Pa. */
  readonly expected: { readonly min: number; readonly max: number }
}
const fits = (pa: number, { min, max }: Port['expected']): boolean => {
  const slack = 0.25 * Math.abs(max - min) + 0.15 * Math.max(Math.abs(min), Math.abs(max))
  return pa >= min - slack && pa <= max + slack
}
/**
 * Two ports whose hoses were changed over: each shows what the other should, and neither what it should itself.
 *
 * @example portsSwapped({ nowPa: 900, expected: inlet }, { nowPa: 2000, expected: manifold }) // true
 */
export const portsSwapped = (a: Port, b: Port): boolean =>
  !fits(a.nowPa, a.expected) && !fits(b.nowPa, b.expected) && fits(a.nowPa, b.expected) && fits(b.nowPa, a.expected)

/** Units that displays and settings are changed over between. */
const CONFUSED: Partial<Record<Channel, readonly string[]>> = {
  pressure: ['Pa', 'hPa', 'mbar', 'kPa', 'inH2O', 'mmH2O', 'psi'],
  draught: ['Pa', 'hPa', 'mbar', 'inH2O', 'mmH2O'],
  flueTemperature: ['°C', '°F'],
  airTemperature: ['°C', '°F'],
  co: ['ppm', '%'],
}
/**
 * A value that makes no sense in the unit it came in and makes sense in another: which. Null where it fits, or where nothing fits.
 *
 * @example wrongUnit('pressure', 840, 'Pa', { min: 1700, max: 2500 }) // null; wrongUnit('pressure', 21, 'Pa', …) // 'mbar'
 */
export function wrongUnit(channel: Channel, value: number, unit: string, expected: Port['expected']): string | null {
  const quantity = quantityOf(channel)
  if (value === 0 || fits(toSi(value, unit, quantity), expected)) return null
  return CONFUSED[channel]?.find((other) => other !== unit && fits(toSi(value, other, quantity), expected)) ?? null
}

/** A zero that was seen: the port said so, or showed the room for two seconds, since it was moved. */
export function zeroSeen(samples: readonly Sample[], zeroedS: number | null, sinceS: number): boolean {
  if (zeroedS !== null && zeroedS >= sinceS) return true
  let fromS: number | null = null
  for (const p of samples) {
    if (p.s < sinceS) continue
    if (Math.abs(p.value) > IN_AIR_PA) fromS = null
    else if (fromS === null) fromS = p.s
    else if (p.s - fromS >= 2) return true
  }
  return false
}

/** A cell that never moves: the same figure, to the last digit, over a start of the burner. Real cells have noise. */
export function deadCell(samples: readonly Sample[], seconds = 60): boolean {
  const now = lastSeconds(samples, seconds)
  const [first] = now
  return (
    now.length >= 30 && first !== undefined && (now.at(-1)?.s ?? 0) - first.s > 0.9 * seconds && now.every((p) => p.value === first.value)
  )
}

/** The middle of the last seconds, SI; null without any. */
export function lately(samples: readonly Sample[], seconds = 3): number | null {
  const now = lastSeconds(samples, seconds)
  return now.length === 0 ? null : medianOf(now.map((p) => p.value))
}

/** As it stood on the instrument's display. `shownBy('pressure', 2000, 'mbar')` → `20` */
export const asShown = (channel: Channel, valueSi: number, unit: string): number => fromSi(valueSi, unit, quantityOf(channel))
