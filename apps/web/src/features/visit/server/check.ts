import { EVENTS_MAX, type EventType, mayEmit, parseEvent, refusals, specOf, type VisitEvent, type VisitFacts } from '@lucerna/core/visit'
import { z } from 'zod'
import type { Actor } from '@/server/actor'
import { ApiProblem, type ProblemItem } from '@/server/problem'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'

const listSchema = z.strictObject({ events: z.array(z.unknown()).min(1).max(500) })

const refuse = (status: 403 | 409 | 422, code: string, errors: readonly ProblemItem[]): never => {
  const [first] = errors
  throw new ApiProblem(status, code, t('refused.list', { reason: first?.message ?? '' }), errors)
}

/** The posted list, each event checked by shape: 422 names the index and field of everything that is wrong. */
export function parseList(body: unknown, visitId: string): VisitEvent[] {
  const list = listSchema.safeParse(body)
  if (!list.success) return refuse(422, 'invalid-list', [{ path: 'events', message: t('refused.list-shape') }])
  const errors: ProblemItem[] = []
  const events: VisitEvent[] = []
  list.data.events.forEach((raw, index) => {
    const parsed = parseEvent(raw)
    if (parsed.ok && parsed.value.visitId === visitId) return void events.push(parsed.value)
    if (parsed.ok)
      return void errors.push({
        index,
        path: `events[${index}].visitId`,
        message: t('refused.other-visit'),
        code: 'other-visit',
      })
    const at = (parsed.error.path ?? []).map((p) => (typeof p === 'number' ? `[${p}]` : `.${p}`)).join('')
    const said =
      parsed.error.code === 'unknown-event-type'
        ? t('refused.unknown-type', { type: String(parsed.error.params?.type) })
        : String(parsed.error.params?.message ?? t('refused.invalid'))
    errors.push({ index, path: `events[${index}]${at}`, message: said, code: parsed.error.code })
  })
  return errors.length > 0 ? refuse(422, 'invalid-event', errors) : events
}

/** What the visit's own facts refuse, with index and field. */
export function checkAgainstVisit(events: readonly VisitEvent[], facts: VisitFacts): void {
  const errors = events.flatMap((event, index) =>
    refusals(event, facts).map(({ path, code, params }): ProblemItem => ({
      index,
      path: `events[${index}].${path}`,
      message: wordsFor(`refused.${code}`, {
        ...params,
        ...(code === 'other-job' && { planned: wordsFor(`job.${facts.planned.jobKind}`) }),
      }),
      code,
    })),
  )
  if (errors.length > 0) refuse(422, 'invalid-event', errors)
}

const roleText = (role: Actor['role'], type: EventType, lapsed: boolean): string =>
  t(lapsed ? 'refused.role-lapsed' : 'refused.role', { role: t(`role.${role}`).toLowerCase(), entry: t(`event.${type}`) })

/** Whether the actor's role may emit every type of the list at all; 403 names the first it may not. */
export function checkRole(events: readonly Pick<VisitEvent, 'type'>[], actor: Pick<Actor, 'role' | 'heldRole'>): void {
  events.forEach(({ type }, index) => {
    if (mayEmit(actor.role, type, false) !== 'no' || mayEmit(actor.role, type, true) !== 'no') return
    refuse(403, 'role', [
      { index, path: `events[${index}].type`, message: roleText(actor.role, type, actor.role !== actor.heldRole), code: 'role' },
    ])
  })
}

/**
 * Whether each of a list is provisional, by role and by whether the visit is closed when it comes. What a closed visit does not take is 409; what it takes
 * from others only is 403.
 */
export function permissions(types: readonly EventType[], role: Actor['role'], closed: boolean): boolean[] {
  let isClosed = closed
  return types.map((type, index) => {
    const may = mayEmit(role, type, isClosed)
    const item = { index, path: `events[${index}].type` }
    if (isClosed && specOf(type).afterClosing === 'refused')
      refuse(409, 'closed', [{ ...item, message: t('refused.closed'), code: 'closed' }])
    if (may === 'no') refuse(403, 'role', [{ ...item, message: roleText(role, type, false), code: 'role' }])
    const { turns } = specOf(type)
    if (turns) isClosed = turns === 'closed'
    return may === 'provisional'
  })
}

/** Whether the log has room; said before it is full by the device. */
export function checkRoom(lastSeq: number, more: number): void {
  if (lastSeq + more > EVENTS_MAX) throw new ApiProblem(409, 'visit-full', t('refused.visit-full', { most: EVENTS_MAX, has: lastSeq }))
}
