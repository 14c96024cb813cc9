import { isGoodAnswer } from '@lucerna/core/procedure'
import type { Report } from '@lucerna/core/report'
import { t } from '@/messages/all'
import { List } from './List'
import type { Section } from './parts'
import { pointItem } from './sections'

type Unit = Report['appliances'][number]

/** What was inspected, in a line, with what was or is not as it should be; null where nothing was. */
export function inspected(a: Unit, timeZone: string): { readonly said: string; readonly exceptions: Section } | null {
  const count = a.observations.length
  if (count === 0) return null
  const told = a.observations.filter((o) => o.before.length > 0 || !isGoodAnswer(o.id, o.answer))
  return {
    said: told.length === 0 ? t('report.inspected-all', { count }) : t('report.inspected-but', { count, others: count - told.length }),
    exceptions: { title: t('report.exceptions'), items: told.map((o) => pointItem(o, timeZone)) },
  }
}

/** What was inspected, in a line; what was or is not as it should be is spelled out. All of it is in the annex. */
export function Inspected({ appliance: a, timeZone }: { readonly appliance: Unit; readonly timeZone: string }) {
  const found = inspected(a, timeZone)
  if (!found) return null
  return (
    <>
      <p className="mt-4">{found.said}</p>
      <List section={found.exceptions} />
    </>
  )
}
