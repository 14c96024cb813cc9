import { z } from 'zod'
import { inFirm } from '@/db/client'
import { linksOf, linkUrl } from '@/features/label/links'
import { LABEL_SIZES, labelModel, type LabelSize } from '@/features/label/model'
import { appliancePage } from '@/features/places/server/pages'
import { BY_ID, endpoint } from '@/server/endpoint'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

const SIZES = Object.keys(LABEL_SIZES) as [LabelSize, ...LabelSize[]]

export const GET = endpoint(
  {
    operationId: 'lid-label',
    tag: 'Places',
    summary: 'The lid label as PDF; its link has to be made first',
    path: BY_ID,
    query: z.object({ size: z.enum(SIZES, 'field.choose').default('medium') }),
    ok: { 200: ['application/pdf', 'The label.'] },
    problems: [409],
  },
  async ({ actor, path: { id }, query: { size } }) => {
    const page = await appliancePage(actor, id)
    if (!page) throw new ApiProblem(404, 'not-found', t('register.not-there'))
    const standing = (await inFirm(actor, (tx) => linksOf(tx, actor.firmId, id))).find((l) => l.revokedAt === null)
    if (!standing) throw new ApiProblem(409, 'no-link', t('label.no-link'))
    // The drawing is large and seldom needed: loaded when the first label is.
    const { labelPdf } = await import('@/features/label/pdf')
    const pdf = await labelPdf(labelModel(page, actor.firmName, linkUrl(standing.token), size), size)
    return new Response(new Uint8Array(pdf), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `inline; filename="label-${size}.pdf"`,
        'cache-control': 'no-store',
      },
    })
  },
)
