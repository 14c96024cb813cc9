import { Readable } from 'node:stream'
import { z } from 'zod'
import { inFirm } from '@/db/client'
import type { Actor } from '@/server/actor'
import { BY_ID, endpoint, streamed } from '@/server/endpoint'
import { attachment } from '@/server/fields'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import { TABLE_KINDS } from '../columns'
import { exportSchema } from '../schemas'
import { checkFile } from './imports'
import { cancelJob, jobRows, listJobs, MOST_CSV_BYTES, MOST_JSON_BYTES, readJob } from './jobs'
import { commitJob } from './takeOver'
import { askExport, cancelExport, exportFile, listExports, readExport } from './exportJobs'
import { exportPlaces, exportTable } from './exports'

const FILE_KINDS = [...TABLE_KINDS, 'places'] as const
/** A register as rows, whole places as JSON. */
const FILE = { 'text/csv': z.string(), 'application/json': z.looseObject({}) }

const rowsSchema = z.object({ rows: z.array(z.looseObject({})) })
const jobSchema = z.looseObject({ id: z.uuid(), kind: z.string(), state: z.string(), rows: z.number(), refused: z.number() })

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

export const imports = {
  GET: endpoint(
    {
      operationId: 'list-imports',
      tag: 'Files',
      summary: 'The files taken in of late',
      may: 'import.run',
      ok: { 200: [rowsSchema, 'Imports.'] },
    },
    async ({ actor }) => ({ rows: await inFirm(actor, (tx) => listJobs(tx, actor)) }),
  ),
  POST: endpoint(
    {
      operationId: 'check-file',
      tag: 'Files',
      summary: 'Reads a file and checks it row by row; nothing is taken over yet',
      may: 'import.run',
      query: z.object({ kind: z.enum(FILE_KINDS), name: z.string().trim().min(1).max(200) }),
      body: streamed(FILE),
      ok: { 201: [jobSchema, 'What would happen.'] },
    },
    async ({ actor, query: { kind, name }, request }) => {
      const most = kind === 'places' ? MOST_JSON_BYTES : MOST_CSV_BYTES
      if (Number(request.headers.get('content-length') ?? 0) > most)
        throw new ApiProblem(413, 'too-large', t('exchange.too-large', { mb: most / 1e6 }))
      return jobOf(actor, await checkFile(actor, kind, name, pieces(request, most), request.signal))
    },
  ),
}

const jobOf = (actor: Actor, id: string) => inFirm(actor, (tx) => readJob(tx, actor, id))

export const job = endpoint(
  {
    operationId: 'read-import',
    tag: 'Files',
    summary: 'How far an import is',
    path: BY_ID,
    may: 'import.run',
    ok: { 200: [jobSchema, 'The import.'] },
  },
  ({ actor, path }) => jobOf(actor, path.id),
)

export const rows = endpoint(
  {
    operationId: 'import-rows',
    tag: 'Files',
    summary: 'What would happen with each row, a page at a time',
    path: BY_ID,
    may: 'import.run',
    query: z.object({
      action: z.enum(['add', 'change', 'same', 'refuse']).optional(),
      after: z.coerce.number().int().min(0).default(0),
    }),
    ok: { 200: [rowsSchema, 'Rows.'] },
  },
  ({ actor, path, query }) => inFirm(actor, (tx) => jobRows(tx, actor, path.id, query)),
)

export const commit = endpoint(
  {
    operationId: 'commit-import',
    tag: 'Files',
    summary: 'Takes a checked file over, as a whole or not at all',
    path: BY_ID,
    may: 'import.run',
    ok: { 202: [jobSchema, 'Begun; read it again for its progress.'] },
    problems: [409],
  },
  async ({ actor, path }) => {
    await commitJob(actor, path.id)
    return jobOf(actor, path.id)
  },
)

export const cancel = endpoint(
  {
    operationId: 'cancel-import',
    tag: 'Files',
    summary: 'Stops an import, or puts a checked one away',
    path: BY_ID,
    may: 'import.run',
    ok: { 200: [jobSchema, 'The import.'] },
  },
  async ({ actor, path }) => {
    await inFirm(actor, (tx) => cancelJob(tx, actor, path.id))
    return jobOf(actor, path.id)
  },
)

/** Many rows at a time: a chunk for each would cost more than the rows. */
function chunked(rows: AsyncGenerator<string>): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder()
  return new ReadableStream({
    async pull(controller) {
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
}

export const exported = endpoint(
  {
    operationId: 'export-register',
    tag: 'Files',
    summary: 'A register as CSV, or whole places as JSON',
    path: z.object({ kind: z.enum(FILE_KINDS) }),
    may: 'import.run',
    ok: { 200: [FILE, 'The file.'] },
  },
  async ({ actor, path: { kind } }) => {
    const [type, ending, body] =
      kind === 'places' ? ['application/json', 'json', await exportPlaces(actor)] : ['text/csv', 'csv', chunked(exportTable(actor, kind))]
    return new Response(body, {
      headers: { 'content-type': `${type}; charset=utf-8`, ...attachment(`${kind}.${ending}`), 'cache-control': 'no-store' },
    })
  },
)

const madeSchema = z.looseObject({ id: z.uuid(), kind: z.string(), state: z.string(), progress: z.number(), total: z.number() })
const madeOf = (actor: Actor, id: string) => inFirm(actor, (tx) => readExport(tx, actor, id))

/** Files that take long to make: asked for, made beside the requests, fetched. */
export const exportJobs = {
  GET: endpoint(
    {
      operationId: 'list-export-jobs',
      tag: 'Files',
      summary: 'Files made of late, or being made',
      may: 'import.run',
      ok: { 200: [rowsSchema, 'Files.'] },
    },
    async ({ actor }) => ({ rows: await inFirm(actor, (tx) => listExports(tx, actor)) }),
  ),
  POST: endpoint(
    {
      operationId: 'ask-export-job',
      tag: 'Files',
      summary:
        'Asks for everything the firm owns in one archive, or for the reports of a span of days as PDF; it is made beside the requests',
      may: 'import.run',
      body: exportSchema,
      ok: { 202: [madeSchema, 'Begun; read it again for its progress.'] },
      problems: [409],
    },
    async ({ actor, body }) => madeOf(actor, await inFirm(actor, (tx) => askExport(tx, actor, body))),
  ),
}

export const exportJobById = endpoint(
  {
    operationId: 'read-export-job',
    tag: 'Files',
    summary: 'How far a file is',
    path: BY_ID,
    may: 'import.run',
    ok: { 200: [madeSchema, 'The file.'] },
  },
  ({ actor, path }) => madeOf(actor, path.id),
)

export const exportJobCancel = endpoint(
  {
    operationId: 'cancel-export-job',
    tag: 'Files',
    summary: 'Stops the making of a file, or takes a made one away',
    path: BY_ID,
    may: 'import.run',
    ok: { 200: [madeSchema, 'The file.'] },
  },
  async ({ actor, path }) => {
    await inFirm(actor, (tx) => cancelExport(tx, actor, path.id))
    return madeOf(actor, path.id)
  },
)

export const exportJobFile = endpoint(
  {
    operationId: 'export-job-file',
    tag: 'Files',
    summary: 'A file that was made, as zip',
    path: BY_ID,
    may: 'import.run',
    ok: { 200: [{ 'application/zip': z.string() }, 'The file.'] },
    problems: [409],
  },
  async ({ actor, path }) => {
    const { name, bytes, pieces } = await exportFile(actor, path.id)
    return new Response(Readable.toWeb(Readable.from(pieces)) as ReadableStream, {
      headers: { 'content-type': 'application/zip', 'content-length': String(bytes), ...attachment(name), 'cache-control': 'no-store' },
    })
  },
)
