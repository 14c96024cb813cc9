import { type Card, type FiringState, type InstalledFacts, limitFor, ratesOf, type Traits, type VisitStage } from '../appliance'
import type { MeasurandId, Station } from '../measure'
import { type Practice, tightnessTest } from '../practice'
import { sequenceOf } from '../sequence'
import { answersOf } from './asks'
import { FIRING_JOBS, type JobKind } from './jobKinds'
import type { Ask, Need, Opening, Step, StepKind } from './step'

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
interface Rule {
  readonly kind: StepKind
  readonly stage: VisitStage
  readonly jobs: readonly JobKind[]
  readonly when?: (job: Job) => boolean
  readonly steps: (job: Job) => readonly Draft[]
}

const FIRED = FIRING_JOBS
/** Jobs on an appliance that has run before: it is measured before it is touched. */
const RUN_BEFORE: readonly JobKind[] = ['annual-service', 'breakdown', 'safety-check']
/** Jobs that open the gasway. */
const GASWAY: readonly JobKind[] = ['commissioning', 'gas-valve-replacement', 'change-of-gas']
const ADJUSTING: readonly JobKind[] = [...GASWAY, 'annual-service', 'breakdown']

/** A burner without a zero governor: its manifold pressure is meaningful. */
const hasManifold = (j: Job) =>
  j.traits.ratioControl === 'none' || j.traits.ratioControl === 'amplified' || j.traits.ratioControl === 'one-to-one'
const openFlued = (j: Job) => j.card.flueType === 'open-flued'
const hasCase = (j: Job) => j.card.burnerKind !== 'atmospheric' || j.card.flueType === 'room-sealed'

export const need = (measurandId: MeasurandId, stationId: Station, firingStateId: string, optional = false, sectionId?: string): Need => ({
  measurandId,
  stationId,
  firingStateId,
  optional,
  ...(sectionId && { sectionId }),
})
export const ask = (id: string, label: string | null = null, how: string | null = null, mustRenew = false): Ask => {
  const answers = answersOf(id)
  if (!answers) throw new Error(`Nobody asks "${id}"`)
  return { id, answers, label, how, mustRenew }
}
const asks = (...ids: (string | false)[]): Ask[] => ids.filter((id) => id !== false).map((id) => ask(id))

const has = (j: Job, measurandId: MeasurandId, stationId: Station, firingStateId: string, sectionId?: string): boolean => {
  const limit = limitFor(j.card, { measurandId, stationId, firingStateId, sectionId }, j.facts)
  return limit.ok && limit.value !== undefined
}
const testPoints = (j: Job, stationId: Station, sectionId?: string): Opening[] =>
  j.card.testPoints
    .filter((p) => p.stationId === stationId && (!sectionId || !p.sectionId || p.sectionId === sectionId))
    .slice(0, 1)
    .map((p) => ({
      kind: 'test-point',
      key: `test-point.${stationId}${sectionId && p.sectionId ? `.${sectionId}` : ''}`,
      label: p.label,
      closes: p.closes,
    }))
const held = (state: FiringState): Opening[] =>
  state.howToForce ? [{ kind: 'held-rate', key: 'held-rate', label: state.label, closes: state.howToReturn ?? state.howToForce }] : []
const probe = (j: Job): Opening => ({ kind: 'probe-hole', key: 'probe-hole', label: j.card.probe, closes: j.card.probe })

/** What is read together at the flue. */
const flueNeeds = (j: Job, stateId: string): Need[] => [
  need(j.practice.combustionBy === 'co2' ? 'co2.flue' : 'o2.flue', 'flue', stateId),
  need('co.flue', 'flue', stateId),
  need('temperature.flue', 'flue', stateId),
  need('temperature.air', j.card.flueType === 'room-sealed' ? 'intake' : 'room', stateId),
]
/** States at which flue gas is taken: every rate, and the ignition rate where the card says what it should be. */
const flueStates = (j: Job): FiringState[] => [
  ...j.rates,
  ...j.card.firingStates.filter((s) => s.kind === 'ignition' && (has(j, 'co2.flue', 'flue', s.id) || has(j, 'o2.flue', 'flue', s.id))),
]
/** Before it is touched, a burner of several sections is measured as it runs, not section by section. */
const foundStates = (j: Job): FiringState[] => j.rates.filter((s) => j.card.sections.length === 0 || s.sectionsOn.length !== 1)

/** The sections that are alone on in a state: each valve is set with the others shut. */
const soleSection = (s: FiringState): string | undefined => (s.sectionsOn.length === 1 ? s.sectionsOn[0] : undefined)

const COLD = (j: Job): string[] => [
  'joint.meter-union',
  'joint.isolating-valve',
  'joint.inlet-test-point',
  'joint.valve-inlet',
  ...(j.lpg || j.card.supply.some((s) => s.regulatorIsTechnicians) ? ['joint.regulator-vent'] : []),
]
const HOT = (j: Job): string[] => [
  'joint.valve-outlet',
  'joint.actuator-stem',
  ...(j.card.testPoints.some((p) => p.stationId === 'burner') ? ['joint.burner-test-point'] : []),
  ...(j.traits.pilot === 'none' ? [] : ['joint.pilot-tube']),
  ...j.card.sections.map((s) => `joint.section-${s.id}`),
]
const jointAsks = (j: Job, ids: readonly string[]): Ask[] =>
  ids.map((id) => ask(id, j.card.sections.find((s) => id === `joint.section-${s.id}`)?.label ?? null))

const standing: Rule['steps'] = (j) => [
  {
    id: 'standing',
    stationId: 'inlet',
    needs: [need('pressure.standing', 'meter', 'standing', true), need('pressure.standing', 'inlet', 'standing')],
    opens: testPoints(j, 'inlet'),
    cautions: ['no-flame-leaks'],
  },
]
const working: Rule['steps'] = (j) => [
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
const differential =
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

/**
 * The rules, in the order of a visit. Each says for which jobs and appliances it holds and what it asks for; nothing else decides what stands on a
 * sheet. A step without a figure, an answer or a clock does not exist.
 */
export const RULES: readonly Rule[] = [
  // Arrive, make safe
  {
    kind: 'before-entry',
    stage: 'arrive',
    jobs: ['gas-smell'],
    steps: (j) => [
      {
        id: 'before-entry',
        stationId: 'room',
        zeroes: ['gas-detector'],
        needs: [need('gas.ambient', 'room', 'off')],
        asks: asks('people-out', 'supply-shut', 'ventilated', 'supplier-called'),
        cautions: j.lpg ? ['no-switches', 'no-flame-leaks', 'lpg-low'] : ['no-switches', 'no-flame-leaks'],
        skip: 'never',
      },
    ],
  },
  {
    kind: 'make-safe',
    stage: 'arrive',
    jobs: [...FIRED, 'tightness-test', 'gas-smell'],
    steps: (j) => {
      const fired = FIRED.includes(j.kind)
      const wet = j.traits.medium !== 'air'
      return [
        {
          id: 'make-safe',
          stationId: 'room',
          zeroes: ['gas-detector', 'analyser', 'manometer'],
          needs: [need('co.ambient', 'room', 'standing')],
          asks: asks(
            'smell-of-gas',
            'emergency-control',
            fired && 'flue-terminal',
            fired && j.kind !== 'commissioning' && 'spillage-signs',
            fired && 'ventilation',
            fired && j.kind !== 'change-of-gas' && 'data-plate',
            fired && openFlued(j) && 'room-allowed',
            fired && 'water-damage',
            fired && wet && 'boiler-filled',
            j.lpg && 'lpg-low',
            fired && j.traits.refractory && 'fibre-dust',
            (j.kind === 'gas-smell' || j.kind === 'breakdown') && 'occupants-well',
          ),
          cautions: ['co-no-smell', ...(j.lpg ? (['lpg-low'] as const) : []), ...(j.traits.refractory ? (['fibre'] as const) : [])],
          skip: 'never',
        },
      ]
    },
  },
  {
    kind: 'complaint',
    stage: 'arrive',
    jobs: ['breakdown'],
    steps: () => [{ id: 'complaint', stationId: 'room', asks: asks('fault-shows') }],
  },
  // As found, before anything is touched
  { kind: 'standing', stage: 'as-found', jobs: RUN_BEFORE, steps: standing },
  { kind: 'working', stage: 'as-found', jobs: RUN_BEFORE, steps: working },
  { kind: 'differential', stage: 'as-found', jobs: RUN_BEFORE, steps: differential(false) },
  {
    kind: 'found',
    stage: 'as-found',
    jobs: ['annual-service', 'breakdown', 'gas-valve-replacement'],
    steps: (j) =>
      foundStates(j).map((s) => ({
        id: `found.${s.id}`,
        stationId: 'flue',
        firingStateId: s.id,
        needs: flueNeeds(j, s.id),
        opens: [...held(s), probe(j)],
        cautions: ['co-no-smell'],
      })),
  },
  // Isolate and prove dead
  {
    kind: 'isolate',
    stage: 'isolate',
    jobs: ['annual-service', 'breakdown', 'gas-valve-replacement', 'change-of-gas'],
    steps: (j) => [
      {
        id: 'isolate',
        stationId: 'electrics',
        asks: asks(
          j.traits.power !== 'millivolt' && 'tester-before',
          j.traits.power !== 'millivolt' && 'dead',
          j.traits.power !== 'millivolt' && 'tester-after',
          'gas-shut',
        ),
        cautions: j.traits.power === 'millivolt' ? ['hot-parts'] : ['mains-live', 'hot-parts'],
      },
    ],
  },
  // Clean or adjust?
  {
    kind: 'condition',
    stage: 'isolate',
    jobs: ['annual-service', 'breakdown'],
    steps: () => [{ id: 'condition', stationId: 'chamber', asks: asks('condition') }],
  },
  // Opening the gasway comes before the joints are proved
  {
    kind: 'replace-valve',
    stage: 'isolate',
    jobs: ['gas-valve-replacement'],
    steps: () => [
      {
        id: 'replace-valve',
        stationId: 'valve',
        asks: asks('valve-same', 'leads-marked', 'outlet-restrictor'),
        opens: [{ kind: 'gas-joint', key: 'gas-joint.valve', label: 'valve', closes: 'valve' }],
        cautions: ['no-blow-valve', 'mains-live', 'flux'],
        after: ['isolate'],
        skip: 'never',
      },
    ],
  },
  {
    kind: 'convert',
    stage: 'isolate',
    jobs: ['change-of-gas'],
    steps: (j) => [
      {
        id: 'convert',
        stationId: 'burner',
        asks: [
          ask('orifice-fitted', null, j.card.ratings.find((r) => r.gas === j.facts.gas)?.orifice ?? null),
          ask('regulator-suits'),
          ask('gas-label'),
        ],
        opens: [{ kind: 'outlet-joint', key: 'outlet-joint.burner', label: 'burner', closes: 'burner' }],
        cautions: j.lpg ? ['lpg-low'] : [],
        after: ['isolate'],
        skip: 'never',
      },
    ],
  },
  {
    kind: 'strip',
    stage: 'clean',
    jobs: ['annual-service'],
    when: (j) => j.card.serviceList.length > 0,
    steps: (j) => [
      {
        id: 'strip',
        stationId: 'chamber',
        needs: j.card.serviceList.some((i) => i.gap) ? [need('electrode.gap', 'electrics', 'off', true)] : [],
        asks: j.card.serviceList.map((i) => ask(`item.${i.id}`, i.gap ? `${i.label} (${i.gap})` : i.label, null, i.renewAlways)),
        cautions: [
          'hot-parts',
          'no-blow-valve',
          ...(j.card.condensing ? (['condensate'] as const) : []),
          ...(j.traits.refractory ? (['fibre'] as const) : []),
          ...(j.traits.pilot === 'standing' ? (['pilot-old'] as const) : []),
        ],
        after: ['isolate'],
      },
    ],
  },
  // Tightness: the joints and the pipe, before firing
  {
    kind: 'let-by',
    stage: 'tightness',
    jobs: [...GASWAY, 'tightness-test', 'gas-smell'],
    when: (j) => (tightnessTest(j.practice, j.facts)?.letByS ?? 0) > 0,
    steps: (j) => {
      const test = tightnessTest(j.practice, j.facts)!
      return [
        {
          id: 'let-by',
          stationId: 'pipe',
          needs: [need('pressure.letByRise', 'pipe', 'standing')],
          asks: asks('component-rated', 'let-by'),
          timers: [{ id: 'let-by', seconds: test.letByS }],
          opens: testPoints(j, 'inlet'),
          cautions: ['no-flame-leaks'],
        },
      ]
    },
  },
  {
    kind: 'tightness',
    stage: 'tightness',
    jobs: [...GASWAY, 'tightness-test', 'gas-smell'],
    when: (j) => tightnessTest(j.practice, j.facts) !== undefined,
    steps: (j) => {
      const test = tightnessTest(j.practice, j.facts)!
      return [
        {
          id: 'tightness',
          stationId: 'pipe',
          needs: [need('pressure.tightnessFall', 'pipe', 'standing')],
          asks: test.letByS > 0 ? [] : asks('component-rated'),
          timers: [
            { id: 'stabilise', seconds: test.stabiliseS },
            { id: 'tightness', seconds: test.testS },
          ],
          opens: testPoints(j, 'inlet'),
          cautions: ['no-flame-leaks'],
        },
      ]
    },
  },
  {
    kind: 'joints-cold',
    stage: 'tightness',
    jobs: [...GASWAY, 'tightness-test', 'gas-smell', 'breakdown'],
    steps: (j) => [
      {
        id: 'joints-cold',
        stationId: 'pipe',
        asks: jointAsks(j, COLD(j)),
        cautions: j.lpg ? ['no-flame-leaks', 'lpg-low', 'flux'] : ['no-flame-leaks', 'flux'],
        skip: GASWAY.includes(j.kind) ? 'never' : 'with-reason',
      },
    ],
  },
  // Supply, first fire
  { kind: 'standing', stage: 'supply', jobs: GASWAY, steps: standing },
  {
    kind: 'sequence',
    stage: 'first-fire',
    jobs: FIRED,
    steps: (j) => {
      const chain = sequenceOf(j.card)
      const timed = chain.flatMap((e) => (e.measurandId && e.measurandId !== 'pressure.ignitionDip' ? [e.measurandId] : []))
      return [
        {
          id: 'sequence',
          stationId: 'electrics',
          firingStateId: j.top.id,
          needs: [...timed.map((m) => need(m, 'electrics', j.top.id, true)), need('pressure.ignitionDip', 'inlet', j.top.id, true)],
          asks: [
            ...(j.traits.medium === 'water' ? [ask('water-flow')] : []),
            ...chain.map((e) => ask(`sequence.${e.id}`)),
            ask('ignition-quality'),
          ],
          opens: held(j.top),
          cautions: ['no-bridge', ...(j.traits.medium === 'steam' ? (['steam-level'] as const) : [])],
          after: GASWAY.includes(j.kind) ? ['joints-cold'] : [],
        },
      ]
    },
  },
  { kind: 'working', stage: 'first-fire', jobs: GASWAY, steps: (j) => working(j).map((s) => ({ ...s, after: ['joints-cold'] })) },
  // Burner pressure and gas rate: maximum first, one section at a time
  {
    kind: 'manifold',
    stage: 'burner',
    jobs: FIRED,
    when: hasManifold,
    steps: (j) =>
      ratesOf(j.card)
        .filter((s) => has(j, 'pressure.manifold', 'burner', s.id, soleSection(s)))
        .map((s) => {
          const sectionId = soleSection(s)
          const shut = has(j, 'pressure.outletShut', 'valve', s.id, sectionId)
          return {
            id: `manifold.${s.id}`,
            stationId: 'burner',
            firingStateId: s.id,
            ...(sectionId && { sectionId }),
            needs: [
              need('pressure.manifold', 'burner', s.id, false, sectionId),
              ...(shut ? [need('pressure.outletShut', 'valve', s.id, false, sectionId)] : []),
            ],
            opens: [...testPoints(j, 'burner', sectionId), ...held(s)],
          }
        }),
  },
  {
    kind: 'gas-rate',
    stage: 'burner',
    jobs: FIRED,
    steps: (j) => [
      {
        id: 'gas-rate',
        stationId: 'meter',
        firingStateId: j.top.id,
        needs: [
          need('volume.metered', 'meter', j.top.id),
          need('time.metered', 'meter', j.top.id),
          need('temperature.gas', 'meter', j.top.id, true),
        ],
        opens: held(j.top),
      },
    ],
  },
  {
    kind: 'rise',
    stage: 'burner',
    jobs: FIRED,
    when: (j) => j.traits.medium === 'air',
    steps: (j) =>
      ratesOf(j.card)
        .filter((s) => has(j, 'temperature.rise', 'air', s.id))
        .map((s) => ({
          id: `rise.${s.id}`,
          stationId: 'air',
          firingStateId: s.id,
          needs: [need('temperature.supplyAir', 'air', s.id), need('temperature.returnAir', 'air', s.id)],
          opens: held(s),
        })),
  },
  {
    kind: 'flame',
    stage: 'burner',
    jobs: FIRED,
    when: (j) => j.card.burnerKind !== 'premix-pneumatic' && j.card.burnerKind !== 'premix-adapted',
    steps: (j) => [
      {
        id: 'flame',
        stationId: 'burner',
        firingStateId: j.top.id,
        needs: [
          ...(j.card.burnerKind === 'atmospheric' ? [need('air.primaryOpening', 'burner', j.top.id, true)] : []),
          ...(j.traits.medium === 'air' ? [need('co.supplyAir', 'air', j.top.id)] : []),
        ],
        asks: asks(
          'flame-picture',
          j.card.burnerKind === 'atmospheric' && 'primary-air',
          j.traits.medium === 'air' && 'exchanger',
          j.traits.medium === 'air' && 'blower-flame',
        ),
        opens: held(j.top),
        cautions: ['hot-parts'],
      },
    ],
  },
  // Flue gas
  {
    kind: 'flue-integrity',
    stage: 'flue',
    jobs: FIRED,
    when: (j) => j.card.flueType === 'room-sealed' && j.traits.intakePort,
    steps: (j) => [
      {
        id: 'flue-integrity',
        stationId: 'intake',
        firingStateId: j.top.id,
        // Either proves it; which of the two the analyser measures is the school's.
        needs: [
          need('o2.intake', 'intake', j.top.id, j.practice.combustionBy === 'co2'),
          need('co2.intake', 'intake', j.top.id, j.practice.combustionBy === 'o2'),
        ],
        asks: asks('flue-joints'),
        opens: held(j.top),
      },
    ],
  },
  {
    kind: 'flue',
    stage: 'flue',
    jobs: FIRED,
    steps: (j) =>
      flueStates(j).map((s) => ({
        id: `flue.${s.id}`,
        stationId: 'flue',
        firingStateId: s.id,
        needs: flueNeeds(j, s.id),
        asks: s.id === j.top.id ? asks('co-steady') : [],
        opens: [...held(s), probe(j)],
        cautions: j.traits.medium === 'water' ? ['co-no-smell', 'scald'] : ['co-no-smell'],
        // CO at full rate is what an appliance is left running on.
        skip: s.id === j.top.id ? 'never' : 'with-reason',
      })),
  },
  { kind: 'differential', stage: 'flue', jobs: ADJUSTING, steps: differential(true) },
  {
    kind: 'draught',
    stage: 'flue',
    jobs: FIRED,
    when: openFlued,
    steps: (j) => [
      {
        id: 'draught',
        stationId: 'flue',
        firingStateId: j.top.id,
        needs: [need('draught.flue', 'flue', j.top.id)],
        asks: asks('spillage-test', 'flue-joints'),
        timers: [{ id: 'spillage', seconds: 300 }],
        opens: [...held(j.top), probe(j)],
        cautions: ['co-no-smell'],
      },
    ],
  },
  // Adjusting is done at the figures; what proves that it is finished stands here
  {
    kind: 'adapt',
    stage: 'adjust',
    jobs: ADJUSTING,
    when: (j) => j.card.burnerKind === 'premix-adapted',
    steps: () => [{ id: 'adapt', stationId: 'valve', asks: asks('calibration-saved') }],
  },
  {
    kind: 'settle',
    stage: 'adjust',
    jobs: GASWAY,
    when: (j) => j.rates.length > 1 && j.card.adjusters.length > 0,
    steps: () => [{ id: 'settle', stationId: 'burner', asks: asks('rates-agree') }],
  },
  // Safeties, valve seats, pilot, water
  {
    kind: 'safeties',
    stage: 'safeties',
    jobs: FIRED,
    when: (j) => j.card.safeties.length > 0,
    steps: (j) => [
      {
        id: 'safeties',
        stationId: 'electrics',
        asks: j.card.safeties.map((s) => ask(`safety.${s.id}`, s.setting ? `${s.label}, ${s.setting}` : s.label, s.proveBy)),
        cautions: ['no-bridge', 'hot-parts'],
      },
    ],
  },
  {
    kind: 'seat',
    stage: 'safeties',
    jobs: FIRED,
    when: (j) => j.kind === 'gas-valve-replacement' || j.kind === 'commissioning' || has(j, 'leak.seat', 'valve', 'standing'),
    steps: (j) => [
      {
        id: 'seat',
        stationId: 'valve',
        needs: has(j, 'leak.seat', 'valve', 'standing') ? [need('leak.seat', 'valve', 'standing')] : [],
        asks: asks('seat-proof', j.card.burnerKind === 'forced-draught' && 'valve-proving', hasManifold(j) && 'governor-stop'),
        timers: [{ id: 'seat', seconds: 120 }],
      },
    ],
  },
  {
    // After the last screw: what is set decides the flame, at every rate and at ignition.
    kind: 'figures',
    stage: 'safeties',
    jobs: FIRED,
    when: (j) => flueStates(j).some((s) => has(j, 'flame.current', 'electrics', s.id)),
    steps: (j) => [
      {
        id: 'flame-current',
        stationId: 'electrics',
        needs: flueStates(j)
          .filter((s) => has(j, 'flame.current', 'electrics', s.id))
          .map((s) => need('flame.current', 'electrics', s.id)),
        cautions: ['mains-live'],
      },
    ],
  },
  {
    kind: 'pilot',
    stage: 'safeties',
    jobs: FIRED,
    when: (j) => j.traits.pilot === 'standing' && j.card.firingStates.some((s) => s.kind === 'pilot'),
    steps: (j) => {
      const pilot = j.card.firingStates.find((s) => s.kind === 'pilot')!.id
      const [open, loaded] =
        j.traits.pilotSensor === 'generator'
          ? (['pilotGenerator.open', 'pilotGenerator.loaded'] as const)
          : (['thermocouple.open', 'thermocouple.loaded'] as const)
      return [
        {
          id: 'pilot',
          stationId: 'electrics',
          firingStateId: pilot,
          needs: [need(open, 'electrics', pilot), need(loaded, 'electrics', pilot), need('time.dropOut', 'electrics', pilot)],
          asks: asks('pilot-relights'),
          cautions: ['pilot-old'],
        },
      ]
    },
  },
  {
    kind: 'water',
    stage: 'safeties',
    jobs: ['commissioning', 'annual-service', 'breakdown', 'safety-check'],
    when: (j) => j.traits.medium !== 'air',
    steps: (j) => [
      {
        id: 'water',
        stationId: 'water',
        needs:
          j.traits.medium === 'water'
            ? [need('pressure.water', 'water', 'off'), need('pressure.expansionVessel', 'water', 'off', true)]
            : [],
        asks: asks('relief-valve', j.traits.medium === 'steam' && 'siphon', j.traits.medium === 'steam' && 'water-line'),
        cautions: j.traits.medium === 'steam' ? ['steam-level', 'hot-parts'] : ['scald'],
      },
    ],
  },
  // Restore and close
  {
    kind: 'joints-hot',
    stage: 'restore',
    jobs: [...GASWAY, 'annual-service', 'breakdown'],
    steps: (j) => [
      {
        id: 'joints-hot',
        stationId: 'valve',
        firingStateId: j.top.id,
        asks: jointAsks(j, HOT(j)),
        opens: held(j.top),
        cautions: ['no-flame-leaks', 'hot-parts'],
      },
    ],
  },
  {
    kind: 'case-sweep',
    stage: 'restore',
    jobs: FIRED,
    steps: (j) => [
      {
        id: 'case-sweep',
        stationId: 'room',
        firingStateId: j.top.id,
        needs: [need('co.caseSweep', 'room', j.top.id)],
        asks: asks(hasCase(j) && 'case-closed', 'sampling-hole'),
        timers: [{ id: 'case-sweep', seconds: 120 }],
        opens: held(j.top),
        cautions: ['co-no-smell'],
      },
    ],
  },
  {
    kind: 'loose-ends',
    stage: 'restore',
    jobs: [...FIRED, 'tightness-test', 'gas-smell'],
    steps: () => [{ id: 'loose-ends', stationId: 'inlet', skip: 'never', asks: asks('parts-counted') }],
  },
  {
    kind: 'own-controls',
    stage: 'restore',
    jobs: FIRED,
    steps: () => [{ id: 'own-controls', stationId: 'electrics', asks: asks('own-controls', 'controls-report') }],
  },
  // Hand over
  {
    kind: 'hand-over',
    stage: 'hand-over',
    jobs: [...FIRED, 'tightness-test', 'gas-smell'],
    steps: (j) => [
      {
        id: 'hand-over',
        stationId: 'room',
        asks: asks(j.kind === 'breakdown' && 'ruled-out', 'explained', FIRED.includes(j.kind) && 'lid-label', 'consent'),
      },
    ],
  },
  {
    kind: 'finish',
    stage: 'hand-over',
    jobs: [...FIRED, 'tightness-test', 'gas-smell'],
    steps: () => [{ id: 'finish', stationId: 'room', skip: 'never' }],
  },
]
