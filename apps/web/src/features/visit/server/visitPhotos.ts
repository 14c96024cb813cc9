import { EMIT_TABLE } from '@lucerna/core/visit'
import { and, eq } from 'drizzle-orm'
import { z } from 'zod'
import type { Transaction } from '@/db/client'
import { photo, visitAppliance } from '@/db/schema'
import type { Prepared } from '@/server/picture'
import type { Actor } from '@/server/actor'
import { putPhoto } from '@/server/photoStore'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import { visitRow } from './row'

export const visitPhotoSchema = z.strictObject({
  applianceId: z.uuid().optional(),
  kind: z.enum(['photo', 'signature']).default('photo'),
  caption: z.string().trim().max(200, 'field.too-long').default(''),
})

/** @throws ApiProblem 403 who may not record */
export function mustTakePhotos(actor: Actor): void {
  if (EMIT_TABLE[actor.role]['photo.taken'] === 'no') throw new ApiProblem(403, 'role', `A ${actor.role} may not record in a visit.`)
}

/**
 * Keeps a picture that was taken in a visit, decoded before the transaction, under the id that the device gave it. Sent again it is accepted and nothing changes.
 *
 * @throws ApiProblem 403 who may not record, 404, 409 the id belongs to something else, 415 no picture
 */
export async function keepVisitPhoto(
  tx: Transaction,
  actor: Actor,
  ids: { readonly visitId: string; readonly photoId: string },
  { applianceId, kind, caption }: z.output<typeof visitPhotoSchema>,
  { files, width, height }: Prepared,
  now: string,
): Promise<'kept' | 'known'> {
  const { visitId, photoId } = ids
  mustTakePhotos(actor)
  const row = await visitRow(tx, actor.firmId, visitId, false)
  const [known] = await tx
    .select({ visitId: photo.visitId })
    .from(photo)
    .where(and(eq(photo.firmId, actor.firmId), eq(photo.id, photoId)))
  if (known && known.visitId !== visitId) throw new ApiProblem(409, 'same-id', t('photo.other-visit'))
  if (known) return 'known'
  if (applianceId) {
    const [unit] = await tx
      .select({ id: visitAppliance.applianceId })
      .from(visitAppliance)
      .where(and(eq(visitAppliance.firmId, actor.firmId), eq(visitAppliance.visitId, visitId), eq(visitAppliance.applianceId, applianceId)))
    if (!unit) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  }
  await tx.insert(photo).values({
    id: photoId,
    firmId: actor.firmId,
    siteId: row.siteId,
    applianceId,
    kind,
    visitId,
    caption,
    width,
    height,
    bytes: files.full.byteLength,
    createdAt: now,
    createdBy: actor.userId,
  })
  await putPhoto(tx, actor.firmId, photoId, files)
  return 'kept'
}
