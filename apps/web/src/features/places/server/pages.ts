import type { Card, InstalledFacts } from '@lucerna/core/appliance'
import type { Practice } from '@lucerna/core/practice'
import type { VisitEvent } from '@lucerna/core/visit'
import { and, asc, desc, eq, inArray, isNull, type Placeholder, sql, type SQLWrapper } from 'drizzle-orm'
import { cardOf } from '@/db/cardOf'
import { isoInstant, KEYS_ONLY, readFirm, type Transaction } from '@/db/client'
import {
  appliance,
  firm,
  followUp,
  gasSupply,
  practiceProfile,
  site,
  targetCard,
  user,
  visit,
  visitAppliance,
  visitEvent,
  visitValue,
} from '@/db/schema'
import { written } from '@/db/written'
import { notesOf, type NoteShown } from '@/features/lockout/server'
import { personName } from '@/db/personName'
import { type Actor, unitsFor } from '@/server/actor'
import type { Units } from '@/ui/figures'
import { cardKept } from '@/server/pinned'
import { papersOf, type PaperShown } from './papers'
import { listPhotos, type PhotoShown } from './photos'

type SiteRecord = typeof site.$inferSelect
export type SupplyRecord = typeof gasSupply.$inferSelect
type ApplianceRecord = typeof appliance.$inferSelect

/** Of the practice that a site is worked by (its own, else the firm's): its newest version, in one question. */
const practiceRow = (tx: Transaction, firmId: string | Placeholder, siteId: string | SQLWrapper) =>
  tx
    .select({ data: practiceProfile.data })
    .from(practiceProfile)
    .innerJoin(firm, eq(firm.id, practiceProfile.firmId))
    .leftJoin(site, and(eq(site.firmId, firmId), sql`${site.id} = ${siteId}`))
    .where(and(eq(practiceProfile.firmId, firmId), sql`${practiceProfile.profileId} = coalesce(${site.practiceId}, ${firm.practiceId})`))
    .orderBy(desc(practiceProfile.version))
    .limit(1)

/** What a site's page says of its practice. */
const practiceSaid = (actor: Actor, row: { readonly data: Practice } | undefined, place: SiteRecord) => ({
  practiceTitle: row?.data.title ?? '',
  units: unitsFor(actor, row?.data.units ?? 'metric'),
  emergencyNumber: place.emergencyNumber ?? row?.data.emergencyNumber ?? null,
})

export interface VisitRow {
  readonly id: string
  readonly status: 'planned' | 'open' | 'closed'
  readonly plannedFor: string
  readonly closedAt: string | null
  readonly by: string | null
  readonly jobKind: string
  readonly outcome: string | null
  readonly remark: string | null
}

/** One thing that was found or fitted in a visit. */
type VisitFinding =
  | {
      readonly kind: 'defect'
      readonly visitId: string
      readonly at: string
      readonly class: string
      readonly text: string
      readonly action: string
    }
  | {
      readonly kind: 'part'
      readonly visitId: string
      readonly at: string
      readonly part: string
      readonly number: string | null
      readonly why: string | null
    }

export interface FollowUpRow {
  readonly id: string
  readonly kind: (typeof followUp.$inferSelect)['kind']
  readonly code: string
  readonly text: string
  readonly openedAt: string
  readonly visitId: string
  readonly closedAt: string | null
  readonly closedNote: string | null
  readonly closedBy: string | null
}

export interface AppliancePage {
  readonly appliance: ApplianceRecord
  readonly site: SiteRecord
  readonly supply: SupplyRecord
  readonly card: Card
  readonly facts: InstalledFacts
  readonly units: Units
  readonly practiceTitle: string
  /** The gas emergency number of the site, else of its practice profile. */
  readonly emergencyNumber: string | null
  /** Newest first. */
  readonly visits: readonly VisitRow[]
  /** Every figure of its closed visits, oldest first. */
  readonly values: readonly (typeof visitValue.$inferSelect)[]
  readonly findings: readonly VisitFinding[]
  readonly followUps: readonly FollowUpRow[]
  readonly photos: readonly PhotoShown[]
  /** Copied from stickers and slips of before. */
  readonly papers: readonly PaperShown[]
  /** Told by customers through the code on the lid. */
  readonly lockOuts: readonly NoteShown[]
}

const MOST_VISITS = 50

/** An appliance of a firm, as a place in a question. */
const ITS = ['firmId', 'id'] as const
interface Its {
  readonly firmId: Placeholder<'firmId'>
  readonly id: Placeholder<'id'>
}

const closedVisits = (tx: Transaction, { firmId, id }: Its) =>
  tx
    .select({ id: visit.id })
    .from(visitAppliance)
    .innerJoin(visit, eq(visit.id, visitAppliance.visitId))
    .where(and(eq(visitAppliance.firmId, firmId), eq(visitAppliance.applianceId, id), eq(visit.status, 'closed')))
    .orderBy(desc(visit.plannedFor))
    .limit(MOST_VISITS)

const itsRecords = written(ITS, (tx, { firmId, id }) =>
  tx
    .select({ appliance, site, supply: gasSupply, card: targetCard.data })
    .from(appliance)
    .innerJoin(site, eq(site.id, appliance.siteId))
    .innerJoin(gasSupply, eq(gasSupply.id, appliance.supplyId))
    .innerJoin(targetCard, cardOf(appliance))
    .where(and(eq(appliance.firmId, firmId), eq(appliance.id, id))),
)

const itsPractice = written(ITS, (tx, { firmId, id }) =>
  practiceRow(
    tx,
    firmId,
    tx
      .select({ id: appliance.siteId })
      .from(appliance)
      .where(and(eq(appliance.firmId, firmId), eq(appliance.id, id))),
  ),
)

const itsValues = written(ITS, (tx, its) =>
  tx
    .select()
    .from(visitValue)
    .where(and(eq(visitValue.firmId, its.firmId), eq(visitValue.applianceId, its.id), inArray(visitValue.visitId, closedVisits(tx, its))))
    .orderBy(asc(visitValue.takenAt)),
)

/** One appliance with its card and its whole life, or null when it is not the firm's. All is asked at once, by the appliance's id. */
export const appliancePage = (actor: Actor, id: string): Promise<AppliancePage | null> =>
  readFirm(
    actor,
    async (tx) => {
      const { firmId } = actor
      const its = { firmId, id }
      const [[row], [practice], visits, values, findings, followUps, photos, papers, lockOuts] = await Promise.all([
        itsRecords(tx, its),
        itsPractice(tx, its),
        visitsOf(tx, its),
        itsValues(tx, its),
        findingsOf(tx, its),
        followUpsOfAppliance(tx, its),
        listPhotos(tx, actor, { applianceId: id }),
        papersOf(tx, { firmId, applianceId: id }),
        notesOf(tx, firmId, [id]),
      ])
      if (!row) return null
      const card = cardKept(firmId, { cardId: row.appliance.cardId, cardVersion: row.appliance.cardVersion }, row.card)
      const gas = card.ratings.find((r) => r.gas === row.supply.gas)?.gas ?? card.ratings[0]!.gas
      return {
        appliance: row.appliance,
        site: row.site,
        supply: row.supply,
        card,
        facts: {
          gas,
          altitudeM: row.site.altitudeM,
          ...(row.appliance.flueLengthM !== null && { flueLengthM: row.appliance.flueLengthM }),
        },
        ...practiceSaid(actor, practice, row.site),
        visits,
        values: values.map((v) => ({ ...v, takenAt: isoInstant(v.takenAt) })),
        findings,
        followUps,
        photos,
        papers,
        lockOuts,
      }
    },
    undefined,
    KEYS_ONLY,
  )

const itsVisits = written(ITS, (tx, { firmId, id }) =>
  tx
    .select({
      id: visit.id,
      status: visit.status,
      plannedFor: visit.plannedFor,
      closedAt: visit.closedAt,
      by: personName,
      jobKind: visit.jobKind,
      outcome: visitAppliance.outcome,
      remark: visit.remark,
    })
    .from(visitAppliance)
    .innerJoin(visit, eq(visit.id, visitAppliance.visitId))
    .leftJoin(user, eq(user.id, visit.assignedTo))
    .where(and(eq(visitAppliance.firmId, firmId), eq(visitAppliance.applianceId, id)))
    .orderBy(desc(visit.plannedFor))
    .limit(MOST_VISITS),
)

async function visitsOf(tx: Transaction, its: { readonly firmId: string; readonly id: string }): Promise<VisitRow[]> {
  const rows = await itsVisits(tx, its)
  return rows.map((v) => ({ ...v, plannedFor: isoInstant(v.plannedFor), closedAt: v.closedAt && isoInstant(v.closedAt) }))
}

const itsFindings = written(ITS, (tx, its) =>
  tx
    .select({
      visitId: visitEvent.visitId,
      applianceId: visitEvent.applianceId,
      type: visitEvent.type,
      at: visitEvent.at,
      data: visitEvent.data,
    })
    .from(visitEvent)
    .where(
      and(
        eq(visitEvent.firmId, its.firmId),
        inArray(visitEvent.visitId, closedVisits(tx, its)),
        inArray(visitEvent.type, ['defect.found', 'part.fitted']),
      ),
    )
    .orderBy(desc(visitEvent.at)),
)

/** Defects and parts out of the logs of its closed visits; an event without an appliance belongs to the visit's only one. */
async function findingsOf(tx: Transaction, its: { readonly firmId: string; readonly id: string }): Promise<VisitFinding[]> {
  const rows = await itsFindings(tx, its)
  return rows
    .filter((r) => r.applianceId === null || r.applianceId === its.id)
    .map((r): VisitFinding => {
      const common = { visitId: r.visitId, at: isoInstant(r.at) }
      if (r.type === 'part.fitted') {
        const data = r.data as Extract<VisitEvent, { type: 'part.fitted' }>['data']
        return { kind: 'part', ...common, part: data.part, number: data.number ?? null, why: data.why ?? null }
      }
      const data = r.data as Extract<VisitEvent, { type: 'defect.found' }>['data']
      return { kind: 'defect', ...common, class: data.class, text: data.text, action: data.action }
    })
}

const itsFollowUps = written(ITS, (tx, { firmId, id }) =>
  tx
    .select({ f: followUp, closer: personName })
    .from(followUp)
    .leftJoin(user, eq(user.id, followUp.closedBy))
    .where(and(eq(followUp.firmId, firmId), eq(followUp.applianceId, id)))
    .orderBy(desc(followUp.openedAt))
    .limit(200),
)

async function followUpsOfAppliance(tx: Transaction, its: { readonly firmId: string; readonly id: string }): Promise<FollowUpRow[]> {
  const rows = await itsFollowUps(tx, its)
  return rows.map(({ f, closer }) => ({
    id: f.id,
    kind: f.kind,
    code: f.code,
    text: f.text,
    openedAt: isoInstant(f.openedAt),
    visitId: f.visitId,
    closedAt: f.closedAt && isoInstant(f.closedAt),
    closedNote: f.closedNote,
    closedBy: closer,
  }))
}

export interface SitePage {
  readonly site: SiteRecord
  readonly units: Units
  readonly practiceTitle: string
  /** The gas emergency number of the site, else of its practice profile. */
  readonly emergencyNumber: string | null
  readonly supplies: readonly SupplyRecord[]
  readonly appliances: readonly (ApplianceRecord & { readonly maker: string; readonly model: string })[]
  readonly visits: readonly (VisitRow & { readonly applianceNames: string })[]
  readonly photos: readonly PhotoShown[]
}

/** One site with all that stands on it, or null when it is not the firm's. */
export const sitePage = (actor: Actor, id: string): Promise<SitePage | null> =>
  readFirm(actor, async (tx) => {
    const { firmId } = actor
    const newest = tx
      .select({ id: visit.id })
      .from(visit)
      .where(and(eq(visit.firmId, firmId), eq(visit.siteId, id)))
      .orderBy(desc(visit.plannedFor))
      .limit(20)
    const [[place], [practice], supplies, units, visits, covered, photos] = await Promise.all([
      tx
        .select()
        .from(site)
        .where(and(eq(site.firmId, firmId), eq(site.id, id))),
      practiceRow(tx, firmId, id),
      tx
        .select()
        .from(gasSupply)
        .where(and(eq(gasSupply.firmId, firmId), eq(gasSupply.siteId, id), isNull(gasSupply.deletedAt)))
        .orderBy(asc(gasSupply.id)),
      tx
        .select({ appliance, card: targetCard.data })
        .from(appliance)
        .innerJoin(targetCard, cardOf(appliance))
        .where(and(eq(appliance.firmId, firmId), eq(appliance.siteId, id), isNull(appliance.deletedAt)))
        .orderBy(asc(appliance.name), asc(appliance.id)),
      tx
        .select({
          id: visit.id,
          status: visit.status,
          plannedFor: visit.plannedFor,
          closedAt: visit.closedAt,
          by: personName,
          jobKind: visit.jobKind,
          remark: visit.remark,
        })
        .from(visit)
        .leftJoin(user, eq(user.id, visit.assignedTo))
        .where(and(eq(visit.firmId, firmId), inArray(visit.id, newest)))
        .orderBy(desc(visit.plannedFor)),
      tx
        .select({ visitId: visitAppliance.visitId, name: appliance.name, outcome: visitAppliance.outcome })
        .from(visitAppliance)
        .innerJoin(appliance, eq(appliance.id, visitAppliance.applianceId))
        .where(and(eq(visitAppliance.firmId, firmId), inArray(visitAppliance.visitId, newest)))
        .orderBy(asc(visitAppliance.position)),
      listPhotos(tx, actor, { siteId: id }),
    ])
    if (!place) return null
    return {
      site: place,
      ...practiceSaid(actor, practice, place),
      supplies,
      appliances: units.map((u) => ({ ...u.appliance, maker: u.card.maker, model: u.card.model })),
      visits: visits.map((v) => {
        const own = covered.filter((c) => c.visitId === v.id)
        return {
          ...v,
          plannedFor: isoInstant(v.plannedFor),
          closedAt: v.closedAt && isoInstant(v.closedAt),
          outcome: own[0]?.outcome ?? null,
          applianceNames: own.map((c) => c.name).join(', '),
        }
      }),
      photos,
    }
  })
