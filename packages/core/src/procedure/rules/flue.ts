import { ADJUSTING, asks, differential, FIRED, flueNeeds, flueStates, held, need, openFlued, probe, type Rule, SETTING } from './parts'

/** Flue gas by rate, and what proves that adjusting is finished. */
export const FLUE: readonly Rule[] = [
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
        opens: held(j, j.top),
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
        opens: [...held(j, s), probe(j)],
        cautions: j.traits.medium === 'water' ? ['co-no-smell', 'scald'] : ['co-no-smell'],
        // CO at full rate is what an appliance is left running on.
        skip: s.id === j.top.id ? 'never' : 'with-reason',
      })),
  },
  { kind: 'differential', stage: 'flue', jobs: [...ADJUSTING, 'strip-clean'], steps: differential(true) },
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
        opens: [...held(j, j.top), probe(j)],
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
    jobs: SETTING,
    when: (j) => j.rates.length > 1 && j.card.adjusters.length > 0,
    steps: () => [{ id: 'settle', stationId: 'burner', asks: asks('rates-agree') }],
  },
]
