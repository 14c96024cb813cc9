import type { InstalledFacts } from '@lucerna/core/appliance'
import type { Instrument } from '@lucerna/core/measure'
import { meterClass, pipesVolume } from '@lucerna/core/supply'
import {
  type Continued,
  continuedFrom,
  foldVisit,
  instrumentsOf,
  sheetsOf,
  type StoredEvent,
  type VisitAppliance,
  type VisitContext,
  type VisitState,
} from '@lucerna/core/visit'
import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { appliance, firm, gasSupply, instrument, site, user, visit, visitAppliance } from '@/db/schema'
import { personName } from '@/db/personName'
import { written } from '@/db/written'
import { notesOf } from '@/features/lockout/server'
import { dayOfStamp } from '@/server/calendarStamp'
import { endOfDay, instantAt } from '@/ui/zoned'
import { pinnedCards, pinnedPractice } from '@/server/pinned'
import { carriedEnds, lastKept, lastValues } from './earlier'
import { loadEvents } from './log'
import { type VisitRow, visitRow } from './row'
import { sheetGas } from './sheetGas'

type SiteRow = typeof site.$inferSelect

/** Everything beside the log that one visit needs to be folded, judged and shown. */
export interface VisitFrame {
  readonly row: VisitRow
  readonly site: SiteRow
  readonly firmName: string
  readonly assignedName: string | null
  readonly context: VisitContext
  /** Who holds each instrument of the context; null is nobody. */
  readonly holders: Readonly<Record<string, { readonly id: string; readonly name: string } | null>>
  readonly appliances: readonly { readonly id: string; readonly serial: string; readonly position: string; readonly name: string }[]
}

/** The same with its log. */
export interface LoadedVisit extends VisitFrame {
  readonly events: readonly StoredEvent[]
}

/** At most so many instruments of other people are offered to be measured with. */
const OFFERED = 60

/** What each appliance of an unfinished visit hands to the one that goes on with it. */
async function continuedBy(tx: Transaction, firmId: string, visitId: string): Promise<Map<string, Continued>> {
  const before = await loadVisit(tx, firmId, visitId)
  const state = foldLoaded(before)
  const sheets = sheetsOf(before.context, state)
  const from = { visitId, closedAt: state.closedAt ?? before.row.plannedFor }
  return new Map(state.appliances.map((a) => [a.applianceId, continuedFrom(a, sheets[a.applianceId] ?? [], from)]))
}

/**
 * One visit with its log and all that judges it.
 *
 * @param viewer who looks at it: what they hold is offered to measure with.
 */
export async function loadVisit(tx: Transaction, firmId: string, visitId: string, lock = false, viewer?: string): Promise<LoadedVisit> {
  const [row, events, basis] = await Promise.all([
    visitRow(tx, firmId, visitId, lock),
    loadEvents(tx, firmId, visitId),
    loadBasis(tx, firmId, visitId),
  ])
  return { ...(await framed(tx, row, basis, events.flatMap(instrumentsOf), viewer)), events }
}

/**
 * Everything beside its log that judges a visit.
 *
 * @param named instruments that its log names: they judge it whoever holds them now.
 */
export const loadFrame = async (tx: Transaction, row: VisitRow, named: readonly string[], viewer?: string): Promise<VisitFrame> =>
  framed(tx, row, await loadBasis(tx, row.firmId, row.id), named, viewer)

const ITS = ['firmId', 'visitId'] as const

const itsPlace = written(ITS, (tx, { firmId, visitId }) =>
  tx
    .select({ site, firmName: firm.name, assignedName: personName })
    .from(visit)
    .innerJoin(site, eq(site.id, visit.siteId))
    .innerJoin(firm, eq(firm.id, visit.firmId))
    .leftJoin(user, eq(user.id, visit.assignedTo))
    .where(and(eq(visit.firmId, firmId), eq(visit.id, visitId))),
)

const itsAppliances = written(ITS, (tx, { firmId, visitId }) =>
  tx
    .select({
      appliance,
      pin: { cardId: visitAppliance.cardId, cardVersion: visitAppliance.cardVersion },
      gas: gasSupply.gas,
      meterKind: gasSupply.meterKind,
      meterSize: gasSupply.meterSize,
      pipes: gasSupply.pipes,
    })
    .from(visitAppliance)
    .innerJoin(appliance, eq(appliance.id, visitAppliance.applianceId))
    .innerJoin(gasSupply, eq(gasSupply.id, appliance.supplyId))
    .where(and(eq(visitAppliance.firmId, firmId), eq(visitAppliance.visitId, visitId)))
    .orderBy(asc(visitAppliance.position)),
)

/** What is found by the visit's id alone; sent together, the connection answers without a round trip between. */
async function loadBasis(tx: Transaction, firmId: string, visitId: string) {
  const [[place], rows] = await Promise.all([itsPlace(tx, { firmId, visitId }), itsAppliances(tx, { firmId, visitId })])
  return { place, rows }
}

async function framed(
  tx: Transaction,
  row: VisitRow,
  { place, rows }: Awaited<ReturnType<typeof loadBasis>>,
  named: readonly string[],
  viewer: string | undefined,
): Promise<VisitFrame> {
  const { firmId, id: visitId } = row
  if (!place) throw new Error(`Visit ${visitId} without site or firm`)
  const { site: siteRow, firmName, assignedName } = place
  const ids = rows.map((r) => r.appliance.id)
  const [practice, cards, last, kept, hanging, lockOuts, instruments] = await Promise.all([
    pinnedPractice(tx, firmId, row.practiceId, row.practiceVersion),
    pinnedCards(
      tx,
      firmId,
      rows.map((r) => r.pin),
    ),
    lastValues(tx, row, ids),
    lastKept(tx, row, ids),
    carriedEnds(tx, row, ids),
    notesOf(tx, firmId, ids),
    loadInstruments(tx, firmId, siteRow.timeZone, [...new Set(named)], [row.assignedTo ?? '', viewer ?? ''].filter(Boolean)),
  ])
  const continued = row.continuesId ? await continuedBy(tx, firmId, row.continuesId) : new Map<string, Continued>()
  const appliances = rows.map((r, i): VisitAppliance => {
    const card = cards[i]!
    const meter = meterClass(r.meterKind, r.meterSize)
    const facts: InstalledFacts = {
      gas: sheetGas(row.jobKind, card, r.gas),
      altitudeM: siteRow.altitudeM,
      ...(r.appliance.flueLengthM !== null && { flueLengthM: r.appliance.flueLengthM }),
      ...(meter.meterKind && { meterKind: meter.meterKind }),
      // A pipe list that nobody wrote is not a pipe of no volume.
      ...(meter.volumeM3 !== null && r.pipes.length > 0 && { installationVolumeM3: meter.volumeM3 + pipesVolume(r.pipes) }),
    }
    const { carried = [], carriedApart = [], openFaults = [] } = hanging.get(r.appliance.id) ?? {}
    const before = continued.get(r.appliance.id)
    return {
      id: r.appliance.id,
      name: r.appliance.name,
      card,
      facts,
      lastVisit: last.get(r.appliance.id) ?? {},
      carried,
      carriedApart,
      openFaults,
      lockOuts: lockOuts.filter((n) => n.applianceId === r.appliance.id),
      ...kept.get(r.appliance.id),
      ...(before && { continued: before }),
    }
  })
  return {
    row,
    site: siteRow,
    firmName,
    assignedName,
    context: {
      jobKind: row.jobKind,
      appliances,
      practice,
      instruments: instruments.map((i) => i.instrument),
      emergencyNumber: siteRow.emergencyNumber ?? practice.emergencyNumber ?? null,
    },
    holders: Object.fromEntries(instruments.map((i) => [i.instrument.id, i.holder])),
    appliances: rows.map((r) => ({
      id: r.appliance.id,
      serial: r.appliance.serial,
      position: r.appliance.position,
      name: r.appliance.name,
    })),
  }
}

/** What the log names, and what the people of the firm could measure with, by id. */
async function loadInstruments(tx: Transaction, firmId: string, timeZone: string, named: readonly string[], people: readonly string[]) {
  const own = eq(instrument.firmId, firmId)
  const columns = { row: instrument, holderName: personName }
  const select = () => tx.select(columns).from(instrument).leftJoin(user, eq(user.id, instrument.heldBy))
  const [mentioned, offered] = await Promise.all([
    named.length > 0 ? select().where(and(own, inArray(instrument.id, [...named]))) : [],
    select()
      .where(and(own, isNull(instrument.deletedAt)))
      // What the people of this visit hold comes before what lies in the van, and that before what others hold.
      .orderBy(
        sql`${inArray(instrument.heldBy, people.length > 0 ? [...people] : [''])} desc nulls last, ${instrument.heldBy} is null desc`,
        asc(instrument.id),
      )
      .limit(OFFERED),
  ])
  const byId = new Map([...mentioned, ...offered].map((r) => [r.row.id, r]))
  return [...byId.values()]
    .sort((a, b) => (a.row.id < b.row.id ? -1 : 1))
    .map(({ row: i, holderName }) => ({
      holder: i.heldBy === null ? null : { id: i.heldBy, name: holderName ?? '' },
      instrument: {
        id: i.id,
        kind: i.kind,
        maker: i.maker,
        model: i.model,
        serial: i.serial,
        channels: i.channels,
        certificate: i.certificate,
        // A calibration holds from the beginning of its first day to the end of its last, as the days are at the site.
        calibratedAt: instantAt(dayOfStamp(i.calibratedAt), '00:00', timeZone),
        calibrationDueAt: endOfDay(dayOfStamp(i.calibrationDueAt), timeZone),
      } satisfies Instrument,
    }))
}

/** The folded state of a loaded visit. */
export const foldLoaded = (loaded: LoadedVisit): VisitState => foldVisit(loaded.row.id, loaded.events, loaded.context)
