import type { Report, Safety } from '@lucerna/core/report'
import { BeadSign } from '@/ui/Gauge'
import { t } from '@/messages/all'
import { Pieces } from './List'
import { summaryWords } from './summaryWords'

const LOOK: Readonly<Record<Safety, { readonly sign: 'inside' | 'edge' | 'outside' | 'none'; readonly tone: string }>> = {
  safe: { sign: 'inside', tone: 'text-info' },
  attention: { sign: 'edge', tone: 'text-warning' },
  'not-in-service': { sign: 'outside', tone: 'text-error' },
  open: { sign: 'none', tone: 'quiet' },
  'at-risk': { sign: 'outside', tone: 'text-error' },
  danger: { sign: 'outside', tone: 'text-error' },
}
const STATUSES = ['inside', 'edge', 'outside'] as const

/**
 * The half page that answers: safe or not, how it was left, what was found, what was done, what is to be done by when, and the next service.
 *
 * @param plain for the customer: without how many figures lie where
 */
export function ReportSummary({ model, plain = false }: { readonly model: Report; readonly plain?: boolean }) {
  const { safety, headline, rows, readings, next } = summaryWords(model)
  const { sign, tone } = LOOK[safety]
  const none = STATUSES.every((s) => readings[s] === 0)
  return (
    <section aria-labelledby="summary" className="keep mt-5">
      <h3 id="summary" className={`flex items-center gap-3 text-2xl font-semibold ${tone}`}>
        <BeadSign status={sign} size={26} />
        {headline}
      </h3>
      <dl className="mt-3 grid gap-x-6 sm:grid-cols-[8.5rem_1fr] sm:gap-y-3">
        {rows.map(({ label, items }) => (
          <div key={label} className="contents">
            <dt className="font-semibold">{label}</dt>
            <dd className="max-sm:mb-3">
              <ul>
                {items.map(({ parts }, i) => (
                  <li key={i}>
                    <Pieces of={parts} />
                  </li>
                ))}
              </ul>
            </dd>
          </div>
        ))}
        {!plain && (
          <>
            <dt className="font-semibold">{t('report.sum.readings')}</dt>
            <dd className="flex flex-wrap gap-x-5 max-sm:mb-3">
              {STATUSES.map(
                (status) =>
                  readings[status] > 0 && (
                    <span key={status} className="flex items-center gap-1.5">
                      <BeadSign status={status} size={13} />
                      {t(`report.sum.${status}`, { count: readings[status] })}
                    </span>
                  ),
              )}
              {none && t('report.sum.no-readings')}
            </dd>
          </>
        )}
        {next && (
          <>
            <dt className="font-semibold">{t('report.sum.next')}</dt>
            <dd className="font-semibold">{next}</dd>
          </>
        )}
      </dl>
    </section>
  )
}
