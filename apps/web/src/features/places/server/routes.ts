import { inFirm } from '@/db/client'
import { etag, expectedVersion } from '@/server/fields'
import { apiRoute, pathId, readJson } from '@/server/route'
import { changeEntry, createEntry, markEntry, type Register, readEntry } from './register'
import { shownEntry } from './registers'

interface Context {
  readonly params: Promise<{ id: string }>
}

const now = () => new Date().toISOString()

/** The routes that every register has: read, write (If-Match), remove, and bring back. */
export const entryRoutes = <F extends object>(register: Register<F>) => ({
  GET: (request: Request, context: Context): Promise<Response> =>
    apiRoute(request, async (actor) => {
      const id = pathId((await context.params).id)
      const entry = await inFirm(actor, (tx) => readEntry(tx, actor, register, id))
      return Response.json(shownEntry(entry), { headers: { ...etag(entry.version), 'cache-control': 'no-store' } })
    }),
  PUT: (request: Request, context: Context): Promise<Response> =>
    apiRoute(request, async (actor) => {
      const id = pathId((await context.params).id)
      const version = expectedVersion(request)
      const body = await readJson(request)
      const entry = await inFirm(actor, (tx) => changeEntry(tx, actor, register, id, body, version, now()))
      return Response.json(shownEntry(entry), { headers: etag(entry.version) })
    }),
  DELETE: (request: Request, context: Context): Promise<Response> =>
    apiRoute(request, async (actor) => {
      const id = pathId((await context.params).id)
      const entry = await inFirm(actor, (tx) => markEntry(tx, actor, register, id, true, now()))
      return Response.json(shownEntry(entry), { headers: etag(entry.version) })
    }),
})

/** Brings a removed entry back. */
export const restoreRoute =
  <F extends object>(register: Register<F>) =>
  (request: Request, context: Context): Promise<Response> =>
    apiRoute(request, async (actor) => {
      const id = pathId((await context.params).id)
      const entry = await inFirm(actor, (tx) => markEntry(tx, actor, register, id, false, now()))
      return Response.json(shownEntry(entry), { headers: etag(entry.version) })
    })

/** A new entry of a register, on a site (from the path) or the site itself. */
export const createRoute =
  <F extends object>(register: Register<F>, path: string) =>
  (request: Request, context: { readonly params: Promise<{ id?: string } | undefined> }): Promise<Response> =>
    apiRoute(request, async (actor) => {
      // A route without a part in its path gets no parameters at all.
      const id = (await context.params)?.id
      const siteId = id === undefined ? null : pathId(id)
      const body = await readJson(request)
      const { entry, fresh } = await inFirm(actor, (tx) => createEntry(tx, actor, register, siteId, body, now()))
      return Response.json(shownEntry(entry), {
        status: fresh ? 201 : 200,
        headers: { ...etag(entry.version), location: `/api/v1/${path}/${entry.id}` },
      })
    })
