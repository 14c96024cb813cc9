import { inFirm } from '@/db/client'
import { resetSecondFactor } from '@/features/people/server/members'
import { BY_ID, DONE, endpoint } from '@/server/endpoint'

export const DELETE = endpoint(
  {
    operationId: 'reset-second-factor',
    tag: 'People',
    summary: 'Takes the second factor off somebody who lost it',
    path: BY_ID,
    may: 'people.manage',
    ok: { 204: DONE },
    problems: [409],
  },
  ({ actor, path, now }) => inFirm(actor, (tx) => resetSecondFactor(tx, actor, path.id, now)),
)
