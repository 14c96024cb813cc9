import type { MeasurandId } from '../measure'
import type { Practice } from '../practice'
import { type ApplianceState, type JudgedReading, tellsOfScrews, type Turned, type VisitAppliance } from '../visit'
import type { Desk, DeskEntry, DeskReading } from './desk'
import { deskOf } from './deskOf'
import { adviseLog, type Advised } from './fromLog'

const FIGURES: Partial<Record<MeasurandId, DeskReading['figure']>> = {
  'pressure.manifold': 'pressure',
  'o2.flue': 'o2',
  'co2.flue': 'co2',
  'co.flue': 'co',
  'input.net': 'input',
  'input.gross': 'input',
  'pressure.working': 'inlet',
}
/** How well a settled reading repeats, over its standard uncertainty: what is common to before and after does not count between them. */
const REPEATS = 0.35
const LEAST_REPEATS: Readonly<Record<DeskReading['figure'], number>> = {
  pressure: 2,
  o2: 0.0005,
  co2: 0.00045,
  co: 2e-6,
  input: 0.01,
  inlet: 5,
}

/** What an adviser needs of a reading, and of a move. */
type ToldReading = Pick<
  JudgedReading,
  'measurandId' | 'stationId' | 'firingStateId' | 'sectionId' | 'valueSi' | 'standardUncertainty' | 'index'
>
export type LoggedReading = ToldReading & Pick<JudgedReading, 'settled' | 'verdict'>
export type LoggedMove = Pick<
  ApplianceState['adjustments'][number],
  'adjusterId' | 'direction' | 'amount' | 'firingStateId' | 'eventId' | 'index'
>

/**
 * What to do next at the screws of an appliance, from everything that a visit has recorded: its settled readings and its moves, in their order. The same log gives the
 * same advice everywhere.
 *
 * @param random numbers that depend on nothing but the appliance.
 * @param turned what its screws did in an earlier visit; null where they are others since.
 * @example
 * adviseVisit(appliance, state, practice, seededRandom(7)).advice // { code: 'move', screwId: 'throttle', amount: -0.25, … }
 */
export function adviseVisit(
  appliance: Pick<VisitAppliance, 'card' | 'facts'>,
  state: { readonly readings: readonly LoggedReading[]; readonly adjustments: readonly LoggedMove[] },
  practice: Practice,
  random: () => number,
  turned: Turned | null = null,
): Advised {
  const usable = state.readings.filter((r) => FIGURES[r.measurandId] !== undefined && tellsOfScrews(r))
  const o2 = usable.some((r) => r.measurandId === 'o2.flue')
  const co2 = usable.some((r) => r.measurandId === 'co2.flue')
  const desk = { ...deskOf(appliance, practice, o2 || !co2 ? (o2 ? 'o2' : readsOf(practice)) : 'co2'), analyser: o2 || co2 }
  const before = turned ? entriesOf(appliance, desk, turned.readings, turned.moves) : []
  return adviseLog(desk, entriesOf(appliance, desk, usable, state.adjustments), random, before)
}

/** Readings and moves as a desk takes them, in the order of their log. */
function entriesOf(
  appliance: Pick<VisitAppliance, 'card'>,
  desk: Desk,
  readings: readonly ToldReading[],
  moves: readonly LoggedMove[],
): DeskEntry[] {
  return [
    ...readings.map((reading) => ({ index: reading.index, reading, move: null })),
    ...moves.map((move) => ({ index: move.index, reading: null, move })),
  ]
    .sort((a, b) => a.index - b.index)
    .flatMap(({ reading, move }): DeskEntry[] => {
      const one = reading && deskReading(appliance, desk, reading)
      if (one) return [{ kind: 'read', readings: [one] }]
      if (!move) return []
      if (move.adjusterId === desk.calibration?.id) return [{ kind: 'calibrated' }]
      const amount = move.direction === 'clockwise' ? move.amount : -move.amount
      return [{ kind: 'move', id: move.eventId, move: { screwId: move.adjusterId, rateId: move.firingStateId, amount } }]
    })
}

const readsOf = ({ coBy }: Pick<Practice, 'coBy'>): 'o2' | 'co2' => (coBy === 'ratio' ? 'co2' : 'o2')

function deskReading({ card }: Pick<VisitAppliance, 'card'>, desk: Desk, r: ToldReading): DeskReading | null {
  const figure = FIGURES[r.measurandId]
  if (!figure || (figure === 'inlet' && r.stationId !== 'inlet')) return null
  const at = card.sections.findIndex((s) => s.id === r.sectionId)
  const rated = card.firingStates.find((s) => s.id === r.firingStateId)
  const scale = figure === 'input' ? rated?.nominalInputW : 1
  if (!scale || (figure === 'input' && r.measurandId !== `input.${rated?.basis}`)) return null
  return {
    figure,
    rateId: r.firingStateId,
    section: desk.sectionCount > 1 && figure === 'pressure' ? Math.max(0, at) : null,
    valueSi: r.valueSi / scale,
    repeats: Math.max(LEAST_REPEATS[figure], (REPEATS * (r.standardUncertainty ?? 0)) / scale),
  }
}
