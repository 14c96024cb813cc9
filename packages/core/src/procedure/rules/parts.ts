import { type Card, type FiringState, type InstalledFacts, limitFor, type Traits, type VisitStage } from '../../appliance'
import type { MeasurandId, Station } from '../../measure'
import type { Practice } from '../../practice'
import { answersOf } from '../asks'
import { FIRING_JOBS, type JobKind } from '../jobKinds'
import type { Ask, Need, Opening, Step, StepKind } from '../step'

/** What a rule can look at. */
export interface Job {
  readonly kind: JobKind
  readonly card: Card
  readonly practice: Practice
  readonly facts: InstalledFacts
  readonly traits: Traits
  /** Rates in the order in which the practice measures them. */
  readonly rates: readonly FiringState[]
  readonly top: FiringState
  readonly lpg: boolean
}

type Draft = Partial<Step> & Pick<Step, 'id' | 'stationId'>
export interface Rule {
  readonly kind: StepKind
  readonly stage: VisitStage
  readonly jobs: readonly JobKind[]
  readonly when?: (job: Job) => boolean
  readonly steps: (job: Job) => readonly Draft[]
}

export const FIRED = FIRING_JOBS
/** Jobs on an appliance that has run before: it is measured before it is touched. */
export const RUN_BEFORE: readonly JobKind[] = ['annual-service', 'breakdown', 'safety-check']
/** Jobs that open the gasway. */
export const GASWAY: readonly JobKind[] = ['commissioning', 'gas-valve-replacement', 'change-of-gas']
export const ADJUSTING: readonly JobKind[] = [...GASWAY, 'annual-service', 'breakdown']

/** A burner without a zero governor: its manifold pressure is meaningful. */
export const hasManifold = (j: Job) =>
  j.traits.ratioControl === 'none' || j.traits.ratioControl === 'amplified' || j.traits.ratioControl === 'one-to-one'
export const openFlued = (j: Job) => j.card.flueType === 'open-flued'
export const hasCase = (j: Job) => j.card.burnerKind !== 'atmospheric' || j.card.flueType === 'room-sealed'

export const need = (measurandId: MeasurandId, stationId: Station, firingStateId: string, optional = false, sectionId?: string): Need => ({
  measurandId,
  stationId,
  firingStateId,
  optional,
  ...(sectionId && { sectionId }),
})
export const ask = (
  id: string,
  label: string | null = null,
  how: string | null = null,
  mustRenew = false,
  said: Ask['said'] = null,
): Ask => {
  const answers = answersOf(id)
  if (!answers) throw new Error(`Nobody asks "${id}"`)
  return { id, answers, label, said, how, mustRenew }
}
export const asks = (...ids: (string | false)[]): Ask[] => ids.filter((id) => id !== false).map((id) => ask(id))

export const has = (j: Job, measurandId: MeasurandId, stationId: Station, firingStateId: string, sectionId?: string): boolean => {
  const limit = limitFor(j.card, { measurandId, stationId, firingStateId, sectionId }, j.facts)
  return limit.ok && limit.value !== undefined
}
export const testPoints = (j: Job, stationId: Station, sectionId?: string): Opening[] =>
  j.card.testPoints
    .filter((p) => p.stationId === stationId && (!sectionId || !p.sectionId || p.sectionId === sectionId))
    .slice(0, 1)
    .map((p) => ({
      kind: 'test-point',
      key: `test-point.${stationId}${sectionId && p.sectionId ? `.${sectionId}` : ''}`,
      label: p.label,
      closes: p.closes,
    }))
export const held = (state: FiringState): Opening[] =>
  state.howToForce ? [{ kind: 'held-rate', key: 'held-rate', label: state.label, closes: state.howToReturn ?? state.howToForce }] : []
export const probe = (j: Job): Opening => ({ kind: 'probe-hole', key: 'probe-hole', label: j.card.probe, closes: j.card.probe })

/** What is read together at the flue. */
export const flueNeeds = (j: Job, stateId: string): Need[] => [
  need(j.practice.combustionBy === 'co2' ? 'co2.flue' : 'o2.flue', 'flue', stateId),
  need('co.flue', 'flue', stateId),
  need('temperature.flue', 'flue', stateId),
  need('temperature.air', j.card.flueType === 'room-sealed' ? 'intake' : 'room', stateId),
]
/** States at which flue gas is taken: every rate, and the ignition rate where the card says what it should be. */
export const flueStates = (j: Job): FiringState[] => [
  ...j.rates,
  ...j.card.firingStates.filter((s) => s.kind === 'ignition' && (has(j, 'co2.flue', 'flue', s.id) || has(j, 'o2.flue', 'flue', s.id))),
]
/** Before it is touched, a burner of several sections is measured as it runs, not section by section. */
export const foundStates = (j: Job): FiringState[] => j.rates.filter((s) => j.card.sections.length === 0 || s.sectionsOn.length !== 1)

/** The sections that are alone on in a state: each valve is set with the others shut. */
export const soleSection = (s: FiringState): string | undefined => (s.sectionsOn.length === 1 ? s.sectionsOn[0] : undefined)

export const COLD = (j: Job): string[] => [
  'joint.meter-union',
  'joint.isolating-valve',
  'joint.inlet-test-point',
  'joint.valve-inlet',
  ...(j.lpg || j.card.supply.some((s) => s.regulatorIsTechnicians) ? ['joint.regulator-vent'] : []),
]
export const HOT = (j: Job): string[] => [
  'joint.valve-outlet',
  'joint.actuator-stem',
  ...(j.card.testPoints.some((p) => p.stationId === 'burner') ? ['joint.burner-test-point'] : []),
  ...(j.traits.pilot === 'none' ? [] : ['joint.pilot-tube']),
  ...j.card.sections.map((s) => `joint.section-${s.id}`),
]
export const jointAsks = (j: Job, ids: readonly string[]): Ask[] =>
  ids.map((id) => ask(id, j.card.sections.find((s) => id === `joint.section-${s.id}`)?.label ?? null))

export const standing: Rule['steps'] = (j) => [
  {
    id: 'standing',
    stationId: 'inlet',
    needs: [need('pressure.standing', 'meter', 'standing', true), need('pressure.standing', 'inlet', 'standing')],
    opens: testPoints(j, 'inlet'),
    cautions: ['no-flame-leaks'],
  },
]
export const working: Rule['steps'] = (j) => [
  {
    id: 'working',
    stationId: 'inlet',
    firingStateId: j.top.id,
    needs: [
      need('pressure.working', 'meter', j.top.id, true),
      need('pressure.working', 'inlet', j.top.id),
      // The rung between: good here and low at the valve is a loss inside the appliance.
      need('pressure.working', 'isolator', j.top.id, true),
    ],
    asks: asks('others-seen-burning'),
    opens: [...testPoints(j, 'inlet'), ...held(j.top)],
  },
]
export const differential =
  (again: boolean): Rule['steps'] =>
  (j) =>
    foundStates(j)
      .filter((s) => has(j, 'pressure.chamberDifferential', 'chamber', s.id))
      .map((s) => ({
        id: again && RUN_BEFORE.includes(j.kind) ? `differential.${s.id}.left` : `differential.${s.id}`,
        stationId: 'chamber',
        firingStateId: s.id,
        needs: [need('pressure.chamberDifferential', 'chamber', s.id)],
        opens: held(s),
      }))
