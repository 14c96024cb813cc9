import { v7 as uuidv7 } from 'uuid'
import { z } from 'zod'
import type { Transaction } from '@/db/client'
import type { Actor } from './actor'
import { audit, type AUDIT_SUBJECTS, changesBetween } from './audit'
import { parseFields } from './fields'
import type { Deed } from './may'
import { ApiProblem } from './problem'
import { t } from '@/messages/all'

/** One entry of a register as it is read and sent. */
export interface Entry<F> {
  readonly id: string
  readonly siteId: string
  readonly version: number
  readonly deletedAt: string | null
  readonly fields: F
}

/** What a register does its own way; the rest (who may, which version, audit, undo) is the same for all. */
export interface Register<F extends object> {
  readonly kind: (typeof AUDIT_SUBJECTS)[number]
  readonly schema: z.ZodType<F>
  /** An entry of the firm, removed ones too; locked against a second edit when it will be written. */
  readonly read: (tx: Transaction, firmId: string, id: string, lock: boolean) => Promise<Entry<F> | null>
  readonly insert: (tx: Transaction, firmId: string, id: string, siteId: string, fields: F, now: string) => Promise<void>
  readonly update: (tx: Transaction, firmId: string, id: string, fields: F, version: number, now: string) => Promise<void>
  readonly mark: (tx: Transaction, firmId: string, id: string, deletedAt: string | null, version: number, now: string) => Promise<void>
  /** Who may write and remove, where it is not everybody who keeps registers. */
  readonly deeds?: { readonly write: Deed; readonly remove: Deed }
  /** What the fields have to agree with: other entries, cards, duplicates. Throws a problem. */
  readonly check: (tx: Transaction, actor: Actor, siteId: string, fields: F, id: string) => Promise<void>
  /** Why an entry cannot be removed now; throws a problem. */
  readonly checkRemoval: (tx: Transaction, actor: Actor, entry: Entry<F>) => Promise<void>
  /** Brings the search up to date. */
  readonly reindex: (tx: Transaction, firmId: string, entry: Entry<F>) => Promise<void>
}

const notThere = () => new ApiProblem(404, 'not-found', t('register.not-there'))

async function found<F extends object>(tx: Transaction, actor: Actor, register: Register<F>, id: string, lock: boolean): Promise<Entry<F>> {
  const entry = await register.read(tx, actor.firmId, id, lock)
  if (!entry) throw notThere()
  return entry
}

/** @throws ApiProblem 404 */
export async function readEntry<F extends object>(tx: Transaction, actor: Actor, register: Register<F>, id: string): Promise<Entry<F>> {
  return found(tx, actor, register, id, false)
}

const newIdSchema = z.looseObject({ id: z.uuid().optional() })

/**
 * A new entry. An `id` made where it was typed makes sending it twice harmless: the first one stands and is answered.
 *
 * @throws ApiProblem 404 site, 422 fields
 */
export async function createEntry<F extends object>(
  tx: Transaction,
  actor: Actor,
  register: Register<F>,
  siteId: string | null,
  body: unknown,
  now: string,
): Promise<{ entry: Entry<F>; fresh: boolean }> {
  const { id: wish, ...rest } = parseFields(newIdSchema, body)
  const known = wish === undefined ? null : await register.read(tx, actor.firmId, wish, false)
  if (known) return { entry: known, fresh: false }
  const fields = parseFields(register.schema, rest)
  const id = wish ?? uuidv7()
  await register.check(tx, actor, siteId ?? id, fields, id)
  await register.insert(tx, actor.firmId, id, siteId ?? id, fields, now)
  const entry = await found(tx, actor, register, id, false)
  await audit(tx, actor, 'created', [register.kind, id], now)
  await register.reindex(tx, actor.firmId, entry)
  return { entry, fresh: true }
}

/**
 * Writes all fields of an entry, if nobody has since the given version.
 *
 * @throws ApiProblem 404, 410 removed, 412 changed meanwhile (with `current` and `version`), 422 fields
 */
export async function changeEntry<F extends object>(
  tx: Transaction,
  actor: Actor,
  register: Register<F>,
  id: string,
  fields: F,
  version: number,
  now: string,
): Promise<Entry<F>> {
  const before = await found(tx, actor, register, id, true)
  if (before.deletedAt) throw new ApiProblem(410, 'removed', t('register.removed'))
  if (before.version !== version)
    throw new ApiProblem(412, 'changed-meanwhile', t('register.changed-meanwhile'), [], { current: before.fields, version: before.version })
  const changes = changesBetween(before.fields, fields)
  if (changes.length === 0) return before
  await register.check(tx, actor, before.siteId, fields, id)
  await register.update(tx, actor.firmId, id, fields, version + 1, now)
  await audit(tx, actor, 'changed', [register.kind, id], now, changes)
  const after = await found(tx, actor, register, id, false)
  await register.reindex(tx, actor.firmId, after)
  return after
}

/** Removes an entry, or brings it back. Both can be repeated. */
export async function markEntry<F extends object>(
  tx: Transaction,
  actor: Actor,
  register: Register<F>,
  id: string,
  removed: boolean,
  now: string,
): Promise<Entry<F>> {
  const before = await found(tx, actor, register, id, true)
  if ((before.deletedAt !== null) === removed) return before
  if (removed) await register.checkRemoval(tx, actor, before)
  else await register.check(tx, actor, before.siteId, before.fields, id)
  await register.mark(tx, actor.firmId, id, removed ? now : null, before.version + 1, now)
  await audit(tx, actor, removed ? 'removed' : 'restored', [register.kind, id], now)
  const after = await found(tx, actor, register, id, false)
  await register.reindex(tx, actor.firmId, after)
  return after
}

/** What the API sends of an entry. */
export const shownEntry = <F extends object>({ id, siteId, version, deletedAt, fields }: Entry<F>) => ({
  id,
  siteId,
  version,
  deletedAt: deletedAt && new Date(deletedAt).toISOString(),
  ...fields,
})
