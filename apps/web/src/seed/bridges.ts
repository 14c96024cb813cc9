import { and, eq } from 'drizzle-orm'
import { createHash } from 'node:crypto'
import { v7 as uuidv7 } from 'uuid'
import { connect } from '@/db/client'
import * as t from '@/db/schema'
import { DAY } from './spans'
import { DEMO_FIRMS, demoInstruments } from './world'

/**
 * Sets that nobody carries, for the kinds of burner whose bench nobody of the firm works at: an analyser and a gauge each, by the ending of their serial numbers
 * (`apps/bridge/demo*.json`).
 */
const BENCH_SETS: readonly (readonly string[])[] = [['adapted', 'steam', 'quartet'], ['modulating']]

async function seedSets(
  db: ReturnType<typeof connect>['db'],
  firmId: string,
  names: readonly string[],
  practice: string,
  now: Date,
): Promise<void> {
  for (const name of names)
    for (const spec of demoInstruments(practice).filter((i) => i.kind === 'analyser' || i.kind === 'manometer')) {
      const serial = `BENCH-${name}-${spec.kind === 'analyser' ? 'A' : 'P'}`
      const [known] = await db
        .select({ id: t.instrument.id })
        .from(t.instrument)
        .where(and(eq(t.instrument.firmId, firmId), eq(t.instrument.serial, serial)))
      if (known) continue
      await db.insert(t.instrument).values({
        ...spec,
        id: uuidv7(),
        firmId,
        serial,
        calibratedAt: new Date(now.getTime() - 30 * DAY).toISOString(),
        calibrationDueAt: new Date(now.getTime() + 335 * DAY).toISOString(),
        certificate: null,
        heldBy: null,
      })
    }
}

/** Lets the simulated instruments of each demo firm in, by a token for each, in the order of the firms. What is there already stays. */
export async function seedBridges(ownerUrl: string, tokens: readonly string[], now: Date): Promise<void> {
  const { client, db } = connect(ownerUrl, 1)
  try {
    for (const [i, firm] of DEMO_FIRMS.entries()) {
      const [row] = await db.select({ id: t.firm.id }).from(t.firm).where(eq(t.firm.name, firm.name))
      const lead = firm.people.find((p) => p.role === 'lead')
      const [by] = lead ? await db.select({ id: t.user.id }).from(t.user).where(eq(t.user.email, lead.email)) : []
      const token = tokens[i]
      if (!row || !by || !token) continue
      const tokenHash = createHash('sha256').update(token).digest('hex')
      const [known] = await db
        .select({ id: t.bridge.id })
        .from(t.bridge)
        .where(and(eq(t.bridge.firmId, row.id), eq(t.bridge.tokenHash, tokenHash)))
      if (!known)
        await db.insert(t.bridge).values({
          id: uuidv7(),
          firmId: row.id,
          name: 'Simulated instruments',
          tokenHash,
          createdAt: now.toISOString(),
          createdBy: by.id,
        })
      await seedSets(db, row.id, BENCH_SETS[i] ?? [], firm.practice, now)
    }
  } finally {
    await client.end()
  }
}
