import { inFirm } from '@/db/client'
import { BY_ID, endpoint } from '@/server/endpoint'
import { letterFile } from '@/server/mail'

export const GET = endpoint(
  {
    operationId: 'read-letter',
    tag: 'People',
    summary: 'A letter of the outbox (RFC 5322)',
    path: BY_ID,
    may: 'mail.read',
    ok: { 200: ['message/rfc822', 'The letter.'] },
  },
  async ({ actor, path: { id } }) =>
    new Response(new Uint8Array(await inFirm(actor, (tx) => letterFile(tx, actor, id))), {
      headers: { 'content-type': 'message/rfc822', 'content-disposition': `attachment; filename="${id}.eml"`, 'cache-control': 'no-store' },
    }),
)
