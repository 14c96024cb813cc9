import { z } from 'zod'
import type { ZodOpenApiPathsObject } from 'zod-openapi'
import { beginSchema, draftSchema, issueSchema, moveSchema } from '@/features/documents/server/routes'
import { DOCUMENT_KINDS } from '@/features/documents/kinds'
import { checkSchema, instrumentFieldsSchema } from '@/features/instruments/schemas'
import { createOperation, registerPaths } from '@/features/places/server/openApi'
import { body, byId, idInPath, json, nothing, operation, version } from '@/server/openApiParts'
import { TABLE_KINDS } from '../columns'
import { importQuerySchema, rowsQuerySchema } from './routes'

/** Cards, profiles, instruments, labels and files in the API document. */

const document = z.object({ kind: z.enum(DOCUMENT_KINDS), id: z.string() })
const onDocument = { requestParams: { path: document } }
const draft = z.looseObject({
  kind: z.string(),
  id: z.string(),
  basedOn: z.number().nullable(),
  version: z.number(),
  data: z.looseObject({}),
})
const job = z.looseObject({ id: z.uuid(), kind: z.string(), state: z.string(), rows: z.number(), refused: z.number() })
const rows = z.object({ rows: z.array(z.looseObject({})) })

const documentPaths: ZodOpenApiPathsObject = {
  '/api/v1/documents/{kind}': {
    get: operation(
      'list-documents',
      ['Documents'],
      'The newest versions of all cards or profiles',
      ['200', json(rows, 'Newest versions.')],
      [404],
      {
        requestParams: { path: document.pick({ kind: true }) },
      },
    ),
  },
  '/api/v1/documents/{kind}/{id}': {
    get: operation(
      'export-document',
      ['Documents'],
      'One version as a file in the open format',
      ['200', json(z.looseObject({}), 'See /schemas.')],
      [404],
      {
        requestParams: { path: document, query: z.object({ version: z.string().optional() }) },
      },
    ),
  },
  '/api/v1/documents/{kind}/{id}/draft': {
    get: operation('read-draft', ['Documents'], 'The draft of the next version', ['200', json(draft, 'As kept.')], [404], onDocument),
    post: operation(
      'begin-draft',
      ['Documents'],
      'Begins a draft: of the next version, or of a copy',
      ['201', json(draft, 'Begun.')],
      [400, 403, 404, 409, 422],
      {
        ...onDocument,
        ...body(beginSchema),
      },
    ),
    put: operation(
      'save-draft',
      ['Documents'],
      'Keeps what was written so far',
      ['200', json(draft, 'Kept.')],
      [400, 403, 404, 412, 413, 422, 428],
      {
        requestParams: { path: document, header: version },
        ...body(draftSchema),
      },
    ),
    delete: operation('discard-draft', ['Documents'], 'Throws the draft away', ['204', nothing], [403], onDocument),
  },
  '/api/v1/documents/{kind}/{id}/versions': {
    post: operation(
      'issue-version',
      ['Documents'],
      'Makes the draft the next version',
      ['201', json(z.looseObject({}), 'Issued.')],
      [400, 403, 404, 412, 422],
      {
        ...onDocument,
        ...body(issueSchema),
      },
    ),
  },
  '/api/v1/documents/{kind}/{id}/appliances': {
    post: operation(
      'move-appliances',
      ['Documents'],
      'Moves appliances to a version of their card',
      ['200', json(z.object({ moved: z.number() }), 'Moved.')],
      [400, 403, 404, 422],
      {
        ...onDocument,
        ...body(moveSchema),
      },
    ),
  },
}

export const exchangePaths = (): ZodOpenApiPathsObject => ({
  ...documentPaths,
  '/api/v1/instruments': {
    get: operation(
      'list-instruments',
      ['Instruments'],
      'The instruments, the earliest calibration first',
      ['200', json(rows, 'Instruments.')],
      [],
    ),
    post: createOperation('instrument', instrumentFieldsSchema, false),
  },
  ...registerPaths('instrument', 'instruments', instrumentFieldsSchema),
  '/api/v1/instruments/{id}/checks': {
    post: operation(
      'record-check',
      ['Instruments'],
      'A calibration, a zero or bump check, battery, water trap, cell',
      ['201', json(z.looseObject({}), 'Written down.')],
      [400, 403, 404, 422],
      {
        ...byId,
        ...body(checkSchema),
      },
    ),
  },
  '/api/v1/appliances/{id}/links': {
    post: operation(
      'lid-label-link',
      ['Places'],
      'The link of a lid label: the standing one, or a new one',
      ['200', json(z.object({ token: z.string(), url: z.url() }), 'The link.')],
      [403, 404],
      byId,
    ),
  },
  '/api/v1/appliances/{id}/label': {
    get: operation(
      'lid-label',
      ['Places'],
      'The lid label as PDF',
      ['200', { description: 'The label.', content: { 'application/pdf': { schema: { type: 'string', format: 'binary' } } } }],
      [404, 409, 422],
      { requestParams: { path: idInPath, query: z.object({ size: z.enum(['small', 'medium', 'large']).optional() }) } },
    ),
  },
  '/api/v1/links/{token}': {
    delete: operation('revoke-link', ['Places'], 'Makes a printed link lead nowhere', ['204', nothing], [403, 404], {
      requestParams: { path: z.object({ token: z.string() }) },
    }),
  },
  '/api/v1/imports': {
    get: operation('list-imports', ['Files'], 'The files taken in of late', ['200', json(rows, 'Imports.')], [403]),
    post: operation(
      'check-file',
      ['Files'],
      'Reads a file and checks it row by row; nothing is taken over yet',
      ['201', json(job, 'What would happen.')],
      [403, 413, 422],
      {
        requestParams: { query: importQuerySchema },
        requestBody: {
          required: true,
          content: { 'text/csv': { schema: { type: 'string' } }, 'application/json': { schema: z.looseObject({}) } },
        },
      },
    ),
  },
  '/api/v1/imports/{id}': {
    get: operation('read-import', ['Files'], 'How far an import is', ['200', json(job, 'The import.')], [403, 404], byId),
  },
  '/api/v1/imports/{id}/rows': {
    get: operation(
      'import-rows',
      ['Files'],
      'What would happen with each row, a page at a time',
      ['200', json(rows, 'Rows.')],
      [403, 404, 422],
      {
        requestParams: { path: idInPath, query: rowsQuerySchema },
      },
    ),
  },
  '/api/v1/imports/{id}/commit': {
    post: operation(
      'commit-import',
      ['Files'],
      'Takes a checked file over, as a whole or not at all',
      ['202', json(job, 'Begun; read it again for its progress.')],
      [403, 404, 409],
      byId,
    ),
  },
  '/api/v1/imports/{id}/cancel': {
    post: operation(
      'cancel-import',
      ['Files'],
      'Stops an import, or puts a checked one away',
      ['200', json(job, 'The import.')],
      [403, 404],
      byId,
    ),
  },
  '/api/v1/exports/{kind}': {
    get: operation(
      'export-register',
      ['Files'],
      'A register as CSV, or whole places as JSON',
      [
        '200',
        {
          description: 'The file.',
          content: { 'text/csv': { schema: { type: 'string' } }, 'application/json': { schema: z.looseObject({}) } },
        },
      ],
      [403, 404],
      { requestParams: { path: z.object({ kind: z.enum([...TABLE_KINDS, 'places']) }) } },
    ),
  },
})
