import type { Report } from '@lucerna/core/report'
import { t } from '@/messages/all'
import { List } from './List'

const CLASSES = ['danger-now', 'at-risk', 'attention'] as const

/** For the customer: what the words of the page above mean, and when to call whom. */
export function Meaning({ model }: { readonly model: Report }) {
  const used = CLASSES.filter((c) => model.defects.some((d) => d.class === c))
  return (
    <>
      <List title={t('report.means')} items={used.map((c) => t(`report.means.${c}`))} />
      <List title={t('report.call')} items={[t('report.call.firm', { firm: model.firmName }), t('report.call.alarm')]} />
    </>
  )
}
