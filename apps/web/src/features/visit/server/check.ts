import { firingState } from '@lucerna/core/appliance'
import { checkPossible, MEASURANDS, type Reading } from '@lucerna/core/measure'
import { EMIT_TABLE, parseEvent, type VisitEvent } from '@lucerna/core/visit'
import { z } from 'zod'
import type { Actor } from '@/server/actor'
import { ApiProblem, type ProblemItem } from '@/server/problem'
import type { LoadedVisit } from './load'

const listSchema = z.strictObject({ events: z.array(z.unknown()).min(1).max(500) })

const refuse = (status: 403 | 422, code: string, errors: readonly ProblemItem[]): never => {
  const [first] = errors
  throw new ApiProblem(status, code, `Nothing of this list was stored. ${first ? `${first.path}: ${first.message}` : ''}`, errors)
}

/** The posted list, each event checked by shape: 422 names the index and field of everything that is wrong. */
export function parseList(body: unknown, visitId: string): VisitEvent[] {
  const list = listSchema.safeParse(body)
  if (!list.success)
    return refuse(422, 'invalid-list', [{ path: 'events', message: 'A list of 1 to 500 events is wanted, as {"events": […]}.' }])
  const errors: ProblemItem[] = []
  const events: VisitEvent[] = []
  list.data.events.forEach((raw, index) => {
    const parsed = parseEvent(raw)
    if (parsed.ok && parsed.value.visitId === visitId) return void events.push(parsed.value)
    if (parsed.ok)
      return void errors.push({
        index,
        path: `events[${index}].visitId`,
        message: 'Another visit than the one in the address.',
        code: 'other-visit',
      })
    const at = (parsed.error.path ?? []).map((p) => (typeof p === 'number' ? `[${p}]` : `.${p}`)).join('')
    const said =
      parsed.error.code === 'unknown-event-type'
        ? `Unknown event type "${parsed.error.params?.type}".`
        : String(parsed.error.params?.message ?? 'Invalid.')
    errors.push({ index, path: `events[${index}]${at}`, message: said, code: parsed.error.code })
  })
  return errors.length > 0 ? refuse(422, 'invalid-event', errors) : events
}

/** What the visit's own facts refuse: appliances and firing states it does not have, places where a figure is never taken, impossible values. */
export function checkAgainstVisit(events: readonly VisitEvent[], loaded: LoadedVisit, knownInstruments: ReadonlySet<string>): void {
  const errors: ProblemItem[] = []
  events.forEach((event, index) => {
    const wrong = (path: string, message: string, code: string) => errors.push({ index, path: `events[${index}].${path}`, message, code })
    const owner = loaded.context.appliances.find(
      (a) => a.id === (event.applianceId ?? (loaded.appliances.length === 1 ? loaded.appliances[0]?.id : undefined)),
    )
    if (event.applianceId && !owner) return void wrong('applianceId', 'This appliance is not in this visit.', 'other-appliance')
    const instrument = (id: string | undefined, path: string) => {
      if (id && !knownInstruments.has(id)) wrong(path, 'No such instrument in this firm.', 'unknown-instrument')
    }
    const reading = (r: Reading, path: string) => {
      if (!owner) return void wrong('applianceId', 'Say which appliance the reading belongs to.', 'no-appliance')
      if (!MEASURANDS[r.measurandId].stations.includes(r.stationId))
        wrong(`${path}.stationId`, `${r.measurandId} is not taken at ${r.stationId}.`, 'wrong-station')
      if (!firingState(owner.card, r.firingStateId))
        wrong(`${path}.firingStateId`, `The card has no firing state "${r.firingStateId}".`, 'unknown-firing-state')
      const possible = checkPossible(r.measurandId, r.valueSi)
      if (!possible.ok)
        wrong(
          `${path}.valueSi`,
          `Out of physical range (${MEASURANDS[r.measurandId].range.min} to ${MEASURANDS[r.measurandId].range.max}, SI).`,
          possible.error.code,
        )
      instrument(r.source.instrumentId, `${path}.source.instrumentId`)
    }
    if (event.type === 'visit.started') {
      const { jobKind, practice, cards } = event.data
      if (jobKind !== loaded.row.jobKind) wrong('data.jobKind', 'Not the job that this visit is planned for.', 'other-job')
      if (practice.id !== loaded.row.practiceId || practice.version !== loaded.row.practiceVersion)
        wrong('data.practice', 'Not the practice that this visit is judged by.', 'other-practice')
      const pinned = loaded.context.appliances.every((a) =>
        cards.some((c) => c.applianceId === a.id && c.cardId === a.card.id && c.version === a.card.version),
      )
      if (!pinned || cards.length !== loaded.appliances.length)
        wrong('data.cards', 'Not the cards that this visit is judged by.', 'other-cards')
    }
    if (event.type === 'reading.taken') event.data.readings.forEach((r, i) => reading(r, `data.readings[${i}]`))
    if (event.type === 'reading.corrected' && event.data.replacement) reading(event.data.replacement, 'data.replacement')
    if (event.type === 'instrument.zeroed' || event.type === 'instrument.response-seen' || event.type === 'instrument.allowed')
      instrument(event.data.instrumentId, 'data.instrumentId')
    if (event.type === 'state.commanded' && owner && !firingState(owner.card, event.data.firingStateId))
      wrong('data.firingStateId', 'The card has no such firing state.', 'unknown-firing-state')
    if (event.type === 'adjustment.made' && owner && !owner.card.adjusters.some((a) => a.id === event.data.adjusterId))
      wrong('data.adjusterId', 'The card has no such adjuster.', 'unknown-adjuster')
    if (
      (event.type === 'step.done' || event.type === 'step.skipped' || event.type === 'step.not-applicable') &&
      !loaded.sheets[owner?.id ?? '']?.some((s) => s.id === event.stepId)
    )
      wrong('stepId', 'The run sheet has no such step.', 'unknown-step')
  })
  if (errors.length > 0) refuse(422, 'invalid-event', errors)
}

/** Whether the actor may emit every type of the list; 403 names the first it may not. */
export function checkRole(events: readonly VisitEvent[], actor: Pick<Actor, 'role' | 'heldRole'>): void {
  events.forEach((event, index) => {
    if (EMIT_TABLE[actor.role][event.type] !== 'no') return
    const lapsed = actor.role !== actor.heldRole ? ' Your licence has run out.' : ''
    refuse(403, 'role', [
      { index, path: `events[${index}].type`, message: `A ${actor.role} may not record "${event.type}".${lapsed}`, code: 'role' },
    ])
  })
}
