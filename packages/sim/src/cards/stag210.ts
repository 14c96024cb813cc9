import { type Card } from '@lucerna/core/appliance'
import { book, btu, rate, RESTING, write } from './build'

const b = book('OS-ST210S-5')

/** Ossian Stag 210 S: atmospheric steam boiler; intermittent pilot on 24 volts, pressure control, low-water cutoff, siphon tube. */
export const stag210: Card = write({
  id: 'ossian-stag-210-s',
  version: 1,
  maker: 'Ossian',
  model: 'Stag 210 S',
  variant: 'steam',
  document: { number: 'OS-ST210S-5', title: 'Stag S steam boilers: installing, firing, care', issued: '1994-08-01' },
  burnerKind: 'atmospheric',
  applianceType: 'steam-boiler',
  condensing: false,
  flueType: 'open-flued',
  category: 'Category I vent',
  traits: {
    medium: 'steam',
    power: 'low-voltage',
    pilot: 'intermittent',
    pilotSensor: 'rod',
    ratioControl: 'none',
    intakePort: false,
    refractory: true,
  },
  timing: { prePurgeS: null, ignitionTrialS: 90, ignitionTries: 1, flameLossS: 1, postPurgeS: null, failedStartsMax: 3, source: b.at(16) },
  ratings: [b.grossBtu('pipeline-gas-na', 210_000, 210_000, 4, '#42 × 8')],
  firingStates: [
    ...RESTING,
    rate('pilot', 2, 'Pilot', 293, 'gross', ['Burner lead off its terminal; call for heat.', 'Burner lead back with a tug.'], 1, {
      kind: 'pilot',
    }),
    rate(
      'full',
      3,
      'Full',
      btu(210_000),
      'gross',
      ['Pressure control to its stop; thermostat calling.', 'Pressure control back to the found cut-out.'],
      15,
    ),
  ],
  limits: [
    b.limit(18, 'pressure.standing', 'inlet', 'standing', { unit: 'inH2O', min: 5, max: 14 }),
    b.limit(18, 'pressure.working', 'inlet', 'full', { unit: 'inH2O', min: 5, nominal: 7, max: 14 }),
    b.limit(19, 'pressure.manifold', 'burner', 'full', { unit: 'inH2O', min: 3.3, nominal: 3.5, max: 3.7 }),
    b.limit(21, 'temperature.flue', 'flue', 'full', { unit: '°F', min: 380, max: 560 }),
    b.limit(21, 'draught.flue', 'flue', 'full', { unit: 'inH2O', min: -0.05, max: -0.01 }),
    b.limit(26, 'pressure.steam', 'water', 'full', { unit: 'psi', max: 2 }),
    b.limit(27, 'level.lowWaterCutoff', 'water', 'off', { unit: 'in', min: 0.5, nominal: 1, max: 1.5 }),
  ],
  supply: [b.supply('pipeline-gas-na', 14, 'inH2O', 18)],
  tables: [
    {
      id: 'blow-down',
      use: 'other',
      title: 'Blow-down of the low-water cutoff',
      columns: [
        { id: 'weeks', label: 'Weeks fired', quantity: 'ratio', unit: '1' },
        { id: 'volume', label: 'Draw off', quantity: 'volume', unit: 'L' },
      ],
      rows: [
        [1, 4],
        [26, 12],
      ],
      source: b.at(28),
    },
  ],
  adjusters: [
    b.adjuster(19, {
      id: 'governor',
      label: 'Regulator of the combination valve',
      function: 'governor',
      clockwise: 'more-gas',
      unit: 'turn',
      actsAt: ['full'],
      tool: 'Slotted, 6 mm',
      cap: 'Aluminium cap off',
      keepOff: 'The pilot screw under the white cap',
      travel: 12,
      typicalEffect: { measurandId: 'pressure.manifold', change: 0.35, unit: 'inH2O', per: 1 },
    }),
  ],
  probe: 'Each of the four flueways under the hood, before any room air joins',
  probeSource: b.at(20),
  testPoints: [
    b.point(
      18,
      'inlet',
      'Inlet plug out',
      'Gas off, 1/8 in plug at the valve’s inlet side',
      'Plug in with sealant, gas on, prove with detector and fluid',
    ),
    b.point(19, 'burner', 'Manifold plug out', 'Gas off, 1/8 in plug in the manifold', 'Plug in with sealant, prove while firing'),
  ],
  safeties: [
    b.safety(24, 'flame', 'Pilot flame rod', '0.5 µA', 'automatic', 'Close the pilot line while firing: main valve shut within a second'),
    b.safety(
      25,
      'lwco',
      'Low-water cutoff, float',
      '1 in above the crown',
      'manual',
      'Blow down while firing: burner off before the glass is empty',
    ),
    b.safety(26, 'steam', 'Steam pressure control', '2 psi', 'automatic', 'Let the pressure rise and watch the cut-out on the gauge'),
    b.safety(26, 'relief', 'Relief valve', '15 psi', 'automatic', 'By lever with pressure on, only where its outlet is safe'),
    b.safety(25, 'spill', 'Spill switch on the hood', '275 °F', 'manual', 'Power off, read continuity, press the reset'),
  ],
  ownSteps: [
    {
      id: 'water-line',
      label: 'Water line steady while firing',
      why: 'A bouncing line means oil or sludge: the cutoff may not operate',
      stage: 'first-fire',
      place: 'last',
      firingStateId: 'full',
      needs: [
        {
          kind: 'observation',
          question: 'What does the water in the gauge glass do while firing?',
          good: 'Steady',
          bad: 'Bouncing or foaming',
        },
      ],
      source: b.at(29),
    },
    {
      id: 'siphon',
      label: 'Siphon tube clear, filled before refitting',
      why: 'Steam on the bellows ruins the pressure control; a clogged tube never shuts off',
      stage: 'clean',
      place: 'last',
      needs: [
        {
          kind: 'proof',
          what: 'Water poured in at the top of the removed siphon',
          passes: 'Runs through, tube refitted filled, boiler cold and level below its tapping',
        },
      ],
      overridable: false,
      source: b.at(30),
    },
  ],
  serviceList: [
    b.service(30, 'siphon', 'Siphon tube of control and gauge'),
    b.service(28, 'lwco', 'Float chamber of the low-water cutoff, gasket', true),
    b.service(31, 'glass', 'Gauge glass and its washers'),
    b.service(32, 'flueways', 'Flueways, brushed'),
  ],
  faultCodes: [],
  mapOverrides: [{ cause: 'low-water', oddsFactor: 1.8, source: b.at(25) }],
  faultChecks: [
    b.check(26, 'coil-ohms', 'Terminals TH and TR of the combination valve, leads off', [32, 50, 'Ω']),
    b.check(26, 'sensor-open', 'Pilot lead out of the valve; from its tip to the tube'),
  ],
  kit: [
    { part: 'Float chamber gasket', number: 'OS-2140', when: 'Every spring' },
    { part: 'Gauge glass, 5/8 × 12 in', number: 'OS-2151', when: 'Etched' },
    { part: 'Pilot assembly, pipeline gas', number: 'OS-2160', when: 'Rod cracked' },
  ],
})
