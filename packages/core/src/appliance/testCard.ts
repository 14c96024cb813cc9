import type { Card } from './cardSchema'
import { cardSchema } from './cardSchema'
import type { Limit } from './cardParts'
import { printedLimit } from './printedLimit'

const source = { doc: 'TEST-1', page: '9' }

/** A limit with the test card's source. */
export const testLimit = (place: Omit<Parameters<typeof printedLimit>[0], 'source'>, printed: Limit['printed']): Limit =>
  printedLimit({ source, ...place }, printed)

const rate = (id: string, order: number, nominalInputW: number) => ({
  id,
  kind: 'rate' as const,
  order,
  label: id,
  nominalInputW,
  basis: 'net' as const,
  sectionsOn: [],
  howToForce: `Menu: ${id}; back to normal`,
  minutesToRate: 2,
})
const plain = (id: 'off' | 'standing', order: number) => ({
  id,
  kind: id,
  order,
  label: id,
  nominalInputW: null,
  basis: null,
  sectionsOn: [],
  howToForce: null,
  minutesToRate: null,
})

/** A small premix card for the tests of the core; the demo world has its own. */
export const testCard: Card = cardSchema.parse({
  id: 'test-premix',
  version: 1,
  maker: 'Test',
  model: 'Premix 20',
  variant: null,
  document: { number: 'TEST-1', title: 'Test card', issued: '2026-01-01' },
  burnerKind: 'premix-pneumatic',
  applianceType: 'boiler',
  condensing: true,
  flueType: 'room-sealed',
  category: 'II2H3P',
  ratings: [
    {
      gas: 'natural-gas-h',
      inputMaxNetW: 20_000,
      inputMaxGrossW: 22_200,
      inputMinNetW: 4_000,
      inputMinGrossW: 4_440,
      orifice: null,
      source,
    },
  ],
  firingStates: [plain('off', 0), plain('standing', 1), rate('min', 2, 4_000), rate('max', 3, 20_000)],
  limits: [
    testLimit(
      { measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max', when: [{ gas: 'natural-gas-h' }] },
      { unit: '%', min: 8.7, nominal: 9, max: 9.2 },
    ),
    testLimit(
      { measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max', when: [{ gas: 'propane' }] },
      { unit: '%', min: 9.8, max: 10.4 },
    ),
    testLimit({ measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'min', when: [] }, { unit: '%', min: 8.2, max: 8.8 }),
    testLimit(
      { measurandId: 'pressure.working', stationId: 'inlet', firingStateId: 'max' },
      { unit: 'mbar', min: 17, nominal: 20, max: 25 },
    ),
  ],
  supply: [{ gas: 'natural-gas-h', inletMaxPa: 3_000, regulatorIsTechnicians: false, source }],
  adjusters: [
    {
      id: 'throttle',
      label: 'Throttle',
      function: 'throttle',
      clockwise: 'less-gas',
      unit: 'turn',
      actsAt: ['max'],
      tool: '2.5 mm key',
      cap: 'Throttle cap',
      keepOff: 'Offset screw',
      source,
    },
  ],
  probe: 'Sampling point on the flue elbow',
  testPoints: [{ stationId: 'inlet', label: 'Inlet nipple open', how: 'One turn', closes: 'Screw home, leak check' }],
  safeties: [],
  serviceList: [],
  faultCodes: [],
  kit: [],
})
