import { firstOutside, ok, type Result } from '../result'
import { WATER_CP } from './water'

export interface BurnWindow {
  /** Seconds until the limit; null when the load takes the heat away for good. */
  readonly seconds: number | null
  readonly slopeKPerS: number
  readonly heatCapacityJPerK: number
  /** Load that would hold the temperature. */
  readonly holdingLoadW: number
}

/**
 * How long a boiler can run at a rate before its limit stops it: `dT/dt = (P − load)/C`, with the heat content of water and metal.
 *
 * @param outputW heat into the water at this rate (not the input).
 * @param loadW what the system takes away meanwhile; taken as steady.
 * @param metalJPerK heat capacity of the exchanger's metal; 0 is the cautious side.
 * Range: output 10 W–10 MW, load 0–10 MW, water 0.1–20 000 kg, start and limit 0–130 °C. Problems: `not-finite`, `out-of-range`, `limit-not-above-start`.
 *
 * @example
 * burnWindow({ outputW: 24_000, loadW: 8_000, waterKg: 15, metalJPerK: 0, startK: 338.15, limitK: 353.15 }) // 58.9 s
 */
export function burnWindow(b: {
  readonly outputW: number
  readonly loadW: number
  readonly waterKg: number
  readonly metalJPerK: number
  readonly startK: number
  readonly limitK: number
}): Result<BurnWindow> {
  const problem =
    firstOutside(b, {
      outputW: [10, 1e7],
      loadW: [0, 1e7],
      waterKg: [0.1, 20_000],
      metalJPerK: [0, 1e8],
      startK: [273.15, 403.15],
      limitK: [273.15, 403.15],
    }) ?? (b.limitK <= b.startK ? ({ ok: false, error: { code: 'limit-not-above-start', path: ['limitK'] } } as const) : undefined)
  if (problem) return problem
  const heatCapacityJPerK = b.waterKg * WATER_CP + b.metalJPerK
  const slopeKPerS = (b.outputW - b.loadW) / heatCapacityJPerK
  return ok({
    seconds: slopeKPerS > 0 ? (b.limitK - b.startK) / slopeKPerS : null,
    slopeKPerS,
    heatCapacityJPerK,
    holdingLoadW: b.outputW,
  })
}

/**
 * In which order to measure several rates before the limit comes: each needs its minutes, the smallest output first warms least; whether the window holds
 * them all, and how much more load (open radiators, a heat dump) is missing.
 *
 * @example
 * planRates([{ id: 'max', outputW: 24_000, seconds: 300 }, { id: 'min', outputW: 6_000, seconds: 300 }], { loadW: 8_000, waterKg: 60, … })
 * // order ['min', 'max'] with the temperature at the end of each
 */
export function planRates(
  rates: readonly { readonly id: string; readonly outputW: number; readonly seconds: number }[],
  system: {
    readonly loadW: number
    readonly waterKg: number
    readonly metalJPerK: number
    readonly startK: number
    readonly limitK: number
  },
): { readonly steps: readonly { readonly id: string; readonly endK: number; readonly fits: boolean }[]; readonly missingLoadW: number } {
  const c = system.waterKg * WATER_CP + system.metalJPerK
  let k = system.startK
  const steps = [...rates]
    .sort((a, b) => a.outputW - b.outputW)
    .map((rate) => {
      k += ((rate.outputW - system.loadW) * rate.seconds) / c
      return { id: rate.id, endK: k, fits: k <= system.limitK }
    })
  const time = rates.reduce((sum, r) => sum + r.seconds, 0)
  const over = Math.max(0, ...steps.map((s) => s.endK - system.limitK))
  return { steps, missingLoadW: time > 0 ? (over * c) / time : 0 }
}
