import { asks, FIRED, GASWAY, hasCase, held, HOT, jointAsks, need, type Rule } from './parts'

/** Restore and close, hand over. */
export const RESTORE: readonly Rule[] = [
  // Restore and close
  {
    kind: 'joints-hot',
    stage: 'restore',
    jobs: [...GASWAY, 'annual-service', 'breakdown', 'strip-clean', 'fire-again'],
    when: (j) => j.fired,
    steps: (j) => [
      {
        id: 'joints-hot',
        stationId: 'valve',
        firingStateId: j.top.id,
        asks: jointAsks(j, HOT(j)),
        opens: held(j, j.top),
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
        opens: held(j, j.top),
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
        asks: asks(j.kind === 'breakdown' && 'ruled-out', 'explained', j.fired && 'lid-label', 'consent'),
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
