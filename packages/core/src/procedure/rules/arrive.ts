import { FIRING_JOBS } from '../jobKinds'
import {
  asks,
  condition,
  differential,
  doing,
  FIRED,
  found,
  type Job,
  need,
  openFlued,
  type Rule,
  RUN_BEFORE,
  runs,
  standing,
  working,
} from './parts'

/** What has to be seen of flue, air, plate and water before a burner is lit. */
const beforeRunning = (j: Job): (string | false)[] => [
  'flue-terminal',
  !doing(j, 'commissioning') && 'spillage-signs',
  'ventilation',
  !doing(j, 'change-of-gas') && 'data-plate',
  openFlued(j) && 'room-allowed',
  'water-damage',
  j.traits.medium !== 'air' && 'boiler-filled',
]

/** Arrive and make safe; as found, before anything is touched; isolate; clean or adjust. */
export const ARRIVE: readonly Rule[] = [
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
      const fired = FIRING_JOBS.includes(j.kind)
      return [
        {
          id: 'make-safe',
          stationId: 'room',
          // A pressure port is zeroed where it is connected, each time: that is asked for there.
          zeroes: ['gas-detector', 'analyser'],
          needs: [need('co.ambient', 'room', 'standing')],
          asks: asks(
            'smell-of-gas',
            'emergency-control',
            ...(fired ? beforeRunning(j) : []),
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
    // What does not run shows its fault.
    steps: (j) => [{ id: 'complaint', stationId: 'room', asks: asks('burner-runs', !j.dead && 'fault-shows') }],
  },
  // As found, before anything is touched
  { kind: 'standing', stage: 'as-found', jobs: RUN_BEFORE, steps: standing },
  { kind: 'working', stage: 'as-found', jobs: RUN_BEFORE, when: runs, steps: working },
  { kind: 'differential', stage: 'as-found', jobs: RUN_BEFORE, when: runs, steps: differential(false) },
  {
    kind: 'found',
    stage: 'as-found',
    jobs: ['annual-service', 'breakdown', 'gas-valve-replacement'],
    when: runs,
    steps: found,
  },
  // Isolate and prove dead
  {
    kind: 'isolate',
    stage: 'isolate',
    jobs: ['annual-service', 'breakdown', 'gas-valve-replacement', 'change-of-gas', 'gas-part', 'strip-clean'],
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
    jobs: ['annual-service', 'breakdown', 'strip-clean'],
    when: runs,
    steps: condition,
  },
  // A job without firing that goes on to light the burner again
  {
    kind: 'before-running',
    stage: 'first-fire',
    jobs: ['fire-again', 'safety-check'],
    when: (j) => !FIRING_JOBS.includes(j.kind),
    steps: (j) => [
      {
        id: 'before-running',
        stationId: 'flue',
        asks: asks(...beforeRunning(j), j.traits.refractory && 'fibre-dust'),
        cautions: j.traits.refractory ? ['co-no-smell', 'fibre'] : ['co-no-smell'],
        skip: 'never',
      },
    ],
  },
]
