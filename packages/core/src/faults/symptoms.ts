/** What is complained of, or what the display says in general terms. A fault map names the causes of each that its burners can have. */
export const SYMPTOMS = [
  'no-demand',
  'no-ignition',
  'drops-out',
  'low-rate-loss',
  'limit-lock-out',
  'low-gas',
  'rough-ignition',
  'no-hot-water',
  'no-heating',
  'high-co',
  'spillage',
  'gas-smell',
  'water-loss',
] as const
export type Symptom = (typeof SYMPTOMS)[number]

/** What a check needs, from the least to the most: nothing opened; the gas shut and proved shut; the case off; parts live with the case off. */
export const ACCESSES = ['open', 'gas-shut', 'case-off', 'live'] as const
export type Access = (typeof ACCESSES)[number]

/** What was so when it happened: makes some causes likelier. */
export const CIRCUMSTANCES = [
  'damp',
  'wind',
  'frost',
  'first-start',
  'hot',
  'high-rate',
  'low-rate',
  'hot-water',
  'heating',
  'others-on',
] as const
export type Circumstance = (typeof CIRCUMSTANCES)[number]

/** The chain from demand to heat: what has to be right, in this order, before the next can be. */
export const LINKS = ['demand', 'interlocks', 'air', 'ignition', 'gas', 'flame', 'heat'] as const
export type Link = (typeof LINKS)[number]
