import { type Card, cardSchema } from '@lucerna/core/appliance'
import { type Practice, practiceSchema } from '@lucerna/core/practice'
import { and, eq, max, or } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { firm, practiceProfile, targetCard } from '@/db/schema'

/** Versions of cards and practices never change once they are issued, so each process reads and checks one once. */
class Kept<T> {
  private readonly byKey = new Map<string, T>()
  constructor(private readonly most: number) {}

  get(key: string): T | undefined {
    return this.byKey.get(key)
  }
  put(key: string, value: T): T {
    if (this.byKey.size >= this.most) this.byKey.delete(this.byKey.keys().next().value ?? '')
    this.byKey.set(key, value)
    return value
  }
}
const cards = new Kept<Card>(500)
const practices = new Kept<Practice>(100)

interface Pin {
  readonly cardId: string
  readonly cardVersion: number
}
const cardKey = (firmId: string, pin: Pin): string => `${firmId} ${pin.cardId} ${pin.cardVersion}`

/** A card that came with something else, read once: what is issued never changes. */
export function cardKept(firmId: string, pin: Pin, data: unknown): Card {
  const key = cardKey(firmId, pin)
  return cards.get(key) ?? cards.put(key, cardSchema.parse(data))
}

/** The cards of these pins, in their order. */
export async function pinnedCards(tx: Transaction, firmId: string, pins: readonly Pin[]): Promise<Card[]> {
  const missing = pins.filter((p) => !cards.get(cardKey(firmId, p)))
  if (missing.length > 0) {
    const rows = await tx
      .select()
      .from(targetCard)
      .where(
        and(
          eq(targetCard.firmId, firmId),
          or(...missing.map((p) => and(eq(targetCard.cardId, p.cardId), eq(targetCard.version, p.cardVersion)))),
        ),
      )
    for (const r of rows) cardKept(firmId, { cardId: r.cardId, cardVersion: r.version }, r.data)
  }
  return pins.map((p) => {
    const card = cards.get(cardKey(firmId, p))
    if (!card) throw new Error(`Card ${p.cardId} version ${p.cardVersion} is missing`)
    return card
  })
}

export async function pinnedPractice(tx: Transaction, firmId: string, id: string, version: number): Promise<Practice> {
  const key = `${firmId} ${id} ${version}`
  const known = practices.get(key)
  if (known) return known
  const [row] = await tx
    .select()
    .from(practiceProfile)
    .where(and(eq(practiceProfile.firmId, firmId), eq(practiceProfile.profileId, id), eq(practiceProfile.version, version)))
  if (!row) throw new Error(`Practice ${id} version ${version} is missing`)
  return practices.put(key, practiceSchema.parse(row.data))
}

/** The practice of a site, or of the firm where the site has none of its own, in its newest version. */
export async function newestPractice(
  tx: Transaction,
  firmId: string,
  sitePractice: string | null = null,
): Promise<{ id: string; version: number; data: typeof practiceProfile.$inferSelect.data }> {
  const [own] = await tx.select().from(firm).where(eq(firm.id, firmId))
  const id = sitePractice ?? own?.practiceId ?? ''
  const [newest] = await tx
    .select({ version: max(practiceProfile.version) })
    .from(practiceProfile)
    .where(and(eq(practiceProfile.firmId, firmId), eq(practiceProfile.profileId, id)))
  const version = newest?.version
  if (version === null || version === undefined) throw new Error(`No practice profile ${id}`)
  const [row] = await tx
    .select()
    .from(practiceProfile)
    .where(and(eq(practiceProfile.firmId, firmId), eq(practiceProfile.profileId, id), eq(practiceProfile.version, version)))
  if (!row) throw new Error(`No practice profile ${id}`)
  return { id, version, data: row.data }
}
