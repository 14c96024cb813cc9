import { firingState } from '@lucerna/core/appliance'
import { MEASURANDS } from '@lucerna/core/measure'
import { and, desc, eq, isNull } from 'drizzle-orm'
import { cardOf } from '@/db/cardOf'
import type { Transaction } from '@/db/client'
import { appliance, oldPaper, photo, targetCard, user } from '@/db/schema'
import { personName } from '@/db/personName'
import { written } from '@/db/written'
import { projectDrift } from '@/features/visit/server'
import type { Actor } from '@/server/actor'
import { audit } from '@/server/audit'
import { ApiProblem, type ProblemItem } from '@/server/problem'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import type { PaperFields } from '../schemas'

const wrong = (errors: readonly ProblemItem[]) => new ApiProblem(422, 'invalid-fields', t('field.some-wrong'), errors)

/** The papers of an appliance that were copied, the newest first. */
export const papersOf = written(['firmId', 'applianceId'], (tx, { firmId, applianceId }) =>
  tx
    .select({
      id: oldPaper.id,
      kind: oldPaper.kind,
      doneOn: oldPaper.doneOn,
      who: oldPaper.who,
      words: oldPaper.words,
      figures: oldPaper.figures,
      photoId: oldPaper.photoId,
      copiedBy: personName,
    })
    .from(oldPaper)
    .innerJoin(user, eq(user.id, oldPaper.createdBy))
    .where(and(eq(oldPaper.firmId, firmId), eq(oldPaper.applianceId, applianceId), isNull(oldPaper.deletedAt)))
    .orderBy(desc(oldPaper.doneOn)),
)
export type PaperShown = Awaited<ReturnType<typeof papersOf>>[number]

/**
 * Keeps what an old paper says. The same one sent twice is one.
 *
 * @throws ApiProblem 404 no such appliance, 422 a day before the appliance was there, a figure that its card has no place for or that cannot be
 */
export async function copyPaper(
  tx: Transaction,
  actor: Actor,
  applianceId: string,
  id: string,
  paper: PaperFields,
  now: string,
): Promise<void> {
  const [unit] = await tx
    .select({ installedOn: appliance.installedOn, siteId: appliance.siteId, card: targetCard.data })
    .from(appliance)
    .innerJoin(targetCard, cardOf(appliance))
    .where(and(eq(appliance.firmId, actor.firmId), eq(appliance.id, applianceId), isNull(appliance.deletedAt)))
  if (!unit) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  if (unit.installedOn && paper.doneOn < unit.installedOn)
    throw wrong([{ path: 'doneOn', message: t('paper.before-appliance', { date: unit.installedOn }) }])
  const figures = paper.figures.flatMap((f, i): ProblemItem[] => {
    const { stations, range } = MEASURANDS[f.measurandId]
    if (!stations.includes(f.stationId)) return [{ path: `figures.${i}.stationId`, message: t('field.choose') }]
    if (!firingState(unit.card, f.firingStateId)) return [{ path: `figures.${i}.firingStateId`, message: t('paper.no-such-rate') }]
    if (f.valueSi < range.min || f.valueSi > range.max)
      return [
        { path: `figures.${i}.valueSi`, message: wordsFor('paper.impossible', { measurand: wordsFor(`measurand.${f.measurandId}`) }) },
      ]
    return []
  })
  if (figures.length > 0) throw wrong(figures)
  if (paper.photoId) {
    const [picture] = await tx
      .select({ id: photo.id })
      .from(photo)
      .where(and(eq(photo.firmId, actor.firmId), eq(photo.id, paper.photoId), eq(photo.siteId, unit.siteId)))
    if (!picture) throw wrong([{ path: 'photoId', message: t('register.not-there') }])
  }
  const kept = await tx
    .insert(oldPaper)
    .values({ ...paper, id, firmId: actor.firmId, applianceId, createdAt: now, createdBy: actor.userId })
    .onConflictDoNothing()
    .returning({ id: oldPaper.id })
  if (kept.length === 0) return
  await projectDrift(tx, actor.firmId, [applianceId])
  await audit(tx, actor, 'created', ['paper', id], now)
}

/** Takes a copied paper out of the history, or brings it back. @throws ApiProblem 404 */
export async function markPaper(tx: Transaction, actor: Actor, id: string, removed: boolean, now: string): Promise<void> {
  const changed = await tx
    .update(oldPaper)
    .set({ deletedAt: removed ? now : null })
    .where(and(eq(oldPaper.firmId, actor.firmId), eq(oldPaper.id, id)))
    .returning({ applianceId: oldPaper.applianceId })
  if (changed.length === 0) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  await projectDrift(tx, actor.firmId, [changed[0]!.applianceId])
  await audit(tx, actor, removed ? 'removed' : 'restored', ['paper', id], now)
}
