import { type Card } from '@lucerna/core/appliance'
import { book, rate, RESTING, write } from './build'
import { larch28 } from './larch28'

const b = book('TW-28P-01')
const back = 'Hold ⏎ until the flow temperature returns, then set parameter d4 back to 0.'
const valley = { when: [{ altitudeM: { max: 1000 } }] }
const mountain = { when: [{ altitudeM: { min: 1000, max: 2000 } }] }

/** Tarnwick Larch 28 C converted to propane by the maker's kit: other restrictor, other minimum, bands by altitude, a gas label to find on the case. */
export const larch28Propane: Card = write({
  ...larch28,
  id: 'tarnwick-larch-28-c-propane',
  version: 1,
  variant: 'propane conversion',
  document: { number: 'TW-28P-01', title: 'Larch 28 C: conversion kit for propane', issued: '2023-10-01' },
  category: 'I3P',
  timing: { prePurgeS: 15, ignitionTrialS: 5, ignitionTries: 3, flameLossS: 2, postPurgeS: 60, failedStartsMax: 2, source: b.at(4) },
  ratings: [b.netKw('propane', 6.5, 27, 3, '5.2 mm restrictor')],
  firingStates: [
    ...RESTING,
    rate('ignition', 2, 'Ignition rate', 12_000, 'net', null, null, { kind: 'ignition' }),
    rate('min', 3, 'Minimum', 6_500, 'net', ['Parameter d4 to 1.', back], 4),
    rate('max', 4, 'Maximum', 27_000, 'net', ['Parameter d4 to 9.', back], 4),
  ],
  limits: [
    b.limit(6, 'pressure.standing', 'inlet', 'standing', { unit: 'mbar', min: 32, max: 45 }),
    b.limit(6, 'pressure.working', 'inlet', 'max', { unit: 'mbar', min: 30, nominal: 37, max: 45 }),
    b.limit(7, 'pressure.chamberDifferential', 'chamber', 'max', { unit: 'mbar', min: 1.1, nominal: 1.5, max: 2.4 }),
    b.limit(8, 'co2.flue', 'flue', 'max', { unit: '%', min: 10.2, nominal: 10.5, max: 10.8 }, valley),
    b.limit(8, 'co2.flue', 'flue', 'min', { unit: '%', min: 9.8, nominal: 10.1, max: 10.4 }, valley),
    b.limit(9, 'co2.flue', 'flue', 'max', { unit: '%', min: 10, nominal: 10.3, max: 10.6 }, mountain),
    b.limit(9, 'co2.flue', 'flue', 'min', { unit: '%', min: 9.6, nominal: 9.9, max: 10.2 }, mountain),
    b.limit(8, 'temperature.flue', 'flue', 'max', { unit: '°C', max: 88 }),
  ],
  supply: [b.supply('propane', 50, 'mbar', 6, true)],
  probeSource: b.at(7),
  testPoints: [
    b.point(
      6,
      'inlet',
      'Inlet nipple open',
      'Gas off, detector at the floor, one turn on the left nipple',
      'Screw home, gas on, prove with detector low down and fluid',
    ),
  ],
  ownSteps: [
    {
      id: 'gas-label',
      label: 'Gas label beside the plate says propane',
      why: 'A converted boiler without its label is taken for natural gas at the next valve change',
      stage: 'arrive',
      place: 'last',
      needs: [{ kind: 'observation', question: 'What does the gas label say?', good: 'Propane', bad: 'Missing or another gas' }],
      overridable: false,
      source: b.at(2),
    },
    {
      id: 'restrictor',
      label: 'Restrictor size seen',
      why: 'The 5.2 mm restrictor sets the input; the spare of another size is in the same kit',
      stage: 'clean',
      place: 'first',
      needs: [{ kind: 'observation', question: 'Which restrictor is fitted?', good: '5.2 mm', bad: 'Another or none' }],
      source: b.at(3),
    },
  ],
  faultCodes: [
    b.code('L1', 'No flame after the third try: wait ten minutes', 10, 'supply-shut', 'vessel-empty', 'electrode'),
    b.code('L6', 'Vessel regulator tripped', 10, 'regulator-tripped'),
  ],
  kit: [
    { part: 'Propane restrictor 5.2 mm', number: 'TW-7731', when: 'Missing or wrong' },
    { part: 'Gas label, propane', number: 'TW-7735', when: 'Unreadable' },
    { part: 'Burner door seal', number: 'TW-7714', when: 'Every strip' },
  ],
  mapOverrides: [{ cause: 'supply-shut', oddsFactor: 2, source: b.at(10) }],
})
