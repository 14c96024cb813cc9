import { inFirm } from '@/db/client'
import { isLabelSize, labelModel } from '@/features/label/model'
import { linksOf, linkUrl } from '@/features/label/links'
import { appliancePage } from '@/features/places/server/pages'
import { ApiProblem } from '@/server/problem'
import { apiRoute, pathId } from '@/server/route'
import { t } from '@/messages/all'

/** The lid label as PDF: `?size=small|medium|large`. Its link has to be made first. */
export const GET = (request: Request, context: { readonly params: Promise<{ id: string }> }): Promise<Response> =>
  apiRoute(request, async (actor) => {
    const id = pathId((await context.params).id)
    const size = new URL(request.url).searchParams.get('size') ?? 'medium'
    if (!isLabelSize(size))
      throw new ApiProblem(422, 'invalid-fields', t('field.some-wrong'), [{ path: 'size', message: t('field.choose') }])
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
  })
