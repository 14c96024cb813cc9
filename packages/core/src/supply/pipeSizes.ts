export const PIPE_MATERIALS = ['copper', 'steel', 'csst', 'pe'] as const
export type PipeMaterial = (typeof PIPE_MATERIALS)[number]

/** One standard size of pipe. */
export interface PipeSize {
  readonly id: string
  readonly material: PipeMaterial
  readonly insideDiameterM: number
}

/** Wall roughness in use, m: drawn tube, commercial steel, plastic. Corrugated tube is told by an equivalent smooth diameter instead. */
export const ROUGHNESS_M: Record<PipeMaterial, number> = { copper: 1.5e-6, steel: 46e-6, csst: 1.5e-6, pe: 1.5e-6 }

const mm = (material: PipeMaterial, sizes: readonly (readonly [string, number])[]): PipeSize[] =>
  sizes.map(([id, inside]) => ({ id, material, insideDiameterM: inside / 1000 }))
const inch = (material: PipeMaterial, sizes: readonly (readonly [string, number])[]): PipeSize[] =>
  sizes.map(([id, inside]) => ({ id, material, insideDiameterM: inside * 0.0254 }))

/**
 * Standard sizes, smallest first in each material: copper (EN 1057), steel schedule 40 (ASME B36.10), polyethylene SDR 11 (EN 1555). CSST is listed by
 * its equivalent hydraulic diameter number with the *smooth* diameter that passes about the same gas; makers differ, so their own table decides.
 */
export const PIPE_SIZES: readonly PipeSize[] = [
  ...mm('copper', [
    ['cu-8', 6.8],
    ['cu-10', 8.8],
    ['cu-12', 10.8],
    ['cu-15', 13.6],
    ['cu-22', 20.2],
    ['cu-28', 26.2],
    ['cu-35', 32.6],
    ['cu-42', 39.6],
    ['cu-54', 51.6],
    ['cu-76', 73.1],
    ['cu-108', 105],
  ]),
  ...inch('steel', [
    ['st-1/4', 0.364],
    ['st-3/8', 0.493],
    ['st-1/2', 0.622],
    ['st-3/4', 0.824],
    ['st-1', 1.049],
    ['st-1 1/4', 1.38],
    ['st-1 1/2', 1.61],
    ['st-2', 2.067],
    ['st-2 1/2', 2.469],
    ['st-3', 3.068],
    ['st-4', 4.026],
  ]),
  ...mm('csst', [
    ['ehd-13', 8.3],
    ['ehd-15', 9.7],
    ['ehd-18', 12.0],
    ['ehd-19', 12.9],
    ['ehd-23', 15.7],
    ['ehd-25', 16.7],
    ['ehd-30', 20.4],
    ['ehd-31', 21.6],
    ['ehd-37', 26.4],
    ['ehd-46', 34.0],
    ['ehd-48', 36.0],
    ['ehd-60', 45.0],
    ['ehd-62', 47.0],
  ]),
  ...mm('pe', [
    ['pe-20', 14.0],
    ['pe-25', 19.0],
    ['pe-32', 26.0],
    ['pe-40', 32.6],
    ['pe-63', 51.4],
    ['pe-90', 73.6],
    ['pe-125', 102.2],
  ]),
]

const byId = new Map(PIPE_SIZES.map((s) => [s.id, s]))
/** A standard size by its id, or undefined. `pipeSize('cu-22')?.insideDiameterM` → `0.0202`. */
export const pipeSize = (id: string): PipeSize | undefined => byId.get(id)

/** What a fitting adds, as a length of straight pipe in inside diameters (Crane TP-410, rounded; local tables come first). */
export const FITTINGS = {
  'elbow-90': 30,
  'bend-90': 16,
  'elbow-45': 16,
  'tee-branch': 60,
  'tee-run': 20,
  'ball-valve': 3,
  'plug-cock': 18,
} as const
export type Fitting = keyof typeof FITTINGS
export const FITTING_IDS = Object.keys(FITTINGS) as [Fitting, ...Fitting[]]
