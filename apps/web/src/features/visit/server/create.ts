import { JOB_KINDS, runSheet } from '@lucerna/core/procedure'
import { mayStartVisits } from '@lucerna/core/visit'
import { and, eq, inArray, isNull } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { z } from 'zod'
import { cardOf } from '@/db/cardOf'
import type { Transaction } from '@/db/client'
import { appliance, gasSupply, site, targetCard, visit, visitAppliance } from '@/db/schema'
import { reindex } from '@/features/search/server'
import type { Actor } from '@/server/actor'
import { may } from '@/server/may'
import { newestPractice } from '@/server/pinned'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { visitRow } from './row'
import { sheetGas } from './sheetGas'
import { mustBeSendable, plannedForSchema } from './plan'

export const newVisitSchema = z.strictObject({
  siteId: z.uuid(),
  applianceIds: z.array(z.uuid()).min(1).max(50),
  jobKind: z.enum(JOB_KINDS),
  plannedFor: plannedForSchema.optional(),
  /** Null: nobody yet. Absent: oneself, if one records readings. */
  assignedTo: z.string().max(80).nullable().optional(),
  remark: z.string().trim().max(500, 'field.too-long').optional(),
  /** An unfinished visit that this one goes on with, as the same job or as another: on appliances that it did not leave in normal service. */
  continues: z.uuid().optional(),
})

/** What may be continued, and only as what it was. @throws ApiProblem 404, 409 not closed yet, 422 */
async function mustContinue(tx: Transaction, firmId: string, wanted: z.output<typeof newVisitSchema>): Promise<void> {
  if (!wanted.continues) return
  const before = await visitRow(tx, firmId, wanted.continues, false)
  if (before.status !== 'closed') throw new ApiProblem(409, 'not-closed', t('continue.not-closed'))
  const units = await tx
    .select({ id: visitAppliance.applianceId, outcome: visitAppliance.outcome })
    .from(visitAppliance)
    .where(and(eq(visitAppliance.firmId, firmId), eq(visitAppliance.visitId, before.id)))
  const unfinished = units.filter((u) => u.outcome !== 'in-normal-service').map((u) => u.id)
  const fits = before.siteId === wanted.siteId && wanted.applianceIds.every((id) => unfinished.includes(id))
  if (!fits) throw new ApiProblem(422, 'not-its-continuation', t('continue.other'), [{ path: 'continues', message: t('continue.other') }])
}

/** Plans a visit: the appliances must stand on the site and have a run sheet for the job. Answers with the visit's id. */
export async function createVisit(tx: Transaction, actor: Actor, wanted: z.output<typeof newVisitSchema>, now: string): Promise<string> {
  if (!mayStartVisits(actor.role) && !may(actor, 'visit.plan')) throw new ApiProblem(403, 'role', `A ${actor.role} may not plan visits.`)
  if (wanted.assignedTo) await mustBeSendable(tx, actor.firmId, wanted.assignedTo)
  const [place] = await tx
    .select()
    .from(site)
    .where(and(eq(site.firmId, actor.firmId), eq(site.id, wanted.siteId), isNull(site.deletedAt)))
  if (!place) throw new ApiProblem(404, 'site-not-found', t('problem.site-not-found'))
  const rows = await tx
    .select({ appliance, card: targetCard.data, gas: gasSupply.gas })
    .from(appliance)
    .innerJoin(gasSupply, eq(gasSupply.id, appliance.supplyId))
    .innerJoin(targetCard, cardOf(appliance))
    .where(
      and(
        eq(appliance.firmId, actor.firmId),
        inArray(appliance.id, wanted.applianceIds),
        eq(appliance.siteId, place.id),
        isNull(appliance.deletedAt),
      ),
    )
  if (rows.length !== new Set(wanted.applianceIds).size) throw new ApiProblem(404, 'appliance-not-found', t('create.not-on-site'))
  await mustContinue(tx, actor.firmId, wanted)
  const practice = await newestPractice(tx, actor.firmId, place.practiceId)
  for (const r of rows) {
    const sheet = runSheet(wanted.jobKind, r.card, practice.data, {
      gas: sheetGas(wanted.jobKind, r.card, r.gas),
      altitudeM: place.altitudeM,
    })
    if (!sheet.ok) {
      const gas = wordsFor(`gas.${r.gas}`)
      const why = wordsFor(`job.refused.${sheet.error.code}`, { gas })
      throw new ApiProblem(422, sheet.error.code, `${r.appliance.name}: ${why}`, [{ path: 'applianceIds', message: why }])
    }
  }
  const id = uuidv7()
  await tx.insert(visit).values({
    id,
    firmId: actor.firmId,
    siteId: place.id,
    jobKind: wanted.jobKind,
    plannedFor: wanted.plannedFor ?? now,
    assignedTo: wanted.assignedTo === undefined ? (mayStartVisits(actor.role) ? actor.userId : null) : wanted.assignedTo,
    remark: wanted.remark || null,
    continuesId: wanted.continues ?? null,
    status: 'planned',
    practiceId: practice.id,
    practiceVersion: practice.version,
  })
  await tx.insert(visitAppliance).values(
    wanted.applianceIds.map((applianceId, position) => {
      const row = rows.find((r) => r.appliance.id === applianceId)!
      return {
        visitId: id,
        applianceId,
        firmId: actor.firmId,
        position,
        cardId: row.appliance.cardId,
        cardVersion: row.appliance.cardVersion,
      }
    }),
  )
  if (wanted.remark) await reindex(tx, actor.firmId, 'visit', [id])
  return id
}
