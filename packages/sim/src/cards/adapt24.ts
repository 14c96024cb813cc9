import { type Card } from '@lucerna/core/appliance'
import { book, rate, RESTING, write } from './build'

const b = book('GA-A24-07')
const back = 'Leave the fitter menu by code 00; the display shows the flow temperature.'

/** Galder Adapt 24: premix, electronically adapted valve; menus in place of screws, and an ignition rate that is set like the other two. */
export const adapt24: Card = write({
  id: 'galder-adapt-24',
  version: 1,
  maker: 'Galder',
  model: 'Adapt 24',
  variant: 'system',
  document: { number: 'GA-A24-07', title: 'Adapt 24 service manual', issued: '2022-02-01' },
  burnerKind: 'premix-adapted',
  applianceType: 'boiler',
  condensing: true,
  flueType: 'room-sealed',
  category: 'I2N',
  traits: { medium: 'water', power: 'mains', pilot: 'none', pilotSensor: null, ratioControl: 'electronic', intakePort: true },
  timing: { prePurgeS: 12, ignitionTrialS: 3, ignitionTries: 5, flameLossS: 1, postPurgeS: 45, failedStartsMax: 5, source: b.at(19) },
  ratings: [b.netKw('natural-gas-h', 3.4, 24, 4)],
  firingStates: [
    ...RESTING,
    rate('ignition', 2, 'Ignition rate', 9_500, 'net', ['Fitter menu, 71 → 2; hold until the number stops blinking.', back], 3, {
      kind: 'ignition',
    }),
    rate('min', 3, 'Minimum', 3_400, 'net', ['Fitter menu, 71 → 1; hold until the number stops blinking.', back], 5),
    rate('max', 4, 'Maximum', 24_000, 'net', ['Fitter menu, 71 → 3; hold until the number stops blinking.', back], 3),
  ],
  limits: [
    b.limit(22, 'pressure.standing', 'inlet', 'standing', { unit: 'mbar', max: 25 }),
    b.limit(22, 'pressure.working', 'inlet', 'max', { unit: 'mbar', min: 15, nominal: 20, max: 25 }),
    b.limit(30, 'co2.flue', 'flue', 'max', { unit: '%', min: 8.6, nominal: 9.1, max: 9.6 }),
    b.limit(30, 'co2.flue', 'flue', 'min', { unit: '%', min: 8.4, nominal: 8.9, max: 9.4 }),
    b.limit(31, 'co2.flue', 'flue', 'ignition', { unit: '%', min: 8, nominal: 8.5, max: 9 }),
    b.limit(32, 'flame.current', 'electrics', 'min', { unit: 'µA', min: 3, nominal: 8 }),
    b.limit(32, 'flame.current', 'electrics', 'max', { unit: 'µA', min: 20, nominal: 45 }),
    b.limit(30, 'temperature.flue', 'flue', 'max', { unit: '°C', max: 90 }),
  ],
  supply: [b.supply('natural-gas-h', 25, 'mbar', 22)],
  tables: [
    b.thermistor(45, 'Flow, return and flue sensors', [
      [0, 27.2],
      [20, 12.1],
      [40, 5.8],
      [60, 3],
      [80, 1.67],
      [100, 0.98],
    ]),
    {
      id: 'menu',
      use: 'other',
      title: 'Menu steps and what they move',
      columns: [
        { id: 'parameter', label: 'Parameter', quantity: 'ratio', unit: '1' },
        { id: 'step', label: 'CO₂ for one step', quantity: 'fraction', unit: '%' },
      ],
      rows: [
        [71, 0.1],
        [72, 0.15],
        [73, 0.1],
      ],
      source: b.at(29),
    },
  ],
  adjusters: [
    b.adjuster(28, {
      id: 'auto',
      label: 'Automatic calibration, menu 70',
      function: 'calibration',
      clockwise: 'unknown',
      unit: 'step',
      actsAt: ['ignition', 'min', 'max'],
      tool: 'Fitter code 35',
      cap: null,
      keepOff: 'Menu 79, which erases the learnt curve',
    }),
    b.adjuster(29, {
      id: 'trim',
      label: 'Manual trim, menu 72',
      function: 'menu',
      clockwise: 'more-gas',
      unit: 'step',
      actsAt: ['ignition', 'min', 'max'],
      tool: 'Fitter code 35',
      cap: null,
      keepOff: null,
      travel: 12,
      typicalEffect: { measurandId: 'co2.flue', change: 0.1, unit: '%', per: 1 },
    }),
  ],
  probe: 'Behind the grey cap on the flue adapter, 60 mm deep',
  probeSource: b.at(27),
  testPoints: [
    b.point(
      22,
      'inlet',
      'Inlet port open',
      'Gas off, slacken the captive screw marked IN',
      'Tighten the captive screw, gas on, prove with detector and fluid',
    ),
  ],
  safeties: [
    b.safety(
      33,
      'flame',
      'Flame supervision by the adaption electrode',
      '1.5 µA',
      'automatic',
      'Close the gas cock while firing: valve shut within one second',
    ),
    b.safety(33, 'limit', 'Flow limit sensor pair', '98 °C', 'manual', 'Unplug one of the pair: code 20 at once'),
    b.safety(34, 'flue-limit', 'Flue gas cut-out', '110 °C', 'replace', 'Read continuity with the power off; never by heating'),
  ],
  ownSteps: [
    {
      id: 'ignition-rate',
      label: 'Ignition rate measured and saved',
      why: 'The valve starts on this rate; never checked, it drops the flame as the electrode ages',
      stage: 'flue',
      place: 'last',
      firingStateId: 'ignition',
      needs: [
        { kind: 'reading', measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'ignition' },
        { kind: 'observation', question: 'Does menu 70 show all three rates as saved?', good: 'All saved', bad: 'At least one missing' },
      ],
      source: b.at(31),
    },
  ],
  serviceList: [
    b.service(36, 'adaption-electrode', 'Adaption electrode, renewed every second year', false, '8 mm'),
    b.service(36, 'ignition-electrode', 'Ignition electrode', false, '4.5 ±0.5 mm'),
    b.service(37, 'door-gasket', 'Burner door gasket and its graphite cord', true),
    b.service(38, 'siphon', 'Siphon and condensate hose'),
  ],
  faultCodes: [
    b.code('F.28', 'No ignition after five tries', 50, 'electrode', 'supply-shut', 'ignition-rate'),
    b.code('F.29', 'Flame lost while running', 50, 'ignition-rate', 'rod', 'recirculation'),
    b.code('F.34', 'Adaption out of range', 51, 'rod', 'recirculation', 'exchanger'),
    b.code('F.20', 'Flow limit sensors disagree', 52, 'sensor'),
  ],
  mapOverrides: [{ cause: 'rod', oddsFactor: 2, source: b.at(50) }],
  faultChecks: [
    b.check(50, 'coil-ohms', 'Grey plug off the adapted valve; pins 1 and 2 first coil, 3 and 4 second', [24, 40, 'Ω']),
    b.check(50, 'coil-volts-board', 'Plug J5 at the board, pins 1 and 2'),
    b.check(51, 'lead-ohms', 'Igniter sits on the electrode: from its pin to the plate', [0.9, 1.5, 'kΩ']),
  ],
  kit: [
    { part: 'Adaption electrode with gasket', number: 'GA-3310', when: 'Every second year or F.34' },
    { part: 'Door gasket set', number: 'GA-3304', when: 'Every opening' },
  ],
})
