import { z } from 'zod'
import type { ZodOpenApiPathsObject } from 'zod-openapi'
import {
  confirmationSchema,
  firmSchema,
  invitationSchema,
  memberSchema,
  preferenceSchema,
  setPasscodeSchema,
} from '@/features/people/schemas'
import { acceptedSchema } from '@/features/visit/client/post'
import { planSchema } from '@/features/visit/server/plan'
import { body, byId, idInPath, json, nothing, operation, version } from '@/server/openApiParts'
import { applianceSchema, siteSchema, supplySchema } from '../schemas'
import { newPhotoSchema } from './photos'

/** The registers, people and settings in the API document. */

const entry = z.looseObject({ id: z.uuid(), siteId: z.uuid(), version: z.number(), deletedAt: z.string().nullable() })
const page = z.object({ rows: z.array(z.looseObject({ id: z.uuid() })), next: z.string().nullable() })
const listQuery = z.object({
  q: z.string().optional(),
  burner: z.string().optional(),
  gas: z.string().optional(),
  state: z.string().optional(),
  after: z.string().optional(),
})

/** Read, write, remove and bring back: the same for every register. */
export const registerPaths = (name: string, path: string, schema: z.ZodType): ZodOpenApiPathsObject => ({
  [`/api/v1/${path}/{id}`]: {
    get: operation(`read-${name}`, ['Places'], `One ${name}, with its version as ETag`, ['200', json(entry, 'As stored.')], [404], byId),
    put: operation(
      `change-${name}`,
      ['Places'],
      `Writes all fields of a ${name}`,
      ['200', json(entry, 'As stored now.')],
      [400, 403, 404, 410, 412, 413, 422, 428],
      {
        requestParams: { path: idInPath, header: version },
        ...body(schema),
      },
    ),
    delete: operation(
      `remove-${name}`,
      ['Places'],
      `Removes a ${name}; it can be brought back`,
      ['200', json(entry, 'Marked as removed.')],
      [403, 404, 409],
      byId,
    ),
  },
  [`/api/v1/${path}/{id}/restore`]: {
    post: operation(`restore-${name}`, ['Places'], `Brings a removed ${name} back`, ['200', json(entry, 'Back.')], [403, 404, 422], byId),
  },
})
export const createOperation = (name: string, schema: z.ZodType, onSite: boolean) =>
  operation(`create-${name}`, ['Places'], `A new ${name}`, ['201', json(entry, 'Stored.')], [400, 403, 404, 413, 422], {
    ...(onSite && byId),
    description: 'The body may hold an `id` (UUIDv7) made where it was typed: sending it twice then makes one.',
    ...body(schema),
  })

export const placesPaths = (): ZodOpenApiPathsObject => ({
  '/api/v1/search': {
    get: operation(
      'search',
      ['Places'],
      'Everything that answers to some words, best first',
      [
        '200',
        json(z.object({ found: z.array(z.object({ kind: z.string(), id: z.string(), title: z.string(), detail: z.string() })) }), 'Found.'),
      ],
      [422],
      { requestParams: { query: z.object({ q: z.string(), kind: z.string().optional(), limit: z.int().min(1).max(50).optional() }) } },
    ),
  },
  '/api/v1/sites': {
    get: operation('list-sites', ['Places'], 'Sites by name, a page at a time', ['200', json(page, 'A page.')], [], {
      requestParams: { query: listQuery },
    }),
    post: createOperation('site', siteSchema, false),
  },
  ...registerPaths('site', 'sites', siteSchema),
  '/api/v1/sites/{id}/supplies': { post: createOperation('supply', supplySchema, true) },
  ...registerPaths('supply', 'supplies', supplySchema),
  '/api/v1/sites/{id}/appliances': { post: createOperation('appliance', applianceSchema, true) },
  '/api/v1/appliances': {
    get: operation('list-appliances', ['Places'], 'Appliances by next service, a page at a time', ['200', json(page, 'A page.')], [], {
      requestParams: { query: listQuery },
    }),
  },
  ...registerPaths('appliance', 'appliances', applianceSchema),
  '/api/v1/sites/{id}/contact': {
    get: operation(
      'export-contact',
      ['Personal data'],
      'What is kept about a site’s contact',
      ['200', json(z.looseObject({}), 'Open JSON.')],
      [403, 404],
      byId,
    ),
    delete: operation('erase-contact', ['Personal data'], 'Erases a site’s contact for good', ['204', nothing], [403, 404], byId),
  },
  '/api/v1/photos': {
    post: operation(
      'add-photo',
      ['Places'],
      'Keeps a photograph, made smaller and without what the camera wrote',
      ['201', json(z.object({ id: z.uuid() }), 'Kept.')],
      [403, 404, 413, 415, 422],
      {
        requestParams: { query: newPhotoSchema },
        requestBody: { required: true, content: { 'image/*': { schema: { type: 'string', format: 'binary' } } } },
      },
    ),
  },
  '/api/v1/photos/{id}': {
    get: operation(
      'read-photo',
      ['Places'],
      'The picture (`?size=small`)',
      ['200', { description: 'JPEG.', content: { 'image/jpeg': { schema: { type: 'string', format: 'binary' } } } }],
      [404, 410],
      {
        requestParams: { path: idInPath, query: z.object({ size: z.enum(['small', 'full']).optional() }) },
      },
    ),
    delete: operation('remove-photo', ['Places'], 'Takes it out of sight; `?forever=1` erases it', ['204', nothing], [403, 404], byId),
  },
  '/api/v1/photos/{id}/restore': {
    post: operation('restore-photo', ['Places'], 'Brings a photograph back', ['204', nothing], [403, 404, 410], byId),
  },
  '/api/v1/follow-ups/{id}': {
    put: operation('close-follow-up', ['Places'], 'Closes a follow-up with what was done', ['204', nothing], [400, 403, 404, 422], {
      ...byId,
      ...body(z.strictObject({ note: z.string().min(3).max(500) })),
    }),
    delete: operation('reopen-follow-up', ['Places'], 'Opens a follow-up again', ['204', nothing], [403, 404], byId),
  },
  '/api/v1/people': {
    get: operation(
      'list-people',
      ['People'],
      'The people of the firm',
      ['200', json(z.object({ people: z.array(z.looseObject({})) }), 'People.')],
      [],
    ),
  },
  '/api/v1/people/invitations': {
    post: operation(
      'invite',
      ['People'],
      'Invites somebody by mail',
      ['201', json(z.object({ id: z.uuid() }), 'In the outbox.')],
      [400, 403, 422],
      body(invitationSchema),
    ),
  },
  '/api/v1/people/invitations/{id}': {
    delete: operation('revoke-invitation', ['People'], 'Takes an invitation back', ['204', nothing], [403, 404], byId),
  },
  '/api/v1/people/{id}': {
    put: operation(
      'change-person',
      ['People'],
      'Changes role and licence',
      ['200', json(z.object({ version: z.number() }), 'Changed.')],
      [400, 403, 404, 409, 410, 412, 422, 428],
      {
        requestParams: { path: idInPath, header: version },
        ...body(memberSchema),
      },
    ),
    delete: operation('person-leaves', ['People'], 'Takes somebody out of the firm', ['204', nothing], [403, 404, 409], byId),
  },
  '/api/v1/people/{id}/restore': {
    post: operation('person-returns', ['People'], 'Takes somebody back', ['204', nothing], [403, 404, 410], byId),
  },
  '/api/v1/people/{id}/data': {
    get: operation(
      'export-person',
      ['Personal data'],
      'Everything kept about a person',
      ['200', json(z.looseObject({}), 'Open JSON.')],
      [403, 404],
      byId,
    ),
    delete: operation(
      'erase-person',
      ['Personal data'],
      'Erases what is personal of somebody who has left',
      ['204', nothing],
      [403, 404, 409],
      byId,
    ),
  },
  '/api/v1/mail/{id}': {
    get: operation(
      'read-letter',
      ['People'],
      'A letter of the outbox (RFC 5322)',
      ['200', { description: 'The letter.', content: { 'message/rfc822': { schema: { type: 'string' } } } }],
      [403, 404],
      byId,
    ),
  },
  '/api/v1/me/preferences': {
    put: operation('set-preferences', ['Oneself'], 'Units and tones', ['204', nothing], [400, 422], body(preferenceSchema)),
  },
  '/api/v1/me/passcode': {
    put: operation(
      'set-passcode',
      ['Oneself'],
      'The passcode for confirming work on another’s device',
      ['204', nothing],
      [400, 403, 422, 429],
      body(setPasscodeSchema),
    ),
  },
  '/api/v1/me/sessions': {
    delete: operation(
      'sign-out-everywhere',
      ['Oneself'],
      'Signs out everywhere; `?but=here` keeps this one',
      ['200', json(z.object({ ended: z.number() }), 'Signed out.')],
      [],
      {
        requestParams: { query: z.object({ but: z.literal('here').optional() }) },
      },
    ),
  },
  '/api/v1/me/sessions/{id}': { delete: operation('end-session', ['Oneself'], 'Signs one session out', ['204', nothing], [404], byId) },
  '/api/v1/firm': {
    put: operation(
      'change-firm',
      ['People'],
      'The practice of the firm',
      ['200', json(z.object({ version: z.number() }), 'Changed.')],
      [400, 403, 412, 422, 428],
      {
        requestParams: { header: version },
        ...body(firmSchema),
      },
    ),
  },
  '/api/v1/visits/{id}/confirmations': {
    post: operation(
      'confirm-by-passcode',
      ['Visits'],
      'A licensed person confirms work on another’s device',
      ['200', json(acceptedSchema, 'Confirmed.')],
      [400, 403, 404, 422, 429],
      {
        ...byId,
        ...body(confirmationSchema),
      },
    ),
  },
})

/** The change of a planned visit; it stands beside the reading of one. */
export const changePlanOperation = operation(
  'change-plan',
  ['Visits'],
  'Who goes, when, and the remark, before the visit begins',
  ['204', nothing],
  [400, 403, 404, 409, 422],
  {
    ...byId,
    ...body(planSchema),
  },
)
