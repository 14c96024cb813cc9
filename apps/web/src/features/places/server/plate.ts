import { type Plate, plateCard } from '@lucerna/core/appliance'
import { and, eq, isNull } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { site, targetCard } from '@/db/schema'
import { reindex } from '@/features/search/server'
import type { Actor } from '@/server/actor'
import { audit } from '@/server/audit'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

const slugOf = (text: string): string =>
  text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40)

/**
 * Keeps a provisional card from a data plate as a version of its own, for the appliances of a site. The same plate sent twice under one id is one card.
 *
 * @param key of the sending device, so that a repeated request makes no second card.
 * @throws ApiProblem 404 no such site
 */
export async function keepPlateCard(
  tx: Transaction,
  actor: Actor,
  siteId: string,
  plate: Plate,
  key: string,
  now: string,
): Promise<{ readonly id: string; readonly version: number }> {
  const [place] = await tx
    .select({ id: site.id })
    .from(site)
    .where(and(eq(site.firmId, actor.firmId), eq(site.id, siteId), isNull(site.deletedAt)))
  if (!place) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  const id = `plate-${slugOf(plate.model)}-${key.slice(-8)}`
  const card = plateCard(plate, {
    id,
    issued: now.slice(0, 10),
    words: {
      plate: t('plate.document'),
      fullRate: t('plate.full-rate'),
      lowRate: t('plate.low-rate'),
      off: t('plate.off'),
      standing: t('plate.standing'),
      pilot: t('plate.pilot-state'),
      probe: t('plate.probe'),
    },
  })
  const kept = await tx
    .insert(targetCard)
    .values({ firmId: actor.firmId, cardId: id, version: 1, data: card, issuedAt: now, issuedBy: actor.userId, note: t('plate.document') })
    .onConflictDoNothing()
    .returning({ id: targetCard.cardId })
  if (kept.length > 0) {
    await audit(tx, actor, 'issued', ['card', id], now, [{ field: 'version', from: null, to: 1 }])
    await reindex(tx, actor.firmId, 'card', [id])
  }
  return { id, version: 1 }
}
