import { z } from 'zod'
import { inFirm } from '@/db/client'
import { DONE, endpoint } from '@/server/endpoint'
import { sendTestLetter } from '@/server/mail'
import { mailServerOf, mailServerSchema, removeMailServer, setMailServer } from '@/server/mailServer'

const shown = z.object({
  server: z.object({ host: z.string(), port: z.number(), username: z.string(), from: z.string() }).nullable(),
})

export const GET = endpoint(
  {
    operationId: 'mail-server',
    tag: 'People',
    summary: 'By which mail server letters of the firm leave; its password is never shown',
    may: 'firm.settings',
    ok: { 200: [shown, 'Null: that of this installation, if there is one.'] },
  },
  async ({ actor }) => ({ server: await inFirm(actor, (tx) => mailServerOf(tx, actor.firmId)) }),
)

export const PUT = endpoint(
  {
    operationId: 'set-mail-server',
    tag: 'People',
    summary: 'Lets letters of the firm leave by a mail server of its own, and writes a test letter to who set it',
    may: 'firm.settings',
    body: mailServerSchema,
    ok: { 204: DONE },
  },
  ({ actor, body, now }) =>
    inFirm(actor, async (tx) => {
      await setMailServer(tx, actor, body, now)
      await sendTestLetter(tx, actor, now)
    }),
)

export const DELETE = endpoint(
  {
    operationId: 'remove-mail-server',
    tag: 'People',
    summary: 'Letters of the firm leave as those of others on this installation',
    may: 'firm.settings',
    ok: { 204: DONE },
  },
  ({ actor, now }) => inFirm(actor, (tx) => removeMailServer(tx, actor, now)),
)
