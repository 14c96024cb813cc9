import { type Card, type InstalledFacts, type OwnStep, ratesOf, type Traits, VISIT_STAGES } from '../appliance'
import { MEASURANDS } from '../measure'
import { methodOf, type Practice } from '../practice'
import { fail, ok, type Result } from '../result'
import { does, FIRING_JOBS, type Growth, GROWTHS, JOB_KINDS, type JobKind, type Work } from './jobKinds'
import { ask, heldAt, type Job, need, type Rule, RULES } from './rules'
import type { Need, Step, StepKind } from './step'

const LPG: readonly string[] = ['propane', 'butane', 'lpg-mix']

/** What a card from before traits were asked is taken to be, by its burner kind. */
const assumed = (card: Card): Traits => ({
  medium:
    card.applianceType === 'furnace'
      ? 'air'
      : card.applianceType === 'steam-boiler'
        ? 'steam'
        : card.applianceType === 'water-heater'
          ? 'stored-water'
          : 'water',
  power: 'mains',
  pilot: 'none',
  pilotSensor: null,
  ratioControl: card.burnerKind === 'premix-pneumatic' ? 'zero-governor' : card.burnerKind === 'premix-adapted' ? 'electronic' : 'none',
  intakePort: false,
  refractory: false,
  yellowTips: false,
})

const whole = (kind: StepKind, stage: Step['stage'], part: Partial<Step> & Pick<Step, 'id' | 'stationId'>): Step => ({
  firingStateId: null,
  sectionId: null,
  needs: [],
  asks: [],
  zeroes: [],
  opens: [],
  timers: [],
  cautions: [],
  after: [],
  skip: 'with-reason',
  own: null,
  kind,
  stage,
  ...part,
})

/** A maker's own step: its figures, questions and proofs as they stand on the card. */
function ownStep(card: Card, own: OwnStep): Step {
  const readings = own.needs.filter((n) => n.kind === 'reading')
  return whole('own', own.stage, {
    id: `own.${own.id}`,
    stationId: readings[0]?.stationId ?? 'burner',
    firingStateId: own.firingStateId,
    needs: readings.map((n) => need(n.measurandId, n.stationId, n.firingStateId)),
    asks: own.needs.flatMap((n, i) =>
      n.kind === 'observation'
        ? [ask(`own.${own.id}.${i}`, n.question, null, false, { good: n.good, bad: n.bad })]
        : n.kind === 'proof'
          ? [ask(`own.${own.id}.${i}`, n.what, n.passes)]
          : [],
    ),
    opens: card.firingStates.filter((s) => s.id === own.firingStateId).flatMap((s) => heldAt(card, s)),
    skip: own.overridable ? 'with-reason' : 'never',
    own: { label: own.label, why: own.why, doc: own.source.doc, page: own.source.page },
  })
}

/** Figures that the card limits and no step has asked for yet: one step for each place and state. */
function rest(job: Job, steps: readonly Step[]): Step[] {
  const key = (n: Pick<Need, 'measurandId' | 'stationId' | 'firingStateId'>) => `${n.measurandId}@${n.stationId}/${n.firingStateId}`
  const asked = new Set(steps.flatMap((s) => s.needs.map(key)))
  // Either of the two is written down, the other computed from it.
  for (const s of steps)
    for (const n of s.needs)
      if (n.measurandId === 'co2.flue' || n.measurandId === 'o2.flue')
        for (const measurandId of ['co2.flue', 'o2.flue'] as const) asked.add(key({ ...n, measurandId }))
  const open = job.card.limits.filter(
    (l) =>
      MEASURANDS[l.measurandId].origin === 'measured' &&
      l.measurandId !== 'pressure.outletShut' &&
      !asked.has(key(l)) &&
      (l.when.length === 0 || l.when.some((c) => c.gas === undefined || c.gas === job.facts.gas)),
  )
  const places = new Map<string, typeof open>()
  for (const l of open) {
    const place = `figures.${l.stationId}.${l.firingStateId}`
    places.set(place, [...(places.get(place) ?? []), l])
  }
  return [...places].map(([id, limits]) => {
    const state = job.card.firingStates.find((s) => s.id === limits[0]!.firingStateId)!
    const burns = state.kind !== 'off' && state.kind !== 'standing'
    const needs = new Map(limits.map((l) => [key(l), need(l.measurandId, l.stationId, l.firingStateId)]))
    return whole('figures', 'safeties', {
      id,
      stationId: limits[0]!.stationId,
      firingStateId: burns ? state.id : null,
      needs: [...needs.values()],
      opens: burns ? heldAt(job.card, state) : [],
      cautions: limits[0]!.stationId === 'electrics' ? ['mains-live'] : [],
    })
  })
}

/** What has become of a job since it was planned. */
export interface Turn {
  /** What it has become beside its kind. */
  readonly grown?: readonly Growth[]
  /** The burner was found not running: what needs a flame comes after the repair. */
  readonly dead?: boolean
}

/**
 * The run sheet of a job: steps in a technician's order, from the card, the practice and the facts of the appliance. Rules are data
 * ({@link RULES}); the maker's own steps stand where the card puts them; what the card limits and no rule asks for is asked all the same. The same
 * card gives the same sheet on any machine.
 *
 * Problems: `job-kind-unsupported`; `card-without-rate`; `gas-not-on-card` (the card has no rating for the gas on site: another card version, or
 * a job that changes the gas); `no-other-gas` (a change of gas on a card that is made for one gas only).
 *
 * @param turn what the job has become: steps are put together, each once, and none of its kind's own is lost.
 * @example
 * runSheet('annual-service', larch28, metricRatio, facts).value.map((s) => s.id)
 * // ['make-safe', 'standing', 'working', 'differential.max', 'found.max', 'found.min', 'isolate', 'condition', 'strip', 'sequence', …]
 */
export function runSheet(jobKind: string, card: Card, practice: Practice, facts: InstalledFacts, turn: Turn = {}): Result<Step[]> {
  if (!(JOB_KINDS as readonly string[]).includes(jobKind)) return fail('job-kind-unsupported', { jobKind })
  const kind = jobKind as JobKind
  // A safety check of what was not lit before lights it.
  const lit = turn.grown?.includes('safety-check') && !FIRING_JOBS.includes(kind)
  const grown: readonly Growth[] = [...(turn.grown ?? []), ...(lit ? (['fire-again'] as const) : [])]
  const works: readonly Work[] = [kind, ...grown]
  const fired = does(works, [...FIRING_JOBS, 'fire-again'])
  const top = ratesOf(card)[0]
  if (!top) return fail('card-without-rate', { card: card.id })
  const gases = new Set(card.ratings.map((r) => r.gas))
  if (fired && !gases.has(facts.gas)) return fail('gas-not-on-card', { gas: facts.gas, card: card.id })
  if (works.includes('change-of-gas') && gases.size < 2 && !card.ratings.some((r) => r.gas === facts.gas && r.orifice !== null))
    return fail('no-other-gas', { card: card.id })
  const all = ratesOf(card)
  const measured = methodOf(practice, 'rates-measured').mode === 'high-low' && all.length > 2 ? [all[0]!, all.at(-1)!] : all
  const rates = practice.rateOrder.measure === 'max-first' ? measured : [...measured].reverse()
  const job: Job = {
    kind,
    works,
    fired,
    dead: (turn.dead ?? false) && works.includes('breakdown'),
    card,
    practice,
    facts,
    traits: card.traits ?? assumed(card),
    rates,
    top,
    lpg: LPG.includes(facts.gas),
  }
  /** What a job becomes adds work; how the burner was found before it is not asked for afterwards. */
  const holds = (rule: Rule): boolean =>
    rule.jobs.includes(kind) || (rule.stage !== 'arrive' && rule.stage !== 'as-found' && does(rule.jobs, grown))

  const steps: Step[] = []
  for (const stage of VISIT_STAGES) {
    const own = fired ? card.ownSteps.filter((o) => o.stage === stage).map((o) => [o.place, ownStep(card, o)] as const) : []
    const common = RULES.filter((r) => r.stage === stage && holds(r) && (r.when?.(job) ?? true)).flatMap((r) =>
      r.steps(job).map((s) => whole(r.kind, stage, s)),
    )
    const first = own.flatMap(([place, s]) => (place === 'first' ? [s] : []))
    const last = own.flatMap(([place, s]) => (place === 'last' ? [s] : []))
    // Arriving begins with making safe, whatever a card says, and the hand-over ends with the finish.
    const lead = stage === 'arrive' ? common : []
    const end = common.filter((s) => s.kind === 'finish')
    const between = stage === 'arrive' ? [] : common.filter((s) => s.kind !== 'finish')
    const there = new Set(steps.map((s) => s.id))
    for (const s of [...lead, ...first, ...between, ...last, ...end])
      if (!there.has(s.id)) {
        there.add(s.id)
        steps.push(s)
      }
  }
  const extra = fired && (kind === 'commissioning' || kind === 'annual-service') ? rest(job, steps) : []
  const at = steps.findIndex((s) => s.stage === 'restore')
  steps.splice(at < 0 ? steps.length : at, 0, ...extra)
  return ok(steps.map((s) => (s.kind === 'make-safe' || s.kind === 'before-entry' ? s : { ...s, after: locks(s, steps) })))
}

/**
 * What a job can still become on this appliance: everything whose steps are not on its sheet yet.
 *
 * @example
 * growthsOf('annual-service', oneGasCard, practice, facts, []) // ['gas-part', 'gas-valve-replacement']
 */
export function growthsOf(
  jobKind: string,
  card: Card,
  practice: Practice,
  facts: InstalledFacts,
  turn: Turn = {},
): { readonly growth: Growth; readonly adds: readonly Step[] }[] {
  const now = runSheet(jobKind, card, practice, facts, turn)
  if (!now.ok) return []
  const there = new Set(now.value.map((s) => s.id))
  const grown = turn.grown ?? []
  return GROWTHS.filter((g) => g !== jobKind && !grown.includes(g)).flatMap((growth) => {
    const sheet = runSheet(jobKind, card, practice, facts, { ...turn, grown: [...grown, growth] })
    const adds = sheet.ok ? sheet.value.filter((s) => !there.has(s.id)) : []
    return adds.length > 0 ? [{ growth, adds }] : []
  })
}

const FLAME_STEPS: readonly StepKind[] = ['sequence', 'first-run', 'condition', 'safeties', 'settle', 'adapt', 'own-controls']
/** Whether a step can only be done on a burner that runs; the start that died is looked at on one that does not. */
export function needsFlame(step: Step, card: Pick<Card, 'firingStates'>): boolean {
  if (step.kind === 'dead-start') return false
  const burns = (id: string | null) =>
    id !== null && card.firingStates.some((s) => s.id === id && (s.kind === 'rate' || s.kind === 'ignition' || s.kind === 'pilot'))
  return FLAME_STEPS.includes(step.kind) || burns(step.firingStateId) || step.needs.some((n) => !n.optional && burns(n.firingStateId))
}

/** What has to be settled before a step: making safe before everything but the paper, and whatever its rule says that is on this sheet. */
function locks(step: Step, steps: readonly Step[]): string[] {
  if (step.kind === 'finish' || step.kind === 'loose-ends' || step.kind === 'hand-over') return []
  return ['make-safe', ...step.after].filter((id) => steps.some((s) => s.id === id))
}
