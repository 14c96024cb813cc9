import { z } from 'zod'
import { inFirm } from '@/db/client'
import { memberSchema } from '@/features/people/schemas'
import { changeMember, markMember } from '@/features/people/server/members'
import { answered, BY_ID, DONE, endpoint } from '@/server/endpoint'
import { etag } from '@/server/fields'

export const PUT = endpoint(
  {
    operationId: 'change-person',
    tag: 'People',
    summary: 'Changes role and licence',
    path: BY_ID,
    may: 'people.manage',
    version: true,
    body: memberSchema,
    ok: { 200: [z.object({ version: z.number() }), 'Changed.'] },
    problems: [409, 410],
  },
  async ({ actor, path, body, version, now }) => {
    const next = await inFirm(actor, (tx) => changeMember(tx, actor, path.id, body, version, now))
    return answered({ version: next }, { headers: etag(next) })
  },
)

export const DELETE = endpoint(
  {
    operationId: 'person-leaves',
    tag: 'People',
    summary: 'Takes somebody out of the firm',
    path: BY_ID,
    may: 'people.manage',
    ok: { 204: DONE },
    problems: [409],
  },
  ({ actor, path, now }) => inFirm(actor, (tx) => markMember(tx, actor, path.id, true, now)),
)
