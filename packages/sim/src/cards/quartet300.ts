import { type Card } from '@lucerna/core/appliance'
import { book, rate, RESTING, write } from './build'

const b = book('PE-Q300-6')
const SECTIONS = ['1', '2', '3', '4'].map((n) => ({ id: `v${n}`, label: `Valve ${n}` }))
const IDS = SECTIONS.map((s) => s.id)
const back = 'All stage switches back to AUTO; the panel’s lamp goes out.'
/** One valve with the others shut, by the panel’s switches: the cocks lock out their neighbours. */
const alone = SECTIONS.map((s, i) =>
  rate(
    `only-${s.id}`,
    2 + i,
    `${s.label} alone`,
    75_000,
    'net',
    [`Stage switch ${i + 1} to HAND, the others to 0; the cocks stay open.`, back],
    3,
    { sectionsOn: [s.id] },
  ),
)

/** Pellan Quartet 300: four valves on one supply, one blower, an air shutter; each valve alone, then all together. */
export const quartet300: Card = write({
  id: 'pellan-quartet-300',
  version: 1,
  maker: 'Pellan',
  model: 'Quartet 300',
  variant: null,
  document: { number: 'PE-Q300-6', title: 'Quartet 200/300/400: commissioning', issued: '2016-05-01' },
  burnerKind: 'multi-valve',
  applianceType: 'boiler',
  condensing: false,
  flueType: 'open-flued',
  category: 'I2H',
  traits: { medium: 'water', power: 'mains', pilot: 'none', pilotSensor: null, ratioControl: 'none', intakePort: false },
  timing: { prePurgeS: 30, ignitionTrialS: 4, ignitionTries: 2, flameLossS: 1, postPurgeS: 60, failedStartsMax: 2, source: b.at(17) },
  ratings: [b.netKw('natural-gas-h', 75, 300, 5, '4 × 9 × 2.7 mm')],
  sections: SECTIONS,
  firingStates: [
    ...RESTING,
    ...alone,
    rate('half', 6, 'Two valves', 150_000, 'net', ['Stage switches 1 and 3 to HAND, the others to 0.', back], 5, {
      sectionsOn: ['v1', 'v3'],
    }),
    rate('all', 7, 'All valves', 300_000, 'net', ['All four stage switches to HAND, ten seconds apart.', back], 8, { sectionsOn: IDS }),
  ],
  limits: [
    b.limit(19, 'pressure.standing', 'inlet', 'standing', { unit: 'mbar', max: 40 }),
    b.limit(19, 'pressure.working', 'inlet', 'all', { unit: 'mbar', min: 18, nominal: 20, max: 30 }),
    ...IDS.flatMap((sectionId) => [
      b.limit(21, 'pressure.manifold', 'burner', `only-${sectionId}`, { unit: 'mbar', min: 9.6, nominal: 10, max: 10.4 }, { sectionId }),
      b.limit(22, 'pressure.manifold', 'burner', 'all', { unit: 'mbar', min: 9.2, nominal: 9.8, max: 10.4 }, { sectionId }),
      b.limit(24, 'co2.flue', 'flue', `only-${sectionId}`, { unit: '%', min: 6, max: 8.6 }),
      b.limit(23, 'pressure.outletShut', 'valve', `only-${sectionId}`, { unit: 'mbar', max: 0.6 }),
    ]),
    ...['v1', 'v3'].map((sectionId) =>
      b.limit(22, 'pressure.manifold', 'burner', 'half', { unit: 'mbar', min: 9.4, nominal: 9.9, max: 10.4 }, { sectionId }),
    ),
    b.limit(24, 'co2.flue', 'flue', 'half', { unit: '%', min: 8, nominal: 8.6, max: 9.2 }),
    b.limit(24, 'co2.flue', 'flue', 'all', { unit: '%', min: 8.8, nominal: 9.2, max: 9.6 }),
    b.limit(24, 'temperature.flue', 'flue', 'all', { unit: '°C', min: 120, max: 210 }),
  ],
  supply: [b.supply('natural-gas-h', 60, 'mbar', 19)],
  tables: [
    {
      id: 'differential',
      use: 'differential',
      title: 'Chamber over room by valves lit',
      columns: [
        { id: 'valves', label: 'Valves lit', quantity: 'ratio', unit: '1' },
        { id: 'clean', label: 'Clean', quantity: 'pressure', unit: 'mbar' },
        { id: 'strip', label: 'Brush from', quantity: 'pressure', unit: 'mbar' },
      ],
      rows: [
        [1, 0.4, 0.7],
        [2, 0.9, 1.5],
        [4, 2.1, 3.2],
      ],
      source: b.at(27),
    },
  ],
  adjusters: [
    ...SECTIONS.map((s, i) =>
      b.adjuster(21, {
        id: `governor-${i + 1}`,
        label: `Governor of valve ${i + 1}`,
        function: 'governor' as const,
        clockwise: 'more-gas' as const,
        unit: 'turn' as const,
        actsAt: [`only-${s.id}`, 'all'],
        sectionId: s.id,
        tool: 'Slotted, 5 mm',
        cap: `Cap of governor ${i + 1} off`,
        keepOff: 'The slow-opening screw on the side',
        travel: 8,
        typicalEffect: { measurandId: 'pressure.manifold' as const, change: 1, unit: 'mbar', per: 1 },
      }),
    ),
    b.adjuster(25, {
      id: 'shutter',
      label: 'Air shutter on the blower',
      function: 'air-shutter',
      clockwise: 'more-air',
      unit: 'millimetre',
      actsAt: ['all', 'half'],
      tool: '10 mm spanner',
      cap: 'Locking nut loose',
      keepOff: 'The witness mark of last time',
      travel: 40,
    }),
  ],
  probe: 'Flue box, 200 mm after the last pass; two depths, the mean',
  probeSource: b.at(23),
  testPoints: [
    b.point(19, 'inlet', 'Rail nipple open', 'Gas off at the rail, one turn', 'Screw home, gas on, prove with detector and fluid'),
    ...SECTIONS.map((s, i) =>
      b.point(
        21,
        'burner',
        `Manifold nipple ${i + 1} open`,
        `Stage switch ${i + 1} to 0, one turn on nipple ${i + 1}`,
        'Screw home, prove while that valve fires',
        s.id,
      ),
    ),
  ],
  safeties: [
    b.safety(
      30,
      'flame',
      'Four flame rods',
      '1 µA each',
      'manual',
      'One stage switch to 0 at a time with its rod lead off: that stage locks out, the others run',
    ),
    b.safety(30, 'air', 'Air pressure switch', '1.8 mbar', 'automatic', 'Close the shutter slowly while firing: all valves shut'),
    b.safety(31, 'limit', 'Limit stat', '110 °C', 'manual', 'Power off, lift one lead: no start'),
    b.safety(31, 'flow', 'Flow switch', '6 m³/h', 'automatic', 'Stop the pump on HAND: all valves shut'),
  ],
  ownSteps: [
    {
      id: 'sisters',
      label: 'The four manifold pressures side by side',
      why: 'One valve that differs from the others is a valve fault, not a supply fault',
      stage: 'burner',
      place: 'last',
      firingStateId: 'all',
      needs: [{ kind: 'observation', question: 'Do the four agree within 0.4 mbar?', good: 'They agree', bad: 'One differs' }],
      source: b.at(22),
    },
  ],
  serviceList: [
    b.service(33, 'filter', 'Rail filter insert', true),
    b.service(33, 'rods', 'Four flame rods', false, '6 mm'),
    b.service(34, 'wheel', 'Blower wheel and shutter hinge'),
    b.service(35, 'passes', 'Second and third pass, brushed'),
  ],
  faultCodes: [
    b.code('S1–S4', 'Stage of that number locked out', 40, 'coil', 'stage-relay', 'rod'),
    b.code('A1', 'Air switch does not close within 20 s', 41, 'blower', 'air-switch'),
  ],
  mapOverrides: [{ cause: 'stage-relay', oddsFactor: 1.6, source: b.at(40) }],
  faultChecks: [
    b.check(41, 'coil-ohms', 'Each valve: brown plug, pins 1 and 3; the four are alike', [60, 84, 'Ω']),
    b.check(41, 'stage-swap', 'Brown plugs of valves 2 and 3: long enough to change over'),
    b.check(42, 'relay-volts', 'Terminal strip K, from K1 to K4 in the order of the valves'),
  ],
  kit: [
    { part: 'Rail filter insert', number: 'PE-3301', when: 'Every year' },
    { part: 'Gas valve, stage', number: 'PE-3320', when: 'One reads away and its coil is sound' },
    { part: 'Flame rod with seal', number: 'PE-3312', when: 'Cracked' },
  ],
})
