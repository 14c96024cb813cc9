import { firstOutside, ok, type Result } from '../result'

export interface RoomCo {
  /** Rise at the beginning, fraction per second. */
  readonly slopePerS: number
  /** Where it would settle with the ventilation there is, fraction. */
  readonly steady: number
  /** CO at the asked time. */
  readonly atTime: number
  /** Seconds until a level; null when it is never reached. */
  readonly secondsToLevel: number | null
}

/**
 * Carbon monoxide in a room where a share of the flue gas spills: `V·dC/dt = G + Q·(Cout − C)`, well mixed.
 *
 * @param coM3PerS CO spilled, m³/s: dry flue gas flow × CO fraction × share spilled.
 * Range: room 1–100 000 m³, air changes 0–20 per hour. Problems: `not-finite`, `out-of-range`.
 *
 * @example
 * roomCo({ coM3PerS: 5.3e-6, roomM3: 30, airChangesPerHour: 0.5, outdoor: 0, seconds: 600, level: 35e-6 }) // 10.6 ppm a minute at first
 */
export function roomCo(room: {
  readonly coM3PerS: number
  readonly roomM3: number
  readonly airChangesPerHour: number
  readonly outdoor: number
  readonly seconds: number
  readonly level: number
}): Result<RoomCo> {
  const problem = firstOutside(room, {
    coM3PerS: [0, 1],
    roomM3: [1, 100_000],
    airChangesPerHour: [0, 20],
    outdoor: [0, 0.001],
    seconds: [0, 86_400],
    level: [1e-6, 0.01],
  })
  if (problem) return problem
  const { coM3PerS, roomM3, outdoor, seconds, level } = room
  // Less than one change in a year is a sealed room.
  const perS = room.airChangesPerHour < 1e-4 ? 0 : room.airChangesPerHour / 3600
  const gain = coM3PerS / roomM3
  const steady = perS > 0 ? outdoor + gain / perS : gain > 0 ? Infinity : outdoor
  const atTime = perS > 0 ? steady + (outdoor - steady) * Math.exp(-perS * seconds) : outdoor + gain * seconds
  return ok({
    slopePerS: gain,
    steady: Number.isFinite(steady) ? steady : 1,
    atTime: Math.min(1, atTime),
    secondsToLevel: timeTo(level, outdoor, steady, gain, perS),
  })
}

function timeTo(level: number, outdoor: number, steady: number, gain: number, perS: number): number | null {
  if (outdoor >= level) return 0
  if (steady <= level) return null
  const seconds = perS > 0 ? -Math.log((steady - level) / (steady - outdoor)) / perS : (level - outdoor) / gain
  // Slower than a century is never.
  return seconds < 3e9 ? seconds : null
}
