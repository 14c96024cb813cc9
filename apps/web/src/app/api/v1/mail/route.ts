import { inFirm } from '@/db/client'
import { DONE, endpoint } from '@/server/endpoint'
import { sendTestLetter } from '@/server/mail'

export const POST = endpoint(
  {
    operationId: 'send-test-letter',
    tag: 'People',
    summary: 'Writes a letter to oneself, to see whether letters arrive',
    may: 'mail.read',
    ok: { 204: DONE },
  },
  ({ actor, now }) => inFirm(actor, (tx) => sendTestLetter(tx, actor, now)),
)
