import { type Card, cardSchema, type InstalledFacts } from '@lucerna/core/appliance'
import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm'
import { cardOf } from '@/db/cardOf'
import { inFirm, isoInstant } from '@/db/client'
import { appliance, firm, gasSupply, practiceProfile, site, targetCard, user, visit, visitAppliance, visitValue } from '@/db/schema'
import type { Actor } from '@/server/actor'

/** Every site of the firm with its appliances and when they were last seen. */
export const listPlaces = (actor: Actor) =>
  inFirm(actor, async (tx) => {
    const rows = await tx
      .select({
        siteId: site.id,
        siteName: site.name,
        address: site.address,
        timeZone: site.timeZone,
        id: appliance.id,
        name: appliance.name,
        position: appliance.position,
        gas: gasSupply.gas,
        maker: sql<string>`${targetCard.data}->>'maker'`,
        lastVisitAt: sql<
          string | null
        >`(select max(v.closed_at) from ${visit} v join ${visitAppliance} va on va.visit_id = v.id where va.appliance_id = ${appliance.id} and v.status = 'closed')`,
      })
      .from(site)
      .innerJoin(appliance, eq(appliance.siteId, site.id))
      .innerJoin(gasSupply, eq(gasSupply.id, appliance.supplyId))
      .innerJoin(targetCard, cardOf(appliance))
      .where(eq(site.firmId, actor.firmId))
      .orderBy(asc(site.name), asc(appliance.name))
    return rows.map((r) => ({ ...r, lastVisitAt: r.lastVisitAt && isoInstant(r.lastVisitAt) }))
  })

export interface AppliancePage {
  readonly appliance: typeof appliance.$inferSelect
  readonly site: typeof site.$inferSelect
  readonly gas: string
  readonly meter: string | null
  readonly card: Card
  readonly facts: InstalledFacts
  readonly units: 'metric' | 'imperial'
  readonly practiceTitle: string
  readonly visits: readonly {
    readonly id: string
    readonly status: 'planned' | 'open' | 'closed'
    readonly plannedFor: string
    readonly closedAt: string | null
    readonly by: string | null
    readonly jobKind: string
    readonly outcome: string | null
  }[]
  readonly values: readonly (typeof visitValue.$inferSelect)[]
}

/** One appliance with its card, its visits (newest first) and every figure of its closed visits (oldest first). */
export const appliancePage = (actor: Actor, id: string): Promise<AppliancePage | null> =>
  inFirm(actor, async (tx) => {
    const [row] = await tx
      .select({ appliance, site, gas: gasSupply.gas, meter: gasSupply.meter, card: targetCard.data })
      .from(appliance)
      .innerJoin(site, eq(site.id, appliance.siteId))
      .innerJoin(gasSupply, eq(gasSupply.id, appliance.supplyId))
      .innerJoin(targetCard, cardOf(appliance))
      .where(and(eq(appliance.firmId, actor.firmId), eq(appliance.id, id)))
    if (!row) return null
    const [own] = await tx.select().from(firm).where(eq(firm.id, actor.firmId))
    const [practice] = await tx
      .select()
      .from(practiceProfile)
      .where(and(eq(practiceProfile.firmId, actor.firmId), eq(practiceProfile.profileId, row.site.practiceId ?? own?.practiceId ?? '')))
      .orderBy(desc(practiceProfile.version))
      .limit(1)
    const visits = await tx
      .select({
        id: visit.id,
        status: visit.status,
        plannedFor: visit.plannedFor,
        closedAt: visit.closedAt,
        by: user.name,
        jobKind: visit.jobKind,
        outcome: visitAppliance.outcome,
      })
      .from(visitAppliance)
      .innerJoin(visit, eq(visit.id, visitAppliance.visitId))
      .leftJoin(user, eq(user.id, visit.assignedTo))
      .where(and(eq(visitAppliance.firmId, actor.firmId), eq(visitAppliance.applianceId, id)))
      .orderBy(desc(visit.plannedFor))
      .limit(50)
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
    const gas = card.ratings.find((r) => r.gas === row.gas)?.gas ?? card.ratings[0]!.gas
    return {
      appliance: row.appliance,
      site: row.site,
      gas: row.gas,
      meter: row.meter,
      card,
      facts: { gas, altitudeM: row.site.altitudeM, ...(row.appliance.flueLengthM !== null && { flueLengthM: row.appliance.flueLengthM }) },
      units: practice?.data.units ?? 'metric',
      practiceTitle: practice?.data.title ?? '',
      visits: visits.map((v) => ({ ...v, plannedFor: isoInstant(v.plannedFor), closedAt: v.closedAt && isoInstant(v.closedAt) })),
      values: values.map((v) => ({ ...v, takenAt: isoInstant(v.takenAt) })),
    }
  })
