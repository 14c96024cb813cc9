import { inFirm } from '@/db/client'
import { markMember } from '@/features/people/server/members'
import { BY_ID, DONE, endpoint } from '@/server/endpoint'

export const POST = endpoint(
  {
    operationId: 'person-returns',
    tag: 'People',
    summary: 'Takes somebody back',
    path: BY_ID,
    may: 'people.manage',
    ok: { 204: DONE },
    problems: [409, 410],
  },
  ({ actor, path, now }) => inFirm(actor, (tx) => markMember(tx, actor, path.id, false, now)),
)
