import type { Report } from '@lucerna/core/report'
import { t } from '@/messages/all'
import { List } from './List'
import type { Section } from './parts'

const CLASSES = ['danger-now', 'at-risk', 'attention'] as const

/** For the customer: what the words of the page above mean, and when to call whom. */
export function meaningSections(model: Report): Section[] {
  const used = CLASSES.filter((c) => model.defects.some((d) => d.class === c))
  return [
    { title: t('report.means'), items: used.map((c) => ({ parts: [t(`report.means.${c}`)] })) },
    { title: t('report.call'), items: [{ parts: [t('report.call.firm', { firm: model.firmName })] }, { parts: [t('report.call.alarm')] }] },
  ]
}

export function Meaning({ model }: { readonly model: Report }) {
  return (
    <>
      {meaningSections(model).map((section) => (
        <List key={section.title} section={section} />
      ))}
    </>
  )
}
