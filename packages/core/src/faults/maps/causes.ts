import type { Link } from '../symptoms'
import type { CausePart } from './build'

const cause = (id: string, link: Link, label: string, remedy: string, more: Partial<CausePart> = {}): CausePart => ({
  id,
  link,
  label,
  remedy,
  ...more,
})

/** Everything that any of the maps knows can be wrong. A part that comes and goes shows on the day less often than one that is broken. */
export const CAUSES: readonly CausePart[] = [
  // Outside the appliance
  cause('no-power', 'demand', 'No supply at the appliance', 'Restore the supply; find why the fuse or breaker went'),
  cause('time-switch', 'demand', 'Time switch or programmer', 'Set or replace it', { part: 'Programmer' }),
  cause('room-thermostat', 'demand', 'Room or cylinder thermostat', 'Set, move or replace it', { part: 'Thermostat' }),
  cause('zone-valve', 'demand', 'Motorised valve or its end switch', 'Free the valve or replace its head', {
    part: 'Valve head',
    shows: 0.7,
  }),
  cause('pump', 'demand', 'Pump', 'Free, vent or replace it', { part: 'Pump', favours: { 'first-start': 2 } }),
  cause('external-wiring', 'demand', 'Wiring between the controls', 'Make the joint good', { shows: 0.5, disturbedBy: ['lead'] }),
  // Interlocks
  cause('limit', 'interlocks', 'Overheat thermostat', 'Replace it; first prove that nothing overheats', {
    part: 'Overheat thermostat',
    favours: { hot: 2 },
  }),
  cause('no-flow', 'interlocks', 'No water flow through the heat exchanger', 'Pump, valves, strainer and air'),
  cause('no-water', 'interlocks', 'Water pressure low', 'Find the leak, then fill'),
  cause('low-water', 'interlocks', 'Low-water cut-off', 'Clean it; prove it by lowering the water', { part: 'Low-water cut-off' }),
  cause('gas-switch', 'interlocks', 'Gas pressure switch', 'Set or replace it; reset the device, then the control', {
    part: 'Gas pressure switch',
    disturbedBy: ['screw'],
  }),
  cause('airflow', 'air', 'Too little air over the heat exchanger', 'Filter, grilles, blower speed, coil', { favours: { 'high-rate': 2 } }),
  // Air
  cause('fan', 'air', 'Fan, inducer or blower', 'Replace it', { part: 'Fan', shows: 0.5 }),
  cause('pressure-tube', 'air', 'Pressure tube or port', 'Clear, dry and refit the tube; right port', {
    favours: { damp: 2, frost: 2 },
    disturbedBy: ['tube'],
    shows: 0.4,
  }),
  cause('air-switch', 'air', 'Air pressure switch', 'Replace it; never bridged', { part: 'Air pressure switch', shows: 0.5 }),
  cause('drain', 'air', 'Condensate does not run off', 'Clear trap and drain; find why', {
    favours: { damp: 1.5, frost: 4 },
    disturbedBy: ['trap'],
    shows: 0.5,
  }),
  cause('vent', 'air', 'Flue, terminal or intake obstructed', 'Clear it; never fire with the flue apart', {
    favours: { wind: 2, frost: 2 },
    disturbedBy: ['flue'],
  }),
  cause('damper', 'air', 'Damper, servo or linkage', 'Free or replace it', { part: 'Servo motor', shows: 0.6 }),
  // Ignition
  cause('electrode', 'ignition', 'Ignition electrode or gap', 'Clean, set the gap or renew as the card says', {
    part: 'Electrode',
    disturbedBy: ['orientation', 'part'],
    favours: { damp: 1.5 },
  }),
  cause('lead', 'ignition', 'Ignition lead or boot', 'Renew it', {
    part: 'Ignition lead',
    favours: { damp: 4 },
    disturbedBy: ['lead'],
    shows: 0.3,
  }),
  cause('transformer', 'ignition', 'Ignition transformer', 'Renew it', { part: 'Ignition transformer', shows: 0.5 }),
  cause('igniter', 'ignition', 'Hot-surface igniter', 'Renew it by the right type', { part: 'Igniter', disturbedBy: ['part'] }),
  // Gas
  cause('supply-shut', 'gas', 'Gas shut off', 'Open it; find out why it was shut', { disturbedBy: ['gas-joint'] }),
  cause('supply-starved', 'gas', 'Gas pressure falls under load', 'Size or clear the pipe; the meter regulator is the supplier’s', {
    favours: { 'others-on': 3, 'high-rate': 2, frost: 1.5 },
  }),
  cause('vessel-empty', 'gas', 'LPG vessel empty or too cold', 'Refill; size the vessel for the draw', {
    favours: { frost: 3, 'high-rate': 2 },
  }),
  cause('regulator-tripped', 'gas', 'Regulator shut by over- or under-pressure', 'Only whoever may: find the reason, then reset'),
  cause('valve', 'gas', 'Gas valve', 'Replace it', { part: 'Gas valve' }),
  cause('coil', 'gas', 'Valve coil', 'Replace coil or valve', { part: 'Coil', favours: { hot: 2 }, shows: 0.4 }),
  cause('harness', 'gas', 'Wiring harness or plug', 'Make the contact good', { disturbedBy: ['lead'], shows: 0.4 }),
  cause('board', 'demand', 'Control board or its output', 'Replace it', { part: 'Control', shows: 0.4 }),
  cause('mixture', 'gas', 'Mixture mis-set', 'Set by analyser', { disturbedBy: ['screw'] }),
  cause('ignition-rate', 'gas', 'Ignition rate never set', 'Measure and set the mixture at ignition rate', {
    favours: { 'first-start': 2 },
  }),
  cause('burner-dirty', 'flame', 'Burner or mixer dirty', 'Strip and clean', { favours: { 'first-start': 1.5 } }),
  cause('orifice', 'gas', 'Injector blocked or of the wrong size', 'Clean it, or fit the card’s injector', { disturbedBy: ['part'] }),
  cause('valve-leak', 'gas', 'Gas valve lets by', 'Replace it; leave it shut off until then', { part: 'Gas valve' }),
  cause('over-fired', 'gas', 'More gas than the plate says', 'Set pressure and rate to the card', { disturbedBy: ['screw'] }),
  cause('stepper', 'gas', 'Stepper of the modulating valve', 'Replace the valve', { part: 'Modulating valve', shows: 0.6 }),
  cause('minimum-set-high', 'gas', 'Minimum rate set high or low', 'Set the minimum by the card', {
    favours: { 'low-rate': 3 },
    disturbedBy: ['screw'],
  }),
  cause('stage-relay', 'gas', 'Stage relay or switched output', 'Replace it', { part: 'Stage relay', shows: 0.5 }),
  cause('stage-parameter', 'gas', 'Stage shut off by its valve or parameter', 'Open or switch it on again'),
  // Flame
  cause('rod', 'flame', 'Flame rod or scanner dirty', 'Clean or renew it', {
    part: 'Flame rod',
    favours: { 'low-rate': 1.5 },
    disturbedBy: ['part', 'orientation'],
  }),
  cause('earth-polarity', 'flame', 'Earth or polarity', 'Make the earth good; live and neutral right', {
    disturbedBy: ['earth'],
    shows: 0.6,
  }),
  cause('low-mixture', 'flame', 'Mixture at low rate mis-set', 'Set low rate by analyser', {
    favours: { 'low-rate': 4 },
    disturbedBy: ['screw'],
  }),
  cause('recirculation', 'air', 'Flue gas in the intake air', 'Repair joint or terminal', {
    favours: { wind: 3 },
    disturbedBy: ['flue'],
    shows: 0.5,
  }),
  cause('exchanger', 'heat', 'Heat exchanger fouled', 'Strip and clean', { favours: { 'high-rate': 1.5 } }),
  // Standing pilot
  cause('pilot-flame', 'flame', 'Pilot injector or flame', 'Clean the pilot', { favours: { wind: 1.5 } }),
  cause('thermocouple', 'flame', 'Thermocouple or pilot generator', 'Renew it', { part: 'Thermocouple or generator' }),
  cause('pilot-circuit', 'flame', 'Joint or interrupter of the pilot circuit', 'Clean the joint; renew the interrupter', {
    disturbedBy: ['lead'],
    shows: 0.6,
  }),
  cause('magnet', 'flame', 'Magnet of the pilot valve', 'Replace the valve', { part: 'Gas control' }),
  cause('downdraught', 'air', 'Downdraught or spill switch', 'Flue, air and extractor fans; replace no switch before', {
    favours: { wind: 4, 'others-on': 2 },
    shows: 0.4,
  }),
  cause('flue-blocked', 'air', 'Flue blocked', 'Not fired again before it is clear', { favours: { 'first-start': 1.5 } }),
  cause('room-extract', 'air', 'Extractor fan, or too little air in the room', 'Air vents; extractor fan off or with its own air', {
    favours: { 'others-on': 5 },
  }),
  cause('crack', 'heat', 'Heat exchanger cracked', 'Turn off; replace the heat exchanger'),
  // Water
  cause('sensor', 'heat', 'Temperature sensor', 'Renew it', { part: 'Temperature sensor' }),
  cause('diverter', 'heat', 'Diverter valve', 'Free or replace it', { part: 'Diverter valve' }),
  cause('flow-switch', 'heat', 'Flow sensor or switch', 'Clean or renew it', { part: 'Flow sensor' }),
  cause('plate-exchanger', 'heat', 'Hot-water heat exchanger scaled', 'Descale or replace it', { part: 'Plate heat exchanger' }),
  cause('expansion-vessel', 'heat', 'Expansion vessel', 'Charge or replace it', { part: 'Expansion vessel' }),
  cause('relief-valve', 'heat', 'Relief valve passes', 'Replace it after the vessel is right', { part: 'Relief valve' }),
  cause('water-leak', 'heat', 'Leak in the system', 'Find and repair it'),
  // Smell
  cause('gas-joint', 'gas', 'Leak at a joint', 'Repair it; prove tight', { disturbedBy: ['gas-joint', 'outlet-joint', 'tube'] }),
  cause('pipe-leak', 'gas', 'Leak of the pipe', 'Shut off; repair or hand over'),
]
