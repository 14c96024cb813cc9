import { CARD_FILE, FAULT_MAP_FILE, PRACTICE_FILE, schemaOf } from '@lucerna/core/formats'
import { z } from 'zod'
import { inFirm } from '@/db/client'
import type { Actor } from '@/server/actor'
import { mustMay } from '@/server/may'
import { ApiProblem } from '@/server/problem'
import { apiRoute, pathId } from '@/server/route'
import { parseFields } from '@/server/fields'
import { t } from '@/messages/all'
import { TABLE_KINDS, type TableKind } from '../columns'
import { PLACES_FILE } from '../placesFile'
import { cancelJob, checkFile, commitJob, jobRows, listJobs, MOST_CSV_BYTES, MOST_JSON_BYTES, readJob } from './imports'
import { exportPlaces, exportTable } from './exports'

export const importQuerySchema = z.object({
  kind: z.enum([...TABLE_KINDS, 'places']),
  name: z.string().trim().min(1).max(200),
})
export const rowsQuerySchema = z.object({
  action: z.enum(['add', 'change', 'same', 'refuse']).optional(),
  after: z.coerce.number().int().min(0).default(0),
})

const isTable = (kind: string): kind is TableKind => (TABLE_KINDS as readonly string[]).includes(kind)

/** The body in pieces; over the most it ends as too large. */
async function* pieces(request: Request, most: number): AsyncGenerator<Uint8Array> {
  const tooLarge = () => new ApiProblem(413, 'too-large', t('exchange.too-large', { mb: most / 1e6 }))
  if (Number(request.headers.get('content-length') ?? 0) > most) throw tooLarge()
  const reader = request.body?.getReader()
  let size = 0
  while (reader) {
    const { done, value } = await reader.read()
    if (done) return
    size += value.byteLength
    if (size > most) {
      await reader.cancel()
      throw tooLarge()
    }
    yield value
  }
}

export const importsRoutes = {
  GET: (request: Request): Promise<Response> =>
    apiRoute(request, async (actor) => {
      mustMay(actor, 'import.run')
      return Response.json({ rows: await inFirm(actor, (tx) => listJobs(tx, actor)) }, { headers: { 'cache-control': 'no-store' } })
    }),
  POST: (request: Request): Promise<Response> =>
    apiRoute(request, async (actor) => {
      const { kind, name } = parseFields(importQuerySchema, Object.fromEntries(new URL(request.url).searchParams))
      const most = kind === 'places' ? MOST_JSON_BYTES : MOST_CSV_BYTES
      if (Number(request.headers.get('content-length') ?? 0) > most)
        throw new ApiProblem(413, 'too-large', t('exchange.too-large', { mb: most / 1e6 }))
      const id = await checkFile(actor, kind, name, pieces(request, most), request.signal)
      return Response.json(await inFirm(actor, (tx) => readJob(tx, actor, id)), { status: 201 })
    }),
}

interface Context {
  readonly params: Promise<{ id: string }>
}
const onJob =
  (work: (actor: Actor, id: string, request: Request) => Promise<Response>) =>
  (request: Request, context: Context): Promise<Response> =>
    apiRoute(request, async (actor) => work(actor, pathId((await context.params).id), request))

const shownJob = async (actor: Actor, id: string, status = 200) =>
  Response.json(await inFirm(actor, (tx) => readJob(tx, actor, id)), { status, headers: { 'cache-control': 'no-store' } })

export const jobRoute = onJob((actor, id) => shownJob(actor, id))
export const rowsRoute = onJob(async (actor, id, request) => {
  const query = parseFields(rowsQuerySchema, Object.fromEntries(new URL(request.url).searchParams))
  return Response.json(await inFirm(actor, (tx) => jobRows(tx, actor, id, query)), { headers: { 'cache-control': 'no-store' } })
})
export const commitRoute = onJob(async (actor, id) => {
  await commitJob(actor, id)
  return shownJob(actor, id, 202)
})
export const cancelRoute = onJob(async (actor, id) => {
  await inFirm(actor, (tx) => cancelJob(tx, actor, id))
  return shownJob(actor, id)
})

/** A register as CSV, or whole places as JSON. */
export const exportRoute = (request: Request, context: { readonly params: Promise<{ kind: string }> }): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const { kind } = await context.params
    mustMay(actor, 'import.run')
    const headers = (name: string, type: string) => ({
      'content-type': `${type}; charset=utf-8`,
      'content-disposition': `attachment; filename="${name}"`,
      'cache-control': 'no-store',
    })
    if (kind === 'places') return new Response(await exportPlaces(actor), { headers: headers('places.json', 'application/json') })
    if (!isTable(kind)) throw new ApiProblem(404, 'not-found', t('register.not-there'))
    const rows = exportTable(actor, kind)
    const encoder = new TextEncoder()
    const stream = new ReadableStream<Uint8Array>({
      async pull(controller) {
        // Many rows at a time: a chunk for each would cost more than the rows.
        let text = ''
        while (text.length < 32_000) {
          const { done, value } = await rows.next()
          if (done) {
            if (text) controller.enqueue(encoder.encode(text))
            return controller.close()
          }
          text += value
        }
        controller.enqueue(encoder.encode(text))
      },
    })
    return new Response(stream, { headers: headers(`${kind}.csv`, 'text/csv') })
  })

const PUBLISHED: Readonly<Record<string, () => object>> = {
  'card-1.json': () => schemaOf(CARD_FILE),
  'practice-1.json': () => schemaOf(PRACTICE_FILE),
  'fault-map-1.json': () => schemaOf(FAULT_MAP_FILE),
  'places-1.json': () => schemaOf(PLACES_FILE),
}
export const SCHEMA_NAMES = Object.keys(PUBLISHED)

/** The JSON Schemas of the open formats; public, so that other programs can check what they write. */
export async function schemaRoute(_request: Request, context: { readonly params: Promise<{ name: string }> }): Promise<Response> {
  const { name } = await context.params
  const schema = Object.hasOwn(PUBLISHED, name) ? PUBLISHED[name] : undefined
  if (!schema)
    return Response.json(
      { type: 'about:blank', title: 'not-found', status: 404, detail: `Published are ${SCHEMA_NAMES.join(', ')}.` },
      { status: 404 },
    )
  return Response.json(schema(), { headers: { 'content-type': 'application/schema+json', 'cache-control': 'public, max-age=3600' } })
}
