import { writeFile } from '@lucerna/core/formats'
import { z } from 'zod'
import { inFirm } from '@/db/client'
import type { Actor } from '@/server/actor'
import { etag, expectedVersion, parseFields } from '@/server/fields'
import { ApiProblem } from '@/server/problem'
import { apiRoute, readJson } from '@/server/route'
import { t } from '@/messages/all'
import { type DocumentKind, isDocumentKind, KINDS } from '../kinds'
import {
  beginDraft,
  discardDraft,
  type Draft,
  issueDraft,
  listDocuments,
  moveAppliances,
  readDraft,
  readVersion,
  saveDraft,
} from './documents'

interface Context {
  readonly params: Promise<{ kind: string; id: string }>
}
interface Place {
  readonly kind: DocumentKind
  readonly id: string
}

const now = () => new Date().toISOString()
const notThere = () => new ApiProblem(404, 'not-found', t('document.not-there'))

const slug = z.string().regex(/^[a-z0-9][a-z0-9-]{0,59}$/)

const kindIn = (kind: string): DocumentKind => {
  if (!isDocumentKind(kind)) throw notThere()
  return kind
}

/** A route about one document: its kind and short name out of the path. */
const onDocument =
  (work: (actor: Actor, place: Place, request: Request) => Promise<Response>) =>
  (request: Request, context: Context): Promise<Response> =>
    apiRoute(request, async (actor) => {
      const { kind, id } = await context.params
      if (!slug.safeParse(id).success) throw notThere()
      return work(actor, { kind: kindIn(kind), id }, request)
    })

const answer = (draft: Draft, status = 200) =>
  Response.json(draft, { status, headers: { ...etag(draft.version), 'cache-control': 'no-store' } })

export const listRoute = (request: Request, context: { readonly params: Promise<{ kind: string }> }): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const kind = kindIn((await context.params).kind)
    const { known } = await inFirm(actor, (tx) => listDocuments(tx, actor.firmId, kind))
    return Response.json({ rows: known.map(({ id, version, issuedAt, draft }) => ({ id, version, issuedAt, draft })) })
  })

/** One version as a file in the open format; the newest when none is named. */
export const fileRoute = onDocument(async (actor, { kind, id }, request) => {
  const wanted = new URL(request.url).searchParams.get('version')
  if (wanted !== null && !/^\d{1,6}$/.test(wanted)) throw notThere()
  const document = await inFirm(actor, (tx) => readVersion(tx, actor.firmId, kind, id, wanted === null ? undefined : Number(wanted)))
  return new Response(writeFile(KINDS[kind].file, document), {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename="${id}-v${document.version}.json"`,
      ...etag(document.version),
    },
  })
})

export const beginSchema = z.strictObject({
  from: z.strictObject({ id: slug, version: z.int().positive().optional() }).optional(),
  data: z.record(z.string(), z.unknown()).optional(),
})
export const draftSchema = z.strictObject({ data: z.record(z.string(), z.unknown()) })
export const issueSchema = z.strictObject({ note: z.string().trim().min(3, 'field.note-missing').max(1000, 'field.too-long') })
export const moveSchema = z.strictObject({ version: z.int().positive(), applianceIds: z.array(z.uuid()).min(1).max(500) })

export const draftRoutes = {
  GET: onDocument(async (actor, { kind, id }) => {
    const draft = await inFirm(actor, (tx) => readDraft(tx, actor.firmId, kind, id))
    if (!draft) throw notThere()
    return answer(draft)
  }),
  POST: onDocument(async (actor, { kind, id }, request) => {
    const { from, data } = parseFields(beginSchema, await readJson(request))
    return answer(await inFirm(actor, (tx) => beginDraft(tx, actor, kind, id, data ? { data } : (from ?? { id }), now())), 201)
  }),
  PUT: onDocument(async (actor, { kind, id }, request) => {
    const version = expectedVersion(request)
    const { data } = parseFields(draftSchema, await readJson(request))
    return answer(await inFirm(actor, (tx) => saveDraft(tx, actor, kind, id, data, version, now())))
  }),
  DELETE: onDocument(async (actor, { kind, id }) => {
    await inFirm(actor, (tx) => discardDraft(tx, actor, kind, id, now()))
    return new Response(null, { status: 204 })
  }),
}

export const issueRoute = onDocument(async (actor, { kind, id }, request) => {
  const { note } = parseFields(issueSchema, await readJson(request))
  const document = await inFirm(actor, (tx) => issueDraft(tx, actor, kind, id, note, now()))
  return Response.json({ id, version: document.version }, { status: 201, headers: etag(document.version) })
})

export const moveRoute = onDocument(async (actor, { kind, id }, request) => {
  if (kind !== 'card') throw notThere()
  const { version, applianceIds } = parseFields(moveSchema, await readJson(request))
  return Response.json({ moved: await inFirm(actor, (tx) => moveAppliances(tx, actor, id, version, applianceIds, now())) })
})
