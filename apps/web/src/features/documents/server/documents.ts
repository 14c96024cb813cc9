import { and, desc, eq, sql } from 'drizzle-orm'
import { isoInstant, type Transaction } from '@/db/client'
import { appliance, documentDraft, firm, practiceProfile, site, targetCard, user } from '@/db/schema'
import { personName } from '@/db/personName'
import { reindex } from '@/features/search/server'
import type { Actor } from '@/server/actor'
import { audit } from '@/server/audit'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import { findingText } from '../findingText'
import { type DocumentKind, examine, KINDS } from '../kinds'

export type DocumentData = Record<string, unknown> & { readonly id: string; readonly version: number }

/** One issued version with who issued it, when and why. */
export interface Version {
  readonly version: number
  readonly issuedAt: string | null
  readonly issuedBy: string | null
  readonly note: string | null
}

const TABLES = {
  card: { table: targetCard, id: targetCard.cardId },
  practice: { table: practiceProfile, id: practiceProfile.profileId },
} as const

/** What is stored, read by the schema: fields that came later get their defaults, keys their order. */
const asRead = (kind: DocumentKind, data: unknown): DocumentData => KINDS[kind].file.schema.parse(data) as DocumentData

const notThere = () => new ApiProblem(404, 'not-found', t('document.not-there'))

/** All versions of a document, the newest first; empty when there is none of the firm. */
export async function versionsOf(tx: Transaction, firmId: string, kind: DocumentKind, id: string): Promise<Version[]> {
  const { table, id: column } = TABLES[kind]
  const rows = await tx
    .select({ version: table.version, issuedAt: table.issuedAt, issuedBy: personName, note: table.note })
    .from(table)
    .leftJoin(user, eq(user.id, table.issuedBy))
    .where(and(eq(table.firmId, firmId), eq(column, id)))
    .orderBy(desc(table.version))
  return rows.map((r) => ({ ...r, issuedAt: r.issuedAt && isoInstant(r.issuedAt) }))
}

/** One version of a document, the newest when none is named. @throws ApiProblem 404 */
export async function readVersion(
  tx: Transaction,
  firmId: string,
  kind: DocumentKind,
  id: string,
  version?: number,
): Promise<DocumentData> {
  const { table, id: column } = TABLES[kind]
  const [row] = await tx
    .select({ data: table.data })
    .from(table)
    .where(and(eq(table.firmId, firmId), eq(column, id), version === undefined ? undefined : eq(table.version, version)))
    .orderBy(desc(table.version))
    .limit(1)
  if (!row) throw notThere()
  return asRead(kind, row.data)
}

/** The newest version of every document of a kind, with how many versions there are and whether one is being written. */
export async function listDocuments(tx: Transaction, firmId: string, kind: DocumentKind) {
  const { table, id: column } = TABLES[kind]
  const rows = await tx
    .selectDistinctOn([column], { id: column, version: table.version, data: table.data, issuedAt: table.issuedAt })
    .from(table)
    .where(eq(table.firmId, firmId))
    .orderBy(column, desc(table.version))
  const drafts = await tx
    .select({ id: documentDraft.documentId, data: documentDraft.data, updatedAt: documentDraft.updatedAt })
    .from(documentDraft)
    .where(and(eq(documentDraft.firmId, firmId), eq(documentDraft.kind, kind)))
  const known = rows.map((r) => ({
    id: r.id,
    version: r.version,
    document: asRead(kind, r.data),
    issuedAt: r.issuedAt && isoInstant(r.issuedAt),
    draft: drafts.some((d) => d.id === r.id),
  }))
  return { known, begun: drafts.filter((d) => !rows.some((r) => r.id === d.id)) }
}

/** How many appliances each version of each card is pinned to; removed ones not counted. */
export async function pinnedCounts(tx: Transaction, firmId: string): Promise<Map<string, Map<number, number>>> {
  const rows = await tx
    .select({ id: appliance.cardId, version: appliance.cardVersion, n: sql<number>`count(*)::int` })
    .from(appliance)
    .where(and(eq(appliance.firmId, firmId), sql`${appliance.deletedAt} is null`))
    .groupBy(appliance.cardId, appliance.cardVersion)
  const counts = new Map<string, Map<number, number>>()
  for (const r of rows) counts.set(r.id, (counts.get(r.id) ?? new Map<number, number>()).set(r.version, r.n))
  return counts
}

/** What a profile is used by: the firm itself, and the sites that say so. */
export async function practiceUses(tx: Transaction, firmId: string, id: string): Promise<{ firm: boolean; sites: number }> {
  const [own] = await tx.select({ id: firm.practiceId }).from(firm).where(eq(firm.id, firmId))
  const [sites] = await tx
    .select({ n: sql<number>`count(*)::int` })
    .from(site)
    .where(and(eq(site.firmId, firmId), eq(site.practiceId, id), sql`${site.deletedAt} is null`))
  return { firm: own?.id === id, sites: sites?.n ?? 0 }
}

/** A document being written. */
export interface Draft {
  readonly kind: DocumentKind
  readonly id: string
  readonly basedOn: number | null
  readonly version: number
  readonly data: Record<string, unknown>
  readonly updatedAt: string
}

const draftAt = (firmId: string, kind: DocumentKind, id: string) =>
  and(eq(documentDraft.firmId, firmId), eq(documentDraft.kind, kind), eq(documentDraft.documentId, id))

const shown = (row: typeof documentDraft.$inferSelect): Draft => ({
  kind: row.kind,
  id: row.documentId,
  basedOn: row.basedOn,
  version: row.version,
  data: row.data,
  updatedAt: isoInstant(row.updatedAt),
})

export async function readDraft(tx: Transaction, firmId: string, kind: DocumentKind, id: string): Promise<Draft | null> {
  const [row] = await tx
    .select()
    .from(documentDraft)
    .where(draftAt(firmId, kind, id))
  return row ? shown(row) : null
}

/**
 * Begins a draft: of the next version of a document, or of a new one out of another (a copy) or out of nothing. The draft that is there already is
 * answered as it stands.
 *
 * @throws ApiProblem 403, 404 what it should begin from, 409 a new one with an id that exists
 */
export async function beginDraft(
  tx: Transaction,
  actor: Actor,
  kind: DocumentKind,
  id: string,
  from: { readonly id: string; readonly version?: number | undefined } | { readonly data: Record<string, unknown> },
  now: string,
): Promise<Draft> {
  const known = await readDraft(tx, actor.firmId, kind, id)
  if (known) return known
  const [newest] = await versionsOf(tx, actor.firmId, kind, id)
  const next = 'id' in from && from.id === id
  if (!next && newest) throw new ApiProblem(409, 'id-taken', t('document.id-taken', { id }))
  const data = 'id' in from ? await readVersion(tx, actor.firmId, kind, from.id, from.version) : from.data
  const [row] = await tx
    .insert(documentDraft)
    .values({
      firmId: actor.firmId,
      kind,
      documentId: id,
      basedOn: next ? (newest?.version ?? null) : null,
      data: { ...data, id, version: (newest?.version ?? 0) + 1 },
      updatedAt: now,
      updatedBy: actor.userId,
    })
    .onConflictDoNothing()
    .returning()
  return row ? shown(row) : (await readDraft(tx, actor.firmId, kind, id))!
}

/** Keeps what was written so far, complete or not. @throws ApiProblem 403, 404, 412 written elsewhere meanwhile */
export async function saveDraft(
  tx: Transaction,
  actor: Actor,
  kind: DocumentKind,
  id: string,
  data: Record<string, unknown>,
  version: number,
  now: string,
): Promise<Draft> {
  const known = await readDraft(tx, actor.firmId, kind, id)
  if (!known) throw notThere()
  const [row] = await tx
    .update(documentDraft)
    .set({ data: { ...data, id, version: known.data.version }, version: version + 1, updatedAt: now, updatedBy: actor.userId })
    .where(and(draftAt(actor.firmId, kind, id), eq(documentDraft.version, version)))
    .returning()
  if (!row) throw new ApiProblem(412, 'changed-meanwhile', t('document.draft-elsewhere'))
  return shown(row)
}

/** Throws a draft away; issued versions stay. @throws ApiProblem 403 */
export async function discardDraft(tx: Transaction, actor: Actor, kind: DocumentKind, id: string, now: string): Promise<void> {
  const gone = await tx
    .delete(documentDraft)
    .where(draftAt(actor.firmId, kind, id))
    .returning({ id: documentDraft.documentId })
  if (gone.length > 0) await audit(tx, actor, 'draft-discarded', [kind, id], now)
}

/** Stores a version that was checked before. */
async function storeVersion(
  tx: Transaction,
  actor: Actor,
  kind: DocumentKind,
  data: DocumentData,
  note: string,
  now: string,
): Promise<void> {
  const issued = { firmId: actor.firmId, version: data.version, issuedAt: now, issuedBy: actor.userId, note }
  if (kind === 'card') await tx.insert(targetCard).values({ ...issued, cardId: data.id, data: data as never })
  else await tx.insert(practiceProfile).values({ ...issued, profileId: data.id, data: data as never })
  await audit(tx, actor, 'issued', [kind, data.id], now, [{ field: 'version', from: null, to: data.version }])
  if (kind === 'card') await reindex(tx, actor.firmId, 'card', [data.id])
}

/**
 * Makes the draft the next version. What the schema or the linter calls an error keeps it a draft.
 *
 * @throws ApiProblem 403, 404 no draft, 412 another version was issued meanwhile, 422 with every error and its path
 */
export async function issueDraft(
  tx: Transaction,
  actor: Actor,
  kind: DocumentKind,
  id: string,
  note: string,
  now: string,
): Promise<DocumentData> {
  const draft = await readDraft(tx, actor.firmId, kind, id)
  if (!draft) throw notThere()
  const [newest] = await versionsOf(tx, actor.firmId, kind, id)
  if ((newest?.version ?? null) !== draft.basedOn) throw new ApiProblem(412, 'changed-meanwhile', t('document.issued-elsewhere'))
  const data = { ...draft.data, id, version: (newest?.version ?? 0) + 1 }
  const wrong = examine(kind, data).filter((f) => f.level === 'error')
  if (wrong.length > 0)
    throw new ApiProblem(
      422,
      'document-errors',
      t('document.errors', { count: wrong.length }),
      wrong.map((f) => ({ path: f.path.join('.'), message: findingText(kind, f) })),
    )
  const document = asRead(kind, data)
  await storeVersion(tx, actor, kind, document, note, now)
  await tx.delete(documentDraft).where(draftAt(actor.firmId, kind, id))
  return document
}

/** The appliances that are pinned to a card, in whichever version. */
export async function pinnedAppliances(tx: Transaction, firmId: string, cardId: string) {
  return tx
    .select({
      id: appliance.id,
      name: appliance.name,
      serial: appliance.serial,
      siteName: site.name,
      cardVersion: appliance.cardVersion,
      version: appliance.version,
    })
    .from(appliance)
    .innerJoin(site, eq(site.id, appliance.siteId))
    .where(and(eq(appliance.firmId, firmId), eq(appliance.cardId, cardId), sql`${appliance.deletedAt} is null`))
    .orderBy(site.name, appliance.name)
    .limit(500)
}

/**
 * Moves appliances to a version of their card, knowingly: past visits keep the version that judged them; open and planned ones keep theirs too.
 * Answers how many were moved.
 *
 * @throws ApiProblem 403, 404 no such version
 */
export async function moveAppliances(
  tx: Transaction,
  actor: Actor,
  cardId: string,
  version: number,
  applianceIds: readonly string[],
  now: string,
): Promise<number> {
  await readVersion(tx, actor.firmId, 'card', cardId, version)
  const pinned = await pinnedAppliances(tx, actor.firmId, cardId)
  const moving = pinned.filter((p) => applianceIds.includes(p.id) && p.cardVersion !== version)
  for (const unit of moving) {
    await tx
      .update(appliance)
      .set({ cardVersion: version, version: sql`${appliance.version} + 1`, updatedAt: now })
      .where(and(eq(appliance.firmId, actor.firmId), eq(appliance.id, unit.id)))
    await audit(tx, actor, 'moved-to-version', ['appliance', unit.id], now, [{ field: 'cardVersion', from: unit.cardVersion, to: version }])
  }
  return moving.length
}
