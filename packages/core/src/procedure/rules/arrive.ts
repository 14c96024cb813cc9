import {
  asks,
  differential,
  FIRED,
  flueNeeds,
  foundStates,
  held,
  need,
  openFlued,
  probe,
  type Rule,
  RUN_BEFORE,
  standing,
  working,
} from './parts'

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
]
