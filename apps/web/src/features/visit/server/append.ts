import { makeReport } from '@lucerna/core/report'
import { EMIT_TABLE, serviceGates, type StoredEvent, type VisitEvent, type VisitState } from '@lucerna/core/visit'
import { createHash } from 'node:crypto'
import { and, count, desc, eq, inArray, max } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { appliance, instrument, report, visit, visitAppliance, visitEvent, visitValue } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { announce } from '@/server/live'
import { ApiProblem } from '@/server/problem'
import { canonicalJson } from './canonical'
import { checkAgainstVisit, checkRole, parseList } from './check'
import { openFollowUps } from './followUps'
import { foldLoaded, type LoadedVisit, loadVisit } from './load'

export interface Appended {
  /** One for each posted event, in the order posted; a repeated event gets the place it already has. */
  readonly accepted: readonly { readonly id: string; readonly seq: number; readonly receivedAt: string; readonly provisional: boolean }[]
  readonly lastSeq: number
}

const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex')

/**
 * Appends a list of events to a visit: all of them or none. Repeating events already stored changes nothing.
 *
 * @throws ApiProblem 404 another firm's visit, 403 role, 422 shape or facts (with index and field), 409 same id with other content, or an ending
 *   that the rules forbid.
 */
export async function appendEvents(tx: Transaction, actor: Actor, visitId: string, body: unknown, now: string): Promise<Appended> {
  const loaded = await loadVisit(tx, actor.firmId, visitId, true)
  const posted = parseList(body, visitId)
  const { fresh, repeated } = await sortOutRepeats(tx, actor.firmId, posted)
  checkRole(fresh, actor)
  if (fresh.length > 0) {
    const known = new Set(
      (await tx.select({ id: instrument.id }).from(instrument).where(eq(instrument.firmId, actor.firmId))).map((i) => i.id),
    )
    checkAgainstVisit(fresh, loaded, known)
  }
  const stored = fresh.map((event, i): StoredEvent & { seq: number; receivedAt: string } => ({
    ...event,
    seq: loaded.row.lastSeq + i + 1,
    receivedAt: now,
    authorId: actor.userId,
    authorName: actor.name,
    provisional: EMIT_TABLE[actor.role][event.type] === 'provisional',
  }))
  checkEndings(loaded, stored)
  if (stored.length > 0) await store(tx, actor, loaded, stored, now)
  const placed = new Map([
    ...repeated,
    ...stored.map((e) => [e.id, { seq: e.seq, receivedAt: e.receivedAt, provisional: e.provisional }] as const),
  ])
  return {
    accepted: posted.map((e) => ({ id: e.id, ...(placed.get(e.id) ?? { seq: 0, receivedAt: now, provisional: false }) })),
    lastSeq: loaded.row.lastSeq + stored.length,
  }
}

/** Same id and content is accepted silently; same id with other content is refused and the stored one stands. */
async function sortOutRepeats(tx: Transaction, firmId: string, posted: readonly VisitEvent[]) {
  const rows = await tx
    .select()
    .from(visitEvent)
    .where(
      and(
        eq(visitEvent.firmId, firmId),
        inArray(
          visitEvent.id,
          posted.map((e) => e.id),
        ),
      ),
    )
  const known = new Map(rows.map((r) => [r.id, r]))
  const fresh: VisitEvent[] = []
  const hashes = new Map<string, string>()
  posted.forEach((event, index) => {
    const hash = sha256(canonicalJson(event))
    const before = known.get(event.id)?.contentHash ?? hashes.get(event.id)
    if (before !== undefined && before !== hash) {
      throw new ApiProblem(
        409,
        'same-id-other-content',
        'An event with this id is stored with other content; the stored one stands. Nothing of this list was stored.',
        [{ index, path: `events[${index}].id`, message: 'Already stored with other content.', code: 'same-id-other-content' }],
      )
    }
    if (before === undefined) fresh.push(event)
    hashes.set(event.id, hash)
  })
  const repeated = rows.map(
    (r) => [r.id, { seq: r.seq, receivedAt: new Date(r.receivedAt).toISOString(), provisional: r.provisional }] as const,
  )
  return { fresh, repeated }
}

/** The one thing that gates forbid outright: ending in normal service against the rules, and closing what has no ending. */
function checkEndings(loaded: LoadedVisit, stored: readonly StoredEvent[]): void {
  stored.forEach((event, i) => {
    const refuse = (message: string, gates: readonly { code: string; params: Readonly<Record<string, string | number>> }[] = []) => {
      throw new ApiProblem(409, 'not-yet', `Nothing of this list was stored. ${message}`, [
        { index: i, path: `events[${i}].type`, message, code: 'not-yet' },
        ...gates.map((g) => ({ index: i, path: `events[${i}]`, message: `${g.code} ${JSON.stringify(g.params)}`, code: g.code })),
      ])
    }
    if (event.type === 'appliance.outcome-set' && event.data.outcome === 'in-normal-service') {
      const state = foldLoaded(loaded, stored.slice(0, i))
      const appliance = loaded.context.appliances.find((a) => a.id === (event.applianceId ?? loaded.appliances[0]?.id))
      const own = state.appliances.find((a) => a.applianceId === appliance?.id)
      if (!appliance || !own) return
      const gates = serviceGates(appliance, own, loaded.sheets[appliance.id] ?? [], state, loaded.context)
      if (gates.length > 0)
        refuse('It cannot be left in normal service yet; leaving it isolated or handing it over is always possible.', gates)
    }
    if (event.type === 'visit.closed') {
      const state = foldLoaded(loaded, stored.slice(0, i))
      if (state.status !== 'open') refuse(state.status === 'closed' ? 'This visit is closed already.' : 'This visit was never started.')
      if (state.appliances.some((a) => !a.outcome)) refuse('Every appliance needs an outcome before the visit can be closed.')
      // An outcome set earlier may have been overtaken by what happened since.
      for (const own of state.appliances) {
        const appliance = loaded.context.appliances.find((a) => a.id === own.applianceId)
        if (!appliance || own.outcome?.outcome !== 'in-normal-service') continue
        const gates = serviceGates(appliance, own, loaded.sheets[appliance.id] ?? [], state, loaded.context)
        if (gates.length > 0) refuse('Something has changed since it was called in normal service.', gates)
      }
    }
  })
}

/** Events after which some figure can stand otherwise than before; the others leave the projections as they are. */
const MOVES_VALUES: ReadonlySet<VisitEvent['type']> = new Set([
  'instrument.zeroed',
  'instrument.response-seen',
  'instrument.allowed',
  'reading.taken',
  'reading.corrected',
  'adjustment.made',
  'appliance.outcome-set',
  'visit.reopened',
])

async function store(
  tx: Transaction,
  actor: Actor,
  loaded: LoadedVisit,
  stored: readonly (StoredEvent & { seq: number; receivedAt: string })[],
  now: string,
): Promise<void> {
  const { firmId } = actor
  const visitId = loaded.row.id
  await tx.insert(visitEvent).values(
    stored.map((e) => {
      const { seq, receivedAt, authorId, authorName: _name, provisional, ...posted } = e
      return {
        id: e.id,
        firmId,
        visitId,
        seq,
        type: e.type,
        v: e.v,
        applianceId: e.applianceId ?? null,
        stepId: e.stepId ?? null,
        at: e.at,
        deviceId: e.deviceId,
        deviceSeq: e.deviceSeq,
        authorId,
        provisional,
        receivedAt,
        data: e.data,
        contentHash: sha256(canonicalJson(posted)),
      }
    }),
  )
  await announce(tx, 'log', visitId)
  const state = foldLoaded(loaded, stored)
  if (stored.some((e) => MOVES_VALUES.has(e.type))) await project(tx, firmId, visitId, state)
  await tx
    .update(visit)
    .set({ lastSeq: loaded.row.lastSeq + stored.length, ...visitColumns(state) })
    .where(and(eq(visit.firmId, firmId), eq(visit.id, visitId)))
  if (stored.some((e) => e.type === 'visit.closed' || e.type === 'visit.reopened' || e.type === 'reading.corrected'))
    await projectAppliances(
      tx,
      firmId,
      state.appliances.map((a) => a.applianceId),
    )
  if (stored.some((e) => e.type === 'visit.closed')) await openFollowUps(tx, firmId, state)
  if (
    stored.some(
      (e) => e.type === 'visit.closed' || (state.status === 'closed' && (e.type === 'reading.corrected' || e.type === 'note.added')),
    )
  ) {
    await freezeReport(tx, actor, loaded, state, now)
  }
}

/** What the visit's own row says of its log. */
export const visitColumns = (state: VisitState) => ({
  status: state.status,
  startedAt: state.startedAt,
  closedAt: state.closedAt,
  nextDueOn: state.status === 'closed' ? state.nextDueOn : null,
  unconfirmed: state.unconfirmed.length,
})

/** Brings the appliances' own columns up to date with their last closed visit. */
export async function projectAppliances(tx: Transaction, firmId: string, ids: readonly string[]): Promise<void> {
  for (const id of ids) {
    const [last] = await tx
      .select({ visitId: visit.id, closedAt: visit.closedAt, nextDueOn: visit.nextDueOn })
      .from(visitAppliance)
      .innerJoin(visit, eq(visit.id, visitAppliance.visitId))
      .where(and(eq(visitAppliance.firmId, firmId), eq(visitAppliance.applianceId, id), eq(visit.status, 'closed')))
      .orderBy(desc(visit.closedAt))
      .limit(1)
    const [outside] = last
      ? await tx
          .select({ n: count() })
          .from(visitValue)
          .where(
            and(
              eq(visitValue.firmId, firmId),
              eq(visitValue.visitId, last.visitId),
              eq(visitValue.applianceId, id),
              eq(visitValue.status, 'outside'),
            ),
          )
      : []
    await tx
      .update(appliance)
      .set({ lastVisitAt: last?.closedAt ?? null, nextDueOn: last?.nextDueOn ?? null, lastOutside: outside?.n ?? 0 })
      .where(and(eq(appliance.firmId, firmId), eq(appliance.id, id)))
  }
}

/** Projections are caches of the fold: written with the events, rebuildable at any time. */
export async function project(tx: Transaction, firmId: string, visitId: string, state: VisitState): Promise<void> {
  await tx.delete(visitValue).where(and(eq(visitValue.firmId, firmId), eq(visitValue.visitId, visitId)))
  const rows = state.appliances.flatMap((a) =>
    a.foundAndLeft.flatMap((fl) => {
      const shown = fl.asLeft ?? fl.asFound
      if (!shown) return []
      return [
        {
          firmId,
          visitId,
          applianceId: a.applianceId,
          key: fl.key,
          measurandId: shown.measurandId,
          stationId: shown.stationId,
          firingStateId: shown.firingStateId,
          asFoundSi: fl.asFound?.valueSi ?? null,
          asLeftSi: fl.asLeft?.valueSi ?? null,
          status: shown.verdict.status,
          because: shown.verdict.because,
          minSi: shown.verdict.band?.min ?? null,
          maxSi: shown.verdict.band?.max ?? null,
          takenAt: shown.takenAt,
        },
      ]
    }),
  )
  if (rows.length > 0) await tx.insert(visitValue).values(rows)
  for (const a of state.appliances) {
    await tx
      .update(visitAppliance)
      .set({ outcome: a.outcome?.outcome ?? null })
      .where(and(eq(visitAppliance.firmId, firmId), eq(visitAppliance.visitId, visitId), eq(visitAppliance.applianceId, a.applianceId)))
  }
}

async function freezeReport(tx: Transaction, actor: Actor, loaded: LoadedVisit, state: VisitState, now: string): Promise<void> {
  const model = makeReport(state, loaded.context, loaded.sheets, reportFacts(loaded, actor), now)
  const [last] = await tx
    .select({ version: max(report.version) })
    .from(report)
    .where(and(eq(report.firmId, actor.firmId), eq(report.visitId, loaded.row.id)))
  await tx.insert(report).values({
    firmId: actor.firmId,
    visitId: loaded.row.id,
    version: (last?.version ?? 0) + 1,
    model,
    hash: sha256(canonicalJson(model)),
    createdAt: now,
    createdBy: actor.userId,
  })
}

/** What the report says that the log does not hold. */
export const reportFacts = (loaded: LoadedVisit, actor: Pick<Actor, 'name' | 'licenceNumber'>) => ({
  firmName: loaded.firmName,
  siteName: loaded.site.name,
  siteAddress: loaded.site.address,
  timeZone: loaded.site.timeZone,
  technicianName: actor.name,
  licenceNumber: actor.licenceNumber,
  appliances: Object.fromEntries(loaded.appliances.map((a) => [a.id, { serial: a.serial, position: a.position }])),
})
