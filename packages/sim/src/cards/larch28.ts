import { type Card, cardSchema, printedLimit } from '@lucerna/core/appliance'

const doc = 'TW-28C-04'
const at = (page: string) => ({ doc, page })
const naturalGas = [{ gas: 'natural-gas-h' as const }]
const propane = [{ gas: 'propane' as const }]

/** Tarnwick Larch 28 C: premix, pneumatic ratio valve, combination boiler; natural gas, or propane with its own orifice. */
export const larch28: Card = cardSchema.parse({
  id: 'tarnwick-larch-28-c',
  version: 4,
  maker: 'Tarnwick',
  model: 'Larch 28 C',
  variant: null,
  document: { number: doc, title: 'Larch 28 C installation and service', issued: '2024-09-01' },
  burnerKind: 'premix-pneumatic',
  applianceType: 'combination-boiler',
  condensing: true,
  flueType: 'room-sealed',
  category: 'II2H3P',
  ratings: [
    {
      gas: 'natural-gas-h',
      inputMaxNetW: 28_000,
      inputMaxGrossW: 31_040,
      inputMinNetW: 5_600,
      inputMinGrossW: 6_210,
      orifice: null,
      source: at('8'),
    },
    {
      gas: 'propane',
      inputMaxNetW: 28_000,
      inputMaxGrossW: 30_440,
      inputMinNetW: 6_500,
      inputMinGrossW: 7_070,
      orifice: '5.2 mm restrictor',
      source: at('8'),
    },
  ],
  firingStates: [
    {
      id: 'off',
      kind: 'off',
      order: 0,
      label: 'Off',
      nominalInputW: null,
      basis: null,
      sectionsOn: [],
      howToForce: null,
      minutesToRate: null,
    },
    {
      id: 'standing',
      kind: 'standing',
      order: 1,
      label: 'Standing',
      nominalInputW: null,
      basis: null,
      sectionsOn: [],
      howToForce: null,
      minutesToRate: null,
    },
    {
      id: 'ignition',
      kind: 'ignition',
      order: 2,
      label: 'Ignition rate',
      nominalInputW: 14_000,
      basis: 'net',
      sectionsOn: [],
      howToForce: null,
      minutesToRate: null,
    },
    {
      id: 'min',
      kind: 'rate',
      order: 3,
      label: 'Minimum',
      nominalInputW: 5_600,
      basis: 'net',
      sectionsOn: [],
      howToForce: 'Hold ▾ and ⏎ five seconds; the display shows L. Back: hold ⏎ until the flow temperature returns.',
      minutesToRate: 3,
    },
    {
      id: 'max',
      kind: 'rate',
      order: 4,
      label: 'Maximum',
      nominalInputW: 28_000,
      basis: 'net',
      sectionsOn: [],
      howToForce: 'Hold ▴ and ⏎ five seconds; the display shows H. Back: hold ⏎ until the flow temperature returns.',
      minutesToRate: 3,
    },
  ],
  limits: [
    printedLimit(
      { measurandId: 'pressure.standing', stationId: 'inlet', firingStateId: 'standing', when: naturalGas, source: at('27') },
      { unit: 'mbar', min: 18, max: 26 },
    ),
    printedLimit(
      { measurandId: 'pressure.standing', stationId: 'inlet', firingStateId: 'standing', when: propane, source: at('27') },
      { unit: 'mbar', min: 32, max: 45 },
    ),
    printedLimit(
      { measurandId: 'pressure.working', stationId: 'inlet', firingStateId: 'max', when: naturalGas, source: at('27') },
      { unit: 'mbar', min: 17, nominal: 20, max: 25 },
    ),
    printedLimit(
      { measurandId: 'pressure.working', stationId: 'inlet', firingStateId: 'max', when: propane, source: at('27') },
      { unit: 'mbar', min: 30, nominal: 37, max: 45 },
    ),
    printedLimit(
      { measurandId: 'pressure.chamberDifferential', stationId: 'chamber', firingStateId: 'max', source: at('29') },
      { unit: 'mbar', min: 1.2, nominal: 1.6, max: 2.6 },
    ),
    printedLimit(
      { measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max', when: naturalGas, source: at('31') },
      { unit: '%', min: 8.7, nominal: 9, max: 9.2 },
    ),
    printedLimit(
      { measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'min', when: naturalGas, source: at('31') },
      { unit: '%', min: 8.3, nominal: 8.6, max: 8.9 },
    ),
    printedLimit(
      { measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max', when: propane, source: at('32') },
      { unit: '%', min: 10.2, nominal: 10.5, max: 10.8 },
    ),
    printedLimit(
      { measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'min', when: propane, source: at('32') },
      { unit: '%', min: 9.8, nominal: 10.1, max: 10.4 },
    ),
    printedLimit({ measurandId: 'temperature.flue', stationId: 'flue', firingStateId: 'max', source: at('31') }, { unit: '°C', max: 85 }),
    printedLimit({ measurandId: 'temperature.flue', stationId: 'flue', firingStateId: 'min', source: at('31') }, { unit: '°C', max: 80 }),
  ],
  supply: [
    { gas: 'natural-gas-h', inletMaxPa: 3_000, regulatorIsTechnicians: false, source: at('27') },
    { gas: 'propane', inletMaxPa: 5_000, regulatorIsTechnicians: false, source: at('27') },
  ],
  adjusters: [
    {
      id: 'throttle',
      label: 'Throttle screw',
      function: 'throttle',
      clockwise: 'less-gas',
      unit: 'turn',
      actsAt: ['max'],
      tool: '2.5 mm key',
      cap: 'Throttle cap off',
      keepOff: 'The offset screw under the brass cover',
      source: at('33'),
    },
    {
      id: 'offset',
      label: 'Offset screw',
      function: 'offset',
      clockwise: 'more-gas',
      unit: 'turn',
      actsAt: ['min'],
      tool: 'T20',
      cap: 'Offset cover off',
      keepOff: 'The throttle screw',
      source: at('33'),
    },
  ],
  probe: 'Sampling point on the flue elbow, left plug; tip in the middle third',
  testPoints: [
    {
      stationId: 'inlet',
      label: 'Inlet nipple open',
      how: 'Gas off, one turn on the left nipple of the valve',
      closes: 'Screw home, gas on, prove with detector and fluid',
    },
  ],
  safeties: [
    { id: 'flame', label: 'Flame supervision, ionisation', setting: '0.8 µA' },
    { id: 'overheat', label: 'Overheat stat', setting: '95 °C' },
    { id: 'water', label: 'Low water pressure', setting: '0.5 bar' },
  ],
  serviceList: [
    { id: 'burner-seal', label: 'Burner door seal', renewAlways: true, gap: null },
    { id: 'electrode', label: 'Ignition electrode', renewAlways: false, gap: '3.5 ± 0.5 mm' },
    { id: 'trap', label: 'Condensate trap', renewAlways: false, gap: null },
  ],
  faultCodes: [
    { code: 'L1', meaning: 'No flame after the third try', page: '41' },
    { code: 'L4', meaning: 'Flame lost while running', page: '42' },
    { code: 'P2', meaning: 'Chamber differential too high', page: '43' },
  ],
  kit: [
    { part: 'Burner door seal', number: 'TW-7714', when: 'Every strip' },
    { part: 'Electrode with seal', number: 'TW-7720', when: 'Gap cannot be set' },
  ],
})
