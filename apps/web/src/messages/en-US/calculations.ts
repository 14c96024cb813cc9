import type { Other } from '@/ui/words'
import type { calculations as gb } from '../en-GB/calculations'

/** American English where it differs: words of the calculators’ titles and what they are found by. */
export const calculations: Other<typeof gb> = {
  'calculation.gas.what': 'Heating values, Wobbe index, density, air and flue gas, maximum CO₂',
  'calculation.change-of-gas.what': 'Orifice and pressure for another gas, and its primary air',
  'calculation.let-by.title': 'Leak-through',
  'calculation.tightness.title': 'Leak test',
  'calculation.pressure-ladder.what': 'Static and dynamic pressures along the gas path, and where pressure is lost',
  'calculation.gas-rate.what': 'Input from volume and time, corrected, and how long to time for 1%',
  'calculation.orifice.title': 'Orifice',
  'calculation.orifice.what': 'Flow, size, pressure or gas of an orifice, with drill sizes',
  'calculation.manifold.title': 'Manifold pressure',
  'calculation.manifold.what': 'Effect of a manifold pressure change on input, O₂ and CO₂',
  'calculation.altitude.what': 'Input at altitude by three rules, and the burner without adjustment',
  'calculation.ratio-valve.title': 'Negative-pressure gas valve',
  'calculation.ratio-valve.what': 'Effect of the offset on CO₂ at low fire',
  'calculation.draught.title': 'Draft',
  'calculation.draught.what': 'Theoretical chimney draft, and a check of a measured one',
  'calculation.air-openings.title': 'Combustion-air openings',
  'calculation.air-openings.what': 'Free area of combustion-air openings by rule, or room volume',
  'calculation.air-rise.what': 'Temperature rise, air flow or output of a furnace, with altitude',
  'calculation.heat-balance.what': 'Compare input and efficiency with the heat carried away',
  'calculation.thermistor.what': 'Temperature from resistance, and the error in °F',
  'calculation.coil.what': 'Resistance at 68 °F compared with the card',
  'calculation.flame-current.title': 'Flame signal',
  'calculation.flame-current.what': 'Why one flame signal fits two mixtures and cannot replace an analyzer',
}
