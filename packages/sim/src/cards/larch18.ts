import { type Card, cardSchema, printedLimit } from '@lucerna/core/appliance'

const doc = 'TW-18H-02'
const at = (page: string) => ({ doc, page })

/** Tarnwick Larch 18 H: premix, pneumatic ratio valve, heat only; three rates, since its fan has a fixed middle step. */
export const larch18: Card = cardSchema.parse({
  id: 'tarnwick-larch-18-h', version: 2, maker: 'Tarnwick', model: 'Larch 18 H', variant: null,
  document: { number: doc, title: 'Larch 18 H service notes', issued: '2021-04-01' },
  burnerKind: 'premix-pneumatic', applianceType: 'boiler', condensing: true, flueType: 'room-sealed', category: 'I2H',
  ratings: [{ gas: 'natural-gas-h', inputMaxNetW: 18_400, inputMaxGrossW: 20_400, inputMinNetW: 4_600, inputMinGrossW: 5_100, orifice: null, source: at('5') }],
  firingStates: [
    { id: 'off', kind: 'off', order: 0, label: 'Off', nominalInputW: null, basis: null, sectionsOn: [], howToForce: null, minutesToRate: null },
    { id: 'standing', kind: 'standing', order: 1, label: 'Standing', nominalInputW: null, basis: null, sectionsOn: [], howToForce: null, minutesToRate: null },
    { id: 'low', kind: 'rate', order: 2, label: 'Low rate', nominalInputW: 4_600, basis: 'net', sectionsOn: [], howToForce: 'Service knob to 1; back to the radiator sign.', minutesToRate: 4 },
    { id: 'mid', kind: 'rate', order: 3, label: 'Middle rate', nominalInputW: 11_000, basis: 'net', sectionsOn: [], howToForce: 'Service knob to 2; back to the radiator sign.', minutesToRate: 3 },
    { id: 'high', kind: 'rate', order: 4, label: 'High rate', nominalInputW: 18_400, basis: 'net', sectionsOn: [], howToForce: 'Service knob to 3; back to the radiator sign.', minutesToRate: 3 },
  ],
  limits: [
    printedLimit({ measurandId: 'pressure.standing', stationId: 'inlet', firingStateId: 'standing', source: at('14') }, { unit: 'mbar', max: 28 }),
    printedLimit({ measurandId: 'pressure.working', stationId: 'inlet', firingStateId: 'high', source: at('14') }, { unit: 'mbar', min: 16, nominal: 20, max: 25 }),
    printedLimit({ measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'high', source: at('16') }, { unit: '%', min: 8.8, nominal: 9.1, max: 9.4 }),
    printedLimit({ measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'mid', source: at('16') }, { unit: '%', min: 8.5, nominal: 8.9, max: 9.3 }),
    printedLimit({ measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'low', source: at('16') }, { unit: '%', min: 8.2, nominal: 8.5, max: 8.8 }),
  ],
  supply: [{ gas: 'natural-gas-h', inletMaxPa: 3_000, regulatorIsTechnicians: false, source: at('14') }],
  adjusters: [
    { id: 'throttle', label: 'Main throttle', function: 'throttle', clockwise: 'less-gas', unit: 'turn', actsAt: ['high', 'mid'], tool: '3 mm key', cap: null, keepOff: 'The offset under the seal', source: at('17') },
    { id: 'offset', label: 'Offset', function: 'offset', clockwise: 'unknown', unit: 'turn', actsAt: ['low'], tool: 'Slotted, 4 mm', cap: 'Offset seal off', keepOff: null, source: at('17') },
  ],
  probe: 'Plug on top of the flue collar; tip in the middle third',
  testPoints: [{ stationId: 'inlet', label: 'Inlet tapping open', how: 'Gas off, half a turn on the tapping below the valve', closes: 'Screw home, gas on, prove with detector and fluid' }],
  safeties: [{ id: 'flame', label: 'Flame supervision, ionisation', setting: '1 µA' }, { id: 'overheat', label: 'Overheat stat', setting: '100 °C' }],
  serviceList: [{ id: 'burner-rope', label: 'Burner rope seal', renewAlways: true, gap: null }, { id: 'electrode', label: 'Electrode pair', renewAlways: false, gap: '4 mm' }],
  faultCodes: [{ code: '3 blinks', meaning: 'No flame after the fifth try', page: '22' }],
  kit: [{ part: 'Rope seal', number: 'TW-6110', when: 'Every opening' }],
})
