import { z } from 'zod'
import type { ZodOpenApiOperationObject, ZodOpenApiResponseObject } from 'zod-openapi'

/** What every operation of the API document is built from. */

const problemSchema = z
  .object({
    type: z.string(),
    title: z.string(),
    status: z.number(),
    detail: z.string(),
    errors: z.array(z.object({ path: z.string(), message: z.string(), index: z.number().optional(), code: z.string().optional() })),
  })
  .meta({ id: 'Problem', description: 'RFC 9457 problem details.' })

export const json = (schema: z.ZodType, description: string) => ({ description, content: { 'application/json': { schema } } })
const problem = (description: string) => ({ description, content: { 'application/problem+json': { schema: problemSchema } } })

const REASONS = {
  400: 'The body is not JSON.',
  401: 'Not signed in.',
  403: 'The role may not do this, or the request comes from another site.',
  404: 'Not there, or another firm’s.',
  409: 'In conflict with what is stored: the same id with other content, an ending that the rules forbid, something still in use.',
  410: 'Removed, erased, used up or run out.',
  412: 'Changed meanwhile: `current` and `version` say what is stored now.',
  413: 'The body is too large.',
  415: 'Not a picture that can be read.',
  422: 'Something in it is wrong: errors name the field and what is allowed.',
  428: 'If-Match is missing.',
  429: 'Too many tries; wait.',
}
export type ErrorStatus = keyof typeof REASONS

export const errors = (...codes: ErrorStatus[]) => Object.fromEntries(codes.map((code) => [String(code), problem(REASONS[code])]))

export const idInPath = z.object({ id: z.uuid() })

/** The ETag that an edit was made from. */
export const version = z.object({ 'if-match': z.string().meta({ description: 'The ETag that the edit was made from, as "3".' }) })
export const nothing = { description: 'Done.' }

/** One operation: its answer when all is well, and the problems it can meet beside not being signed in. */
export function operation(
  operationId: string,
  tags: [string],
  summary: string,
  ok: [status: '200' | '201' | '202' | '204', answer: ZodOpenApiResponseObject],
  problems: ErrorStatus[],
  more: Partial<ZodOpenApiOperationObject> = {},
): ZodOpenApiOperationObject {
  return { operationId, tags, summary, responses: { [ok[0]]: ok[1], ...errors(401, ...problems) }, ...more }
}
export const body = (schema: z.ZodType) => ({ requestBody: { required: true, content: { 'application/json': { schema } } } })
export const byId = { requestParams: { path: idInPath } }
