/** British and Irish English: words of notes under a calculated value. */
export const explained = {
  'note.computed-not-proof': 'Calculated from the other gas, so it always agrees with the fuel. It proves nothing.',
  'note.air-free-209': 'The field formula uses 20.9 instead of 20.95. The difference is below 0.25% when O₂ is under 10%.',
  'note.not-rule-of-thumb': 'The approximation O₂/(20.95 − O₂) overstates excess air by 12% on methane and 9% on propane.',
  'note.dry-air': 'Assumes dry combustion air. Air at 60% humidity and 20 °C raises the dew point by 1.5 °C.',
  'note.flue-loss-only': 'Flue losses only. Case, radiation and standby losses are not included.',
  'note.net-above-100': 'On net calorific value, heat recovered by condensing is added on top, so more than 100% is possible.',
  'note.condensing-upper-bound':
    'Upper limit below the dew point: assumes flue gas leaves in equilibrium, which real heat exchangers do not reach.',
  'note.short-formula':
    'Formula used by many instruments. Within 0.1 points of first principles on natural gas up to 200 °C, too high on LPG, blind to condensing and CO. Use it to compare with your printout, not as the reference.',
  'note.temperature-moves-gauge':
    'A gas-tight volume at 20 mbar changes by 3.6 mbar per °C. Let it stabilise and check for sun on the pipe before you look for a leak.',
  'note.no-movement-no-proof': 'No movement proves no leak larger than this. Use a longer test or a finer gauge to detect a smaller one.',
  'note.meter-class': 'The uncertainty includes the meter’s own error (class 1.5 unless known) and the timing.',
  'note.same-load': 'Compare only readings at the same load, with the same appliances firing.',
  'note.correct-once': 'Check whether the meter corrects for temperature or pressure itself. Never correct twice.',
  'calc.source': 'Source',
} as const
