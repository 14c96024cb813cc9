import { eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { connect, type Database, inFirm, type Transaction } from '@/db/client'
import { appliance, site, user } from '@/db/schema'
import { appendEvents } from '@/features/visit/server/append'
import { createVisit } from '@/features/visit/server/create'
import { type Actor, actorOf } from '@/server/actorOf'

/** The throwaway database of a test run: as the application sees it, as sign-in does, and as its owner. */
export const ownerUrl = process.env.TEST_OWNER_URL ?? ''
const app = connect(process.env.LUCERNA_APP_DATABASE_URL ?? '', 4)
const signIn = connect(process.env.LUCERNA_SIGN_IN_DATABASE_URL ?? '', 2)
const owner = connect(ownerUrl, 2)
export const appDb: Database = app.db
export const signInDb: Database = signIn.db
export const ownerDb: Database = owner.db

export const closeAll = async (): Promise<void> => {
  await app.client.end()
  await signIn.client.end()
  await owner.client.end()
  // The application's own pool and its listening connection, if what was tested opened them.
  type Ending = { client: { end: () => Promise<void> } | null }
  const own = globalThis as typeof globalThis & {
    lucernaDatabase?: Ending
    lucernaProgress?: Ending
    lucernaSignIn?: Ending
    lucernaLive?: Ending
  }
  await own.lucernaLive?.client?.end()
  await own.lucernaDatabase?.client?.end()
  await own.lucernaProgress?.client?.end()
  await own.lucernaSignIn?.client?.end()
}

/** A person of the demo world as they act now. */
export async function actorNamed(name: string): Promise<Actor> {
  const [row] = await ownerDb.select().from(user).where(eq(user.name, name))
  const actor = row && (await actorOf(row.id, new Date().toISOString(), signInDb))
  if (!actor) throw new Error(`${name} is not in the demo world`)
  return actor
}

export const inside = <T>(actor: Actor, work: (tx: Transaction) => Promise<T>): Promise<T> => inFirm(actor, work, appDb)

/** A new planned visit at a site of the actor's firm. */
export async function newVisit(actor: Actor, siteName: string): Promise<{ visitId: string; applianceId: string; siteId: string }> {
  return inside(actor, async (tx) => {
    const [place] = await tx.select().from(site).where(eq(site.name, siteName))
    const [unit] = await tx.select().from(appliance).where(eq(appliance.siteId, place!.id))
    const visitId = await createVisit(
      tx,
      actor,
      { siteId: place!.id, applianceIds: [unit!.id], jobKind: 'annual-service' },
      new Date().toISOString(),
    )
    return { visitId, applianceId: unit!.id, siteId: place!.id }
  })
}

const deviceId = uuidv7()
let deviceSeq = 0

/** An event as a device would post it. */
export const event = (visitId: string, type: string, data: object, more: object = {}) => ({
  id: uuidv7(),
  visitId,
  type,
  v: 1,
  at: new Date().toISOString(),
  deviceId,
  deviceSeq: deviceSeq++,
  data,
  ...more,
})

export const started = (visitId: string, applianceId: string) =>
  event(visitId, 'visit.started', {
    jobKind: 'annual-service',
    practice: { id: 'metric-ratio', version: 1 },
    cards: [{ applianceId, cardId: 'tarnwick-larch-28-c', version: 4 }],
  })

/** A typed reading without an instrument. */
export const reading = (measurandId: string, stationId: string, firingStateId: string, valueSi: number, more: object = {}) => ({
  id: uuidv7(),
  measurandId,
  stationId,
  firingStateId,
  valueSi,
  standardUncertainty: null,
  origin: 'measured',
  source: { kind: 'typed' },
  settled: 'declared',
  takenAt: new Date().toISOString(),
  ...more,
})

export const post = (actor: Actor, visitId: string, events: readonly unknown[]) =>
  inside(actor, (tx) => appendEvents(tx, actor, visitId, { events }, new Date().toISOString()))
