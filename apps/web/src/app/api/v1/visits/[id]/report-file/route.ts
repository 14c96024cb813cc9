import { z } from 'zod'
import { drawReport, reportOf, reportPictures } from '@/features/report/server'
import { reportSlip } from '@/features/report/slip'
import { BY_ID, endpoint } from '@/server/endpoint'
import { ApiProblem } from '@/server/problem'
import { dialectOfUnits, writePageIn } from '@/ui/dialect'
import { t } from '@/messages/all'

export const GET = endpoint(
  {
    operationId: 'report-file',
    tag: 'Visits',
    summary: 'The report of a visit as PDF, or as a slip of 40 columns; a preview while the visit is open',
    path: BY_ID,
    query: z.object({
      as: z.enum(['pdf', 'slip'], 'field.choose').default('pdf'),
      paper: z.enum(['a4', 'letter'], 'field.choose').default('a4'),
      for: z.enum(['technician', 'customer'], 'field.choose').default('technician'),
      version: z.coerce.number().int().min(1).max(9999).optional(),
    }),
    ok: { 200: [{ 'application/pdf': z.string(), 'text/plain': z.string() }, 'The report.'] },
  },
  async ({ actor, path, query, now }) => {
    const shown = await reportOf(actor, path.id, now, query.version)
    if (!shown) throw new ApiProblem(404, 'not-found', t('share.not-closed'))
    if (shown.frozen) writePageIn(dialectOfUnits(shown.model.practice.units))
    const headers = (type: string, end: string) => ({
      'content-type': type,
      'content-disposition': `inline; filename="report-${path.id.slice(-8)}.${end}"`,
      'cache-control': 'no-store',
    })
    if (query.as === 'slip')
      return new Response(reportSlip(shown.model, shown.frozen), { headers: headers('text/plain; charset=utf-8', 'txt') })
    const pictures = await reportPictures(actor, shown.model)
    const { model, frozen, customerName } = shown
    const pdf = await drawReport(model, frozen, { paper: query.paper, customer: query.for === 'customer', pictures, customerName })
    return new Response(new Uint8Array(pdf), { headers: headers('application/pdf', 'pdf') })
  },
)
