import {
  canBeForbidden,
  forbids,
  type Gate,
  instrumentsOf,
  knowsStep,
  sheetsOf,
  specOf,
  type StoredEvent,
  type VisitChanges,
  type VisitEvent,
  type VisitFold,
  type VisitState,
} from '@lucerna/core/visit'
import { and, eq, inArray } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { instrument, visit, visitEvent } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { announce } from '@/server/live'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { gateText } from '../gateText'
import { canonicalJson, sha256 } from './canonical'
import { chainHash } from './chain'
import { checkAgainstVisit, checkRole, checkRoom, parseList, permissions } from './check'
import { projectDrift } from './drift'
import { openFollowUps } from './followUps'
import { freezeReport } from './freeze'
import { forget, freshVisit, keep, keptVisit, type KeptVisit } from './kept'
import type { VisitFrame } from './load'
import { projectAppliances, projectChanges, visitColumns } from './projections'
import type { StandingRow } from './row'

export interface Appended {
  /** One for each posted event, in the order posted; a repeated event gets the place it already has. */
  readonly accepted: readonly { readonly id: string; readonly seq: number; readonly receivedAt: string; readonly provisional: boolean }[]
  readonly lastSeq: number
}

type Placed = StoredEvent & { readonly seq: number; readonly receivedAt: string }

/** What a posted list is before the database is asked: parsed once, at the door. */
export interface PostedList {
  readonly visitId: string
  readonly events: readonly { readonly event: VisitEvent; readonly hash: string }[]
}

/**
 * A posted list, read and checked as far as the list itself and the role say.
 *
 * @throws ApiProblem 422 shape (with index and field), 403 role.
 */
export function readList(actor: Pick<Actor, 'role' | 'heldRole'>, visitId: string, body: unknown): PostedList {
  const events = parseList(body, visitId)
  checkRole(events, actor)
  return { visitId, events: events.map((event) => ({ event, hash: sha256(canonicalJson(event)) })) }
}

/**
 * Appends a list of events to a visit: all of them or none. Repeating events already stored changes nothing.
 *
 * @throws ApiProblem 404 another firm's visit, 422 facts (with index and field), 403 role, 409 same id with other content, a closed or full visit, or an
 *   ending that the rules forbid.
 */
export async function appendList(tx: Transaction, actor: Actor, { visitId, events }: PostedList, now: string): Promise<Appended> {
  try {
    return await appendLocked(tx, actor, visitId, events, now)
  } catch (error) {
    // Whatever the fold has seen of this list, the database has not.
    if (!(error instanceof ApiProblem)) forget(visitId)
    throw error
  }
}

/** Reads and appends in one go. */
export const appendEvents = (tx: Transaction, actor: Actor, visitId: string, body: unknown, now: string): Promise<Appended> =>
  appendList(tx, actor, readList(actor, visitId, body), now)

async function appendLocked(tx: Transaction, actor: Actor, visitId: string, posted: PostedList['events'], now: string): Promise<Appended> {
  // Sent together: the lock is taken first, and what is stored by then is seen.
  const [{ at, visit: known }, rows] = await Promise.all([keptVisit(tx, actor.firmId, visitId), storedAlready(tx, actor.firmId, posted)])
  const { fresh, repeated } = sortOutRepeats(posted, rows)
  const types = fresh.map((f) => f.event.type)
  const provisional = permissions(types, actor.role, at.row.status === 'closed')
  checkRoom(at.row.lastSeq, fresh.length)
  const named = [...new Set(fresh.flatMap((f) => instrumentsOf(f.event)))]
  const kept = await withInstruments(tx, actor.firmId, known, at, named)
  const { frame } = kept
  checkAgainstVisit(
    fresh.map((f) => f.event),
    {
      appliances: frame.context.appliances,
      knowsStep: knowsStep(frame.context),
      practice: frame.context.practice,
      planned: { jobKind: frame.row.jobKind, practice: { id: frame.row.practiceId, version: frame.row.practiceVersion } },
      knowsInstrument: (id) => frame.context.instruments.some((i) => i.id === id),
    },
  )
  const stored = fresh.map(({ event }, i): Placed => ({
    ...event,
    seq: at.row.lastSeq + i + 1,
    receivedAt: now,
    authorId: actor.userId,
    authorName: actor.name,
    provisional: provisional[i] ?? false,
  }))
  if (stored.length > 0) {
    // A list that may still be refused by what it comes to is tried on a fold of its own.
    const work = types.some(canBeForbidden) ? kept.fold.fork() : kept.fold
    const before = work.state()
    if (work !== kept.fold) checkForbidden(frame, work.fork(), stored)
    const { state, changed } = work.append(stored)
    keep(visitId, { ...kept, fold: work, lastSeq: at.row.lastSeq + stored.length, lastEventId: stored.at(-1)!.id })
    await store(
      tx,
      actor,
      frame,
      chained(
        at.row.logHead,
        stored,
        fresh.map((f) => f.hash),
      ),
      { before, state, changed },
      now,
    )
  }
  const placed = new Map([...repeated, ...stored.map((e) => [e.id, e] as const)])
  return {
    accepted: posted.map(({ event: { id } }) => {
      const { seq, receivedAt, provisional: waits } = placed.get(id)!
      return { id, seq, receivedAt, provisional: waits }
    }),
    lastSeq: at.row.lastSeq + stored.length,
  }
}

/** What of a list is stored already, under the same ids. */
const storedAlready = (tx: Transaction, firmId: string, posted: PostedList['events']) =>
  tx
    .select({
      id: visitEvent.id,
      visitId: visitEvent.visitId,
      seq: visitEvent.seq,
      receivedAt: visitEvent.receivedAt,
      provisional: visitEvent.provisional,
      contentHash: visitEvent.contentHash,
    })
    .from(visitEvent)
    .where(
      and(
        eq(visitEvent.firmId, firmId),
        inArray(
          visitEvent.id,
          posted.map((p) => p.event.id),
        ),
      ),
    )

/** Same id and content is accepted silently; same id with other content is refused and the stored one stands. */
function sortOutRepeats(posted: PostedList['events'], rows: Awaited<ReturnType<typeof storedAlready>>) {
  const hashes = new Map(rows.map((r) => [r.id, r.contentHash]))
  const fresh = posted.filter(({ event, hash }, index) => {
    const before = hashes.get(event.id)
    if (before !== undefined && before !== hash) {
      throw new ApiProblem(409, 'same-id-other-content', t('refused.same-id'), [
        { index, path: `events[${index}].id`, message: t('problem.same-id-item'), code: 'same-id-other-content' },
      ])
    }
    hashes.set(event.id, hash)
    return before === undefined
  })
  const repeated = rows.map(
    (r) => [r.id, { seq: r.seq, receivedAt: new Date(r.receivedAt).toISOString(), provisional: r.provisional }] as const,
  )
  return { fresh, repeated }
}

/** The fold with everything that a list is about to name; instruments of the firm that it has not met yet are fetched, others are left unknown. */
async function withInstruments(
  tx: Transaction,
  firmId: string,
  kept: KeptVisit,
  at: StandingRow,
  named: readonly string[],
): Promise<KeptVisit> {
  const unknown = named.filter((id) => !kept.frame.context.instruments.some((i) => i.id === id))
  if (unknown.length === 0) return kept
  const found = await tx
    .select({ id: instrument.id })
    .from(instrument)
    .where(and(eq(instrument.firmId, firmId), inArray(instrument.id, unknown)))
  return found.length === 0
    ? kept
    : freshVisit(
        tx,
        at,
        kept.fold.log(),
        found.map((f) => f.id),
      )
}

/** The one thing that is forbidden outright: ending in normal service against the rules, and closing what has no ending. */
function checkForbidden({ context }: VisitFrame, fold: VisitFold, stored: readonly StoredEvent[]): void {
  stored.forEach((event, i) => {
    const found = canBeForbidden(event.type) ? forbids(event, fold.state(), context) : null
    if (found) {
      const appliance = context.appliances.find((a) => a.id === event.applianceId) ?? context.appliances[0]!
      const sheets = sheetsOf(context, fold.state())
      const inWords = (g: Gate) => gateText(g, appliance, sheets[appliance.id] ?? [], context.emergencyNumber)
      const message = wordsFor(`not-yet.${found.code}`, { count: found.gates.length })
      throw new ApiProblem(409, 'not-yet', message, [
        { index: i, path: `events[${i}].type`, message, code: 'not-yet' },
        ...found.gates.map((g) => ({ index: i, path: `events[${i}]`, message: inWords(g), code: g.code })),
      ])
    }
    fold.append([event])
  })
}

/** The rows of a list as they are kept, each chained to the one before it. */
function chained(head: string | null, stored: readonly Placed[], hashes: readonly string[]) {
  let before = head
  return stored.map((event, i) => {
    const row = {
      id: event.id,
      visitId: event.visitId,
      seq: event.seq,
      type: event.type,
      v: event.v,
      applianceId: event.applianceId ?? null,
      stepId: event.stepId ?? null,
      at: event.at,
      deviceId: event.deviceId,
      deviceSeq: event.deviceSeq,
      authorId: event.authorId,
      provisional: event.provisional,
      receivedAt: event.receivedAt,
      data: event.data,
      contentHash: hashes[i]!,
    }
    before = chainHash(before, row)
    return { event, row: { ...row, chainHash: before } }
  })
}

async function store(
  tx: Transaction,
  actor: Actor,
  frame: VisitFrame,
  stored: ReturnType<typeof chained>,
  { before, state, changed }: { readonly before: VisitState; readonly state: VisitState; readonly changed: VisitChanges },
  now: string,
): Promise<void> {
  const { firmId } = actor
  const visitId = frame.row.id
  const last = stored.at(-1)!.row
  // Sent together: the connection does them in order, without a round trip between.
  await Promise.all([
    tx
      .insert(visitEvent)
      .values(stored.map(({ row }) => ({ ...row, firmId })))
      .execute(),
    tx
      .update(visit)
      .set({ lastSeq: last.seq, logHead: last.chainHash, ...visitColumns(state) })
      .where(and(eq(visit.firmId, firmId), eq(visit.id, visitId)))
      .execute(),
    announce(tx, 'log', visitId),
    ...projectChanges(tx, firmId, state, changed),
  ])
  const ended = before.status !== state.status
  const closed = state.status === 'closed'
  if (ended || (closed && changed.keys.length > 0))
    await projectAppliances(
      tx,
      firmId,
      state.appliances.map((a) => a.applianceId),
    )
  // A figure that is corrected afterwards may be outside now, or no longer.
  if (closed && (ended || changed.keys.length > 0)) await openFollowUps(tx, firmId, state, now)
  if (closed && (ended || changed.keys.length > 0))
    await projectDrift(
      tx,
      firmId,
      state.appliances.map((a) => a.applianceId),
    )
  if (closed && (ended || stored.some(({ event }) => makesReport(event)))) await freezeReport(tx, actor, frame, state, last, now)
}

/** Whether an event of a closed visit gives its report a new version: not while it waits for a licensed person. */
const makesReport = (e: StoredEvent): boolean => {
  const { afterClosing } = specOf(e.type)
  return !e.provisional && afterClosing !== 'refused' && afterClosing.newReport
}
