import { and, desc, eq, isNull } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { z } from 'zod'
import { isoInstant, type Transaction } from '@/db/client'
import { appliance, photo, site, user } from '@/db/schema'
import { personName } from '@/db/personName'
import type { Actor } from '@/server/actor'
import { audit } from '@/server/audit'
import { mustMay } from '@/server/may'
import { erasePhoto, getPhoto, type PhotoSize, putPhoto } from '@/server/photoStore'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import type { Prepared } from '@/server/picture'

export const newPhotoSchema = z.strictObject({
  siteId: z.uuid(),
  applianceId: z.uuid().optional(),
  caption: z.string().trim().max(200, 'field.too-long').default(''),
})

/** Keeps a photograph of a site or of one of its appliances, decoded before the transaction. @throws ApiProblem 404 */
export async function addPhoto(
  tx: Transaction,
  actor: Actor,
  { siteId, applianceId, caption }: z.output<typeof newPhotoSchema>,
  { files, width, height }: Prepared,
  now: string,
): Promise<string> {
  const [place] = await tx
    .select({ id: site.id })
    .from(site)
    .where(and(eq(site.firmId, actor.firmId), eq(site.id, siteId), isNull(site.deletedAt)))
  const [unit] =
    applianceId === undefined
      ? [place]
      : await tx
          .select({ id: appliance.id })
          .from(appliance)
          .where(and(eq(appliance.firmId, actor.firmId), eq(appliance.id, applianceId), eq(appliance.siteId, siteId)))
  if (!place || !unit) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  const id = uuidv7()
  await tx.insert(photo).values({
    id,
    firmId: actor.firmId,
    siteId,
    applianceId,
    caption,
    width,
    height,
    bytes: files.full.byteLength,
    createdAt: now,
    createdBy: actor.userId,
  })
  await putPhoto(tx, actor.firmId, id, files)
  await audit(tx, actor, 'created', ['photo', id], now)
  return id
}

async function row(tx: Transaction, actor: Actor, id: string) {
  const [found] = await tx
    .select()
    .from(photo)
    .where(and(eq(photo.firmId, actor.firmId), eq(photo.id, id)))
  if (!found) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  return found
}

/** The picture; @throws ApiProblem 404, 410 erased or removed */
export async function readPhoto(tx: Transaction, actor: Actor, id: string, size: PhotoSize): Promise<Buffer> {
  const found = await row(tx, actor, id)
  const data = found.deletedAt ? null : await getPhoto(tx, actor.firmId, id, size)
  if (!data) throw new ApiProblem(410, found.erasedAt ? 'erased' : 'removed', t(found.erasedAt ? 'photo.erased' : 'register.removed'))
  return data
}

/** Takes a photograph out of sight, or brings it back. */
export async function markPhoto(tx: Transaction, actor: Actor, id: string, removed: boolean, now: string): Promise<void> {
  mustMay(actor, 'register.remove')
  const found = await row(tx, actor, id)
  if ((found.deletedAt !== null) === removed) return
  if (!removed && found.erasedAt) throw new ApiProblem(410, 'erased', t('photo.erased'))
  await tx
    .update(photo)
    .set({ deletedAt: removed ? now : null })
    .where(and(eq(photo.firmId, actor.firmId), eq(photo.id, id)))
  await audit(tx, actor, removed ? 'removed' : 'restored', ['photo', id], now)
}

/** Erases the picture for good; that there was one, and when it went, stays. */
export async function erase(tx: Transaction, actor: Actor, id: string, now: string): Promise<void> {
  mustMay(actor, 'personal-data.erase')
  const found = await row(tx, actor, id)
  if (found.erasedAt) return
  await erasePhoto(tx, actor.firmId, id)
  await tx
    .update(photo)
    .set({ erasedAt: now, deletedAt: found.deletedAt ?? now, caption: '' })
    .where(and(eq(photo.firmId, actor.firmId), eq(photo.id, id)))
  await audit(tx, actor, 'erased', ['photo', id], now)
}

export interface PhotoShown {
  readonly id: string
  readonly applianceId: string | null
  readonly caption: string
  readonly width: number
  readonly height: number
  readonly createdAt: string
  readonly by: string
}

/** Photographs of a site (with those of its appliances) or of one appliance, newest first. */
export async function listPhotos(
  tx: Transaction,
  actor: Actor,
  of: { readonly siteId?: string; readonly applianceId?: string },
): Promise<PhotoShown[]> {
  const rows = await tx
    .select({ p: photo, by: personName })
    .from(photo)
    .innerJoin(user, eq(user.id, photo.createdBy))
    .where(
      and(
        eq(photo.firmId, actor.firmId),
        of.siteId === undefined ? undefined : eq(photo.siteId, of.siteId),
        of.applianceId === undefined ? undefined : eq(photo.applianceId, of.applianceId),
        isNull(photo.deletedAt),
        eq(photo.kind, 'photo'),
      ),
    )
    .orderBy(desc(photo.createdAt))
    .limit(200)
  return rows.map(({ p, by }) => ({
    id: p.id,
    applianceId: p.applianceId,
    caption: p.caption,
    width: p.width,
    height: p.height,
    createdAt: isoInstant(p.createdAt),
    by,
  }))
}
