import type { Card } from '@lucerna/core/appliance'
import { presetGas } from '@lucerna/core/gas'
import {
  channelFor,
  type Instrument,
  type MeasurandId,
  MEASURANDS,
  type Reading,
  standardUncertainty,
  type Station,
} from '@lucerna/core/measure'
import type { Practice } from '@lucerna/core/practice'
import { LOOSE_END_KINDS, OBSERVATIONS, type ObservationId, type Step } from '@lucerna/core/procedure'
import type { EventType, VisitEvent } from '@lucerna/core/visit'
import { fromSi } from '@lucerna/core/units'
import { steadyFlue } from '@lucerna/sim/appliance'
import { shownBy } from '@lucerna/sim/instrument'
import type { Random } from '@lucerna/sim/random'
import { t } from '@/ui/words'

/** How one appliance was on one past day: what the simulated instruments read. */
export interface PastDay {
  readonly at: Date
  readonly fouling: number
  readonly standingPa: number
  readonly workingPa: number
  /** Air ratio by rate. */
  readonly lambda: Readonly<Record<string, number>>
  readonly manifoldPa: Readonly<Record<string, number>>
  readonly defect?: { readonly class: 'at-risk' | 'attention' | 'note'; readonly text: string; readonly action: string }
  readonly part?: { readonly part: string; readonly number: string; readonly why: string }
}

interface Past {
  readonly visitId: string
  readonly applianceId: string
  readonly card: Card
  readonly gas: Parameters<typeof presetGas>[0]
  readonly practice: Practice
  readonly steps: readonly Step[]
  readonly instruments: readonly Instrument[]
  readonly day: PastDay
  readonly random: Random
  readonly newId: (at: Date) => string
  readonly deviceId: string
}

/** What the visit screen calls these loose ends; a test point has the card's own words. */
const LABELS: Partial<Record<keyof typeof LOOSE_END_KINDS, string>> = {
  'held-rate': t('loose.held-rate'),
  'probe-hole': t('loose.probe-hole'),
}

/** The events of a past service as a device would have posted them, with readings from the simulated appliance. */
export function pastService(past: Past): VisitEvent[] {
  const { visitId, applianceId, card, gas, practice, steps, instruments, day, random, newId, deviceId } = past
  const events: VisitEvent[] = []
  let now = day.at.getTime()
  const add = <T extends EventType>(type: T, data: Extract<VisitEvent, { type: T }>['data'], stepId?: string): void => {
    now += 45_000
    const at = new Date(now)
    events.push({
      id: newId(at),
      visitId,
      applianceId,
      type,
      v: 1,
      at: at.toISOString(),
      deviceId,
      deviceSeq: events.length,
      data,
      ...(stepId && { stepId }),
    } as unknown as VisitEvent)
  }
  const held = (kind: Instrument['kind']) => instruments.find((i) => i.kind === kind)
  const top = card.firingStates.reduce((a, b) => ((b.nominalInputW ?? 0) > (a.nominalInputW ?? 0) ? b : a))

  const trueValue = (measurandId: MeasurandId, stationId: Station, stateId: string): number => {
    const state = card.firingStates.find((s) => s.id === stateId)
    const load = Math.min(1.1, Math.max(0.1, (state?.nominalInputW ?? 1) / (top.nominalInputW ?? 1)))
    const kind = card.burnerKind === 'induced-draught' ? 'induced' : 'premix'
    const air = 283
    const flue = steadyFlue({
      kind,
      gas: presetGas(gas),
      lambda: day.lambda[stateId] ?? 1.3,
      load,
      fouling: day.fouling,
      airTemperatureK: air,
      cleanDifferentialPa: 160,
      returnTemperatureK: kind === 'premix' ? 318 + 10 * load : 330,
    })
    switch (measurandId) {
      case 'co.ambient':
        return 0
      case 'pressure.standing':
        return stationId === 'meter' ? day.standingPa : day.standingPa - 5
      case 'pressure.working':
        return stationId === 'meter' ? day.workingPa + 70 : day.workingPa
      case 'pressure.manifold':
        return day.manifoldPa[stateId] ?? 0
      case 'pressure.chamberDifferential':
        return flue.chamberDifferentialPa
      case 'co2.flue':
        return flue.co2Dry
      case 'o2.flue':
        return flue.o2Dry
      case 'co.flue':
        return flue.coDry
      case 'temperature.flue':
        return flue.flueTemperatureK
      default:
        return air
    }
  }
  const read = (step: Step): void => {
    const at = new Date(now)
    const groupId = newId(at)
    const readings = step.needs.flatMap((need): Reading[] => {
      const instrument = instruments.find((i) => channelFor(i, need.measurandId))
      const spec = instrument && channelFor(instrument, need.measurandId)
      if (!instrument || !spec) return []
      const { quantity, [practice.units]: shown } = MEASURANDS[need.measurandId]
      const valueSi = shownBy(spec, trueValue(need.measurandId, need.stationId, need.firingStateId), random)
      return [
        {
          id: newId(at),
          groupId,
          measurandId: need.measurandId,
          stationId: need.stationId,
          firingStateId: need.firingStateId,
          valueSi,
          standardUncertainty: standardUncertainty(spec, valueSi),
          origin: 'measured',
          settled: 'declared',
          takenAt: at.toISOString(),
          entered: { text: fromSi(valueSi, shown.unit, quantity).toFixed(shown.digits), unit: shown.unit },
          source: { kind: 'typed', instrumentId: instrument.id, channelId: spec.id },
        },
      ]
    })
    if (readings.length > 0) add('reading.taken', { readings }, step.id)
  }

  add('visit.started', {
    jobKind: 'annual-service',
    practice: { id: practice.id, version: practice.version },
    cards: [{ applianceId, cardId: card.id, version: card.version }],
  })
  const open = new Map<string, { id: string; kind: keyof typeof LOOSE_END_KINDS }>()
  for (const step of steps) {
    for (const kind of step.zeroes) {
      const instrument = held(kind)
      if (instrument)
        add('instrument.zeroed', { instrumentId: instrument.id, place: kind === 'manometer' ? 'at-connection' : 'clean-air' }, step.id)
    }
    if (step.kind === 'make-safe') {
      const analyser = held('analyser')
      if (analyser) add('instrument.response-seen', { instrumentId: analyser.id, how: 'bump-gas' }, step.id)
    }
    for (const id of step.observations)
      add('observation.made', { observationId: id, answer: OBSERVATIONS[id as ObservationId].answers[0] }, step.id)
    for (const end of step.opens) {
      if (open.has(end.key)) continue
      const looseEndId = newId(new Date(now))
      open.set(end.key, { id: looseEndId, kind: end.kind })
      add(
        'loose-end.opened',
        { looseEndId, kind: end.kind, key: end.key, label: LABELS[end.kind] ?? end.label, restore: end.closes },
        step.id,
      )
    }
    if (step.firingStateId) add('state.commanded', { firingStateId: step.firingStateId }, step.id)
    now += step.firingStateId ? 240_000 : 0
    read(step)
    if (step.kind === 'loose-ends') {
      if (day.part) add('part.fitted', day.part, step.id)
      if (day.defect) add('defect.found', { defectId: newId(new Date(now)), ...day.defect }, step.id)
      for (const end of open.values()) {
        add(
          'loose-end.closed',
          {
            looseEndId: end.id,
            ...(LOOSE_END_KINDS[end.kind].gasJoint && { leakCheck: { method: 'detector-and-fluid' as const, tight: true } }),
          },
          step.id,
        )
      }
    }
    if (step.kind !== 'finish' && step.kind !== 'loose-ends') add('step.done', {}, step.id)
  }
  return events
}
