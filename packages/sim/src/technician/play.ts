import type { Card } from '@lucerna/core/appliance'
import { BY_EYE, channelFor, type Instrument, MEASURANDS, type Reading, takeReading } from '@lucerna/core/measure'
import type { Practice } from '@lucerna/core/practice'
import { type JobKind, LOOSE_END_KINDS, type LooseEndKind, type Need, type Step } from '@lucerna/core/procedure'
import { fromSi } from '@lucerna/core/units'
import { connectionOf, type EventType, type VisitEvent } from '@lucerna/core/visit'

/** A sheet and everything that somebody who works through it has at hand. */
export interface SheetToPlay {
  readonly visitId: string
  readonly applianceId: string
  readonly jobKind: JobKind
  readonly card: Card
  readonly practice: Practice
  readonly steps: readonly Step[]
  readonly instruments: readonly Instrument[]
  readonly deviceId: string
  readonly startedAt: Date
  readonly newId: (at: Date) => string
  /** What the instrument shows; the true value where nothing is said. */
  readonly valueOf: (need: Need, instrument: Instrument | undefined) => number
  /** Another answer than the good one. */
  readonly answerOf?: (id: string) => string | undefined
  readonly labelOf?: (kind: LooseEndKind, label: string) => string
  /** Events of one's own before a step is marked done. */
  readonly extra?: (step: Step, add: Played['add']) => void
}

export interface Played {
  readonly events: readonly VisitEvent[]
  /** Puts one more event behind the last, some seconds later. */
  readonly add: <T extends EventType>(type: T, data: Extract<VisitEvent, { type: T }>['data'], stepId?: string) => string
}

const A_STEP_S = 45

/**
 * Works through a run sheet as a careful technician does on an appliance: zeroes, answers, opens what has to be opened, waits for clocks and
 * plateaus, reads, puts everything back with a leak check, and marks each step done. The closing is left to the caller.
 *
 * @example
 * playSheet({ …, valueOf: soundValues(card, facts, practice) }).events.length
 */
export function playSheet(sheet: SheetToPlay): Played {
  const { visitId, applianceId, card, practice, instruments, deviceId, newId } = sheet
  const events: VisitEvent[] = []
  let now = sheet.startedAt.getTime()
  const add: Played['add'] = (type, data, stepId) => {
    now += A_STEP_S * 1000
    const at = new Date(now)
    const id = newId(at)
    events.push({
      id,
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
    return id
  }
  const held = (kind: Instrument['kind']) => instruments.find((i) => i.kind === kind)
  /** Where the hose of each gauge hangs. */
  const hangsAt = new Map<string, string>()
  const open = new Map<string, { id: string; kind: LooseEndKind }>()

  const read = (step: Step): void => {
    const at = new Date(now)
    const groupId = newId(at)
    const readings = step.needs.flatMap((need): Reading[] => {
      const instrument = instruments.find((i) => channelFor(i, need.measurandId))
      const { channel } = MEASURANDS[need.measurandId]
      // What nobody has an instrument for is left out where it may be.
      if (need.optional && !instrument && !(channel && BY_EYE.includes(channel))) return []
      const valueSi = sheet.valueOf(need, instrument)
      const { quantity, [practice.units]: shown } = MEASURANDS[need.measurandId]
      return [
        takeReading({
          ...need,
          id: newId(at),
          groupId,
          valueSi,
          instrument,
          settled: 'settled',
          takenAt: at.toISOString(),
          entered: { text: fromSi(valueSi, shown.unit, quantity).toFixed(shown.digits), unit: shown.unit },
        }),
      ]
    })
    for (const r of readings) {
      const port = MEASURANDS[r.measurandId].zero === 'at-connection' && MEASURANDS[r.measurandId].channel === 'pressure'
      const at = connectionOf(r)
      if (!port || !r.source.instrumentId || hangsAt.get(r.source.instrumentId) === at) continue
      hangsAt.set(r.source.instrumentId, at)
      const { stationId, sectionId } = r
      add(
        'instrument.zeroed',
        { instrumentId: r.source.instrumentId, place: 'at-connection', stationId, ...(sectionId && { sectionId }) },
        step.id,
      )
    }
    if (readings.length > 0) add('reading.taken', { readings }, step.id)
  }
  const close = (keys: readonly string[], stepId: string): void => {
    for (const key of keys) {
      const end = open.get(key)
      if (!end) continue
      open.delete(key)
      const { gasJoint } = LOOSE_END_KINDS[end.kind]
      add(
        'loose-end.closed',
        { looseEndId: end.id, ...(gasJoint && { leakCheck: { method: 'detector-and-fluid' as const, tight: true } }) },
        stepId,
      )
    }
  }

  add('visit.started', {
    jobKind: sheet.jobKind,
    practice: { id: practice.id, version: practice.version },
    cards: [{ applianceId, cardId: card.id, version: card.version }],
  })
  add('instruments.chosen', { instrumentIds: instruments.map((i) => i.id), preferred: {} })
  for (const step of sheet.steps) {
    for (const kind of step.zeroes) {
      const instrument = held(kind)
      if (instrument) add('instrument.zeroed', { instrumentId: instrument.id, place: 'clean-air' }, step.id)
    }
    const analyser = held('analyser')
    if (step.zeroes.includes('analyser') && analyser)
      add('instrument.response-seen', { instrumentId: analyser.id, how: 'bump-gas' }, step.id)
    for (const a of step.asks)
      add('observation.made', { observationId: a.id, answer: sheet.answerOf?.(a.id) ?? (a.mustRenew ? 'renewed' : a.answers[0]) }, step.id)
    for (const end of step.opens) {
      if (open.has(end.key)) continue
      const looseEndId = newId(new Date(now))
      open.set(end.key, { id: looseEndId, kind: end.kind })
      const label = sheet.labelOf?.(end.kind, end.label) ?? end.label
      add('loose-end.opened', { looseEndId, kind: end.kind, key: end.key, label, restore: end.closes }, step.id)
    }
    if (step.firingStateId) {
      add('state.commanded', { firingStateId: step.firingStateId }, step.id)
      now += (card.firingStates.find((s) => s.id === step.firingStateId)?.minutesToRate ?? 4) * 60_000
    }
    for (const clock of step.timers) {
      add('timer.started', { timer: clock.id, seconds: clock.seconds }, step.id)
      now += clock.seconds * 1000
      add('timer.ended', { timer: clock.id }, step.id)
    }
    read(step)
    // Joints up to the valve are proved before firing, everything else when the work is over.
    if (step.kind === 'joints-cold')
      close(
        [...open].filter(([, e]) => e.kind === 'gas-joint').map(([key]) => key),
        step.id,
      )
    if (step.kind === 'loose-ends') close([...open.keys()], step.id)
    sheet.extra?.(step, add)
    if (step.kind !== 'finish') add('step.done', {}, step.id)
  }
  return { events, add }
}
