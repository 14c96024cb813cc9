import { writeFile } from '@lucerna/core/formats'
import { z } from 'zod'
import { inFirm } from '@/db/client'
import { answered, DONE, endpoint } from '@/server/endpoint'
import { attachment, etag } from '@/server/fields'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import { DOCUMENT_KINDS, KINDS } from '../kinds'
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

const notThere = () => new ApiProblem(404, 'not-found', t('document.not-there'))

const slug = z.string().regex(/^[a-z0-9][a-z0-9-]{0,59}$/)
const BY_KIND = z.object({ kind: z.enum(DOCUMENT_KINDS) })
const BY_KIND_AND_ID = BY_KIND.extend({ id: slug })
const data = z.record(z.string(), z.unknown())
const draftSchema = z.looseObject({ kind: z.string(), id: z.string(), basedOn: z.number().nullable(), version: z.number(), data })

const kept = (draft: Draft, status: 200 | 201 = 200) => answered(draft, { status, headers: etag(draft.version) })

/** Cards and profiles: `documents/{kind}`. */
export const list = endpoint(
  {
    operationId: 'list-documents',
    tag: 'Documents',
    summary: 'The newest versions of all cards or profiles',
    path: BY_KIND,
    ok: { 200: [z.object({ rows: z.array(z.looseObject({ id: z.string() })) }), 'Newest versions.'] },
  },
  async ({ actor, path }) => {
    const { known } = await inFirm(actor, (tx) => listDocuments(tx, actor.firmId, path.kind))
    return { rows: known.map(({ id, version, issuedAt, draft }) => ({ id, version, issuedAt, draft })) }
  },
)

export const file = endpoint(
  {
    operationId: 'export-document',
    tag: 'Documents',
    summary: 'One version as a file in the open format; the newest when none is named',
    path: BY_KIND_AND_ID,
    query: z.object({ version: z.coerce.number().int().min(1).max(999_999).optional() }),
    ok: { 200: [z.looseObject({}), 'See /schemas.'] },
  },
  async ({ actor, path: { kind, id }, query }) => {
    const document = await inFirm(actor, (tx) => readVersion(tx, actor.firmId, kind, id, query.version))
    return new Response(writeFile(KINDS[kind].file, document), {
      headers: {
        'content-type': 'application/json; charset=utf-8',
        ...attachment(`${id}-v${document.version}.json`),
        ...etag(document.version),
      },
    })
  },
)

export const draft = {
  GET: endpoint(
    {
      operationId: 'read-draft',
      tag: 'Documents',
      summary: 'The draft of the next version',
      path: BY_KIND_AND_ID,
      ok: { 200: [draftSchema, 'As kept.'] },
    },
    async ({ actor, path: { kind, id } }) => {
      const found = await inFirm(actor, (tx) => readDraft(tx, actor.firmId, kind, id))
      if (!found) throw notThere()
      return kept(found)
    },
  ),
  POST: endpoint(
    {
      operationId: 'begin-draft',
      tag: 'Documents',
      summary: 'Begins a draft: of the next version, or of a copy',
      path: BY_KIND_AND_ID,
      may: 'document.write',
      body: z.strictObject({
        from: z.strictObject({ id: slug, version: z.int().positive().optional() }).optional(),
        data: data.optional(),
      }),
      ok: { 201: [draftSchema, 'Begun.'] },
      problems: [409],
    },
    async ({ actor, path: { kind, id }, body, now }) => {
      const origin = body.data ? { data: body.data } : (body.from ?? { id })
      return kept(await inFirm(actor, (tx) => beginDraft(tx, actor, kind, id, origin, now)), 201)
    },
  ),
  PUT: endpoint(
    {
      operationId: 'save-draft',
      tag: 'Documents',
      summary: 'Keeps what was written so far',
      path: BY_KIND_AND_ID,
      may: 'document.write',
      version: true,
      body: z.strictObject({ data }),
      ok: { 200: [draftSchema, 'Kept.'] },
    },
    async ({ actor, path: { kind, id }, body, version, now }) =>
      kept(await inFirm(actor, (tx) => saveDraft(tx, actor, kind, id, body.data, version, now))),
  ),
  DELETE: endpoint(
    {
      operationId: 'discard-draft',
      tag: 'Documents',
      summary: 'Throws the draft away',
      path: BY_KIND_AND_ID,
      may: 'document.write',
      ok: { 204: DONE },
    },
    ({ actor, path: { kind, id }, now }) => inFirm(actor, (tx) => discardDraft(tx, actor, kind, id, now)),
  ),
}

export const issue = endpoint(
  {
    operationId: 'issue-version',
    tag: 'Documents',
    summary: 'Makes the draft the next version',
    path: BY_KIND_AND_ID,
    may: 'document.write',
    body: z.strictObject({ note: z.string().trim().min(3, 'field.note-missing').max(1000, 'field.too-long') }),
    ok: { 201: [z.object({ id: z.string(), version: z.number() }), 'Issued.'] },
    problems: [412],
  },
  async ({ actor, path: { kind, id }, body, now }) => {
    const { version } = await inFirm(actor, (tx) => issueDraft(tx, actor, kind, id, body.note, now))
    return answered({ id, version }, { status: 201, headers: etag(version) })
  },
)

export const move = endpoint(
  {
    operationId: 'move-appliances',
    tag: 'Documents',
    summary: 'Moves appliances to a version of their card',
    path: z.object({ kind: z.literal('card'), id: slug }),
    may: 'document.write',
    body: z.strictObject({ version: z.int().positive(), applianceIds: z.array(z.uuid()).min(1).max(500) }),
    ok: { 200: [z.object({ moved: z.number() }), 'Moved.'] },
  },
  async ({ actor, path: { id }, body: { version, applianceIds }, now }) => ({
    moved: await inFirm(actor, (tx) => moveAppliances(tx, actor, id, version, applianceIds, now)),
  }),
)
