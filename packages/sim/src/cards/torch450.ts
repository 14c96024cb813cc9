import { type Card } from '@lucerna/core/appliance'
import { book, rate, RESTING, write } from './build'

const b = book('PE-T450-9')
const back = 'Operating panel from HAND to AUTO; leave the point editor by ESC twice.'
const POINTS = [
  // point, share %, gas at the head mbar, O2 lowest, aim, highest
  [1, 20, 1.2, 5.5, 6.2, 7],
  [2, 40, 3.4, 4, 4.6, 5.2],
  [3, 60, 6.1, 3.4, 3.9, 4.5],
  [4, 80, 9.3, 3, 3.5, 4],
  [5, 100, 13, 2.8, 3.3, 3.8],
] as const
const state = (n: number) => `p${n}`

/** Pellan Torch 450: forced draught on a shell boiler; gas train with proving, amplified ratio with slope and bias, five load points. */
export const torch450: Card = write({
  id: 'pellan-torch-450',
  version: 1,
  maker: 'Pellan',
  model: 'Torch 450',
  variant: 'amplified ratio',
  document: { number: 'PE-T450-9', title: 'Torch 300/450: start-up and air/gas curve', issued: '2020-11-01' },
  burnerKind: 'forced-draught',
  applianceType: 'boiler',
  condensing: false,
  flueType: 'open-flued',
  category: 'I2R',
  traits: { medium: 'water', power: 'mains', pilot: 'none', pilotSensor: null, ratioControl: 'amplified', intakePort: false },
  timing: { prePurgeS: 36, ignitionTrialS: 3, ignitionTries: 1, flameLossS: 1, postPurgeS: 10, failedStartsMax: 2, source: b.at(21) },
  ratings: [b.netKw('natural-gas-h', 90, 450, 6)],
  firingStates: [
    ...RESTING,
    {
      ...rate('purge', 2, 'Purge at full air', 1, 'net', ['Panel HAND, step P.', back], null),
      kind: 'purge',
      nominalInputW: null,
      basis: null,
    },
    rate('ignition', 3, 'Ignition position', 110_000, 'net', ['Panel HAND, step Z; hold.', back], 1, { kind: 'ignition' }),
    ...POINTS.map(([n, share], i) =>
      rate(state(n), 4 + i, `Point ${n}`, 4_500 * share, 'net', [`Panel HAND, step ${n}; wait until the servo stands.`, back], 2),
    ),
  ],
  limits: [
    b.limit(24, 'pressure.standing', 'inlet', 'standing', { unit: 'mbar', max: 70 }),
    b.limit(24, 'pressure.working', 'inlet', 'p5', { unit: 'mbar', min: 30, nominal: 40, max: 60 }),
    ...POINTS.flatMap(([n, , gas, low, aim, high]) => [
      b.limit(28, 'o2.flue', 'flue', state(n), { unit: '%', min: low, nominal: aim, max: high }),
      b.limit(27, 'pressure.manifold', 'burner', state(n), { unit: 'mbar', min: gas * 0.85, nominal: gas, max: gas * 1.15 }),
    ]),
    b.limit(27, 'pressure.chamber', 'chamber', 'p5', { unit: 'mbar', min: 1.5, max: 4.5 }),
    b.limit(29, 'temperature.flue', 'flue', 'p5', { unit: '°C', min: 140, max: 220 }),
    b.limit(32, 'leak.seat', 'valve', 'standing', { unit: 'L/h', max: 50 }, { hard: true }),
  ],
  supply: [b.supply('natural-gas-h', 100, 'mbar', 24, true)],
  tables: [
    {
      id: 'curve',
      use: 'load-points',
      title: 'Air/gas curve',
      columns: [
        { id: 'point', label: 'Point', quantity: 'ratio', unit: '1' },
        { id: 'load', label: 'Load', quantity: 'ratio', unit: '%' },
        { id: 'gas', label: 'Gas at the head', quantity: 'pressure', unit: 'mbar' },
        { id: 'air', label: 'Air at the head', quantity: 'pressure', unit: 'mbar' },
        { id: 'o2', label: 'O₂ aim', quantity: 'fraction', unit: '%' },
      ],
      rows: POINTS.map(([n, share, gas, , aim]) => [n, share, gas, Math.round(gas * 58) / 100, aim]),
      source: b.at(28),
    },
    {
      id: 'switches',
      use: 'other',
      title: 'Switch settings by working pressure',
      columns: [
        { id: 'working', label: 'Working pressure', quantity: 'pressure', unit: 'mbar' },
        { id: 'low', label: 'Low gas', quantity: 'pressure', unit: 'mbar' },
        { id: 'high', label: 'High gas', quantity: 'pressure', unit: 'mbar' },
      ],
      rows: [
        [30, 20, 38],
        [40, 27, 50],
        [60, 40, 75],
      ],
      source: b.at(31),
    },
  ],
  adjusters: [
    b.adjuster(26, {
      id: 'slope',
      label: 'Slope V of the ratio control',
      function: 'throttle',
      clockwise: 'more-gas',
      unit: 'turn',
      actsAt: ['p3', 'p4', 'p5'],
      tool: '4 mm key',
      cap: 'Slope window open',
      keepOff: 'The bias N beside it',
      travel: 6,
      typicalEffect: { measurandId: 'pressure.manifold', change: 1.5, unit: 'mbar', per: 1 },
    }),
    b.adjuster(26, {
      id: 'bias',
      label: 'Bias N of the ratio control',
      function: 'offset',
      clockwise: 'more-gas',
      unit: 'turn',
      actsAt: ['ignition', 'p1'],
      tool: '4 mm key',
      cap: 'Bias window open',
      keepOff: 'The slope V',
      travel: 4,
      typicalEffect: { measurandId: 'pressure.manifold', change: 0.2, unit: 'mbar', per: 1 },
    }),
    b.adjuster(28, {
      id: 'servo',
      label: 'Air damper servo, angle of the point',
      function: 'cam',
      clockwise: 'more-air',
      unit: 'degree',
      actsAt: POINTS.map(([n]) => state(n)),
      tool: 'Point editor, password of the installer',
      cap: null,
      keepOff: 'Point 0 (purge)',
      travel: 90,
    }),
  ],
  probe: 'Flue connection, 1.5 diameters after the smoke box, centre of flow',
  probeSource: b.at(28),
  testPoints: [
    b.point(24, 'inlet', 'Filter inlet nipple open', 'Ball valve shut, one turn', 'Screw home, prove with detector and fluid'),
    b.point(27, 'burner', 'Head nipple open', 'Burner off, one turn on p-G', 'Screw home, prove while firing'),
    b.point(32, 'valve', 'Test nipple between the valves open', 'Both valves shut, one turn', 'Screw home, prove with fluid'),
  ],
  safeties: [
    b.safety(30, 'flame', 'Flame scanner', '15 µA', 'manual', 'Cover the scanner while firing: both valves shut within a second, lock-out'),
    b.safety(30, 'air', 'Air proving switch', '3.2 mbar', 'manual', 'Turn its dial up while firing at point 1: lock-out'),
    b.safety(
      31,
      'low-gas',
      'Low gas pressure switch',
      '27 mbar',
      'automatic',
      'Close the ball valve slowly while firing: off at the setting',
    ),
    b.safety(31, 'high-gas', 'High gas pressure switch', '50 mbar', 'manual', 'Turn its dial down while firing: lock-out'),
    b.safety(32, 'proving', 'Valve proving', '50 L/h', 'manual', 'Open the test nipple between the valves a little: proving fails'),
    b.safety(33, 'limit', 'Limit stat of the boiler', '110 °C', 'manual', 'Power off, lift one lead: no start'),
  ],
  ownSteps: [
    {
      id: 'down-again',
      label: 'Points down again after the last is set',
      why: 'The linkage has play: a curve set upwards reads rich on the way down',
      stage: 'adjust',
      place: 'last',
      firingStateId: 'p2',
      needs: [{ kind: 'reading', measurandId: 'o2.flue', stationId: 'flue', firingStateId: 'p2' }],
      source: b.at(29),
    },
  ],
  serviceList: [
    b.service(36, 'filter', 'Gas filter insert', true),
    b.service(36, 'scanner', 'Scanner glass'),
    b.service(37, 'electrodes', 'Ignition electrodes', false, '3–4 mm'),
    b.service(38, 'plate', 'Mixing plate, 8 mm behind the cone', false, '8 mm'),
  ],
  faultCodes: [
    b.code('01', 'No flame in the safety time', 44, 'electrode', 'gas-switch', 'scanner'),
    b.code('05', 'Air switch does not change over', 44, 'air-switch', 'damper'),
    b.code('10', 'Valve proving failed, first valve', 45, 'valve-leak'),
    b.code('11', 'Valve proving failed, second valve', 45, 'valve-leak'),
    b.code('22', 'Flame lost while running', 46, 'mixture', 'scanner'),
  ],
  mapOverrides: [{ cause: 'air-switch', oddsFactor: 1.3, source: b.at(44) }],
  faultChecks: [
    b.check(45, 'coil-ohms', 'Plug of each safety valve, pins 1 and 2', [180, 260, 'Ω']),
    b.check(45, 'air-signal', 'T-piece at the plus side of the air switch'),
    b.check(46, 'flame-current', 'In the lead at terminal 9 of the burner control'),
  ],
  kit: [
    { part: 'Gas filter insert DN 40', number: 'PE-8104', when: 'Every year' },
    { part: 'Electrode set', number: 'PE-8120', when: 'Burnt' },
    { part: 'Scanner', number: 'PE-8133', when: 'Below 15 µA with a clean glass', variants: ['amplified ratio', 'one-to-one'] },
  ],
})
