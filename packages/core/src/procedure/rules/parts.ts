import { type Card, type FiringState, type InstalledFacts, limitFor, type Traits, type VisitStage } from '../../appliance'
import type { MeasurandId, Station } from '../../measure'
import { methodOf, type Practice } from '../../practice'
import { answersOf } from '../asks'
import { does, FIRING_JOBS, type JobKind, type Work } from '../jobKinds'
import type { Ask, Need, Opening, Step, StepKind } from '../step'

/** What a rule can look at. */
export interface Job {
  readonly kind: JobKind
  /** Its kind, and what it has become. */
  readonly works: readonly Work[]
  /** Whether the burner is lit in it at all. */
  readonly fired: boolean
  /** Found not running: what needs a flame comes after the repair. */
  readonly dead: boolean
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
  readonly jobs: readonly Work[]
  readonly when?: (job: Job) => boolean
  readonly steps: (job: Job) => readonly Draft[]
}

export const FIRED: readonly Work[] = [...FIRING_JOBS, 'fire-again']
/** Jobs on an appliance that has run before: it is measured before it is touched. */
export const RUN_BEFORE: readonly Work[] = ['annual-service', 'breakdown', 'safety-check']
/** Jobs that open the gasway. */
export const GASWAY: readonly Work[] = ['commissioning', 'gas-valve-replacement', 'change-of-gas', 'gas-part']
/** Jobs that set the burner anew. */
export const SETTING: readonly Work[] = ['commissioning', 'gas-valve-replacement', 'change-of-gas']
export const ADJUSTING: readonly Work[] = [...SETTING, 'annual-service', 'breakdown']
export const doing = (j: Pick<Job, 'works'>, ...any: readonly Work[]): boolean => does(j.works, any)

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
/**
 * What a forced rate leaves behind. Where each rate is forced in another way (a jumper here, a switch there), each hangs by itself with its own way back.
 */
export const heldAt = (card: Pick<Card, 'firingStates'>, state: FiringState): Opening[] => {
  if (!state.howToForce) return []
  const closes = state.howToReturn ?? state.howToForce
  const ways = [...new Set(card.firingStates.flatMap((s) => (s.howToForce ? [s.howToReturn ?? s.howToForce] : [])))]
  const key = ways.length > 1 ? `held-rate.${ways.indexOf(closes) + 1}` : 'held-rate'
  return [{ kind: 'held-rate', key, label: state.label, closes }]
}
export const held = (j: Pick<Job, 'card'>, state: FiringState): Opening[] => heldAt(j.card, state)
export const probe = (j: Job): Opening => ({ kind: 'probe-hole', key: 'probe-hole', label: j.card.probe, closes: j.card.probe })

/** The ports of the chamber, with the side of the gauge that each takes: open together, shut together. */
const chamberPorts = (j: Job): Opening[] => {
  const ports = j.card.testPoints.filter((p) => p.stationId === 'chamber')
  if (ports.length === 0) return []
  const sign = { plus: '+ ', minus: '− ' }
  const said = (of: 'label' | 'closes') => ports.map((p) => `${p.port ? sign[p.port] : ''}${p[of]}`).join('; ')
  return [{ kind: 'chamber-port', key: 'chamber-port', label: said('label'), closes: said('closes') }]
}

/** What is read together at the flue. */
export const flueNeeds = (j: Job, stateId: string): Need[] => {
  // Where the card gives a section its own limit, the figure is the section's.
  const section = limitsOfFlue(j, stateId).find((l) => l.sectionId)?.sectionId
  return [
    need(j.practice.combustionBy === 'co2' ? 'co2.flue' : 'o2.flue', 'flue', stateId, false, section),
    need('co.flue', 'flue', stateId, false, section),
    need('temperature.flue', 'flue', stateId),
    need('temperature.air', j.card.flueType === 'room-sealed' ? 'intake' : 'room', stateId),
  ]
}
/** States at which flue gas is taken: every rate, and the ignition rate where the card says what it should be. */
export const flueStates = (j: Job): FiringState[] => [
  // A section alone is set by its pressure; its flue gas says nothing unless the card gives it a limit of its own.
  ...j.rates.filter((s) => j.card.sections.length < 2 || soleSection(s) === undefined || limitsOfFlue(j, s.id).length > 0),
  ...j.card.firingStates.filter(
    (s) =>
      methodOf(j.practice, 'rates-measured').mode === 'all' &&
      s.kind === 'ignition' &&
      (has(j, 'co2.flue', 'flue', s.id) || has(j, 'o2.flue', 'flue', s.id)),
  ),
]
const FLUE_GAS: readonly MeasurandId[] = ['co2.flue', 'o2.flue', 'co.flue']
const limitsOfFlue = (j: Job, stateId: string) =>
  j.card.limits.filter((l) => l.firingStateId === stateId && l.stationId === 'flue' && FLUE_GAS.includes(l.measurandId))
/** Before it is touched, a burner of several sections is measured as it runs, not section by section. */
const foundStates = (j: Job): FiringState[] => j.rates.filter((s) => j.card.sections.length === 0 || s.sectionsOn.length !== 1)

/** Rates in the order in which they are set. */
export const inSetOrder = (j: Job, rates: readonly FiringState[]): FiringState[] =>
  (j.card.setOrder ?? methodOf(j.practice, 'set-order').mode) === 'min-first' ? [...rates].reverse() : [...rates]

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
    opens: [...testPoints(j, 'inlet'), ...held(j, j.top)],
  },
]
export const differential =
  (again: boolean): Rule['steps'] =>
  (j) =>
    // At the rates, and in whatever state the card names for it: fan only, purge.
    [...foundStates(j), ...j.card.firingStates.filter((s) => s.kind === 'purge')]
      .filter(
        (s) =>
          has(j, 'pressure.chamberDifferential', 'chamber', s.id) ||
          j.card.tables.some((x) => x.use === 'differential' && x.firingStateId === s.id),
      )
      .map((s) => ({
        id: again && doing(j, ...RUN_BEFORE) ? `differential.${s.id}.left` : `differential.${s.id}`,
        stationId: 'chamber',
        firingStateId: s.id,
        needs: [need('pressure.chamberDifferential', 'chamber', s.id)],
        opens: [...chamberPorts(j), ...held(j, s)],
      }))

/** Flue gas as the burner runs before anything is touched; of a burner that was dead, at its first run. */
export const found: Rule['steps'] = (j) =>
  foundStates(j).map((s) => ({
    id: `found.${s.id}`,
    stationId: 'flue',
    firingStateId: s.id,
    needs: flueNeeds(j, s.id),
    opens: [...held(j, s), probe(j)],
    cautions: ['co-no-smell'],
  }))
/** Clean or adjust? */
export const condition: Rule['steps'] = () => [{ id: 'condition', stationId: 'chamber', asks: asks('condition') }]
export const runs = (j: Job): boolean => !j.dead
