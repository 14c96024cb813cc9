import type { Practice } from '@lucerna/core/practice'
import { type DisturbedKind, type LooseEndKind, runSheet, type Step } from '@lucerna/core/procedure'
import { meterClass, pipesVolume } from '@lucerna/core/supply'
import { type Card, cardSchema, type GasId, type InstalledFacts } from '@lucerna/core/appliance'
import { instrumentSchema } from '@lucerna/core/measure'
import { practiceSchema } from '@lucerna/core/practice'
import {
  type Continued,
  continuedFrom,
  foldVisit,
  parseEvent,
  type StoredEvent,
  type VisitAppliance,
  type VisitContext,
  type VisitState,
} from '@lucerna/core/visit'
import { and, asc, desc, eq, gt, inArray, isNull, lt, ne, or } from 'drizzle-orm'
import { cardOf } from '@/db/cardOf'
import { isoInstant, type Transaction } from '@/db/client'
import {
  appliance,
  firm,
  followUp,
  gasSupply,
  instrument,
  practiceProfile,
  site,
  targetCard,
  user,
  visit,
  visitAppliance,
  visitEvent,
  visitValue,
} from '@/db/schema'
import { ApiProblem } from '@/server/problem'
import { APART, HANGING } from './followUps'

export type VisitRow = typeof visit.$inferSelect
type SiteRow = typeof site.$inferSelect
type CarriedEnd = NonNullable<VisitAppliance['carried']>[number]
interface Hanging {
  readonly carried: readonly CarriedEnd[]
  readonly carriedApart: NonNullable<VisitAppliance['carriedApart']>
}

/** Everything one visit needs to be folded, judged and shown. */
export interface LoadedVisit {
  readonly row: VisitRow
  readonly site: SiteRow
  readonly firmName: string
  readonly assignedName: string | null
  readonly context: VisitContext
  readonly sheets: Readonly<Record<string, readonly Step[]>>
  readonly appliances: readonly { readonly id: string; readonly serial: string; readonly position: string; readonly name: string }[]
  readonly events: readonly StoredEvent[]
}

/** The visit's row, locked against others when it is about to grow; 404 for what is not this firm's. */
export async function visitRow(tx: Transaction, firmId: string, visitId: string, lock: boolean): Promise<VisitRow> {
  const query = tx
    .select()
    .from(visit)
    .where(and(eq(visit.firmId, firmId), eq(visit.id, visitId)))
  const [row] = lock ? await query.for('update') : await query
  if (!row) throw new ApiProblem(404, 'visit-not-found', 'There is no such visit in your firm.')
  return row
}

/** The log of a visit in the order of acceptance, after a given place in it. */
export async function loadEvents(tx: Transaction, firmId: string, visitId: string, afterSeq = 0): Promise<StoredEvent[]> {
  const rows = await tx
    .select({ event: visitEvent, authorName: user.name })
    .from(visitEvent)
    .innerJoin(user, eq(user.id, visitEvent.authorId))
    .where(and(eq(visitEvent.firmId, firmId), eq(visitEvent.visitId, visitId), gt(visitEvent.seq, afterSeq)))
    .orderBy(asc(visitEvent.seq))
  return rows.map(({ event: e, authorName }) => {
    const posted = parseEvent({
      id: e.id,
      visitId: e.visitId,
      type: e.type,
      v: e.v,
      at: isoInstant(e.at),
      deviceId: e.deviceId,
      deviceSeq: e.deviceSeq,
      data: e.data,
      ...(e.applianceId && { applianceId: e.applianceId }),
      ...(e.stepId && { stepId: e.stepId }),
    })
    if (!posted.ok) throw new Error(`Stored event ${e.id} cannot be read: ${posted.error.code}`)
    return {
      ...posted.value,
      seq: e.seq,
      receivedAt: isoInstant(e.receivedAt),
      authorId: e.authorId,
      authorName,
      provisional: e.provisional,
    }
  })
}

async function loadPractice(tx: Transaction, firmId: string, id: string, version: number): Promise<Practice> {
  const [row] = await tx
    .select()
    .from(practiceProfile)
    .where(and(eq(practiceProfile.firmId, firmId), eq(practiceProfile.profileId, id), eq(practiceProfile.version, version)))
  if (!row) throw new Error(`Practice ${id} version ${version} is missing`)
  return practiceSchema.parse(row.data)
}

/** The as-left values of the last closed visit of each appliance before this one. */
async function lastValues(tx: Transaction, row: VisitRow, applianceIds: readonly string[]): Promise<Map<string, Record<string, number>>> {
  const before = await tx
    .selectDistinctOn([visitAppliance.applianceId], { applianceId: visitAppliance.applianceId, visitId: visit.id })
    .from(visitAppliance)
    .innerJoin(visit, eq(visit.id, visitAppliance.visitId))
    .where(
      and(
        eq(visit.firmId, row.firmId),
        inArray(visitAppliance.applianceId, [...applianceIds]),
        eq(visit.status, 'closed'),
        ne(visit.id, row.id),
        lt(visit.plannedFor, row.plannedFor),
      ),
    )
    .orderBy(visitAppliance.applianceId, desc(visit.plannedFor))
  const values = new Map<string, Record<string, number>>(applianceIds.map((id) => [id, {}]))
  if (before.length === 0) return values
  const rows = await tx
    .select()
    .from(visitValue)
    .where(
      and(
        eq(visitValue.firmId, row.firmId),
        inArray(
          visitValue.visitId,
          before.map((b) => b.visitId),
        ),
      ),
    )
  for (const v of rows) {
    const of = values.get(v.applianceId)
    if (of && v.asLeftSi !== null && before.some((b) => b.applianceId === v.applianceId && b.visitId === v.visitId)) of[v.key] = v.asLeftSi
  }
  return values
}

/**
 * The gas that the sheet is for. The plate not matching the gas on site is a finding of the visit: the card's first gas then judges, and the step asks
 * for the plate. Only a change of gas is about the gas on site whatever the card says.
 */
export const sheetGas = (jobKind: string, card: Pick<Card, 'ratings'>, onSite: string): GasId => {
  const rated = card.ratings.find((r) => r.gas === onSite)?.gas
  return rated ?? (jobKind === 'change-of-gas' ? (onSite as GasId) : card.ratings[0]!.gas)
}

const hangingEnd = (id: string, kind: string, label: string, openedAt: string, by: string | null): CarriedEnd => ({
  id,
  key: `carried.${id}`,
  kind: kind as LooseEndKind,
  label,
  restore: null,
  openedAt,
  openedBy: by ?? '',
})

/** What earlier visits left open and tagged on these appliances, and nobody has closed since: follow-ups of kind loose-end that are still open. */
async function carriedEnds(tx: Transaction, row: VisitRow, applianceIds: readonly string[]): Promise<Map<string, Hanging>> {
  const rows = await tx
    .select({ f: followUp, by: user.name })
    .from(followUp)
    .innerJoin(visit, eq(visit.id, followUp.visitId))
    .leftJoin(user, eq(user.id, visit.assignedTo))
    .where(
      and(
        eq(followUp.firmId, row.firmId),
        inArray(followUp.applianceId, [...applianceIds]),
        eq(followUp.kind, 'loose-end'),
        ne(followUp.visitId, row.id),
        lt(visit.plannedFor, row.plannedFor),
        row.status === 'closed' ? undefined : isNull(followUp.closedAt),
      ),
    )
    .orderBy(asc(followUp.openedAt), asc(followUp.id))
  const ends = new Map<string, Hanging>()
  for (const { f, by } of rows) {
    // Of a closed visit: what hung when it began.
    if (f.closedAt && Date.parse(f.closedAt) < Date.parse(row.startedAt ?? row.plannedFor)) continue
    const { carried, carriedApart } = ends.get(f.applianceId) ?? { carried: [], carriedApart: [] }
    const at = isoInstant(f.openedAt)
    const left = f.sourceKey.startsWith(APART)
      ? {
          carried,
          carriedApart: [
            ...carriedApart,
            { id: f.sourceKey.slice(APART.length), kind: f.code as DisturbedKind, label: f.text, at, by: by ?? '' },
          ],
        }
      : { carried: [...carried, hangingEnd(f.sourceKey.slice(HANGING.length), f.code, f.text, at, by)], carriedApart }
    ends.set(f.applianceId, left)
  }
  return ends
}

/** What each appliance of an unfinished visit hands to the one that goes on with it. */
async function continuedBy(tx: Transaction, firmId: string, visitId: string): Promise<Map<string, Continued>> {
  const before = await loadVisit(tx, firmId, visitId)
  const state = foldLoaded(before)
  const from = { visitId, closedAt: state.closedAt ?? before.row.plannedFor }
  return new Map(state.appliances.map((a) => [a.applianceId, continuedFrom(a, before.sheets[a.applianceId] ?? [], from)]))
}

/** One visit with its log and all that judges it. */
export async function loadVisit(tx: Transaction, firmId: string, visitId: string, lock = false): Promise<LoadedVisit> {
  const row = await visitRow(tx, firmId, visitId, lock)
  // Sent together: the connection answers them in order, without a round trip between.
  const [[siteRow], [firmRow], [assigned], rows, practice, events] = await Promise.all([
    tx
      .select()
      .from(site)
      .where(and(eq(site.firmId, firmId), eq(site.id, row.siteId))),
    tx.select().from(firm).where(eq(firm.id, firmId)),
    tx
      .select({ name: user.name })
      .from(user)
      .where(eq(user.id, row.assignedTo ?? '')),
    tx
      .select({
        appliance,
        card: targetCard.data,
        gas: gasSupply.gas,
        meterKind: gasSupply.meterKind,
        meterSize: gasSupply.meterSize,
        pipes: gasSupply.pipes,
      })
      .from(visitAppliance)
      .innerJoin(appliance, eq(appliance.id, visitAppliance.applianceId))
      .innerJoin(gasSupply, eq(gasSupply.id, appliance.supplyId))
      .innerJoin(targetCard, cardOf(visitAppliance))
      .where(and(eq(visitAppliance.firmId, firmId), eq(visitAppliance.visitId, visitId)))
      .orderBy(asc(visitAppliance.position)),
    loadPractice(tx, firmId, row.practiceId, row.practiceVersion),
    loadEvents(tx, firmId, visitId),
  ])
  if (!siteRow || !firmRow) throw new Error(`Visit ${visitId} without site or firm`)
  const ids = rows.map((r) => r.appliance.id)
  const [last, hanging, instruments] = await Promise.all([
    lastValues(tx, row, ids),
    carriedEnds(tx, row, ids),
    tx
      .select()
      .from(instrument)
      .where(
        // What the assigned person holds, and whatever the log names.
        and(
          eq(instrument.firmId, firmId),
          or(row.assignedTo === null ? undefined : eq(instrument.heldBy, row.assignedTo), inArray(instrument.id, instrumentIds(events))),
        ),
      ),
  ])
  const continued = row.continuesId ? await continuedBy(tx, firmId, row.continuesId) : new Map<string, Continued>()
  const appliances = rows.map((r): VisitAppliance => {
    const card = cardSchema.parse(r.card)
    const meter = meterClass(r.meterKind, r.meterSize)
    const facts: InstalledFacts = {
      gas: sheetGas(row.jobKind, card, r.gas),
      altitudeM: siteRow.altitudeM,
      ...(r.appliance.flueLengthM !== null && { flueLengthM: r.appliance.flueLengthM }),
      ...(meter.meterKind && { meterKind: meter.meterKind }),
      // A pipe list that nobody wrote is not a pipe of no volume.
      ...(meter.volumeM3 !== null && r.pipes.length > 0 && { installationVolumeM3: meter.volumeM3 + pipesVolume(r.pipes) }),
    }
    const { carried = [], carriedApart = [] } = hanging.get(r.appliance.id) ?? {}
    const before = continued.get(r.appliance.id)
    return {
      id: r.appliance.id,
      name: r.appliance.name,
      card,
      facts,
      lastVisit: last.get(r.appliance.id) ?? {},
      carried,
      carriedApart,
      ...(before && { continued: before }),
    }
  })
  const context: VisitContext = {
    appliances,
    practice,
    instruments: instruments
      .map((i) =>
        instrumentSchema.parse({
          id: i.id,
          kind: i.kind,
          maker: i.maker,
          model: i.model,
          serial: i.serial,
          channels: i.channels,
          certificate: i.certificate,
          calibratedAt: isoInstant(i.calibratedAt),
          calibrationDueAt: isoInstant(i.calibrationDueAt),
        }),
      )
      .sort((a, b) => (a.id < b.id ? -1 : 1)),
  }
  const sheets = Object.fromEntries(
    appliances.map((a) => {
      const sheet = runSheet(row.jobKind, a.card, practice, a.facts)
      return [a.id, sheet.ok ? sheet.value : []]
    }),
  )
  return {
    row,
    site: siteRow,
    firmName: firmRow.name,
    assignedName: assigned?.name ?? null,
    context,
    sheets,
    events,
    appliances: rows.map((r) => ({
      id: r.appliance.id,
      serial: r.appliance.serial,
      position: r.appliance.position,
      name: r.appliance.name,
    })),
  }
}

function instrumentIds(events: readonly StoredEvent[]): string[] {
  const ids = events.flatMap((e) => {
    if (e.type === 'instrument.zeroed' || e.type === 'instrument.response-seen' || e.type === 'instrument.allowed')
      return [e.data.instrumentId]
    if (e.type === 'reading.taken') return e.data.readings.flatMap((r) => r.source.instrumentId ?? [])
    if (e.type === 'reading.corrected') return e.data.replacement?.source.instrumentId ?? []
    return []
  })
  return [...new Set(ids)]
}

/** The folded state of a loaded visit, with more events put behind its log. */
export const foldLoaded = (loaded: LoadedVisit, more: readonly StoredEvent[] = []): VisitState =>
  foldVisit(loaded.row.id, [...loaded.events, ...more], loaded.context)
