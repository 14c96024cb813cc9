import { type Card } from '@lucerna/core/appliance'
import { book, gasIs, rate, RESTING, write } from './build'

const b = book('TW-28C-04')
const back = 'Hold ⏎ until the flow temperature returns.'
const natural = { when: gasIs('natural-gas-h') }
const propane = { when: gasIs('propane') }

/** Tarnwick Larch 28 C: premix, pneumatic ratio valve, combination boiler; natural gas, or propane with its own restrictor. */
export const larch28: Card = write({
  id: 'tarnwick-larch-28-c',
  version: 4,
  maker: 'Tarnwick',
  model: 'Larch 28 C',
  variant: null,
  document: { number: 'TW-28C-04', title: 'Larch 28 C installation and service', issued: '2024-09-01' },
  burnerKind: 'premix-pneumatic',
  applianceType: 'combination-boiler',
  condensing: true,
  flueType: 'room-sealed',
  category: 'II2H3P',
  traits: { medium: 'water', power: 'mains', pilot: 'none', pilotSensor: null, ratioControl: 'zero-governor', intakePort: true },
  timing: { prePurgeS: 8, ignitionTrialS: 5, ignitionTries: 3, flameLossS: 2, postPurgeS: 20, failedStartsMax: 3, source: b.at(24) },
  ratings: [
    b.netKw('natural-gas-h', 5.6, 28, 8),
    b.netKw('propane', 6.5, 28, 8, '5.2 mm restrictor', 'Throttle 1½ turns clockwise from the natural gas setting'),
  ],
  firingStates: [
    ...RESTING,
    rate('ignition', 2, 'Ignition rate', 14_000, 'net', null, null, { kind: 'ignition' }),
    rate('min', 3, 'Minimum', 5_600, 'net', ['Hold ▾ and ⏎ five seconds; the display shows L.', back], 3),
    rate('max', 4, 'Maximum', 28_000, 'net', ['Hold ▴ and ⏎ five seconds; the display shows H.', back], 3),
  ],
  limits: [
    b.limit(27, 'pressure.standing', 'inlet', 'standing', { unit: 'mbar', min: 18, max: 26 }, natural),
    b.limit(27, 'pressure.standing', 'inlet', 'standing', { unit: 'mbar', min: 32, max: 45 }, propane),
    b.limit(27, 'pressure.working', 'inlet', 'max', { unit: 'mbar', min: 17, nominal: 20, max: 25 }, natural),
    b.limit(27, 'pressure.working', 'inlet', 'max', { unit: 'mbar', min: 30, nominal: 37, max: 45 }, propane),
    b.limit(29, 'pressure.chamberDifferential', 'chamber', 'max', { unit: 'mbar', min: 1.2, nominal: 1.6, max: 2.6 }),
    b.limit(31, 'co2.flue', 'flue', 'max', { unit: '%', min: 8.7, nominal: 9, max: 9.2 }, natural),
    b.limit(31, 'co2.flue', 'flue', 'min', { unit: '%', min: 8.3, nominal: 8.6, max: 8.9 }, natural),
    b.limit(32, 'co2.flue', 'flue', 'max', { unit: '%', min: 10.2, nominal: 10.5, max: 10.8 }, propane),
    b.limit(32, 'co2.flue', 'flue', 'min', { unit: '%', min: 9.8, nominal: 10.1, max: 10.4 }, propane),
    b.limit(31, 'temperature.flue', 'flue', 'max', { unit: '°C', max: 85 }),
    b.limit(31, 'temperature.flue', 'flue', 'min', { unit: '°C', max: 80 }),
  ],
  supply: [b.supply('natural-gas-h', 30, 'mbar', 27), b.supply('propane', 50, 'mbar', 27)],
  tables: [
    {
      id: 'differential',
      use: 'differential',
      title: 'Chamber differential at maximum by flue length',
      columns: [
        { id: 'length', label: 'Flue length', quantity: 'length', unit: 'm' },
        { id: 'clean', label: 'Clean', quantity: 'pressure', unit: 'mbar' },
        { id: 'strip', label: 'Strip from', quantity: 'pressure', unit: 'mbar' },
      ],
      rows: [
        [1, 1.5, 2.4],
        [4, 1.6, 2.6],
        [8, 1.8, 2.8],
        [12, 2, 3],
      ],
      source: b.at(29),
    },
    b.sensors(['flow-sensor', 'return-sensor'], 38, 'Flow and return sensors', [
      [0, 32.7],
      [25, 10],
      [50, 3.6],
      [75, 1.48],
      [90, 0.92],
    ]),
    b.sensors(['hot-water-sensor'], 39, 'Hot-water sensor', [
      [10, 19.9],
      [40, 5.32],
      [60, 2.49],
    ]),
  ],
  adjusters: [
    b.adjuster(33, {
      id: 'throttle',
      label: 'Throttle screw',
      function: 'throttle',
      clockwise: 'less-gas',
      unit: 'turn',
      actsAt: ['max'],
      tool: '2.5 mm key',
      cap: 'Throttle cap off',
      keepOff: 'The offset screw under the brass cover',
      travel: 5,
      typicalEffect: { measurandId: 'co2.flue', change: 0.15, unit: '%', per: 0.125 },
    }),
    b.adjuster(33, {
      id: 'offset',
      label: 'Offset screw',
      function: 'offset',
      clockwise: 'more-gas',
      unit: 'turn',
      actsAt: ['min'],
      tool: 'T20',
      cap: 'Offset cover off',
      keepOff: 'The throttle screw',
      travel: 3,
      typicalEffect: { measurandId: 'pressure.manifold', change: 5, unit: 'Pa', per: 0.25 },
    }),
  ],
  probe: 'Sampling point on the flue elbow, left plug; tip in the middle third',
  probeSource: b.at(30),
  testPoints: [
    b.point(
      27,
      'inlet',
      'Inlet nipple open',
      'Gas off, one turn on the left nipple of the valve',
      'Screw home, gas on, prove with detector and fluid',
    ),
    b.point(29, 'chamber', 'Chamber port open', 'Pull the cap from the port marked Δ', 'Cap back on until it clicks'),
  ],
  safeties: [
    b.safety(
      25,
      'flame',
      'Flame supervision, ionisation',
      '0.8 µA',
      'automatic',
      'Close the gas cock while firing: valve shut within two seconds',
    ),
    b.safety(25, 'overheat', 'Overheat stat', '95 °C', 'manual', 'Power off, lift one lead of the stat: no start and code P7'),
    b.safety(
      26,
      'water',
      'Low water pressure',
      '0.5 bar',
      'automatic',
      'Shut both valves and let the pressure fall at the drain: burner off, code P3',
    ),
  ],
  serviceList: [
    b.service(35, 'burner-seal', 'Burner door seal', true),
    b.service(35, 'electrode', 'Ignition electrode', false, '3.5 ± 0.5 mm'),
    b.service(36, 'insulation', 'Rear insulation, groove upward'),
    b.service(36, 'trap', 'Condensate trap'),
  ],
  faultCodes: [
    b.code('L1', 'No flame after the third try', 41, 'electrode', 'supply-shut', 'valve'),
    b.code('L4', 'Flame lost while running', 42, 'rod', 'low-mixture', 'recirculation'),
    b.code('P2', 'Chamber differential too high', 43, 'exchanger'),
    b.code('P3', 'Water pressure low', 43, 'no-water'),
    b.code('P7', 'Overheat stat open', 44, 'no-flow'),
  ],
  mapOverrides: [{ cause: 'electrode', oddsFactor: 1.5, source: b.at(41) }],
  faultChecks: [
    b.check(41, 'lead-ohms', 'Lead cap off the electrode; from its spring to the case of the igniter', [0.8, 1.2, 'kΩ']),
    b.check(41, 'coil-ohms', 'Plug X3 off the gas valve; its two outer pins', [72, 96, 'Ω']),
    b.check(42, 'coil-volts', 'Plug X3 stays on; from behind, its two outer pins'),
    b.check(42, 'coil-volts-board', 'Plug X12 at the board, pins 4 and 6'),
    b.check(42, 'flame-current', 'In the grey lead between rod and board, at the joint behind the fan'),
  ],
  kit: [
    { part: 'Burner door seal', number: 'TW-7714', when: 'Every strip' },
    { part: 'Electrode with seal', number: 'TW-7720', when: 'Gap cannot be set' },
    { part: 'Propane restrictor 5.2 mm', number: 'TW-7731', when: 'Change of gas', variants: ['propane'] },
  ],
})
