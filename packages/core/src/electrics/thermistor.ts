import { fail, firstOutside, ok, type Result } from '../result'

const OHMS = [0.1, 1e8] as const
const KELVIN = [200, 600] as const

/**
 * Resistance of an NTC thermistor by one beta: `R = R0·exp(β·(1/T − 1/T0))`. One-beta curves are about 0.7 K off at 0 °C.
 *
 * Range: 0.1 Ω–100 MΩ, β 500–8000 K, −73…327 °C. Problems: `not-finite`, `out-of-range`.
 *
 * @example
 * betaResistance({ r0Ohm: 10_000, t0K: 298.15, betaK: 3977 }, 333.15) // 2462.6 Ω
 */
export function betaResistance(curve: BetaCurve, temperatureK: number): Result<number> {
  const problem = firstOutside({ ...curve, temperatureK }, { r0Ohm: OHMS, t0K: KELVIN, betaK: [500, 8000], temperatureK: KELVIN })
  return problem ?? ok(curve.r0Ohm * Math.exp(curve.betaK * (1 / temperatureK - 1 / curve.t0K)))
}

export interface BetaCurve {
  readonly r0Ohm: number
  readonly t0K: number
  readonly betaK: number
}

/** The reverse: temperature from resistance, K. `betaTemperature({ r0Ohm: 10_000, t0K: 298.15, betaK: 3977 }, 2462.6)` → `333.15`. */
export function betaTemperature(curve: BetaCurve, ohm: number): Result<number> {
  const problem = firstOutside({ ...curve, ohm }, { r0Ohm: OHMS, t0K: KELVIN, betaK: [500, 8000], ohm: OHMS })
  if (problem) return problem
  const k = 1 / (1 / curve.t0K + Math.log(ohm / curve.r0Ohm) / curve.betaK)
  return firstOutside({ temperatureK: k }, { temperatureK: KELVIN }) ?? ok(k)
}

/**
 * The one beta through two points, K; null where they do not differ. `β = ln(R1/R2)/(1/T1 − 1/T2)`.
 *
 * @example
 * betaOfPoints({ temperatureK: 298.15, ohm: 10_000 }, { temperatureK: 333.15, ohm: 2462.6 }) // 3977
 */
export function betaOfPoints(one: ThermistorPoint, other: ThermistorPoint): number | null {
  const span = 1 / one.temperatureK - 1 / other.temperatureK
  const beta = Math.log(one.ohm / other.ohm) / span
  return Math.abs(span) < 1e-9 || !Number.isFinite(beta) ? null : beta
}

/** `1/T = a + b·ln R + c·(ln R)³`. */
export interface SteinhartHart {
  readonly a: number
  readonly b: number
  readonly c: number
}

export interface ThermistorPoint {
  readonly temperatureK: number
  readonly ohm: number
}

/**
 * Steinhart–Hart coefficients through three measured points.
 *
 * Problems: `not-finite`, `out-of-range`, `points-too-close` (temperatures or resistances that do not differ), `not-a-thermistor` (the curve bends back).
 * Source: Steinhart and Hart, Deep-Sea Research 15 (1968) 497.
 *
 * @example
 * steinhartHart([{ temperatureK: 273.15, ohm: 32_650 }, { temperatureK: 298.15, ohm: 10_000 }, { temperatureK: 333.15, ohm: 2_488 }])
 */
export function steinhartHart(points: readonly [ThermistorPoint, ThermistorPoint, ThermistorPoint]): Result<SteinhartHart> {
  for (const [i, p] of points.entries()) {
    const problem = firstOutside(p, { temperatureK: KELVIN, ohm: OHMS })
    if (problem && !problem.ok) return { ok: false, error: { ...problem.error, path: ['points', i, ...(problem.error.path ?? [])] } }
  }
  const [l1, l2, l3] = points.map((p) => Math.log(p.ohm)) as [number, number, number]
  const [y1, y2, y3] = points.map((p) => 1 / p.temperatureK) as [number, number, number]
  if (Math.min(Math.abs(l1 - l2), Math.abs(l2 - l3), Math.abs(l1 - l3)) < 1e-3) return fail('points-too-close', {}, ['points'])
  if (Math.min(Math.abs(y1 - y2), Math.abs(y2 - y3), Math.abs(y1 - y3)) < 1e-7) return fail('points-too-close', {}, ['points'])
  const g2 = (y2 - y1) / (l2 - l1)
  const g3 = (y3 - y1) / (l3 - l1)
  const c = (g3 - g2) / (l3 - l2) / (l1 + l2 + l3)
  const b = g2 - c * (l1 * l1 + l1 * l2 + l2 * l2)
  const a = y1 - l1 * (b + c * l1 * l1)
  // 1/T must rise with ln R all over the points, else it is not an NTC.
  if (![l1, l2, l3].every((l) => b + 3 * c * l * l > 0)) return fail('not-a-thermistor', {}, ['points'])
  return ok({ a, b, c })
}

/** Temperature on a Steinhart–Hart curve, K. */
export function steinhartTemperature(curve: SteinhartHart, ohm: number): Result<number> {
  const problem = firstOutside({ ohm }, { ohm: OHMS })
  if (problem) return problem
  const l = Math.log(ohm)
  const k = 1 / (curve.a + l * (curve.b + curve.c * l * l))
  return firstOutside({ temperatureK: k }, { temperatureK: KELVIN }) ?? ok(k)
}

/**
 * Temperature from the card's own table, K: monotone cubic (Fritsch–Carlson) of 1/T over ln R, so that no wiggle between rows invents a temperature. Beyond the
 * table there is no answer (`beyond-table`).
 *
 * @param table at least two rows, resistance falling as temperature rises (NTC) or rising (PTC), in any order of rows.
 * Problems: `table-too-short`, `table-not-monotone`, `beyond-table`, `not-finite`, `out-of-range`.
 *
 * @example
 * tableTemperature([{ temperatureK: 273.15, ohm: 32_650 }, { temperatureK: 298.15, ohm: 10_000 }, { temperatureK: 333.15, ohm: 2_488 }], 10_000) // 298.15
 */
export function tableTemperature(table: readonly ThermistorPoint[], ohm: number): Result<number> {
  const problem = firstOutside({ ohm }, { ohm: OHMS })
  if (problem) return problem
  if (table.length < 2) return fail('table-too-short', {}, ['table'])
  const rows = [...table].sort((a, b) => a.ohm - b.ohm)
  for (const row of rows) {
    const bad = firstOutside(row, { temperatureK: KELVIN, ohm: OHMS })
    if (bad) return bad
  }
  const x = rows.map((r) => Math.log(r.ohm))
  const y = rows.map((r) => 1 / r.temperatureK)
  const slopes = x.slice(1).map((_, i) => (y[i + 1]! - y[i]!) / (x[i + 1]! - x[i]!))
  const sign = Math.sign(slopes[0]!)
  if (sign === 0 || !slopes.every((s) => Number.isFinite(s) && Math.sign(s) === sign)) return fail('table-not-monotone', {}, ['table'])
  const at = Math.log(ohm)
  const first = rows[0]!
  const last = rows.at(-1)!
  if (at < x[0]! - 1e-12 || at > x.at(-1)! + 1e-12) return fail('beyond-table', { min: first.ohm, max: last.ohm }, ['ohm'])
  const tangent = (i: number): number => {
    if (i === 0) return slopes[0]!
    if (i === rows.length - 1) return slopes.at(-1)!
    // Harmonic mean: never steeper than three times either neighbour, so monotone.
    return (2 * slopes[i - 1]! * slopes[i]!) / (slopes[i - 1]! + slopes[i]!)
  }
  const i = Math.min(
    rows.length - 2,
    Math.max(
      0,
      x.findLastIndex((v) => v <= at),
    ),
  )
  const h = x[i + 1]! - x[i]!
  const t = (at - x[i]!) / h
  const value =
    y[i]! * (2 * t ** 3 - 3 * t ** 2 + 1) +
    h * tangent(i) * (t ** 3 - 2 * t ** 2 + t) +
    y[i + 1]! * (3 * t ** 2 - 2 * t ** 3) +
    h * tangent(i + 1) * (t ** 3 - t ** 2)
  return ok(1 / value)
}
