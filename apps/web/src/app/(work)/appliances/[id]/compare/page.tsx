import { Link } from '@/ui/Link'
import { compareVisits } from '@/features/places/appliance/compare'
import { VisitChoice } from '@/features/places/appliance/VisitChoice'
import { appliancePage } from '@/features/places/server/pages'
import { requireActor } from '@/server/actor'
import { foundOrNot, titled } from '@/server/page'
import { dateAt } from '@/ui/dates'
import { figure, spanText, unitText } from '@/ui/figures'
import { BeadSign } from '@/ui/Gauge'
import { Frame } from '@/features/frame/Frame'
import { WideTable } from '@/ui/WideTable'
import { t } from '@/messages/all'

export const generateMetadata = titled('compare.title')

export default async function ComparePage({
  params,
  searchParams,
}: {
  readonly params: Promise<{ id: string }>
  readonly searchParams: Promise<{ a?: string; b?: string }>
}) {
  const { id } = await params
  const actor = await requireActor(`/appliances/${id}/compare`)
  const page = await foundOrNot(id, (known) => appliancePage(actor, known))
  const wish = await searchParams
  const closed = page.visits.filter((v) => v.status === 'closed')
  const later = closed.find((v) => v.id === wish.b) ?? closed[0]
  const earlier = closed.find((v) => v.id === wish.a) ?? closed.find((v) => v.id !== later?.id)
  const rows = earlier && later ? compareVisits(page, earlier.id, later.id) : []
  const options = closed.map((v) => ({
    id: v.id,
    label: `${dateAt(v.closedAt ?? v.plannedFor, page.site.timeZone)}${v.by ? `, ${v.by}` : ''}`,
  }))
  return (
    <Frame title={t('compare.title')} subtitle={`${page.card.maker} ${page.appliance.name}`} here="places" person={actor}>
      <div className="mx-auto flex max-w-4xl flex-col gap-6 p-4 lg:py-8">
        <Link href={`/appliances/${page.appliance.id}`} className="btn self-start btn-ghost text-primary">
          {t('compare.back')}
        </Link>
        {earlier && later ? (
          <>
            <VisitChoice applianceId={page.appliance.id} a={earlier.id} b={later.id} options={options} />
            {rows.length === 0 ? (
              <p className="border-y hairline py-8 text-center quiet">{t('compare.nothing')}</p>
            ) : (
              <WideTable label={t('compare.title')}>
                <thead>
                  <tr className="border-b hairline text-sm quiet">
                    {(['figure', 'a', 'b', 'change'] as const).map((c) => (
                      <th key={c} scope="col" className={`py-2 pr-4 font-normal ${c === 'figure' ? '' : 'text-right'}`}>
                        {t(`compare.${c}`)}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {rows.map((r) => (
                    <tr key={r.key} className="border-b hairline">
                      <td className="py-2 pr-4">
                        {r.name} <span className="text-sm quiet">{unitText(r.measurandId, page.units)}</span>
                      </td>
                      {[r.a, r.b].map((v, i) => (
                        <td key={i} className="py-2 pr-4 text-right">
                          {v ? (
                            <span className="inline-flex items-center justify-end gap-2">
                              <BeadSign status={v.status} side={v.side} size={13} />
                              <span className="sr-only">{v.said}</span>
                              <span className="figure text-xl">{figure(r.measurandId, v.valueSi, page.units)}</span>
                            </span>
                          ) : (
                            <span className="quiet">–</span>
                          )}
                        </td>
                      ))}
                      <td className="py-2 text-right whitespace-nowrap">
                        {r.changeSi === null
                          ? ''
                          : r.changeSi === 0
                            ? t('compare.same')
                            : `${r.changeSi > 0 ? '+' : '−'}${spanText(r.measurandId, Math.abs(r.changeSi), page.units)}`}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </WideTable>
            )}
          </>
        ) : (
          <p className="border-y hairline py-12 text-center quiet">{t('compare.too-few')}</p>
        )}
      </div>
    </Frame>
  )
}
