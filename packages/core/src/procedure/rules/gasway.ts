import { methodOf, tightnessTest } from '../../practice'
import { ask, asks, COLD, doing, GASWAY, jointAsks, need, type Rule, testPoints } from './parts'

/** What opens the gasway, and the joints proved before firing. */
export const GASWAY_STEPS: readonly Rule[] = [
  // Opening the gasway comes before the joints are proved
  {
    // Nobody fits a valve to a cracked exchanger; what is out is cleaned while it is out.
    kind: 'look-first',
    stage: 'isolate',
    jobs: ['gas-valve-replacement'],
    steps: (j) => [
      {
        id: 'look-first',
        stationId: 'chamber',
        asks: asks('exchanger', 'burners-cleaned', j.traits.pilot !== 'none' && 'pilot-cleaned'),
        cautions: j.traits.refractory ? ['hot-parts', 'fibre'] : ['hot-parts'],
        after: ['isolate'],
      },
    ],
  },
  {
    kind: 'replace-valve',
    stage: 'isolate',
    jobs: ['gas-valve-replacement'],
    steps: () => [
      {
        id: 'replace-valve',
        stationId: 'valve',
        asks: asks('valve-same', 'leads-marked', 'outlet-restrictor'),
        opens: [{ kind: 'gas-joint', key: 'gas-joint.valve', label: 'Gas valve joints', closes: 'Gas valve joints' }],
        cautions: ['no-blow-valve', 'mains-live', 'flux'],
        after: ['isolate', 'look-first'],
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
        opens: [{ kind: 'outlet-joint', key: 'outlet-joint.burner', label: 'Burner joints', closes: 'Burner joints' }],
        cautions: j.lpg ? ['lpg-low'] : [],
        after: ['isolate'],
        skip: 'never',
      },
    ],
  },
  {
    // Any other part that carries gas: a pipe, a cock, a flexible connector, a regulator.
    kind: 'gas-part',
    stage: 'isolate',
    jobs: ['gas-part'],
    steps: () => [
      {
        id: 'gas-part',
        stationId: 'pipe',
        asks: asks('gas-part-suits', 'outlet-restrictor'),
        opens: [{ kind: 'gas-joint', key: 'gas-joint.part', label: 'Joints of the renewed part', closes: 'Joints of the renewed part' }],
        cautions: ['no-blow-valve', 'no-flame-leaks', 'flux'],
        after: ['isolate'],
        skip: 'never',
      },
    ],
  },
  {
    kind: 'strip',
    stage: 'clean',
    jobs: ['annual-service', 'strip-clean'],
    when: (j) => j.card.serviceList.length > 0,
    steps: (j) => {
      // What has a gap is an electrode.
      const renews = methodOf(j.practice, 'electrodes').mode === 'renew-always'
      return [
        {
          id: 'strip',
          stationId: 'chamber',
          needs: j.card.serviceList.some((i) => i.gap) ? [need('electrode.gap', 'electrics', 'off', true)] : [],
          asks: j.card.serviceList.map((i) =>
            ask(`item.${i.id}`, i.gap ? `${i.label} (${i.gap})` : i.label, i.method ?? null, i.renewAlways || (i.gap !== null && renews)),
          ),
          cautions: [
            'hot-parts',
            'no-blow-valve',
            ...(j.card.condensing ? (['condensate'] as const) : []),
            ...(j.traits.refractory ? (['fibre'] as const) : []),
            ...(j.traits.pilot === 'standing' ? (['pilot-old'] as const) : []),
          ],
          after: ['isolate'],
        },
      ]
    },
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
        skip: doing(j, ...GASWAY) ? 'never' : 'with-reason',
      },
    ],
  },
]
