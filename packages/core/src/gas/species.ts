/**
 * The substances a fuel gas is made of. Molar masses in kg/mol, gross molar calorific values in J/mol at three combustion temperatures, and the
 * summation factor √b for the compressibility at 15 °C and 101.325 kPa.
 * Source: ISO 6976 (2016 calorific values; 1995 summation factors). `pentanePlus` is counted as n-pentane.
 */
interface SpeciesSpec {
  readonly carbon: number
  readonly hydrogen: number
  readonly oxygen: number
  readonly nitrogen: number
  readonly grossJPerMol: { readonly at0: number; readonly at15: number; readonly at25: number }
  readonly rootB: number
}

const inert = { at0: 0, at15: 0, at25: 0 }

export const SPECIES = {
  methane: { carbon: 1, hydrogen: 4, oxygen: 0, nitrogen: 0, grossJPerMol: { at0: 892920, at15: 891510, at25: 890580 }, rootB: 0.0447 },
  ethane: { carbon: 2, hydrogen: 6, oxygen: 0, nitrogen: 0, grossJPerMol: { at0: 1564350, at15: 1562140, at25: 1560690 }, rootB: 0.0922 },
  propane: { carbon: 3, hydrogen: 8, oxygen: 0, nitrogen: 0, grossJPerMol: { at0: 2224030, at15: 2221100, at25: 2219170 }, rootB: 0.1338 },
  nButane: { carbon: 4, hydrogen: 10, oxygen: 0, nitrogen: 0, grossJPerMol: { at0: 2883350, at15: 2879760, at25: 2877400 }, rootB: 0.1871 },
  iButane: { carbon: 4, hydrogen: 10, oxygen: 0, nitrogen: 0, grossJPerMol: { at0: 2874210, at15: 2870580, at25: 2868200 }, rootB: 0.1789 },
  pentanePlus: {
    carbon: 5,
    hydrogen: 12,
    oxygen: 0,
    nitrogen: 0,
    grossJPerMol: { at0: 3542910, at15: 3538600, at25: 3535770 },
    rootB: 0.251,
  },
  hydrogen: { carbon: 0, hydrogen: 2, oxygen: 0, nitrogen: 0, grossJPerMol: { at0: 286640, at15: 286150, at25: 285830 }, rootB: -0.0048 },
  carbonMonoxide: {
    carbon: 1,
    hydrogen: 0,
    oxygen: 1,
    nitrogen: 0,
    grossJPerMol: { at0: 282800, at15: 282910, at25: 282980 },
    rootB: 0.0224,
  },
  carbonDioxide: { carbon: 1, hydrogen: 0, oxygen: 2, nitrogen: 0, grossJPerMol: inert, rootB: 0.0748 },
  nitrogen: { carbon: 0, hydrogen: 0, oxygen: 0, nitrogen: 2, grossJPerMol: inert, rootB: 0.0173 },
  oxygen: { carbon: 0, hydrogen: 0, oxygen: 2, nitrogen: 0, grossJPerMol: inert, rootB: 0.0283 },
} as const satisfies Record<string, SpeciesSpec>

export type Species = keyof typeof SPECIES

/** All substances, in the order they are written down in a gas analysis. */
export const SPECIES_NAMES = Object.keys(SPECIES) as Species[]

const ATOMS = { carbon: 0.0120107, hydrogen: 0.00100794, oxygen: 0.0159994, nitrogen: 0.0140067 }

/** Molar mass of a substance in kg/mol. `molarMass('methane')` → `0.01604246`. */
export function molarMass(name: Species): number {
  const s: SpeciesSpec = SPECIES[name]
  return s.carbon * ATOMS.carbon + s.hydrogen * ATOMS.hydrogen + s.oxygen * ATOMS.oxygen + s.nitrogen * ATOMS.nitrogen
}

/**
 * Gross (higher) molar calorific value in J/mol at a combustion reference temperature from 0 to 25 °C, interpolated between the tabulated ones.
 *
 * @example
 * grossMolarCv('methane', 288.15) // 891510
 */
export function grossMolarCv(name: Species, combustionK: number): number {
  const { at0, at15, at25 } = SPECIES[name].grossJPerMol
  const c = combustionK - 273.15
  return c <= 15 ? at0 + ((at15 - at0) * c) / 15 : at15 + ((at25 - at15) * (c - 15)) / 10
}
