import { GAS_PRESET_IDS, type GasPreset } from '@lucerna/core/gas'
import { standardPressure } from '@lucerna/core/burner'
import type { Card } from '@lucerna/core/appliance'
import type { Practice } from '@lucerna/core/practice'
import { and, desc, eq } from 'drizzle-orm'
import { cardOf } from '@/db/cardOf'
import { inFirm } from '@/db/client'
import { appliance, firm, gasSupply, practiceProfile, site, targetCard, visit, visitAppliance } from '@/db/schema'
import type { Actor } from '@/server/actor'

/** The practice this person's firm works by. */
export const practiceOfFirm = (actor: Actor): Promise<Practice | null> =>
  inFirm(actor, async (tx) => {
    const [row] = await tx
      .select({ data: practiceProfile.data })
      .from(practiceProfile)
      .innerJoin(firm, and(eq(firm.id, practiceProfile.firmId), eq(firm.practiceId, practiceProfile.profileId)))
      .where(and(eq(practiceProfile.firmId, actor.firmId), eq(practiceProfile.version, firm.practiceVersion)))
    return row?.data ?? null
  })

export interface Known {
  readonly name: string
  /** Inputs by key that any working may begin with, SI. */
  readonly inputs: Readonly<Record<string, unknown>>
}

/** What is known of an appliance that a calculation may begin with: gas, plate, altitude, barometer, supply. Null when it is not the firm's. */
export const knownOf = (actor: Actor, applianceId: string): Promise<Known | null> =>
  inFirm(actor, async (tx) => {
    const [row] = await tx
      .select({
        name: appliance.name,
        siteName: site.name,
        altitudeM: site.altitudeM,
        gas: gasSupply.gas,
        nominalPressurePa: gasSupply.nominalPressurePa,
        card: targetCard.data,
      })
      .from(appliance)
      .innerJoin(site, eq(site.id, appliance.siteId))
      .innerJoin(gasSupply, eq(gasSupply.id, appliance.supplyId))
      .innerJoin(targetCard, cardOf(appliance))
      .where(and(eq(appliance.firmId, actor.firmId), eq(appliance.id, applianceId)))
    if (!row) return null
    const gas = GAS_PRESET_IDS.find((id): id is GasPreset => id === row.gas)
    const rating = row.card.ratings.find((r) => r.gas === row.gas)
    const barometerPa = Math.round(standardPressure(row.altitudeM))
    return {
      name: `${row.name}, ${row.siteName}`,
      inputs: {
        ...(gas && { gas }),
        altitudeM: row.altitudeM,
        barometerPa,
        ...(rating && { plateW: rating.inputMaxNetW, plateBasis: 'net', heatInputGrossW: rating.inputMaxGrossW }),
        ...(row.nominalPressurePa !== null && {
          sourcePa: row.nominalPressurePa,
          meterGaugePa: row.nominalPressurePa,
          gaugePa: row.nominalPressurePa,
        }),
      },
    }
  })

/** An open visit that a result can go into. */
export interface OpenVisit {
  readonly id: string
  readonly siteName: string
  readonly appliances: readonly {
    readonly id: string
    readonly name: string
    readonly states: readonly Pick<Card['firingStates'][number], 'id' | 'kind' | 'label'>[]
  }[]
}

/** The visit this person left open, with its appliances and their firing states; null without one. */
export const openVisitFor = (actor: Actor): Promise<OpenVisit | null> =>
  inFirm(actor, async (tx) => {
    const [open] = await tx
      .select({ id: visit.id, siteName: site.name })
      .from(visit)
      .innerJoin(site, eq(site.id, visit.siteId))
      .where(and(eq(visit.firmId, actor.firmId), eq(visit.status, 'open'), eq(visit.assignedTo, actor.userId)))
      .orderBy(desc(visit.startedAt))
      .limit(1)
    if (!open) return null
    const rows = await tx
      .select({ id: appliance.id, name: appliance.name, card: targetCard.data })
      .from(visitAppliance)
      .innerJoin(appliance, eq(appliance.id, visitAppliance.applianceId))
      .innerJoin(targetCard, cardOf(visitAppliance))
      .where(and(eq(visitAppliance.firmId, actor.firmId), eq(visitAppliance.visitId, open.id)))
      .orderBy(visitAppliance.position)
    return {
      ...open,
      appliances: rows.map((r) => ({
        id: r.id,
        name: r.name,
        states: r.card.firingStates.map(({ id, kind, label }) => ({ id, kind, label })),
      })),
    }
  })
