import { type Card, type InstalledFacts, limitFor, ratesOf } from '../appliance'
import type { MeasurandId, Station } from '../measure'
import type { Practice } from '../practice'
import { fail, ok, type Result } from '../result'
import type { LooseEndKind, ObservationId } from './looseEnds'

export const JOB_KINDS = ['annual-service'] as const
export type JobKind = (typeof JOB_KINDS)[number]

/** One figure that a step wants. */
export interface Need {
  readonly measurandId: MeasurandId
  readonly stationId: Station
  readonly firingStateId: string
  readonly optional: boolean
}

export type StepKind = 'make-safe' | 'standing' | 'working' | 'manifold' | 'differential' | 'flue' | 'loose-ends' | 'finish'

export interface Step {
  readonly id: string
  readonly kind: StepKind
  readonly stationId: Station
  /** The rate this step is taken at, where it is one. */
  readonly firingStateId: string | null
  readonly needs: readonly Need[]
  readonly observations: readonly ObservationId[]
  /** Instrument kinds that have to be zeroed in this step. */
  readonly zeroes: readonly ('analyser' | 'manometer' | 'gas-detector')[]
  /** What the step leaves open when it begins. */
  readonly opens: readonly { readonly kind: LooseEndKind; readonly key: string; readonly label: string; readonly closes: string }[]
  /** Why the step is there: a code of the message files. */
  readonly why: string
}

/** Burner kinds the short service sheet is written for so far. */
const SERVICED: readonly Card['burnerKind'][] = ['premix-pneumatic', 'induced-draught']

/**
 * The run sheet of a service visit: the steps in a technician's order, made from the card, the practice and the facts of the appliance. The same
 * card gives the same sheet on any machine. Problems: `job-kind-unsupported`, `burner-kind-unsupported`.
 *
 * @example
 * serviceSheet('annual-service', larch28, metricRatio, facts).value.map((s) => s.id)
 * // ['make-safe', 'standing', 'working', 'differential.max', 'flue.max', 'flue.min', 'loose-ends', 'finish']
 */
export function serviceSheet(jobKind: string, card: Card, practice: Practice, facts: InstalledFacts): Result<Step[]> {
  if (!(JOB_KINDS as readonly string[]).includes(jobKind)) return fail('job-kind-unsupported', { jobKind })
  if (!SERVICED.includes(card.burnerKind)) return fail('burner-kind-unsupported', { burnerKind: card.burnerKind })
  const rates = practice.rateOrder.measure === 'max-first' ? ratesOf(card) : [...ratesOf(card)].reverse()
  const top = ratesOf(card)[0]
  if (!top) return fail('card-without-rate', { card: card.id })

  const need = (measurandId: MeasurandId, stationId: Station, firingStateId: string, optional = false): Need => ({
    measurandId,
    stationId,
    firingStateId,
    optional,
  })
  const has = (measurandId: MeasurandId, stationId: Station, firingStateId: string): boolean => {
    const limit = limitFor(card, { measurandId, stationId, firingStateId }, facts)
    return limit.ok && limit.value !== undefined
  }
  const step = (id: string, kind: StepKind, stationId: Station, part: Partial<Step> = {}): Step => ({
    id,
    kind,
    stationId,
    firingStateId: null,
    needs: [],
    observations: [],
    zeroes: [],
    opens: [],
    why: kind,
    ...part,
  })
  const testPoint = (stationId: Station) => {
    const point = card.testPoints.find((p) => p.stationId === stationId)
    return point ? [{ kind: 'test-point' as const, key: `test-point.${stationId}`, label: point.label, closes: point.closes }] : []
  }
  const held = (rateId: string) => {
    const rate = card.firingStates.find((s) => s.id === rateId)
    return rate?.howToForce
      ? [{ kind: 'held-rate' as const, key: 'held-rate', label: rate.label, closes: rate.howToReturn ?? rate.howToForce }]
      : []
  }

  const steps: Step[] = [
    step('make-safe', 'make-safe', 'room', {
      zeroes: ['gas-detector', 'analyser', 'manometer'],
      observations: ['smell-of-gas', 'emergency-control', 'flue-terminal', 'spillage-signs', 'ventilation', 'data-plate'],
      needs: [need('co.ambient', 'room', 'standing')],
    }),
    step('standing', 'standing', 'inlet', {
      needs: [need('pressure.standing', 'meter', 'standing', true), need('pressure.standing', 'inlet', 'standing')],
      opens: testPoint('inlet'),
    }),
    step('working', 'working', 'inlet', {
      firingStateId: top.id,
      needs: [need('pressure.working', 'meter', top.id, true), need('pressure.working', 'inlet', top.id)],
      opens: held(top.id),
    }),
  ]
  for (const rate of rates) {
    if (has('pressure.manifold', 'burner', rate.id)) {
      steps.push(
        step(`manifold.${rate.id}`, 'manifold', 'burner', {
          firingStateId: rate.id,
          needs: [need('pressure.manifold', 'burner', rate.id)],
          opens: [...testPoint('burner'), ...held(rate.id)],
        }),
      )
    }
    if (has('pressure.chamberDifferential', 'chamber', rate.id)) {
      steps.push(
        step(`differential.${rate.id}`, 'differential', 'chamber', {
          firingStateId: rate.id,
          needs: [need('pressure.chamberDifferential', 'chamber', rate.id)],
          opens: held(rate.id),
        }),
      )
    }
    steps.push(
      step(`flue.${rate.id}`, 'flue', 'flue', {
        firingStateId: rate.id,
        needs: [
          need(practice.combustionBy === 'co2' ? 'co2.flue' : 'o2.flue', 'flue', rate.id),
          need('co.flue', 'flue', rate.id),
          need('temperature.flue', 'flue', rate.id),
          need('temperature.air', card.flueType === 'room-sealed' ? 'intake' : 'room', rate.id),
        ],
        opens: [...held(rate.id), { kind: 'probe-hole', key: 'probe-hole', label: card.probe, closes: card.probe }],
      }),
    )
  }
  steps.push(step('loose-ends', 'loose-ends', 'inlet'), step('finish', 'finish', 'room'))
  return ok(steps)
}
