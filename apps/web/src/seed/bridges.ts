import { and, eq } from 'drizzle-orm'
import { createHash } from 'node:crypto'
import { v7 as uuidv7 } from 'uuid'
import { connect } from '@/db/client'
import * as t from '@/db/schema'
import { DEMO_FIRMS } from './world'

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
    }
  } finally {
    await client.end()
  }
}
