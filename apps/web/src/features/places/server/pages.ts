import { type Card, cardSchema, type InstalledFacts } from '@lucerna/core/appliance'
import type { VisitEvent } from '@lucerna/core/visit'
import { and, asc, desc, eq, inArray, isNull } from 'drizzle-orm'
import { cardOf } from '@/db/cardOf'
import { inFirm, isoInstant, type Transaction } from '@/db/client'
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
import { type Actor, unitsFor } from '@/server/actor'
import type { Units } from '@/ui/figures'
import { listPhotos, type PhotoShown } from './photos'

type SiteRecord = typeof site.$inferSelect
export type SupplyRecord = typeof gasSupply.$inferSelect
type ApplianceRecord = typeof appliance.$inferSelect

/** The practice that a site is worked by: its own, else the firm's. */
export async function practiceOfSite(
  tx: Transaction,
  actor: Actor,
  place: Pick<SiteRecord, 'practiceId'> & Partial<Pick<SiteRecord, 'emergencyNumber'>>,
): Promise<{ title: string; units: Units; emergencyNumber: string | null }> {
  const [own] = await tx.select().from(firm).where(eq(firm.id, actor.firmId))
  const [row] = await tx
    .select({ data: practiceProfile.data })
    .from(practiceProfile)
    .where(and(eq(practiceProfile.firmId, actor.firmId), eq(practiceProfile.profileId, place.practiceId ?? own?.practiceId ?? '')))
    .orderBy(desc(practiceProfile.version))
    .limit(1)
  return {
    title: row?.data.title ?? '',
    units: unitsFor(actor, row?.data.units ?? 'metric'),
    emergencyNumber: place.emergencyNumber ?? row?.data.emergencyNumber ?? null,
  }
}

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
}

const MOST_VISITS = 50

/** One appliance with its card and its whole life, or null when it is not the firm's. */
export const appliancePage = (actor: Actor, id: string): Promise<AppliancePage | null> =>
  inFirm(actor, async (tx) => {
    const [row] = await tx
      .select({ appliance, site, supply: gasSupply, card: targetCard.data })
      .from(appliance)
      .innerJoin(site, eq(site.id, appliance.siteId))
      .innerJoin(gasSupply, eq(gasSupply.id, appliance.supplyId))
      .innerJoin(targetCard, cardOf(appliance))
      .where(and(eq(appliance.firmId, actor.firmId), eq(appliance.id, id)))
    if (!row) return null
    const practice = await practiceOfSite(tx, actor, row.site)
    const visits = await visitsOf(tx, actor.firmId, id)
    const closed = visits.filter((v) => v.status === 'closed').map((v) => v.id)
    const values =
      closed.length > 0
        ? await tx
            .select()
            .from(visitValue)
            .where(and(eq(visitValue.firmId, actor.firmId), eq(visitValue.applianceId, id), inArray(visitValue.visitId, closed)))
            .orderBy(asc(visitValue.takenAt))
        : []
    const card = cardSchema.parse(row.card)
    const gas = card.ratings.find((r) => r.gas === row.supply.gas)?.gas ?? card.ratings[0]!.gas
    return {
      appliance: row.appliance,
      site: row.site,
      supply: row.supply,
      card,
      facts: { gas, altitudeM: row.site.altitudeM, ...(row.appliance.flueLengthM !== null && { flueLengthM: row.appliance.flueLengthM }) },
      units: practice.units,
      practiceTitle: practice.title,
      emergencyNumber: practice.emergencyNumber,
      visits,
      values: values.map((v) => ({ ...v, takenAt: isoInstant(v.takenAt) })),
      findings: closed.length > 0 ? await findingsOf(tx, actor.firmId, id, closed) : [],
      followUps: await followUpsOfAppliance(tx, actor.firmId, id),
      photos: await listPhotos(tx, actor, { siteId: row.site.id, applianceId: id }),
    }
  })

async function visitsOf(tx: Transaction, firmId: string, applianceId: string): Promise<VisitRow[]> {
  const rows = await tx
    .select({
      id: visit.id,
      status: visit.status,
      plannedFor: visit.plannedFor,
      closedAt: visit.closedAt,
      by: user.name,
      jobKind: visit.jobKind,
      outcome: visitAppliance.outcome,
      remark: visit.remark,
    })
    .from(visitAppliance)
    .innerJoin(visit, eq(visit.id, visitAppliance.visitId))
    .leftJoin(user, eq(user.id, visit.assignedTo))
    .where(and(eq(visitAppliance.firmId, firmId), eq(visitAppliance.applianceId, applianceId)))
    .orderBy(desc(visit.plannedFor))
    .limit(MOST_VISITS)
  return rows.map((v) => ({ ...v, plannedFor: isoInstant(v.plannedFor), closedAt: v.closedAt && isoInstant(v.closedAt) }))
}

/** Defects and parts out of the logs of some visits; an event without an appliance belongs to the visit's only one. */
async function findingsOf(tx: Transaction, firmId: string, applianceId: string, visitIds: readonly string[]): Promise<VisitFinding[]> {
  const rows = await tx
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
        eq(visitEvent.firmId, firmId),
        inArray(visitEvent.visitId, [...visitIds]),
        inArray(visitEvent.type, ['defect.found', 'part.fitted']),
      ),
    )
    .orderBy(desc(visitEvent.at))
  return rows
    .filter((r) => r.applianceId === null || r.applianceId === applianceId)
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

async function followUpsOfAppliance(tx: Transaction, firmId: string, applianceId: string): Promise<FollowUpRow[]> {
  const rows = await tx
    .select({ f: followUp, closer: user.name })
    .from(followUp)
    .leftJoin(user, eq(user.id, followUp.closedBy))
    .where(and(eq(followUp.firmId, firmId), eq(followUp.applianceId, applianceId)))
    .orderBy(desc(followUp.openedAt))
    .limit(200)
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
  inFirm(actor, async (tx) => {
    const [place] = await tx
      .select()
      .from(site)
      .where(and(eq(site.firmId, actor.firmId), eq(site.id, id)))
    if (!place) return null
    const practice = await practiceOfSite(tx, actor, place)
    const supplies = await tx
      .select()
      .from(gasSupply)
      .where(and(eq(gasSupply.firmId, actor.firmId), eq(gasSupply.siteId, id), isNull(gasSupply.deletedAt)))
      .orderBy(asc(gasSupply.id))
    const units = await tx
      .select({ appliance, card: targetCard.data })
      .from(appliance)
      .innerJoin(targetCard, cardOf(appliance))
      .where(and(eq(appliance.firmId, actor.firmId), eq(appliance.siteId, id), isNull(appliance.deletedAt)))
      .orderBy(asc(appliance.name), asc(appliance.id))
    const visits = await tx
      .select({
        id: visit.id,
        status: visit.status,
        plannedFor: visit.plannedFor,
        closedAt: visit.closedAt,
        by: user.name,
        jobKind: visit.jobKind,
        remark: visit.remark,
      })
      .from(visit)
      .leftJoin(user, eq(user.id, visit.assignedTo))
      .where(and(eq(visit.firmId, actor.firmId), eq(visit.siteId, id)))
      .orderBy(desc(visit.plannedFor))
      .limit(20)
    const covered =
      visits.length > 0
        ? await tx
            .select({ visitId: visitAppliance.visitId, name: appliance.name, outcome: visitAppliance.outcome })
            .from(visitAppliance)
            .innerJoin(appliance, eq(appliance.id, visitAppliance.applianceId))
            .where(
              and(
                eq(visitAppliance.firmId, actor.firmId),
                inArray(
                  visitAppliance.visitId,
                  visits.map((v) => v.id),
                ),
              ),
            )
            .orderBy(asc(visitAppliance.position))
        : []
    return {
      site: place,
      units: practice.units,
      practiceTitle: practice.title,
      emergencyNumber: practice.emergencyNumber,
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
      photos: await listPhotos(tx, actor, { siteId: id }),
    }
  })
