/** A twist drill or orifice size with its diameter. */
export interface Drill {
  readonly name: string
  readonly system: 'number' | 'letter' | 'metric'
  readonly diameterM: number
}

/** Numbered twist drills 1–80, inches (ANSI B94.11M). */
const NUMBERS = [
  0.228, 0.221, 0.213, 0.209, 0.2055, 0.204, 0.201, 0.199, 0.196, 0.1935, 0.191, 0.189, 0.185, 0.182, 0.18, 0.177, 0.173, 0.1695, 0.166,
  0.161, 0.159, 0.157, 0.154, 0.152, 0.1495, 0.147, 0.144, 0.1405, 0.136, 0.1285, 0.12, 0.116, 0.113, 0.111, 0.11, 0.1065, 0.104, 0.1015,
  0.0995, 0.098, 0.096, 0.0935, 0.089, 0.086, 0.082, 0.081, 0.0785, 0.076, 0.073, 0.07, 0.067, 0.0635, 0.0595, 0.055, 0.052, 0.0465, 0.043,
  0.042, 0.041, 0.04, 0.039, 0.038, 0.037, 0.036, 0.035, 0.033, 0.032, 0.031, 0.0292, 0.028, 0.026, 0.025, 0.024, 0.0225, 0.021, 0.02,
  0.018, 0.016, 0.0145, 0.0135,
]
/** Lettered drills A–Z, inches. */
const LETTERS = [
  0.234, 0.238, 0.242, 0.246, 0.25, 0.257, 0.261, 0.266, 0.272, 0.277, 0.281, 0.29, 0.295, 0.302, 0.316, 0.323, 0.332, 0.339, 0.348, 0.358,
  0.368, 0.377, 0.386, 0.397, 0.404, 0.413,
]
const INCH = 0.0254

/** Metric sizes: hundredths of a millimetre in fives up to 3 mm, tenths up to 10 mm. */
const METRIC_MM = [
  ...Array.from({ length: 55 }, (_, i) => Math.round((0.3 + 0.05 * i) * 100) / 100),
  ...Array.from({ length: 70 }, (_, i) => Math.round((3.1 + 0.1 * i) * 10) / 10),
]

/** Every size, smallest first. */
export const DRILLS: readonly Drill[] = [
  ...NUMBERS.map((inch, i): Drill => ({ name: `#${i + 1}`, system: 'number', diameterM: inch * INCH })),
  ...LETTERS.map((inch, i): Drill => ({ name: String.fromCharCode(65 + i), system: 'letter', diameterM: inch * INCH })),
  ...METRIC_MM.map((mm): Drill => ({ name: `${mm.toFixed(2)} mm`, system: 'metric', diameterM: mm / 1000 })),
].sort((a, b) => a.diameterM - b.diameterM)

/**
 * The sizes of one family next below (or equal) and next above a diameter; undefined beyond the end of the table. An orifice between two sizes is
 * ordered from the maker, never drilled up.
 *
 * @example
 * nearestDrills(0.0014, 'inch') // below: #54 (1.397 mm), above: #53 (1.511 mm)
 */
export function nearestDrills(diameterM: number, family: 'inch' | 'metric'): { below: Drill | undefined; above: Drill | undefined } {
  const sizes = DRILLS.filter((d) => (family === 'metric') === (d.system === 'metric'))
  const tolerance = 1e-9
  return {
    below: sizes.findLast((d) => d.diameterM <= diameterM + tolerance),
    above: sizes.find((d) => d.diameterM > diameterM + tolerance),
  }
}
