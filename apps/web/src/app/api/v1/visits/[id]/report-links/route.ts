import { z } from 'zod'
import { inFirm } from '@/db/client'
import { linkUrl } from '@/features/label/links'
import { shareSchema } from '@/features/report/schemas'
import { sharesOf, shareReport } from '@/features/report/server/share'
import { BY_ID, endpoint } from '@/server/endpoint'

export const GET = endpoint(
  {
    operationId: 'report-links',
    tag: 'Visits',
    summary: 'With which links the report of a visit was shared',
    path: BY_ID,
    may: 'report.share',
    ok: {
      200: [
        z.object({
          links: z.array(
            z.object({
              token: z.string(),
              url: z.url(),
              createdAt: z.iso.datetime(),
              expiresAt: z.iso.datetime(),
              revokedAt: z.iso.datetime().nullable(),
              by: z.string(),
            }),
          ),
          email: z.string().nullable(),
        }),
        'The newest first; and the address of the site’s contact.',
      ],
    },
  },
  async ({ actor, path }) => {
    const { links, email } = await inFirm(actor, (tx) => sharesOf(tx, actor.firmId, path.id))
    return { email, links: links.map((l) => ({ ...l, url: linkUrl(l.token) })) }
  },
)

export const POST = endpoint(
  {
    operationId: 'share-report',
    tag: 'Visits',
    summary: 'Makes a link with which a customer reads the report, and writes it to them if wished',
    path: BY_ID,
    may: 'report.share',
    body: shareSchema,
    ok: { 201: [z.object({ token: z.string(), url: z.url(), expiresAt: z.iso.datetime() }), 'The link.'] },
    problems: [409],
  },
  async ({ actor, path, body, now }) => {
    const made = await inFirm(actor, (tx) => shareReport(tx, actor, path.id, body, now))
    return { ...made, url: linkUrl(made.token) }
  },
)
