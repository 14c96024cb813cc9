import { type Card } from '@lucerna/core/appliance'
import { book, rate, RESTING, write } from './build'

const b = book('BH-D40-4')
const back = 'Room stat back to the found number; shutter of the duct open.'

/** Brightholm Drift 40: induced-draught heater for glasshouses, one stage, LPG mix from vessels, spark on every start; European papers in millibar. */
export const drift40: Card = write({
  id: 'brightholm-drift-40',
  version: 1,
  maker: 'Brightholm',
  model: 'Drift 40',
  variant: 'horticultural',
  document: { number: 'BH-D40-4', title: 'Drift 40 for wet rooms', issued: '2014-07-01' },
  burnerKind: 'induced-draught',
  applianceType: 'furnace',
  condensing: false,
  flueType: 'open-flued',
  category: 'I3P',
  traits: { medium: 'air', power: 'mains', pilot: 'none', pilotSensor: null, ratioControl: 'none', intakePort: false, yellowTips: true },
  timing: { prePurgeS: 30, ignitionTrialS: 7, ignitionTries: 3, flameLossS: 2, postPurgeS: 40, failedStartsMax: 3, source: b.at(12) },
  ratings: [b.netKw('propane', 11.2, 11.2, 3, '4 × 1.15 mm')],
  firingStates: [...RESTING, rate('on', 2, 'Burner on', 11_200, 'net', ['Room stat to 30 °C.', back], 6)],
  limits: [
    b.limit(9, 'pressure.standing', 'inlet', 'standing', { unit: 'mbar', min: 37, max: 47 }),
    b.limit(9, 'pressure.working', 'inlet', 'on', { unit: 'mbar', min: 30, nominal: 37, max: 45 }),
    b.limit(10, 'pressure.manifold', 'burner', 'on', { unit: 'mbar', min: 26.5, nominal: 27.5, max: 28.5 }),
    b.limit(11, 'temperature.flue', 'flue', 'on', { unit: '°C', min: 150, max: 250 }),
    b.limit(11, 'o2.flue', 'flue', 'on', { unit: '%', min: 6.5, nominal: 8, max: 10 }),
    b.limit(14, 'electrode.gap', 'electrics', 'off', { unit: 'mm', min: 2.5, nominal: 3, max: 3.5 }),
    b.limit(14, 'lead.resistance', 'electrics', 'off', { unit: 'kΩ', min: 0.8, max: 6 }),
  ],
  supply: [b.supply('propane', 50, 'mbar', 9, true)],
  tables: [
    {
      id: 'vessel',
      use: 'other',
      title: 'Propane a 47 kg vessel gives without frosting',
      columns: [
        { id: 'outdoors', label: 'Outdoors', quantity: 'temperature', unit: '°C' },
        { id: 'rate', label: 'Steady', quantity: 'massFlow', unit: 'kg/h' },
      ],
      rows: [
        [-10, 0.6],
        [0, 0.9],
        [10, 1.2],
        [20, 1.6],
      ],
      source: b.at(8),
    },
  ],
  adjusters: [
    b.adjuster(10, {
      id: 'governor',
      label: 'Governor screw under the foil seal',
      function: 'governor',
      clockwise: 'more-gas',
      unit: 'turn',
      actsAt: ['on'],
      tool: '3 mm key',
      cap: 'Foil seal off',
      keepOff: 'The blind screw opposite',
      travel: 6,
      insideCase: true,
    }),
  ],
  probe: 'In the flue spigot behind the fan, upward port; plug with the red cap',
  probeSource: b.at(11),
  testPoints: [
    b.point(
      9,
      'inlet',
      'Inlet nipple open',
      'Vessel valve shut, detector at the floor, one turn',
      'Screw home, prove with detector low down and fluid',
    ),
    b.point(10, 'burner', 'Outlet nipple open', 'Burner off, one turn', 'Screw home, prove while firing'),
  ],
  safeties: [
    b.safety(
      13,
      'flame',
      'Flame rod',
      '1 µA',
      'automatic',
      'Close the vessel valve while firing: off within two seconds, lock-out after three tries',
    ),
    b.safety(13, 'air', 'Air pressure switch', '0.9 mbar', 'automatic', 'Tube off with the fan on: no spark'),
    b.safety(13, 'limit', 'Fan-side limit', '85 °C', 'manual', 'Close the duct shutter: burner off before the case is hot; open it again'),
    b.safety(13, 'rollout', 'Roll-out fuse', '141 °C', 'replace', 'Read continuity with the power off'),
  ],
  ownSteps: [
    {
      id: 'damp',
      label: 'Lead and electrode dry, tracking looked for in the dark',
      why: 'Sparks that miss the burner come with condensation, not on the day of the visit',
      stage: 'clean',
      place: 'last',
      needs: [
        { kind: 'reading', measurandId: 'lead.resistance', stationId: 'electrics', firingStateId: 'off' },
        {
          kind: 'observation',
          question: 'With the light off and the gas shut: where does it spark?',
          good: 'At the tip only',
          bad: 'Along the lead or the porcelain',
        },
      ],
      source: b.at(14),
    },
  ],
  serviceList: [
    b.service(15, 'electrode', 'Ignition electrode', false, '3 ±0.5 mm'),
    b.service(15, 'lead', 'Ignition lead and boot'),
    b.service(16, 'drain', 'Drain of the flue elbow'),
    b.service(16, 'case-seal', 'Case seal against wet air', true),
  ],
  faultCodes: [
    b.code('2 red', 'No flame after three tries', 18, 'lead', 'electrode', 'vessel-empty'),
    b.code('3 red', 'Air switch', 18, 'pressure-tube', 'drain'),
  ],
  mapOverrides: [{ cause: 'lead', oddsFactor: 3, source: b.at(18) }],
  faultChecks: [
    b.check(19, 'coil-ohms', 'Round connector off the valve; its two flat pins', [30, 46, 'Ω']),
    b.check(19, 'lead-ohms', 'From the boot’s clip to the terminal on the control; bend it along its length', [0.5, 1, 'kΩ']),
    b.check(19, 'lead-moved', 'Bend the ignition lead where it leaves the burner box'),
  ],
  kit: [
    { part: 'Ignition lead, silicone, 450 mm', number: 'BH-4071', when: 'Damp faults' },
    { part: 'Electrode', number: 'BH-4070', when: 'Porcelain crazed' },
    { part: 'Case seal', number: 'BH-4080', when: 'Every opening' },
  ],
})
