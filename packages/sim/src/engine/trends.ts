import { type Card } from '@lucerna/core/appliance'
import type { FaultId } from './faults'
import type { Flows } from './flows'
import { prepare } from './setup'
import { settled } from './steady'

/** What a trend is told of. */
export const TREND_FIGURES = [
  'input',
  'O2',
  'CO',
  'flue temperature',
  'inlet pressure',
  'manifold pressure',
  'differential',
  'draught',
  'flame current',
] as const
export type TrendFigure = (typeof TREND_FIGURES)[number]
export type Direction = 'up' | 'down' | 'same'

/** A thing done to a burner, and what a technician would expect of it, with the reason. */
export interface Trend {
  readonly kind: Card['burnerKind']
  readonly fault: FaultId
  readonly to: number
  readonly rate: 'top' | 'low'
  readonly expected: Partial<Record<TrendFigure, Direction>>
  readonly because: string
}

/** Trends as they are known from the work; the engine is held against them. */
export const TRENDS: readonly Trend[] = [
  {
    kind: 'induced-draught',
    fault: 'governorDrift',
    to: 1.2,
    rate: 'top',
    expected: { input: 'up', O2: 'down', CO: 'up', 'manifold pressure': 'up', 'inlet pressure': 'down', 'flue temperature': 'up' },
    because: 'more gas into the same air',
  },
  {
    kind: 'atmospheric',
    fault: 'governorDrift',
    to: 1.3,
    rate: 'top',
    expected: { input: 'up', O2: 'down', CO: 'up', 'manifold pressure': 'up' },
    because: 'natural draught follows the heat only half-heartedly',
  },
  {
    kind: 'atmospheric',
    fault: 'fouling',
    to: 0.3,
    rate: 'top',
    expected: { O2: 'down', CO: 'up', input: 'same', 'manifold pressure': 'same' },
    because: 'less air gets past the exchanger, the gas does not know',
  },
  {
    kind: 'atmospheric',
    fault: 'lint',
    to: 0.5,
    rate: 'top',
    expected: { O2: 'down', CO: 'up', input: 'same' },
    because: 'the jets take less primary air along',
  },
  {
    kind: 'atmospheric',
    fault: 'flueBlockage',
    to: 40,
    rate: 'top',
    expected: { draught: 'up', input: 'same' },
    because: 'the chimney draws less than the burner makes: it spills at the hood',
  },
  {
    kind: 'induced-draught',
    fault: 'fouling',
    to: 0.3,
    rate: 'top',
    expected: { O2: 'down', CO: 'up', 'flue temperature': 'up', differential: 'up' },
    because: 'the fan moves less air, and less heat is taken from it',
  },
  {
    kind: 'premix-pneumatic',
    fault: 'fouling',
    to: 0.3,
    rate: 'top',
    expected: { input: 'down', differential: 'up' },
    because: 'gas follows the air through the ratio valve: the input falls, the mixture stays',
  },
  {
    kind: 'premix-pneumatic',
    fault: 'throttleDrift',
    to: 1.1,
    rate: 'top',
    expected: { O2: 'down', CO: 'up', input: 'up', 'flame current': 'up' },
    because: 'more gas for the same suction',
  },
  {
    kind: 'premix-pneumatic',
    fault: 'offsetDrift',
    to: 8,
    rate: 'low',
    expected: { O2: 'down', input: 'up' },
    because: 'the offset weighs against a small suction',
  },
  {
    kind: 'premix-pneumatic',
    fault: 'offsetDrift',
    to: 8,
    rate: 'top',
    expected: { O2: 'same', input: 'same' },
    because: 'at full rate the suction is a hundred times the offset',
  },
  {
    kind: 'premix-pneumatic',
    fault: 'filterRestriction',
    to: 150,
    rate: 'top',
    expected: { 'inlet pressure': 'down', input: 'down', O2: 'up' },
    because: 'a starved valve cannot follow the suction',
  },
  {
    kind: 'premix-adapted',
    fault: 'rodCondition',
    to: 0.9,
    rate: 'top',
    expected: { O2: 'down', CO: 'up' },
    because: 'a weak flame signal looks lean: the control makes it richer',
  },
  {
    kind: 'premix-adapted',
    fault: 'calorific',
    to: 1.08,
    rate: 'top',
    expected: { O2: 'same' },
    because: 'the control finds the mixture whatever the gas',
  },
  {
    kind: 'multi-valve',
    fault: 'otherLoad',
    to: 60_000,
    rate: 'top',
    expected: { 'inlet pressure': 'down' },
    because: 'the pipe loses with the square of all that flows',
  },
  {
    kind: 'multi-valve',
    fault: 'pipeRestriction',
    to: 25,
    rate: 'top',
    expected: { 'inlet pressure': 'down', 'manifold pressure': 'down', input: 'down', O2: 'up' },
    because: 'below its set pressure a governor only passes what comes',
  },
  {
    kind: 'forced-draught',
    fault: 'intakeBlockage',
    to: 6,
    rate: 'top',
    expected: { input: 'down', differential: 'down' },
    because: 'less air, and the ratio control gives less gas with it',
  },
  {
    kind: 'forced-draught',
    fault: 'governorDrift',
    to: 1.15,
    rate: 'low',
    expected: { O2: 'down', input: 'up' },
    because: 'the slope of the ratio control is too steep',
  },
  {
    kind: 'modulating-furnace',
    fault: 'orificeArea',
    to: 1.2,
    rate: 'top',
    expected: { input: 'up', O2: 'down', CO: 'up', 'manifold pressure': 'same' },
    because: 'pressure right, rate wrong: the orifice is too large',
  },
  {
    kind: 'modulating-furnace',
    fault: 'recirculation',
    to: 0.1,
    rate: 'top',
    expected: { O2: 'down', CO: 'up' },
    because: 'its air has less oxygen',
  },
]

export const figuresOf = (f: Flows): Record<TrendFigure, number> => ({
  input: f.grossW,
  O2: f.flue?.o2Dry ?? Number.NaN,
  CO: f.flue?.coDry ?? Number.NaN,
  'flue temperature': f.flue?.temperatureK ?? Number.NaN,
  'inlet pressure': f.inletPa,
  'manifold pressure': f.target.manifoldPa[0] ?? 0,
  differential: f.differentialPa,
  draught: f.draughtPa,
  'flame current': f.flameCurrentA,
})
/** A change smaller than this share of the figure is none. */
const SAME = 0.006

/** What the engine makes of a trend, figure by figure. */
export function trendOf(card: Card, trend: Trend): Record<TrendFigure, Direction> {
  const setup = { card, gas: card.ratings[0]!.gas, seed: 5 }
  const sound = prepare(setup)
  const changed = prepare({ ...setup, faults: { [trend.fault]: trend.to } })
  if (!sound.ok || !changed.ok) throw new RangeError('A trend that cannot be')
  const rates = sound.value.design.rates
  const rateId = (trend.rate === 'top' ? rates[0] : rates.at(-1))!.id
  const before = figuresOf(settled(sound.value, { rateId }))
  const after = figuresOf(settled(changed.value, { rateId }))
  return Object.fromEntries(
    TREND_FIGURES.map((figure) => {
      const [a, b] = [before[figure], after[figure]]
      // Temperatures change from where they stand above the room, not from absolute zero.
      const scale = figure === 'flue temperature' ? Math.abs(a - 293) : Math.abs(a)
      // Oxygen as far as a cell shows it.
      const least = figure === 'O2' ? 0.001 : SAME * Math.max(scale, 1e-12)
      return [figure, Math.abs(b - a) <= least ? 'same' : b > a ? 'up' : 'down']
    }),
  ) as Record<TrendFigure, Direction>
}
