import { z } from 'zod'
import { inFirm } from '@/db/client'
import { changeCalendar } from '@/features/today/server/calendar'
import { DONE, endpoint } from '@/server/endpoint'

export const POST = endpoint(
  {
    operationId: 'make-calendar',
    tag: 'Oneself',
    summary: 'A new secret address for calendar programs (iCalendar); one made before ends',
    ok: { 200: [z.object({ address: z.string().nullable() }), 'The address.'] },
  },
  async ({ actor, now }) => ({ address: await inFirm(actor, (tx) => changeCalendar(tx, actor, 'new', now)) }),
)

export const DELETE = endpoint(
  { operationId: 'end-calendar', tag: 'Oneself', summary: 'Ends the address for calendar programs', ok: { 204: DONE } },
  async ({ actor, now }) => void (await inFirm(actor, (tx) => changeCalendar(tx, actor, 'none', now))),
)
