/** Molar gas constant, J/(mol·K) (CODATA 2018). */
export const GAS_CONSTANT = 8.314462618

/** Oxygen in dry air, mol/mol; the rest is counted as nitrogen. The field form's 20.9 % is shown beside it where people compare. */
export const AIR_OXYGEN = 0.2095

/** From this dry oxygen on a sample is air and no flue gas: what is computed from it would say nothing. The field's own figure for air. */
export const FLUE_OXYGEN_LIMIT = 0.209

/** Nitrogen carried in with each mole of oxygen. */
export const NITROGEN_PER_OXYGEN = (1 - AIR_OXYGEN) / AIR_OXYGEN

/** Standard atmosphere, Pa. */
export const ATMOSPHERE_PA = 101325

/** Molar mass of dry air, kg/mol (ISO 6976:1995). */
export const AIR_MOLAR_MASS = 0.0289626

/** Molar volume of an ideal gas, m³/mol. `idealMolarVolume(288.15, 101325)` → `0.023645`. */
export const idealMolarVolume = (temperatureK: number, pressurePa: number): number => (GAS_CONSTANT * temperatureK) / pressurePa

/** A metering reference: what one "cubic metre" or "cubic foot" is. Both pressures absolute. */
export interface ReferenceState {
  readonly combustionK: number
  readonly meteringK: number
  readonly meteringPa: number
}

const SIXTY_F = 288.7055555555556
const PSI = 6894.757293168

export const REFERENCE_STATES = {
  /** ISO 13443 metric standard: 15 °C / 15 °C, 101.325 kPa. */
  metric15: { combustionK: 288.15, meteringK: 288.15, meteringPa: ATMOSPHERE_PA },
  /** 25 °C / 0 °C, 101.325 kPa: the "normal" cubic metre still met on some supply bills. */
  normal25: { combustionK: 298.15, meteringK: 273.15, meteringPa: ATMOSPHERE_PA },
  /** North American standard cubic foot: 60 °F, 14.73 psia. */
  northAmerican1473: { combustionK: SIXTY_F, meteringK: SIXTY_F, meteringPa: 14.73 * PSI },
  /** The older North American one: 60 °F, 14.696 psia. */
  northAmerican14696: { combustionK: SIXTY_F, meteringK: SIXTY_F, meteringPa: 14.696 * PSI },
} as const satisfies Record<string, ReferenceState>
