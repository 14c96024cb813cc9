import { ratesOf } from '../../appliance'
import { sequenceOf } from '../../sequence'
import type { Ask } from '../step'
import {
  ask,
  asks,
  doing,
  FIRED,
  GASWAY,
  has,
  hasManifold,
  held,
  inSetOrder,
  type Job,
  need,
  type Rule,
  soleSection,
  standing,
  testPoints,
  working,
} from './parts'

/** How the flames look: slight yellow tips are an answer only on LPG, and where the maker says so. */
function flames(j: Job): Ask {
  const seen = ask('flame-picture')
  if (j.lpg && j.traits.yellowTips) return seen
  const [good, second, ...rest] = seen.answers.filter((a) => a !== 'yellow-tips')
  return { ...seen, answers: [good!, second!, ...rest] }
}

/** Supply, first fire, burner pressure and gas rate. */
export const PRESSURES: readonly Rule[] = [
  // Supply, first fire
  { kind: 'standing', stage: 'supply', jobs: [...GASWAY, 'fire-again'], steps: standing },
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
          opens: held(j, j.top),
          cautions: [
            'no-bridge',
            ...(j.traits.pilotSensor === 'unsupervised' ? (['pilot-unsupervised'] as const) : []),
            ...(j.traits.medium === 'steam' ? (['steam-level'] as const) : []),
          ],
          after: [...(doing(j, ...GASWAY, 'fire-again') ? ['joints-cold'] : []), 'before-running'],
        },
      ]
    },
  },
  {
    kind: 'working',
    stage: 'first-fire',
    jobs: [...GASWAY, 'fire-again'],
    when: (j) => j.fired,
    steps: (j) => working(j).map((s) => ({ ...s, after: ['joints-cold'] })),
  },
  // Burner pressure and gas rate: maximum first, one section at a time
  {
    kind: 'manifold',
    stage: 'burner',
    jobs: FIRED,
    when: hasManifold,
    steps: (j) =>
      inSetOrder(j, ratesOf(j.card))
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
            opens: [...testPoints(j, 'burner', sectionId), ...held(j, s)],
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
        opens: held(j, j.top),
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
          opens: held(j, s),
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
        asks: [
          flames(j),
          ...asks(
            j.card.burnerKind === 'atmospheric' && 'primary-air',
            j.traits.medium === 'air' && 'exchanger',
            j.traits.medium === 'air' && 'blower-flame',
          ),
        ],
        opens: held(j, j.top),
        cautions: ['hot-parts'],
      },
    ],
  },
]
