import { type Working, WORKINGS } from '@lucerna/core/workings'
import { z } from 'zod'
import { createDocument, type ZodOpenApiPathsObject } from 'zod-openapi'
import '@/messages/all'
import { lineSchema, sensitivitySchema, warningSchema } from '@/features/workings/server/compute'
import { schemasOf } from '@/features/workings/server/describe'
import { type Description, operationOf } from '@/server/endpoint'
import { SESSION_COOKIE } from '@/server/sessionCookie'
import { VERSION } from '@/server/version'
import { wordsFor } from '@/ui/words'
import { ROUTES } from './routes'

/** One working's own operation, with its fields and ranges; all are answered at the same address. */
function describedWorking(general: Description, working: Working): Description {
  const { input, result } = schemasOf(working)
  return {
    ...general,
    operationId: `working-${working.id}`,
    summary: wordsFor(`calculation.${working.id}.title`),
    description: wordsFor(`calculation.${working.id}.what`),
    body: z.strictObject({
      input,
      uncertainty: z
        .record(z.string(), z.number().min(0))
        .optional()
        .meta({ description: 'Standard uncertainties of numeric inputs, SI; without it the usual ones.' }),
    }),
    ok: {
      200: [
        z.object({
          result,
          uncertainty: z.record(z.string(), z.number()).meta({ description: 'Standard uncertainty (k = 1) of numeric results, SI.' }),
          sensitivity: sensitivitySchema,
          working: z.array(lineSchema),
          warnings: z.array(warningSchema),
        }),
        'The result with its uncertainty, working and warnings.',
      ],
    },
  }
}

/** Addresses that are no endpoints: they answer before anybody has signed in, and while the database is away. */
const HEALTH: ZodOpenApiPathsObject = {
  '/api/health': {
    get: {
      operationId: 'health',
      tags: ['Operation'],
      summary: 'Whether the application and its database answer',
      security: [],
      responses: {
        200: {
          description: 'Well.',
          content: { 'application/json': { schema: z.object({ status: z.literal('ok'), version: z.string(), database: z.string() }) } },
        },
        503: {
          description: 'The database is away.',
          content: { 'application/json': { schema: z.looseObject({ status: z.string() }) } },
        },
      },
    },
  },
  '/api/ready': {
    get: {
      operationId: 'ready',
      tags: ['Operation'],
      summary: 'Whether this process should get requests',
      security: [],
      responses: {
        200: { description: 'It should.', content: { 'application/json': { schema: z.object({ status: z.literal('ready') }) } } },
        503: {
          description: 'It ends, has no database, or the database is not migrated yet.',
          content: { 'application/json': { schema: z.object({ status: z.enum(['leaving', 'database', 'migration']) }) } },
        },
      },
    },
  },
  '/api/metrics': {
    get: {
      operationId: 'metrics',
      tags: ['Operation'],
      summary: 'What this process measures, for a collector',
      security: [{ operator: [] }],
      responses: {
        200: { description: 'The text format of Prometheus.', content: { 'text/plain': { schema: z.string() } } },
        401: { description: 'Not who runs the server.' },
      },
    },
  },
}

async function paths(): Promise<ZodOpenApiPathsObject> {
  const all: ZodOpenApiPathsObject = {}
  for (const [route, load] of Object.entries(ROUTES)) {
    const handlers = Object.entries(await load())
    const address = `/api/v1/${route.replaceAll(/\[(\w+)\]/g, '{$1}')}`
    const operations = (change: (described: Description) => Description = (d) => d) =>
      Object.fromEntries(handlers.map(([method, handler]) => [method.toLowerCase(), operationOf(method, change(handler.description))]))
    if (route !== 'workings/[id]') all[address] = operations()
    else
      for (const working of WORKINGS) all[address.replace('{id}', working.id)] = operations((d) => pathless(describedWorking(d, working)))
  }
  return { ...all, ...HEALTH }
}

/** The id stands in the address already. */
const pathless = ({ path: _, ...description }: Description): Description => ({ ...description, problems: [404] })

let made: ReturnType<typeof createDocument> | undefined

/** The whole API as an OpenAPI 3.1 document, made once from the descriptions that check the requests. */
export const openApiDocument = async () =>
  (made ??= createDocument({
    openapi: '3.1.0',
    info: {
      title: 'Lucerna',
      version: VERSION,
      description:
        'Numbers are SI with the unit in the key; a fraction of a gas is mol/mol, dry unless the key says wet. Missing is absent or null, never 0.',
    },
    security: [{ session: [] }],
    components: {
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: SESSION_COOKIE }, operator: { type: 'http', scheme: 'basic' } },
    },
    paths: await paths(),
  }))
