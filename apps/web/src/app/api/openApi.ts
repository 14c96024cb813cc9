import { visitEventSchema } from '@lucerna/core/visit'
import { WORKINGS } from '@lucerna/core/workings'
import { z } from 'zod'
import { createDocument, type ZodOpenApiOperationObject, type ZodOpenApiPathsObject } from 'zod-openapi'
import { visitPhotoSchema } from '@/features/visit/server/visitPhotos'
import { newVisitSchema } from '@/features/visit/server/create'
import { acceptedSchema } from '@/features/visit/client/post'
import { changePlanOperation, placesPaths } from '@/features/places/server/openApi'
import { exchangePaths } from '@/features/exchange/server/openApi'
import { errors, idInPath, json } from '@/server/openApiParts'
import { VERSION } from '@/server/version'
import '@/messages/all'
import { wordsFor } from '@/ui/words'
import { lineSchema, sensitivitySchema, warningSchema } from '@/features/workings/server/compute'
import { schemasOf } from '@/features/workings/server/describe'

const storedSchema = z.looseObject({ id: z.uuid(), seq: z.number(), receivedAt: z.string(), authorId: z.string(), type: z.string() })

function workingOperation(working: (typeof WORKINGS)[number]): ZodOpenApiOperationObject {
  const { input, result } = schemasOf(working)
  return {
    operationId: `working-${working.id}`,
    tags: ['Workings'],
    summary: wordsFor(`calculation.${working.id}.title`),
    description: wordsFor(`calculation.${working.id}.what`),
    requestBody: {
      required: true,
      content: {
        'application/json': {
          schema: z.strictObject({
            input,
            uncertainty: z
              .record(z.string(), z.number().min(0))
              .optional()
              .meta({ description: 'Standard uncertainties of numeric inputs, SI; without it the usual ones.' }),
          }),
        },
      },
    },
    responses: {
      200: json(
        z.object({
          result,
          uncertainty: z.record(z.string(), z.number()).meta({ description: 'Standard uncertainty (k = 1) of numeric results, SI.' }),
          sensitivity: sensitivitySchema,
          working: z.array(lineSchema),
          warnings: z.array(warningSchema),
        }),
        'The result with its uncertainty, working and warnings.',
      ),
      ...errors(400, 401, 403, 404, 413, 422),
    },
  }
}

const paths = (): ZodOpenApiPathsObject => ({
  '/api/v1/visits': {
    post: {
      operationId: 'plan-visit',
      tags: ['Visits'],
      summary: 'Plans a visit',
      requestBody: { required: true, content: { 'application/json': { schema: newVisitSchema } } },
      responses: { 201: json(z.object({ id: z.uuid() }), 'Planned.'), ...errors(400, 401, 403, 404, 413, 422) },
    },
  },
  ...placesPaths(),
  ...exchangePaths(),
  '/api/v1/visits/{id}': {
    patch: changePlanOperation,
    get: {
      operationId: 'read-visit',
      tags: ['Visits'],
      summary: 'The folded visit',
      requestParams: { path: idInPath },
      responses: {
        200: json(
          z.object({
            id: z.uuid(),
            siteId: z.uuid(),
            practice: z.object({ id: z.string(), version: z.number() }),
            lastSeq: z.number(),
            state: z.looseObject({}),
            appliances: z.array(z.looseObject({ id: z.uuid() })),
          }),
          'The whole state of the visit.',
        ),
        ...errors(401, 404),
      },
    },
  },
  '/api/v1/visits/{id}/events': {
    post: {
      operationId: 'append-events',
      tags: ['Visits'],
      summary: 'Appends events: all or none, idempotent by id',
      requestParams: { path: idInPath },
      requestBody: {
        required: true,
        content: { 'application/json': { schema: z.strictObject({ events: z.array(visitEventSchema).min(1).max(500) }) } },
      },
      responses: { 200: json(acceptedSchema, 'Accepted, in order.'), ...errors(400, 401, 403, 404, 409, 413, 422) },
    },
    get: {
      operationId: 'list-events',
      tags: ['Visits'],
      summary: 'Events as stored, in order',
      requestParams: { path: idInPath, query: z.object({ after: z.int().min(0).optional() }) },
      responses: { 200: json(z.object({ events: z.array(storedSchema) }), 'The log.'), ...errors(401, 404) },
    },
  },
  '/api/v1/visits/{id}/live': {
    get: {
      operationId: 'listen-to-visit',
      tags: ['Visits'],
      summary: 'Server-sent events: `log` with the newest place, `devices` with how many have it open',
      requestParams: { path: idInPath, query: z.object({ device: z.uuid().optional() }) },
      responses: { 200: { description: 'A stream.', content: { 'text/event-stream': { schema: z.string() } } }, ...errors(401, 404) },
    },
  },
  '/api/v1/visits/{id}/photos/{photoId}': {
    put: {
      operationId: 'keep-visit-photo',
      tags: ['Visits'],
      summary: 'A picture taken in a visit, under the device’s own id; repeating it changes nothing',
      requestParams: { path: z.object({ id: z.uuid(), photoId: z.uuid() }), query: visitPhotoSchema },
      requestBody: { required: true, content: { 'image/*': { schema: z.string().meta({ format: 'binary' }) } } },
      responses: {
        201: json(z.object({ id: z.uuid() }), 'Kept.'),
        200: json(z.object({ id: z.uuid() }), 'It was here already.'),
        ...errors(401, 403, 404, 409, 413, 415, 422),
      },
    },
  },
  '/api/v1/workings': {
    get: {
      operationId: 'list-workings',
      tags: ['Workings'],
      summary: 'Every calculation with JSON Schemas of input and result',
      responses: {
        200: json(
          z.object({
            workings: z.array(
              z.object({
                id: z.string(),
                group: z.string(),
                title: z.string(),
                description: z.string(),
                input: z.looseObject({}),
                output: z.looseObject({}),
              }),
            ),
          }),
          'All workings.',
        ),
        ...errors(401),
      },
    },
  },
  ...Object.fromEntries(WORKINGS.map((w) => [`/api/v1/workings/${w.id}`, { post: workingOperation(w) }])),
  '/api/v1/workings/{id}/last': {
    put: {
      operationId: 'remember-working',
      tags: ['Workings'],
      summary: 'Keeps what one typed last, for the next time',
      requestParams: { path: z.object({ id: z.string() }) },
      requestBody: { required: true, content: { 'application/json': { schema: z.record(z.string(), z.unknown()) } } },
      responses: { 204: { description: 'Kept.' }, ...errors(400, 401, 403, 404, 413, 422) },
    },
  },
  '/api/health': {
    get: {
      operationId: 'health',
      tags: ['Operation'],
      summary: 'Whether the application and its database answer',
      security: [],
      responses: {
        200: json(z.object({ status: z.literal('ok'), version: z.string(), database: z.string() }), 'Well.'),
        503: json(z.looseObject({ status: z.string() }), 'The database is away.'),
      },
    },
  },
})

let made: ReturnType<typeof createDocument> | undefined

/** The whole API as an OpenAPI 3.1 document, made once from the schemas that check the requests. */
export const openApiDocument = () =>
  (made ??= createDocument({
    openapi: '3.1.0',
    info: {
      title: 'Lucerna',
      version: VERSION,
      description:
        'Numbers are SI with the unit in the key; a fraction of a gas is mol/mol, dry unless the key says wet. Missing is absent or null, never 0.',
    },
    security: [{ session: [] }],
    components: { securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'better-auth.session_token' } } },
    paths: paths(),
  }))
