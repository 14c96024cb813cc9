import { and, asc, eq, gt, inArray, isNotNull, isNull, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { cardOf } from '@/db/cardOf'
import { type Database, inFirm, isoInstant, type Scope, type Transaction } from '@/db/client'
import { insertMany } from '@/db/insertMany'
import {
  appliance,
  gasSupply,
  instrument,
  membership,
  searchEntry,
  searchPosting,
  searchWord,
  site,
  targetCard,
  user,
  visit,
} from '@/db/schema'
import { personName } from '@/db/personName'
import { dayAt } from '@/ui/zoned'
import { wordsOf } from './fold'

export type SearchKind = (typeof searchEntry.$inferSelect)['kind']

interface Entry {
  readonly subjectId: string
  readonly title: string
  readonly detail: string
  /** What it is found by, beside title and detail. */
  readonly also: string
}

const joined = (...parts: readonly (string | null | undefined)[]): string => parts.filter(Boolean).join(' · ')

/** What there is of a kind, all of it or some. */
const LOADERS: Record<SearchKind, (tx: Transaction, firmId: string, ids?: readonly string[]) => Promise<Entry[]>> = {
  site: async (tx, firmId, ids) => {
    const rows = await tx
      .select()
      .from(site)
      .where(and(eq(site.firmId, firmId), isNull(site.deletedAt), ids && inArray(site.id, [...ids])))
    return rows.map((r) => ({
      subjectId: r.id,
      title: r.name,
      detail: r.address,
      also: joined(r.contact, r.contactPhone, r.contactEmail, r.accessNotes, r.hazards),
    }))
  },
  appliance: async (tx, firmId, ids) => {
    const rows = await tx
      .select({
        a: appliance,
        siteName: site.name,
        address: site.address,
        gas: gasSupply.gas,
        // Two words of a document of many pages: not the document itself for every appliance.
        maker: sql<string>`${targetCard.data} ->> 'maker'`,
        model: sql<string>`${targetCard.data} ->> 'model'`,
        meter: gasSupply.meterSerial,
      })
      .from(appliance)
      .innerJoin(site, eq(site.id, appliance.siteId))
      .innerJoin(gasSupply, eq(gasSupply.id, appliance.supplyId))
      .innerJoin(targetCard, cardOf(appliance))
      .where(and(eq(appliance.firmId, firmId), isNull(appliance.deletedAt), isNull(site.deletedAt), ids && inArray(appliance.id, [...ids])))
    return rows.map((r) => ({
      subjectId: r.a.id,
      title: `${r.maker} ${r.a.name}`,
      detail: joined(r.siteName, r.a.serial, r.a.position),
      also: joined(r.address, r.model, r.a.burnerKind, r.gas, r.meter, r.a.remark),
    }))
  },
  visit: async (tx, firmId, ids) => {
    const rows = await tx
      .select({ v: visit, siteName: site.name, timeZone: site.timeZone })
      .from(visit)
      .innerJoin(site, eq(site.id, visit.siteId))
      .where(and(eq(visit.firmId, firmId), isNull(site.deletedAt), isNotNull(visit.remark), ids && inArray(visit.id, [...ids])))
    return rows.map((r) => ({
      subjectId: r.v.id,
      title: r.v.remark ?? '',
      detail: joined(r.siteName, dayAt(isoInstant(r.v.plannedFor), r.timeZone)),
      also: '',
    }))
  },
  person: async (tx, firmId, ids) => {
    const rows = await tx
      .select({ u: user, m: membership })
      .from(membership)
      .innerJoin(user, eq(user.id, membership.userId))
      .where(and(eq(membership.firmId, firmId), isNull(membership.leftAt), ids && inArray(membership.userId, [...ids])))
    return rows.map((r) => ({
      subjectId: r.u.id,
      title: r.m.name ?? r.u.name,
      detail: r.u.email,
      also: joined(r.m.role, r.m.licenceNumber),
    }))
  },
  card: async (tx, firmId, ids) => {
    const rows = await tx
      .selectDistinctOn([targetCard.cardId])
      .from(targetCard)
      .where(and(eq(targetCard.firmId, firmId), ids && inArray(targetCard.cardId, [...ids])))
      .orderBy(targetCard.cardId, sql`${targetCard.version} desc`)
    return rows.map((r) => ({
      subjectId: r.cardId,
      title: joined(`${r.data.maker} ${r.data.model}`, r.data.variant),
      detail: joined(r.data.document.number, r.data.document.title),
      also: r.data.burnerKind,
    }))
  },
  instrument: async (tx, firmId, ids) => {
    const rows = await tx
      .select({ i: instrument, holder: personName })
      .from(instrument)
      .leftJoin(user, eq(user.id, instrument.heldBy))
      .where(and(eq(instrument.firmId, firmId), isNull(instrument.deletedAt), ids && inArray(instrument.id, [...ids])))
    return rows.map((r) => ({
      subjectId: r.i.id,
      title: `${r.i.maker} ${r.i.model}`,
      detail: joined(r.i.serial, r.holder),
      also: joined(r.i.kind, r.i.certificate),
    }))
  },
}

const chunks = <T>(list: readonly T[], size: number): T[][] =>
  Array.from({ length: Math.ceil(list.length / size) }, (_, i) => list.slice(i * size, (i + 1) * size))

/** What an entry is found by, as rows of the three tables. */
export function searchRows(firmId: string, kind: SearchKind, entry: Entry) {
  const words = wordsOf(`${entry.title} ${entry.detail} ${entry.also}`)
  const row = {
    id: uuidv7(),
    firmId,
    kind,
    subjectId: entry.subjectId,
    title: entry.title.slice(0, 300),
    detail: entry.detail.slice(0, 300),
    folded: ` ${words.join(' ')} `,
  }
  return { row, words }
}

/** Makes the entries of some things anew (or of all of a kind): what is gone is found no more, and no word of it stays. In the transaction of the change itself. */
export async function reindex(tx: Transaction, firmId: string, kind: SearchKind, ids?: readonly string[]): Promise<void> {
  const mine = and(eq(searchEntry.firmId, firmId), eq(searchEntry.kind, kind), ids && inArray(searchEntry.subjectId, [...ids]))
  const gone = await tx.delete(searchEntry).where(mine).returning({ id: searchEntry.id })
  const before = new Set<string>()
  for (const some of chunks(gone, 1000)) {
    const words = await tx
      .delete(searchPosting)
      .where(
        and(
          eq(searchPosting.firmId, firmId),
          inArray(
            searchPosting.entryId,
            some.map((g) => g.id),
          ),
        ),
      )
      .returning({ word: searchPosting.word })
    for (const { word } of words) before.add(word)
  }
  const made = (await LOADERS[kind](tx, firmId, ids)).map((e) => searchRows(firmId, kind, e))
  for (const part of chunks(made, 1000)) {
    await insertMany(
      tx,
      searchEntry,
      part.map((m) => m.row),
    )
    await insertMany(
      tx,
      searchWord,
      [...new Set(part.flatMap((m) => m.words))].map((word) => ({ firmId, word })),
      'nothing',
    )
    await insertMany(
      tx,
      searchPosting,
      part.flatMap((m) => m.words.map((word) => ({ firmId, word, entryId: m.row.id }))),
    )
  }
  for (const some of chunks([...before], 2000))
    await tx
      .delete(searchWord)
      .where(
        and(
          eq(searchWord.firmId, firmId),
          inArray(searchWord.word, some),
          sql`not exists (select 1 from ${searchPosting} p where p.firm_id = ${searchWord.firmId} and p.word = ${searchWord.word})`,
        ),
      )
}

/** The whole index of a firm. */
export async function reindexFirm(tx: Transaction, firmId: string): Promise<void> {
  for (const kind of Object.keys(LOADERS) as SearchKind[]) await reindex(tx, firmId, kind)
}

/** Kinds that come in masses, and their tables. */
const MASSES = { site, appliance, instrument } as const

/**
 * Makes the entries that are missing of what came in masses, some at a time, each some in a transaction of its own: searching goes on meanwhile. Answers how many there were.
 */
export async function indexMissing(scope: Scope, atOnce = 1000, db?: Database): Promise<number> {
  let made = 0
  for (const [kind, table] of Object.entries(MASSES) as ['site', typeof site][]) {
    let after = '00000000-0000-0000-0000-000000000000'
    for (;;) {
      const ids = await inFirm(
        scope,
        async (tx) => {
          const rows = await tx
            .select({ id: table.id })
            .from(table)
            .where(
              and(
                eq(table.firmId, scope.firmId),
                isNull(table.deletedAt),
                gt(table.id, after),
                sql`not exists (select 1 from ${searchEntry} e where e.firm_id = ${scope.firmId} and e.kind = ${kind} and e.subject_id = ${table.id}::text)`,
              ),
            )
            .orderBy(asc(table.id))
            .limit(atOnce)
          const found = rows.map((r) => r.id)
          if (found.length > 0) await reindex(tx, scope.firmId, kind, found)
          return found
        },
        db,
      )
      made += ids.length
      if (ids.length < atOnce) break
      after = ids.at(-1)!
    }
  }
  return made
}
