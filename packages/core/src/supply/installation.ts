import { pipeSize } from './pipeSizes'

/** A run of pipe of one size, as it stands in a pipe list. */
export interface PipeLength {
  readonly size: string
  readonly lengthM: number
}

/**
 * What a list of pipes holds, m³. Sizes that are not in {@link pipeSize} count nothing.
 *
 * @example
 * pipesVolume([{ size: 'cu-22', lengthM: 12 }]) // 0.00385
 */
export const pipesVolume = (pipes: readonly PipeLength[]): number =>
  pipes.reduce((sum, p) => sum + (Math.PI / 4) * (pipeSize(p.size)?.insideDiameterM ?? 0) ** 2 * p.lengthM, 0)

/** How a meter counts for a tightness test: its class, and what it holds. */
export interface MeterClass {
  readonly meterKind: 'ultrasonic-or-none' | 'small-diaphragm' | 'large-diaphragm' | null
  /** Inside volume, m³; null where the size does not tell it. */
  readonly volumeM3: number | null
}

/** Largest flow of a diaphragm meter, m³/h, against what it holds, m³: typical housings, the meter's own plate comes first. */
const HOUSINGS: readonly (readonly [maxM3PerH: number, volumeM3: number])[] = [
  [10, 0.008],
  [16, 0.025],
  [25, 0.037],
  [40, 0.067],
  [65, 0.1],
  [105, 0.182],
  [165, 0.304],
]
/** From here on a diaphragm meter is of the large class. */
const LARGE_FROM_M3_PER_H = 16
const ULTRASONIC_M3 = 0.0024
const FT3_M3 = 0.028316846592

/** Largest flow by the size as it is printed: "G4" is 6 m³/h (1.6 times the nominal), "U6" is 6, "250 class" is 250 ft³/h. */
function largestFlow(size: string | null): number | null {
  const [, letter = '', number = ''] = /^\s*([A-Za-z]?)\s*([\d.]+)/.exec(size ?? '') ?? []
  const n = Number(number)
  if (!(n > 0)) return null
  if (letter.toUpperCase() === 'G') return n === 4 ? 6 : 1.6 * n
  return letter === '' ? n * FT3_M3 : n
}

/**
 * The class of a meter for the limits of a tightness test, and what it adds to the volume. What cannot be told is null: the strictest limit then holds,
 * and no leak rate is worked out.
 *
 * @example
 * meterClass('diaphragm', 'G4') // { meterKind: 'small-diaphragm', volumeM3: 0.008 }
 */
export function meterClass(kind: string | null, size: string | null): MeterClass {
  if (kind === 'none') return { meterKind: 'ultrasonic-or-none', volumeM3: 0 }
  if (kind === 'ultrasonic') return { meterKind: 'ultrasonic-or-none', volumeM3: ULTRASONIC_M3 }
  if (kind !== 'diaphragm') return { meterKind: null, volumeM3: null }
  const flow = largestFlow(size)
  if (flow === null) return { meterKind: null, volumeM3: null }
  return {
    meterKind: flow >= LARGE_FROM_M3_PER_H ? 'large-diaphragm' : 'small-diaphragm',
    volumeM3: HOUSINGS.find(([max]) => flow <= max * 1.05)?.[1] ?? null,
  }
}
