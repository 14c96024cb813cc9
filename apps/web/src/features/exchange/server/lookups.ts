import { and, desc, eq, isNull } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { appliance, gasSupply, instrument, membership, practiceProfile, site, targetCard, user } from '@/db/schema'

const key = (...parts: readonly (string | null | undefined)[]) => parts.map((p) => (p ?? '').trim().toLowerCase()).join('\u0001')

/** What rows of a file may refer to, of one firm, kept while the file is read. */
export interface Lookups {
  readonly siteByName: Map<string, { id: string; address: string }[]>
  readonly siteIds: Set<string>
  readonly suppliesOfSite: Map<string, { id: string; gas: string; meterSerial: string | null }[]>
  readonly supplyIds: Map<string, string>
  readonly applianceBySerial: Map<string, string>
  /** An appliance's site by its id, as for supplies. */
  readonly applianceIds: Map<string, string>
  readonly cards: Map<string, { versions: Set<number>; newest: number; burnerKind: string; gases: ReadonlySet<string> }>
  readonly practices: Set<string>
  readonly people: Map<string, string>
  readonly instrumentBySerial: Map<string, string>
  readonly instrumentIds: Set<string>
}

export const siteKey = (name: string) => key(name)
export const applianceKey = (cardId: string, serial: string) => key(cardId, serial)
export const instrumentKey = (maker: string, serial: string) => key(maker, serial)

/** Everything that the rows of a firm's file can be matched with; names and numbers only. */
export async function loadLookups(tx: Transaction, firmId: string): Promise<Lookups> {
  const [sites, supplies, units, cards, practices, people, instruments] = [
    await tx
      .select({ id: site.id, name: site.name, address: site.address })
      .from(site)
      .where(and(eq(site.firmId, firmId), isNull(site.deletedAt))),
    await tx
      .select({ id: gasSupply.id, siteId: gasSupply.siteId, gas: gasSupply.gas, meterSerial: gasSupply.meterSerial })
      .from(gasSupply)
      .where(and(eq(gasSupply.firmId, firmId), isNull(gasSupply.deletedAt))),
    await tx
      .select({ id: appliance.id, siteId: appliance.siteId, cardId: appliance.cardId, serial: appliance.serial })
      .from(appliance)
      .where(and(eq(appliance.firmId, firmId), isNull(appliance.deletedAt))),
    await tx
      .select({ id: targetCard.cardId, version: targetCard.version, data: targetCard.data })
      .from(targetCard)
      .where(eq(targetCard.firmId, firmId))
      .orderBy(desc(targetCard.version)),
    await tx.selectDistinct({ id: practiceProfile.profileId }).from(practiceProfile).where(eq(practiceProfile.firmId, firmId)),
    await tx
      .select({ id: user.id, email: user.email })
      .from(membership)
      .innerJoin(user, eq(user.id, membership.userId))
      .where(and(eq(membership.firmId, firmId), isNull(membership.leftAt))),
    await tx
      .select({ id: instrument.id, maker: instrument.maker, serial: instrument.serial })
      .from(instrument)
      .where(and(eq(instrument.firmId, firmId), isNull(instrument.deletedAt))),
  ]
  const grouped = <T, V>(rows: readonly T[], by: (row: T) => string, value: (row: T) => V) => {
    const map = new Map<string, V[]>()
    for (const row of rows) {
      const k = by(row)
      const list = map.get(k)
      if (list) list.push(value(row))
      else map.set(k, [value(row)])
    }
    return map
  }
  const known: Lookups['cards'] = new Map()
  for (const c of cards) {
    const own = known.get(c.id)
    if (own) own.versions.add(c.version)
    else
      known.set(c.id, {
        versions: new Set([c.version]),
        newest: c.version,
        burnerKind: c.data.burnerKind,
        gases: new Set(c.data.ratings.map((r) => r.gas)),
      })
  }
  return {
    siteByName: grouped(
      sites,
      (s) => siteKey(s.name),
      ({ id, address }) => ({ id, address }),
    ),
    siteIds: new Set(sites.map((s) => s.id)),
    suppliesOfSite: grouped(
      supplies,
      (s) => s.siteId,
      ({ id, gas, meterSerial }) => ({ id, gas, meterSerial }),
    ),
    supplyIds: new Map(supplies.map((s) => [s.id, s.siteId])),
    applianceBySerial: new Map(units.map((u) => [applianceKey(u.cardId, u.serial), u.id])),
    applianceIds: new Map(units.map((u) => [u.id, u.siteId])),
    cards: known,
    practices: new Set(practices.map((p) => p.id)),
    people: new Map(people.map((p) => [p.email.toLowerCase(), p.id])),
    instrumentBySerial: new Map(instruments.map((i) => [instrumentKey(i.maker, i.serial), i.id])),
    instrumentIds: new Set(instruments.map((i) => i.id)),
  }
}
