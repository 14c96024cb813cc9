import { type Card } from '@lucerna/core/appliance'
import { book, btu, rate, RESTING, write } from './build'

const b = book('BH-D60M-3')
const back = 'Option switches 5 and 6 back to OFF; jumper on its parking pins.'

/** Brightholm Drift 60 M: modulating warm-air furnace; stepper valve, one adjuster that moves in clicks, maximum before minimum. */
export const drift60m: Card = write({
  id: 'brightholm-drift-60-m',
  version: 1,
  maker: 'Brightholm',
  model: 'Drift 60 M',
  variant: 'modulating',
  document: { number: 'BH-D60M-3', title: 'Drift M: modulating furnaces, set-up', issued: '2021-06-01' },
  burnerKind: 'modulating-furnace',
  applianceType: 'furnace',
  condensing: false,
  flueType: 'open-flued',
  category: 'Category I vent',
  traits: { medium: 'air', power: 'mains', pilot: 'none', pilotSensor: null, ratioControl: 'none', intakePort: false },
  timing: { prePurgeS: 25, ignitionTrialS: 4, ignitionTries: 3, flameLossS: 1, postPurgeS: 20, failedStartsMax: 3, source: b.at(28) },
  ratings: [b.grossBtu('pipeline-gas-na', 24_000, 60_000, 5, '#47 × 3')],
  firingStates: [
    ...RESTING,
    rate('min', 2, 'Minimum', btu(24_000), 'gross', ['Option switch 5 ON.', back], 6),
    rate('ignition', 3, 'Light-off', btu(42_000), 'gross', null, null, { kind: 'ignition' }),
    rate('max', 4, 'Maximum', btu(60_000), 'gross', ['Option switch 6 ON and jumper on TEST.', back], 6),
  ],
  limits: [
    b.limit(14, 'pressure.standing', 'inlet', 'standing', { unit: 'inH2O', min: 5, max: 10.5 }),
    b.limit(14, 'pressure.working', 'inlet', 'max', { unit: 'inH2O', min: 4.5, nominal: 7, max: 10.5 }),
    b.limit(16, 'pressure.manifold', 'burner', 'max', { unit: 'inH2O', min: 3.1, nominal: 3.2, max: 3.3 }),
    b.limit(16, 'pressure.manifold', 'burner', 'min', { unit: 'inH2O', min: 0.45, nominal: 0.5, max: 0.6 }),
    b.limit(19, 'temperature.flue', 'flue', 'max', { unit: '°F', min: 310, max: 480 }),
    b.limit(20, 'temperature.rise', 'air', 'max', { unit: 'Δ°F', min: 30, max: 60 }),
    b.limit(20, 'temperature.rise', 'air', 'min', { unit: 'Δ°F', min: 20, max: 50 }),
    b.limit(29, 'igniter.coldResistance', 'electrics', 'off', { unit: 'Ω', min: 40, max: 90 }),
  ],
  supply: [b.supply('pipeline-gas-na', 14, 'inH2O', 14)],
  tables: [
    {
      id: 'clicks',
      use: 'other',
      title: 'Adjuster clicks and manifold pressure',
      columns: [
        { id: 'clicks', label: 'Clicks', quantity: 'ratio', unit: '1' },
        { id: 'change', label: 'Change', quantity: 'pressure', unit: 'inH2O' },
      ],
      rows: [
        [1, 0.05],
        [5, 0.25],
        [10, 0.5],
      ],
      source: b.at(17),
    },
    {
      id: 'static',
      use: 'other',
      title: 'Air flow by blower tap at 0.5 inWC',
      columns: [
        { id: 'tap', label: 'Tap', quantity: 'ratio', unit: '1' },
        { id: 'flow', label: 'Flow', quantity: 'flow', unit: 'ft³/min' },
      ],
      rows: [
        [1, 720],
        [2, 880],
        [3, 1040],
        [4, 1190],
      ],
      source: b.at(21),
    },
  ],
  adjusters: [
    b.adjuster(17, {
      id: 'max-clicks',
      label: 'Button MAX on the valve driver',
      function: 'click',
      clockwise: 'more-gas',
      unit: 'click',
      actsAt: ['max'],
      tool: 'Finger, one press a second',
      cap: 'Driver window open',
      keepOff: 'The dip switches under the window',
      travel: 40,
      typicalEffect: { measurandId: 'pressure.manifold', change: 0.04, unit: 'inH2O', per: 1 },
    }),
    b.adjuster(17, {
      id: 'min-clicks',
      label: 'Button MIN on the valve driver',
      function: 'click',
      clockwise: 'more-gas',
      unit: 'click',
      actsAt: ['min'],
      tool: 'Finger, one press a second',
      cap: 'Driver window open',
      keepOff: 'The MAX button, once it is set',
      travel: 40,
      typicalEffect: { measurandId: 'pressure.manifold', change: 0.03, unit: 'inH2O', per: 5 },
    }),
  ],
  probe: 'In the vent collar, port 3/8 in on the right; plug after',
  probeSource: b.at(19),
  testPoints: [
    b.point(
      14,
      'inlet',
      'Inlet port open',
      'Gas off, back the set screw out one turn',
      'Set screw in, gas on, prove with detector and fluid',
    ),
    b.point(16, 'burner', 'Outlet port open', 'Gas off, back the set screw out one turn', 'Set screw in, prove while firing'),
  ],
  safeties: [
    b.safety(24, 'flame', 'Flame rod', '0.7 µA', 'automatic', 'Close the manual valve while firing: off within a second'),
    b.safety(24, 'air-low', 'Air pressure switch, low', '0.35 inWC', 'automatic', 'Tube off at minimum: burner off'),
    b.safety(24, 'air-high', 'Air pressure switch, high', '0.80 inWC', 'automatic', 'Tube off at maximum: falls back to minimum'),
    b.safety(25, 'limit', 'Primary limit', '160 °F', 'automatic', 'Blower lead off at minimum, watch it open'),
    b.safety(25, 'rollout', 'Roll-out switch', '275 °F', 'manual', 'Power off, press the reset, read continuity'),
  ],
  ownSteps: [
    {
      id: 'switches',
      label: 'Option switches 5 and 6 OFF, jumper parked',
      why: 'A forced minimum trips the limit on the first cold night',
      stage: 'restore',
      place: 'last',
      needs: [
        {
          kind: 'observation',
          question: 'What are the positions of switches 5 and 6 and the jumper?',
          good: 'OFF, OFF, parked',
          bad: 'Any other position',
        },
      ],
      overridable: false,
      source: b.at(18),
    },
  ],
  serviceList: [
    b.service(26, 'rod', 'Flame rod'),
    b.service(26, 'igniter', 'Igniter, silicon carbide: do not touch the spiral'),
    b.service(27, 'tubes', 'Pressure tubes, dry and whole'),
  ],
  faultCodes: [
    b.code('E2-1', 'Low pressure switch open', 33, 'pressure-tube', 'vent'),
    b.code('E4-2', 'Primary limit opened at minimum', 34, 'airflow', 'minimum-set-high'),
    b.code('E6-0', 'Stepper did not find home', 35, 'stepper'),
  ],
  mapOverrides: [{ cause: 'airflow', oddsFactor: 2, source: b.at(34) }],
  faultChecks: [
    b.check(35, 'coil-ohms', 'Plug P8 off the stepper valve; blue and brown', [33, 48, 'Ω']),
    b.check(35, 'igniter-ohms', 'Plug P2; cold, nitride', [11, 19, 'Ω']),
    b.check(36, 'coil-volts-board', 'Plug P8 at the board, pins 2 and 5'),
  ],
  kit: [
    { part: 'Valve driver window seal', number: 'BH-6107', when: 'Torn' },
    { part: 'Igniter, silicon carbide', number: 'BH-6114', when: 'Cold resistance out of 40–90 Ω' },
  ],
})
