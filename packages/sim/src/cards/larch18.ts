import { type Card } from '@lucerna/core/appliance'
import { book, rate, RESTING, write } from './build'

const b = book('TW-18H-02')
const back = 'Service knob back to the radiator sign.'

/** Tarnwick Larch 18 H: premix, pneumatic ratio valve, heat only; three rates, since its fan has a fixed middle step. */
export const larch18: Card = write({
  id: 'tarnwick-larch-18-h',
  version: 2,
  maker: 'Tarnwick',
  model: 'Larch 18 H',
  variant: null,
  document: { number: 'TW-18H-02', title: 'Larch 18 H service notes', issued: '2021-04-01' },
  burnerKind: 'premix-pneumatic',
  applianceType: 'boiler',
  condensing: true,
  flueType: 'room-sealed',
  category: 'I2H',
  traits: { medium: 'water', power: 'mains', pilot: 'none', pilotSensor: null, ratioControl: 'zero-governor', intakePort: true },
  timing: { prePurgeS: 10, ignitionTrialS: 4, ignitionTries: 5, flameLossS: 2, postPurgeS: 30, failedStartsMax: 5, source: b.at(11) },
  ratings: [b.netKw('natural-gas-h', 4.6, 18.4, 5)],
  firingStates: [
    ...RESTING,
    rate('low', 2, 'Low rate', 4_600, 'net', ['Service knob to 1.', back], 4),
    rate('mid', 3, 'Middle rate', 11_000, 'net', ['Service knob to 2.', back], 3),
    rate('high', 4, 'High rate', 18_400, 'net', ['Service knob to 3.', back], 3),
  ],
  limits: [
    b.limit(14, 'pressure.standing', 'inlet', 'standing', { unit: 'mbar', max: 28 }),
    b.limit(14, 'pressure.working', 'inlet', 'high', { unit: 'mbar', min: 16, nominal: 20, max: 25 }),
    b.limit(16, 'co2.flue', 'flue', 'high', { unit: '%', min: 8.8, nominal: 9.1, max: 9.4 }),
    b.limit(16, 'co2.flue', 'flue', 'mid', { unit: '%', min: 8.5, nominal: 8.9, max: 9.3 }),
    b.limit(16, 'co2.flue', 'flue', 'low', { unit: '%', min: 8.2, nominal: 8.5, max: 8.8 }),
    b.limit(18, 'flame.current', 'electrics', 'low', { unit: 'µA', min: 2 }),
  ],
  supply: [b.supply('natural-gas-h', 30, 'mbar', 14)],
  tables: [
    b.sensors(['flow-sensor'], 24, 'Flow sensor', [
      [20, 12.5],
      [40, 5.3],
      [60, 2.49],
      [80, 1.25],
    ]),
    {
      id: 'suction',
      use: 'fan-suction',
      title: 'Suction at the mixer, high rate',
      columns: [
        { id: 'length', label: 'Flue length', quantity: 'length', unit: 'm' },
        { id: 'clean', label: 'Clean', quantity: 'pressure', unit: 'mbar' },
        { id: 'strip', label: 'Strip beyond', quantity: 'pressure', unit: 'mbar' },
      ],
      rows: [
        [1, -3.2, -2.1],
        [6, -2.9, -1.9],
      ],
      source: b.at(19),
    },
  ],
  adjusters: [
    b.adjuster(17, {
      id: 'throttle',
      label: 'Main throttle',
      function: 'throttle',
      clockwise: 'less-gas',
      unit: 'turn',
      actsAt: ['high', 'mid'],
      tool: '3 mm key',
      cap: null,
      keepOff: 'The offset under the seal',
      travel: 4,
    }),
    b.adjuster(17, {
      id: 'offset',
      label: 'Offset',
      function: 'offset',
      clockwise: 'unknown',
      unit: 'turn',
      actsAt: ['low'],
      tool: 'Slotted, 4 mm',
      cap: 'Offset seal off',
      keepOff: null,
    }),
  ],
  probe: 'Plug on top of the flue collar; tip in the middle third',
  probeSource: b.at(15),
  testPoints: [
    b.point(
      14,
      'inlet',
      'Inlet tapping open',
      'Gas off, half a turn on the tapping below the valve',
      'Screw home, gas on, prove with detector and fluid',
    ),
  ],
  safeties: [
    b.safety(
      20,
      'flame',
      'Flame supervision, ionisation',
      '1 µA',
      'automatic',
      'Close the gas cock while firing: out within two seconds, lock-out after five tries',
    ),
    b.safety(20, 'overheat', 'Overheat stat', '100 °C', 'manual', 'Lift one lead with the power off: no start'),
  ],
  ownSteps: [
    {
      id: 'knob-home',
      label: 'Service knob back at the radiator sign',
      why: 'Left on a number, the boiler fires at that rate until its overheat stat opens',
      stage: 'restore',
      place: 'last',
      needs: [{ kind: 'observation', question: 'Where does the service knob point?', good: 'Radiator sign', bad: 'A number' }],
      overridable: false,
      source: b.at(13),
    },
  ],
  serviceList: [
    b.service(21, 'burner-rope', 'Burner rope seal', true),
    b.service(21, 'electrode', 'Electrode pair', false, '4 mm'),
    b.service(21, 'siphon', 'Siphon under the sump'),
  ],
  faultCodes: [
    b.code('3 blinks', 'No flame after the fifth try', 22, 'electrode', 'supply-shut', 'mixture'),
    b.code('4 blinks', 'Flame without gas', 22, 'board'),
    b.code('6 blinks', 'Overheat stat open', 23, 'no-flow'),
  ],
  faultChecks: [
    b.check(33, 'coil-ohms', 'Two blade terminals under the valve’s black cap', [58, 78, 'Ω']),
    b.check(33, 'lead-ohms', 'Lead off both ends; nothing of it screened', [1, 1.6, 'kΩ']),
    b.check(34, 'flame-current', 'In the lead at the rod; the rod is the second electrode from the left'),
  ],
  kit: [
    { part: 'Rope seal', number: 'TW-6110', when: 'Every opening' },
    { part: 'Electrode pair', number: 'TW-6122', when: 'Cracked or not to be set' },
  ],
})

/** The issue before: two rates' bands were wider, and the middle step had none. */
export const larch18Before: Card = write({
  ...larch18,
  version: 1,
  document: { number: 'TW-18H-01', title: 'Larch 18 H service notes', issued: '2018-09-01' },
  limits: [
    ...larch18.limits.filter((l) => l.measurandId !== 'co2.flue' && l.measurandId !== 'flame.current'),
    b.limit(16, 'co2.flue', 'flue', 'high', { unit: '%', min: 8.6, nominal: 9.1, max: 9.6 }),
    b.limit(16, 'co2.flue', 'flue', 'mid', { unit: '%', min: 8.2, max: 9.6 }),
    b.limit(16, 'co2.flue', 'flue', 'low', { unit: '%', min: 8, nominal: 8.5, max: 9 }),
  ],
  serviceList: larch18.serviceList.map((s) => (s.id === 'burner-rope' ? { ...s, renewAlways: false } : s)),
  ownSteps: [],
})
