import { and, eq, inArray } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { insertMany } from '@/db/insertMany'
import { appliance, gasSupply, instrument, site } from '@/db/schema'
import { instrumentColumns, instrumentFieldsOf } from '@/features/instruments/server'
import { APPLIANCE_KEYS, siteFields, SUPPLY_KEYS } from '@/features/places/server'
import type { SearchKind } from '@/features/search/server'
import type { TableKind } from '../columns'

/** What the import and export do with each register's table. */

const pick = (row: object, keys: readonly string[]): Record<string, unknown> =>
  Object.fromEntries(keys.map((k) => [k, (row as Record<string, unknown>)[k]]))

export interface StoredRow {
  readonly id: string
  readonly siteId: string
  readonly version: number
  readonly deletedAt: string | null
  readonly fields: Record<string, unknown>
}

/** Entries of a register by id, as fields. */
export async function storedRows(
  tx: Transaction,
  firmId: string,
  kind: TableKind,
  ids: readonly string[],
): Promise<Map<string, StoredRow>> {
  if (ids.length === 0) return new Map()
  const list = [...ids]
  const rows: StoredRow[] =
    kind === 'sites'
      ? (
          await tx
            .select()
            .from(site)
            .where(and(eq(site.firmId, firmId), inArray(site.id, list)))
        ).map((r) => ({ ...r, siteId: r.id, fields: { ...siteFields(r) } }))
      : kind === 'supplies'
        ? (
            await tx
              .select()
              .from(gasSupply)
              .where(and(eq(gasSupply.firmId, firmId), inArray(gasSupply.id, list)))
          ).map((r) => ({ ...r, fields: pick(r, SUPPLY_KEYS) }))
        : kind === 'appliances'
          ? (
              await tx
                .select()
                .from(appliance)
                .where(and(eq(appliance.firmId, firmId), inArray(appliance.id, list)))
            ).map((r) => ({ ...r, fields: pick(r, APPLIANCE_KEYS) }))
          : (
              await tx
                .select()
                .from(instrument)
                .where(and(eq(instrument.firmId, firmId), inArray(instrument.id, list)))
            ).map((r) => ({ ...r, siteId: r.id, fields: { ...instrumentFieldsOf(r) } }))
  return new Map(rows.map((r) => [r.id, r]))
}

export interface NewRow {
  readonly id: string
  readonly siteId: string
  readonly fields: Record<string, unknown>
}

/** Many new entries at once. */
export async function insertRows(
  tx: Transaction,
  firmId: string,
  kind: TableKind,
  rows: readonly NewRow[],
  burnerKinds: ReadonlyMap<string, string>,
  now: string,
): Promise<void> {
  if (rows.length === 0) return
  const common = { firmId, updatedAt: now }
  if (kind === 'sites')
    await insertMany(
      tx,
      site,
      rows.map((r) => ({ ...r.fields, ...common, id: r.id }) as typeof site.$inferInsert),
    )
  else if (kind === 'supplies')
    await insertMany(
      tx,
      gasSupply,
      rows.map((r) => ({ ...r.fields, ...common, id: r.id, siteId: r.siteId }) as typeof gasSupply.$inferInsert),
    )
  else if (kind === 'appliances')
    await insertMany(
      tx,
      appliance,
      rows.map((r) => {
        const burnerKind = burnerKinds.get(String(r.fields.cardId)) ?? ''
        return { ...r.fields, ...common, id: r.id, siteId: r.siteId, burnerKind } as typeof appliance.$inferInsert
      }),
    )
  else
    await insertMany(
      tx,
      instrument,
      rows.map((r) => ({ ...instrumentColumns(r.fields as never), ...common, id: r.id }) as typeof instrument.$inferInsert),
    )
}

/** One entry changed. */
export async function updateRow(
  tx: Transaction,
  firmId: string,
  kind: TableKind,
  row: NewRow,
  version: number,
  burnerKinds: ReadonlyMap<string, string>,
  now: string,
): Promise<void> {
  const set = { version, updatedAt: now, deletedAt: null }
  if (kind === 'sites')
    await tx
      .update(site)
      .set({ ...row.fields, ...set })
      .where(and(eq(site.firmId, firmId), eq(site.id, row.id)))
  else if (kind === 'supplies')
    await tx
      .update(gasSupply)
      .set({ ...row.fields, ...set })
      .where(and(eq(gasSupply.firmId, firmId), eq(gasSupply.id, row.id)))
  else if (kind === 'appliances')
    await tx
      .update(appliance)
      .set({ ...row.fields, ...set, burnerKind: burnerKinds.get(String(row.fields.cardId)) ?? '' })
      .where(and(eq(appliance.firmId, firmId), eq(appliance.id, row.id)))
  else
    await tx
      .update(instrument)
      .set({ ...instrumentColumns(row.fields as never), ...set })
      .where(and(eq(instrument.firmId, firmId), eq(instrument.id, row.id)))
}

export const SEARCH_KIND: Readonly<Record<TableKind, SearchKind | null>> = {
  sites: 'site',
  supplies: null,
  appliances: 'appliance',
  instruments: 'instrument',
}
export const AUDIT_KIND = {
  sites: 'site',
  supplies: 'supply',
  appliances: 'appliance',
  instruments: 'instrument',
} as const satisfies Record<TableKind, string>
