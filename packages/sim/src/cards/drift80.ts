import { type Card } from '@lucerna/core/appliance'
import { book, btu, rate, RESTING, write } from './build'

const b = book('BH-D80-11')
const back = 'Take the jumper out and refit the thermostat leads.'

/** Brightholm Drift 80: induced draught, two-stage warm-air furnace, pipeline gas, in inches of water. */
export const drift80: Card = write({
  id: 'brightholm-drift-80',
  version: 1,
  maker: 'Brightholm',
  model: 'Drift 80',
  variant: 'upflow',
  document: { number: 'BH-D80-11', title: 'Drift 60/80 installer’s guide', issued: '2019-05-01' },
  burnerKind: 'induced-draught',
  applianceType: 'furnace',
  condensing: false,
  flueType: 'open-flued',
  category: 'Category I vent',
  traits: { medium: 'air', power: 'mains', pilot: 'none', pilotSensor: null, ratioControl: 'none', intakePort: false },
  timing: { prePurgeS: 20, ignitionTrialS: 5, ignitionTries: 3, flameLossS: 2, postPurgeS: 15, failedStartsMax: 3, source: b.at(30) },
  ratings: [b.grossBtu('pipeline-gas-na', 56_000, 80_000, 6, '#45 × 4')],
  firingStates: [
    ...RESTING,
    rate('stage1', 2, 'First stage', btu(56_000), 'gross', ['Jumper R–W1 at the thermostat terminals.', back], 5),
    rate('stage2', 3, 'Second stage', btu(80_000), 'gross', ['Jumper R–W1–W2 at the thermostat terminals.', back], 5),
  ],
  limits: [
    b.limit(18, 'pressure.standing', 'inlet', 'standing', { unit: 'inH2O', min: 5, max: 10.5 }),
    b.limit(18, 'pressure.working', 'inlet', 'stage2', { unit: 'inH2O', min: 5, nominal: 7, max: 10.5 }),
    b.limit(19, 'pressure.manifold', 'burner', 'stage2', { unit: 'inH2O', min: 3.3, nominal: 3.5, max: 3.7 }),
    b.limit(19, 'pressure.manifold', 'burner', 'stage1', { unit: 'inH2O', min: 1.6, nominal: 1.7, max: 1.8 }),
    b.limit(20, 'temperature.flue', 'flue', 'stage2', { unit: '°F', min: 320, max: 500 }),
    b.limit(22, 'temperature.rise', 'air', 'stage2', { unit: 'Δ°F', min: 35, max: 65 }),
    b.limit(31, 'igniter.coldResistance', 'electrics', 'off', { unit: 'Ω', min: 11, max: 20 }),
  ],
  supply: [b.supply('pipeline-gas-na', 14, 'inH2O', 18)],
  tables: [
    {
      id: 'orifices',
      use: 'orifice',
      title: 'Orifice by altitude, natural gas',
      columns: [
        { id: 'altitude', label: 'Altitude', quantity: 'length', unit: 'ft' },
        { id: 'manifold', label: 'Second-stage manifold with #45', quantity: 'pressure', unit: 'inH2O' },
      ],
      rows: [
        [0, 3.5],
        [2000, 3.5],
        [4500, 3],
      ],
      source: b.at(7),
    },
  ],
  adjusters: [
    b.adjuster(19, {
      id: 'high',
      label: 'High-stage regulator',
      function: 'governor',
      clockwise: 'more-gas',
      unit: 'turn',
      actsAt: ['stage2'],
      tool: '5/32 hex',
      cap: 'High-stage seal screw off',
      keepOff: 'The low-stage screw beside it',
      travel: 9,
      typicalEffect: { measurandId: 'pressure.manifold', change: 0.35, unit: 'inH2O', per: 1 },
    }),
    b.adjuster(19, {
      id: 'low',
      label: 'Low-stage regulator',
      function: 'governor',
      clockwise: 'more-gas',
      unit: 'turn',
      actsAt: ['stage1'],
      tool: '5/32 hex',
      cap: 'Low-stage seal screw off',
      keepOff: 'The high-stage screw beside it',
      travel: 9,
      typicalEffect: { measurandId: 'pressure.manifold', change: 0.17, unit: 'inH2O', per: 1 },
    }),
  ],
  probe: 'In the vent, 12 in above the inducer outlet; middle third; seal the hole after',
  probeSource: b.at(20),
  testPoints: [
    b.point(
      18,
      'inlet',
      'Inlet tap plug out',
      'Gas off, take out the 1/8 in plug',
      'Plug in with sealant, gas on, prove with detector and fluid',
    ),
    b.point(19, 'burner', 'Manifold tap plug out', 'Gas off, take out the 1/8 in plug', 'Plug in with sealant, prove while firing'),
  ],
  safeties: [
    b.safety(26, 'flame', 'Flame sensor', '1 µA', 'automatic', 'Close the manual valve while firing: out within two seconds'),
    b.safety(26, 'air', 'Air pressure switch', '0.65 inWC', 'automatic', 'Pull the tube from the switch with the inducer on: burner off'),
    b.safety(27, 'limit', 'High limit', '170 °F', 'automatic', 'Blower lead off, watch the limit open; refit the lead'),
    b.safety(27, 'rollout', 'Roll-out switches, manual reset', '300 °F', 'manual', 'Power off, press the reset, read continuity of each'),
  ],
  serviceList: [
    b.service(28, 'sensor', 'Flame sensor'),
    b.service(28, 'igniter', 'Hot-surface igniter'),
    b.service(29, 'filter', 'Air filter'),
  ],
  faultCodes: [
    b.code('31', 'Air pressure switch open with the inducer on', 34, 'pressure-tube', 'vent', 'inducer'),
    b.code('33', 'Limit or roll-out open', 34, 'airflow', 'limit'),
    b.code('14', 'Ignition lock-out', 33, 'igniter', 'gas', 'flame-sensor'),
  ],
  mapOverrides: [{ cause: 'airflow', oddsFactor: 1.4, source: b.at(34) }],
  faultChecks: [
    b.check(35, 'coil-ohms', 'Spades MV and C of the valve, both leads off', [28, 44, 'Ω']),
    b.check(35, 'coil-volts', 'Spades MV and C of the valve, leads on'),
    b.check(35, 'igniter-ohms', 'Two-pin plug behind the burner shield; cold', [45, 90, 'Ω']),
    b.check(36, 'flame-current', 'In the white lead at the control’s terminal FS'),
  ],
  kit: [
    { part: 'Hot-surface igniter', number: 'BH-2204', when: 'Cold resistance out of 11–20 Ω' },
    { part: 'Flame sensor', number: 'BH-2210', when: 'Ceramic cracked' },
  ],
})
