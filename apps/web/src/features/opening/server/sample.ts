import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { seededRandom } from '@lucerna/sim/random'
import { and, eq, inArray, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Transaction } from '@/db/client'
import { firm, instrument, practiceProfile, site, targetCard } from '@/db/schema'
import { reindexSite } from '@/features/places/server'
import { reindex } from '@/features/search/server'
import { seedInstruments, seedSite } from '@/seed/registers'
import { insertVisit, pastDays, seedPastVisit } from '@/seed/visits'
import { DEMO_FIRMS } from '@/seed/world'
import type { Actor } from '@/server/actor'
import { audit } from '@/server/audit'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import { dayAt } from '@/ui/zoned'

/** Sites, and past services of each: enough to see a history. */
const SITES = 2
const PAST = 3
const HOUR = 3_600_000

/** Whether the firm has samples now. */
export async function hasSample(tx: Transaction, firmId: string): Promise<boolean> {
  const rows = await tx
    .select({ id: site.id })
    .from(site)
    .where(and(eq(site.firmId, firmId), eq(site.sample, true)))
    .limit(1)
  return rows.length > 0
}

/**
 * Something to try with: two made-up sites with an appliance and past services each, a set of instruments in the hands of who asks, and a visit that waits for them. Marked as samples,
 * so that one button takes all of it away.
 *
 * @throws ApiProblem 409 there are samples already
 */
export async function addSample(tx: Transaction, actor: Actor, now: Date): Promise<void> {
  if (await hasSample(tx, actor.firmId)) throw new ApiProblem(409, 'sample-there', t('sample.there'))
  const [own] = await tx
    .select({ practiceId: firm.practiceId, version: firm.practiceVersion, data: practiceProfile.data })
    .from(firm)
    .innerJoin(
      practiceProfile,
      and(
        eq(practiceProfile.firmId, firm.id),
        eq(practiceProfile.profileId, firm.practiceId),
        eq(practiceProfile.version, firm.practiceVersion),
      ),
    )
    .where(eq(firm.id, actor.firmId))
  const units = own?.data.units ?? 'metric'
  const world = DEMO_FIRMS.find((f) => SHIPPED_PRACTICES.find((p) => p.id === f.practice)!.units === units)!
  const random = seededRandom(now.getTime() % 1_000_000)
  const newId = (at = now) => uuidv7({ msecs: at.getTime() })
  // The lead stands in for whoever would carry them.
  const carrier = { ...world.people.find((p) => p.role === 'lead')!, key: 'own' }
  const held = await seedInstruments(tx, { ...world, people: [carrier] }, actor.firmId, new Map([['own', actor.userId]]), newId, now)
  const instruments = held.get(actor.userId) ?? []
  await tx
    .update(instrument)
    .set({ sample: true })
    .where(
      inArray(
        instrument.id,
        instruments.map((i) => i.id),
      ),
    )
  const places = world.sites.filter((s) => pastDays(s, now, seededRandom(1)).length > 0).slice(0, SITES)
  const cards = DEMO_CARDS.filter((c) => places.some((p) => p.appliance.card === c.id))
  await tx
    .insert(targetCard)
    .values(cards.map((card) => ({ firmId: actor.firmId, cardId: card.id, version: card.version, data: card })))
    .onConflictDoNothing()
  // Past visits were worked by the shipped profile of that school; closing needs a licence, which a sample has.
  const licensed: Actor = { ...actor, role: 'lead' }
  for (const [i, found] of places.entries()) {
    const serial = `${found.appliance.serial}-${newId().slice(-4)}`
    const place = {
      ...found,
      name: t('sample.site', { name: found.name }),
      timeZone: actor.timeZone,
      appliance: { ...found.appliance, serial },
      also: [],
    }
    const ids = await seedSite(tx, actor.firmId, { site: place, emergencyNumber: world.emergencyNumber }, newId, now)
    // Its own emergency number is made up: the profile's holds.
    await tx.update(site).set({ sample: true, emergencyNumber: null }).where(eq(site.id, ids.siteId))
    for (const day of pastDays(found, now, random).slice(-PAST))
      await seedPastVisit(tx, licensed, { firm: world, site: place, ids, instruments, newId }, day, random)
    if (i === 0)
      await insertVisit(
        tx,
        {
          id: newId(),
          firmId: actor.firmId,
          siteId: ids.siteId,
          plannedFor: soonToday(now, actor.timeZone).toISOString(),
          assignedTo: actor.userId,
          remark: t('sample.remark'),
        },
        world.practice,
        ids.applianceId,
      )
    await reindexSite(tx, actor.firmId, ids.siteId)
  }
  // Only what came with them: a firm with thousands of its own may try them too.
  await reindex(
    tx,
    actor.firmId,
    'card',
    cards.map((c) => c.id),
  )
  await reindex(
    tx,
    actor.firmId,
    'instrument',
    instruments.map((i) => i.id),
  )
  await audit(tx, actor, 'samples-added', ['firm', actor.firmId], now.toISOString())
}

/** Takes every sample away, with what was done on it; answers what went. */
export async function removeSample(
  tx: Transaction,
  actor: Actor,
  now: Date,
): Promise<{ readonly sites: number; readonly visits: number; readonly instruments: number }> {
  const [gone] = await tx.execute<{ sites: number; visits: number; instruments: number }>(
    sql`select sites, visits, instruments from remove_sample()`,
  )
  await audit(tx, actor, 'samples-removed', ['firm', actor.firmId], now.toISOString(), [
    { field: 'sites', from: gone?.sites ?? 0, to: 0 },
    { field: 'visits', from: gone?.visits ?? 0, to: 0 },
  ])
  return { sites: gone?.sites ?? 0, visits: gone?.visits ?? 0, instruments: gone?.instruments ?? 0 }
}

/**
 * The next full hour, while it is still today; late in the evening now: who tries samples looks for them on today's list.
 *
 * @example
 * soonToday(new Date('2026-06-01T21:30:00Z'), 'Europe/Zurich') // 21:30 UTC: at midnight it would be tomorrow's
 */
export function soonToday(now: Date, timeZone: string): Date {
  const next = new Date(Math.ceil((now.getTime() + HOUR / 4) / HOUR) * HOUR)
  return dayAt(next, timeZone) === dayAt(now, timeZone) ? next : now
}
