import { MEASURANDS } from '../measure'
import { toSi } from '../units'
import { type Card, cardSchema, type Limit } from './card'

type Printed = Limit['printed']

/** A limit as a card prints it, with the SI values worked out. For tests. */
export function testLimit(place: Pick<Limit, 'measurandId' | 'stationId' | 'firingStateId'> & Partial<Limit>, printed: Printed): Limit {
  const si = (value: number | undefined) => (value === undefined ? undefined : toSi(value, printed.unit, MEASURANDS[place.measurandId].quantity))
  const values = { min: si(printed.min), nominal: si(printed.nominal), max: si(printed.max), goal: si(printed.goal) }
  return {
    when: [], hard: false, source: { doc: 'TEST-1', page: '9' }, ...place, printed,
    ...(Object.fromEntries(Object.entries(values).filter(([, v]) => v !== undefined)) as Partial<Limit>),
  }
}

const source = { doc: 'TEST-1', page: '9' }
const rate = (id: string, order: number, nominalInputW: number) => ({
  id, kind: 'rate' as const, order, label: id, nominalInputW, basis: 'net' as const, sectionsOn: [], howToForce: `Menu: ${id}; back to normal`, minutesToRate: 2,
})
const plain = (id: 'off' | 'standing', order: number) => ({
  id, kind: id, order, label: id, nominalInputW: null, basis: null, sectionsOn: [], howToForce: null, minutesToRate: null,
})

/** A small premix card for the tests of the core; the demo world has its own. */
export const testCard: Card = cardSchema.parse({
  id: 'test-premix', version: 1, maker: 'Test', model: 'Premix 20', variant: null,
  document: { number: 'TEST-1', title: 'Test card', issued: '2026-01-01' },
  burnerKind: 'premix-pneumatic', applianceType: 'boiler', condensing: true, flueType: 'room-sealed', category: 'II2H3P',
  ratings: [{ gas: 'natural-gas-h', inputMaxNetW: 20_000, inputMaxGrossW: 22_200, inputMinNetW: 4_000, inputMinGrossW: 4_440, orifice: null, source }],
  firingStates: [plain('off', 0), plain('standing', 1), rate('min', 2, 4_000), rate('max', 3, 20_000)],
  limits: [
    testLimit({ measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max', when: [{ gas: 'natural-gas-h' }] }, { unit: '%', min: 8.7, nominal: 9, max: 9.2 }),
    testLimit({ measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max', when: [{ gas: 'propane' }] }, { unit: '%', min: 9.8, max: 10.4 }),
    testLimit({ measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'min', when: [] }, { unit: '%', min: 8.2, max: 8.8 }),
    testLimit({ measurandId: 'pressure.working', stationId: 'inlet', firingStateId: 'max' }, { unit: 'mbar', min: 17, nominal: 20, max: 25 }),
  ],
  supply: [{ gas: 'natural-gas-h', inletMaxPa: 3_000, regulatorIsTechnicians: false, source }],
  adjusters: [
    { id: 'throttle', label: 'Throttle', function: 'throttle', clockwise: 'less-gas', unit: 'turn', actsAt: ['max'], tool: '2.5 mm key', cap: 'Throttle cap', keepOff: 'Offset screw', source },
  ],
  probe: 'Sampling point on the flue elbow',
  testPoints: [{ stationId: 'inlet', label: 'Inlet nipple open', how: 'One turn', closes: 'Screw home, leak check' }],
  safeties: [], serviceList: [], faultCodes: [], kit: [],
})
