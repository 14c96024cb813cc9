import { fail, firstOutside, ok, type Result } from '../result'

/** How a practice sizes openings for combustion air. */
export const OPENING_RULES = [
  'european-open-flued',
  'na-indoors',
  'na-outdoors-vertical',
  'na-outdoors-horizontal',
  'na-room-volume',
] as const
export type OpeningRule = (typeof OPENING_RULES)[number]

const CM2 = 1e-4
const IN2 = 0.0254 ** 2
const FT3 = 0.3048 ** 3
const BTU_H = 1055.05585262 / 3600

export interface Opening {
  /** Free area of each opening, m²; null where the rule is by room volume. */
  readonly eachM2: number | null
  readonly count: number
  readonly neededRoomM3: number | null
  /** Louvres and mesh take from the free area: what is enough is the free area, not the hole. */
  readonly roomEnough: boolean | null
}

/**
 * Permanent openings for combustion air of open-flued appliances, by rule of the practice profile:
 *
 * - `european-open-flued`: 5 cm² of free area per kW *net* above 7 kW (no credit above 7 kW in tight houses: `leakageCreditW` 0).
 * - `na-indoors`: two openings, each 1 in² per 1000 BTU/h *gross*, at least 100 in².
 * - `na-outdoors-vertical`: two openings or vertical ducts, each 1 in² per 4000 BTU/h. `na-outdoors-horizontal`: two horizontal ducts, each 1 in² per 2000.
 * - `na-room-volume`: no opening when the room has 50 ft³ per 1000 BTU/h.
 *
 * Range: input 0.1 kW–5 MW (net for the European rule, gross for the others), all appliances of the room together. Problems: `not-finite`, `out-of-range`,
 * `room-volume-needed`. Source: BS 5440-2, NFPA 54 as background; the local rule decides.
 *
 * @example
 * airOpening('european-open-flued', { inputW: 24_000 }) // eachM2 0.0085 (85 cm²)
 */
export function airOpening(
  rule: OpeningRule,
  room: { readonly inputW: number; readonly roomM3?: number | undefined; readonly leakageCreditW?: number | undefined },
): Result<Opening> {
  const { inputW, roomM3, leakageCreditW = 7000 } = room
  const problem = firstOutside(
    { inputW, roomM3, leakageCreditW },
    { inputW: [100, 5e6], roomM3: [0.5, 100_000], leakageCreditW: [0, 20_000] },
  )
  if (problem) return problem
  const thousandBtu = inputW / BTU_H / 1000
  const opening = (eachM2: number, count: number): Result<Opening> => ok({ eachM2, count, neededRoomM3: null, roomEnough: null })
  switch (rule) {
    case 'european-open-flued':
      return opening((Math.max(0, inputW - leakageCreditW) / 1000) * 5 * CM2, 1)
    case 'na-indoors':
      return opening(Math.max(100, thousandBtu) * IN2, 2)
    case 'na-outdoors-vertical':
      return opening((thousandBtu / 4) * IN2, 2)
    case 'na-outdoors-horizontal':
      return opening((thousandBtu / 2) * IN2, 2)
    case 'na-room-volume': {
      if (roomM3 === undefined) return fail('room-volume-needed', {}, ['roomM3'])
      const neededRoomM3 = thousandBtu * 50 * FT3
      return ok({ eachM2: null, count: 0, neededRoomM3, roomEnough: roomM3 >= neededRoomM3 })
    }
  }
}
