import { isGoodAnswer } from '@lucerna/core/procedure'
import type { Report } from '@lucerna/core/report'
import { askText } from '@/ui/askText'
import { timeAt } from '@/ui/dates'
import { t } from '@/messages/all'
import { answered } from './answered'
import { List } from './List'

type Unit = Report['appliances'][number]

/** One point that was inspected: what was found before, if something else, and how it was left. */
export function Point({ of: o, timeZone }: { readonly of: Unit['observations'][number]; readonly timeZone: string }) {
  return (
    <>
      {askText(o)}:{' '}
      {o.before.length > 0 && t('report.before', { answers: o.before.map((b) => `${answered(b)} (${timeAt(b.at, timeZone)})`).join(', ') })}{' '}
      {isGoodAnswer(o.id, o.answer) ? answered(o) : <strong>{answered(o)}</strong>}
    </>
  )
}

/** What was inspected, in a line; what was or is not as it should be is spelled out. All of it is in the annex. */
export function Inspected({ appliance: a, timeZone }: { readonly appliance: Unit; readonly timeZone: string }) {
  if (a.observations.length === 0) return null
  const told = a.observations.filter((o) => o.before.length > 0 || !isGoodAnswer(o.id, o.answer))
  const count = a.observations.length
  return (
    <>
      <p className="mt-4">
        {told.length === 0 ? t('report.inspected-all', { count }) : t('report.inspected-but', { count, others: count - told.length })}
      </p>
      <List
        title={t('report.exceptions')}
        items={told.map((o) => (
          <Point key={o.id} of={o} timeZone={timeZone} />
        ))}
      />
    </>
  )
}
