import { z } from 'zod'
import { inFirm } from '@/db/client'
import { invitationSchema } from '@/features/people/schemas'
import { invite } from '@/features/people/server/invitations'
import { endpoint } from '@/server/endpoint'

export const POST = endpoint(
  {
    operationId: 'invite',
    tag: 'People',
    summary: 'Invites somebody by mail',
    may: 'people.manage',
    body: invitationSchema,
    ok: { 201: [z.object({ id: z.uuid() }), 'In the outbox.'] },
    problems: [409],
  },
  async ({ actor, body, now }) => ({ id: await inFirm(actor, (tx) => invite(tx, actor, body, now)) }),
)
