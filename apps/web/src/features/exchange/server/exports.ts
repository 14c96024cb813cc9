import { writeFile } from '@lucerna/core/formats'
import { and, asc, eq, gt, isNull } from 'drizzle-orm'
import { inFirm } from '@/db/client'
import { appliance, gasSupply, instrument, membership, site, user } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { cellOf } from '../cells'
import { COLUMNS, type TableKind } from '../columns'
import { csvLine } from '@/ui/csv'
import { PLACES_FILE, type PlacesDocument } from '../placesFile'
import { type StoredRow, storedRows } from './stored'

const PAGE = 1000
const TABLES = { sites: site, supplies: gasSupply, appliances: appliance, instruments: instrument } as const

/** A register as CSV, a page of the table at a time: the same rows give the same bytes. */
export async function* exportTable(actor: Actor, kind: TableKind): AsyncGenerator<string> {
  yield csvLine(COLUMNS[kind].map((c) => c.name))
  const table = TABLES[kind]
  let after = '00000000-0000-0000-0000-000000000000'
  for (;;) {
    const page = await inFirm(actor, async (tx) => {
      const ids = (
        await tx
          .select({ id: table.id })
          .from(table)
          .where(and(eq(table.firmId, actor.firmId), isNull(table.deletedAt), gt(table.id, after)))
          .orderBy(asc(table.id))
          .limit(PAGE)
      ).map((r) => r.id)
      const rows = await storedRows(tx, actor.firmId, kind, ids)
      const places =
        kind === 'supplies' || kind === 'appliances'
          ? await storedRows(tx, actor.firmId, 'sites', [...new Set([...rows.values()].map((r) => r.siteId))])
          : new Map<string, StoredRow>()
      const people =
        kind === 'instruments'
          ? new Map(
              (
                await tx
                  .select({ id: user.id, email: user.email })
                  .from(membership)
                  .innerJoin(user, eq(user.id, membership.userId))
                  .where(eq(membership.firmId, actor.firmId))
              ).map((p) => [p.id, p.email]),
            )
          : new Map<string, string>()
      return { ids, rows, places, people }
    })
    for (const id of page.ids) {
      const row = page.rows.get(id)!
      const stands = page.places.get(row.siteId)
      // What stands on a removed site is removed with it.
      if (stands?.deletedAt) continue
      const place = stands?.fields as { name?: string; address?: string } | undefined
      const values: Record<string, unknown> = { ...row.fields, id, site: place?.name, siteAddress: place?.address }
      if (kind === 'instruments') values.heldBy = page.people.get(String(row.fields.heldBy)) ?? null
      yield csvLine(COLUMNS[kind].map((c) => cellOf(c, values[c.field])))
    }
    if (page.ids.length < PAGE) return
    after = page.ids.at(-1)!
  }
}

/** All places of a firm as one document. */
export async function exportPlaces(actor: Actor): Promise<string> {
  const document = await inFirm(actor, async (tx) => {
    const ids = async (kind: 'sites' | 'supplies' | 'appliances') => {
      const table = TABLES[kind]
      return (
        await tx
          .select({ id: table.id })
          .from(table)
          .where(and(eq(table.firmId, actor.firmId), isNull(table.deletedAt)))
          .orderBy(asc(table.id))
      ).map((r) => r.id)
    }
    const sites = await storedRows(tx, actor.firmId, 'sites', await ids('sites'))
    const supplies = await storedRows(tx, actor.firmId, 'supplies', await ids('supplies'))
    const units = await storedRows(tx, actor.firmId, 'appliances', await ids('appliances'))
    const byId = <T extends { readonly id: string }>(rows: readonly T[]) => [...rows].sort((a, b) => (a.id < b.id ? -1 : 1))
    const on = (rows: typeof sites, siteId: string) =>
      byId([...rows.values()].filter((r) => r.siteId === siteId)).map((r) => ({ id: r.id, ...r.fields }))
    return {
      sites: byId([...sites.values()]).map((s) => ({ id: s.id, ...s.fields, supplies: on(supplies, s.id), appliances: on(units, s.id) })),
    } as unknown as PlacesDocument
  })
  return writeFile(PLACES_FILE, document)
}
