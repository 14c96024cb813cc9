import { z } from 'zod'
import { inFirm } from '@/db/client'
import { answered, BY_ID, endpoint, unread } from './endpoint'
import { etag } from './fields'
import { changeEntry, createEntry, type Entry, markEntry, type Register, readEntry, shownEntry } from './register'

const entrySchema = z.looseObject({ id: z.uuid(), siteId: z.uuid(), version: z.number(), deletedAt: z.string().nullable() })

const shown = <F extends object>(entry: Entry<F>) => answered(shownEntry(entry), { headers: etag(entry.version) })
const deedsOf = <F extends object>({ deeds }: Register<F>) => deeds ?? ({ write: 'register.write', remove: 'register.remove' } as const)

/** What every register has: read, write (If-Match), remove. */
export const entryEndpoints = <F extends object>(register: Register<F>, name: string) => ({
  GET: endpoint(
    {
      operationId: `read-${name}`,
      tag: 'Places',
      summary: `One ${name}, with its version as ETag`,
      path: BY_ID,
      ok: { 200: [entrySchema, 'As stored.'] },
    },
    async ({ actor, path }) => shown(await inFirm(actor, (tx) => readEntry(tx, actor, register, path.id))),
  ),
  PUT: endpoint(
    {
      operationId: `change-${name}`,
      tag: 'Places',
      summary: `Writes all fields of a ${name}`,
      path: BY_ID,
      may: deedsOf(register).write,
      version: true,
      body: register.schema,
      ok: { 200: [entrySchema, 'As stored now.'] },
      problems: [409, 410],
    },
    async ({ actor, path, body, version, now }) =>
      shown(await inFirm(actor, (tx) => changeEntry(tx, actor, register, path.id, body, version, now))),
  ),
  DELETE: endpoint(
    {
      operationId: `remove-${name}`,
      tag: 'Places',
      summary: `Removes a ${name}; it can be brought back`,
      path: BY_ID,
      may: deedsOf(register).remove,
      ok: { 200: [entrySchema, 'Marked as removed.'] },
      problems: [409],
    },
    async ({ actor, path, now }) => shown(await inFirm(actor, (tx) => markEntry(tx, actor, register, path.id, true, now))),
  ),
})

export const restoreEndpoint = <F extends object>(register: Register<F>, name: string) =>
  endpoint(
    {
      operationId: `restore-${name}`,
      tag: 'Places',
      summary: `Brings a removed ${name} back`,
      path: BY_ID,
      may: deedsOf(register).remove,
      ok: { 200: [entrySchema, 'Back.'] },
      problems: [409, 422],
    },
    async ({ actor, path, now }) => shown(await inFirm(actor, (tx) => markEntry(tx, actor, register, path.id, false, now))),
  )

/** What a new entry needs. The body may name its id, and what it names may stand already: so it is read where that is known. */
const creating = <F extends object>(register: Register<F>, name: string) =>
  ({
    operationId: `create-${name}`,
    tag: 'Places',
    summary: `A new ${name}`,
    description: 'The body may hold an `id` (UUIDv7) made where it was typed: sending it twice then makes one.',
    may: deedsOf(register).write,
    body: unread(register.schema),
    ok: { 201: [entrySchema, 'Stored.'], 200: [entrySchema, 'It was here already.'] },
  }) as const

const created = <F extends object>({ entry, fresh }: { readonly entry: Entry<F>; readonly fresh: boolean }, path: string) =>
  answered(shownEntry(entry), {
    status: fresh ? 201 : 200,
    headers: { ...etag(entry.version), location: `/api/v1/${path}/${entry.id}` },
  })

/** A new entry that belongs to no site: a site, an instrument. */
export const createEndpoint = <F extends object>(register: Register<F>, name: string, path: string) =>
  endpoint(creating(register, name), async ({ actor, body, now }) =>
    created(await inFirm(actor, (tx) => createEntry(tx, actor, register, null, body, now)), path),
  )

/** A new entry on the site of the path. */
export const createEndpointOnSite = <F extends object>(register: Register<F>, name: string, path: string) =>
  endpoint({ ...creating(register, name), path: BY_ID }, async ({ actor, path: { id }, body, now }) =>
    created(await inFirm(actor, (tx) => createEntry(tx, actor, register, id, body, now)), path),
  )
