import { z } from 'zod'
import { inFirm } from '@/db/client'
import { linkUrl, standingLink } from '@/features/label/links'
import { BY_ID, endpoint } from '@/server/endpoint'

export const POST = endpoint(
  {
    operationId: 'lid-label-link',
    tag: 'Places',
    summary: 'The link of a lid label: the standing one, or a new one',
    path: BY_ID,
    may: 'label.print',
    ok: { 200: [z.object({ token: z.string(), url: z.url() }), 'The link.'] },
  },
  async ({ actor, path, now }) => {
    const token = await inFirm(actor, (tx) => standingLink(tx, actor, path.id, now))
    return { token, url: linkUrl(token) }
  },
)
