import { type Card, cardSchema, printedLimit } from '@lucerna/core/appliance'

const doc = 'BH-D80-11'
const at = (page: string) => ({ doc, page })

/** Brightholm Drift 80: induced draught, two-stage warm-air furnace, pipeline gas, in inches of water. */
export const drift80: Card = cardSchema.parse({
  id: 'brightholm-drift-80',
  version: 1,
  maker: 'Brightholm',
  model: 'Drift 80',
  variant: 'upflow',
  document: { number: doc, title: 'Drift 60/80 installer’s guide', issued: '2019-05-01' },
  burnerKind: 'induced-draught',
  applianceType: 'furnace',
  condensing: false,
  flueType: 'open-flued',
  category: 'Category I vent',
  ratings: [
    {
      gas: 'pipeline-gas-na',
      inputMaxNetW: 21_130,
      inputMaxGrossW: 23_446,
      inputMinNetW: 14_790,
      inputMinGrossW: 16_412,
      orifice: '#45 × 4',
      source: at('6'),
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
      id: 'stage1',
      kind: 'rate',
      order: 2,
      label: 'First stage',
      nominalInputW: 16_412,
      basis: 'gross',
      sectionsOn: [],
      howToForce: 'Jumper R–W1 at the thermostat terminals; take it out and refit the thermostat leads.',
      minutesToRate: 5,
    },
    {
      id: 'stage2',
      kind: 'rate',
      order: 3,
      label: 'Second stage',
      nominalInputW: 23_446,
      basis: 'gross',
      sectionsOn: [],
      howToForce: 'Jumper R–W1–W2 at the thermostat terminals; take it out and refit the thermostat leads.',
      minutesToRate: 5,
    },
  ],
  limits: [
    printedLimit(
      { measurandId: 'pressure.standing', stationId: 'inlet', firingStateId: 'standing', source: at('18') },
      { unit: 'inH2O', min: 5, max: 10.5 },
    ),
    printedLimit(
      { measurandId: 'pressure.working', stationId: 'inlet', firingStateId: 'stage2', source: at('18') },
      { unit: 'inH2O', min: 5, nominal: 7, max: 10.5 },
    ),
    printedLimit(
      { measurandId: 'pressure.manifold', stationId: 'burner', firingStateId: 'stage2', source: at('19') },
      { unit: 'inH2O', min: 3.3, nominal: 3.5, max: 3.7 },
    ),
    printedLimit(
      { measurandId: 'pressure.manifold', stationId: 'burner', firingStateId: 'stage1', source: at('19') },
      { unit: 'inH2O', min: 1.6, nominal: 1.7, max: 1.8 },
    ),
    printedLimit(
      { measurandId: 'temperature.flue', stationId: 'flue', firingStateId: 'stage2', source: at('20') },
      { unit: '°F', min: 320, max: 500 },
    ),
  ],
  supply: [{ gas: 'pipeline-gas-na', inletMaxPa: 3_487, regulatorIsTechnicians: false, source: at('18') }],
  adjusters: [
    {
      id: 'high',
      label: 'High-stage regulator',
      function: 'governor',
      clockwise: 'more-gas',
      unit: 'turn',
      actsAt: ['stage2'],
      tool: '5/32 hex',
      cap: 'High-stage seal screw off',
      keepOff: 'The low-stage screw beside it',
      source: at('19'),
    },
    {
      id: 'low',
      label: 'Low-stage regulator',
      function: 'governor',
      clockwise: 'more-gas',
      unit: 'turn',
      actsAt: ['stage1'],
      tool: '5/32 hex',
      cap: 'Low-stage seal screw off',
      keepOff: 'The high-stage screw beside it',
      source: at('19'),
    },
  ],
  probe: 'In the vent, 12 in above the inducer outlet; middle third; seal the hole after',
  testPoints: [
    {
      stationId: 'inlet',
      label: 'Inlet tap plug out',
      how: 'Gas off, take out the 1/8 in plug',
      closes: 'Plug in with sealant, gas on, prove with detector and fluid',
    },
    {
      stationId: 'burner',
      label: 'Manifold tap plug out',
      how: 'Gas off, take out the 1/8 in plug',
      closes: 'Plug in with sealant, prove while firing',
    },
  ],
  safeties: [
    { id: 'air', label: 'Air pressure switch', setting: '0.65 inWC' },
    { id: 'limit', label: 'High limit', setting: '170 °F' },
    { id: 'rollout', label: 'Roll-out switches, manual reset', setting: '300 °F' },
  ],
  serviceList: [
    { id: 'sensor', label: 'Flame sensor', renewAlways: false, gap: null },
    { id: 'igniter', label: 'Hot-surface igniter', renewAlways: false, gap: null },
  ],
  faultCodes: [
    { code: '31', meaning: 'Air pressure switch open with the inducer on', page: '34' },
    { code: '14', meaning: 'Ignition lock-out', page: '33' },
  ],
  kit: [{ part: 'Hot-surface igniter', number: 'BH-2204', when: 'Cold resistance out of 11–20 Ω' }],
})
