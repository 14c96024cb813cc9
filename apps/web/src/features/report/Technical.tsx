import type { Report } from '@lucerna/core/report'
import { ApplianceReport } from './ApplianceReport'
import { List } from './List'
import { visitSections } from './sections'

/** What a colleague and a dispute want: figures, moves, defects with their actions, what was opened, skipped and overridden, and by which instruments. */
export function Technical({ model }: { readonly model: Report }) {
  return (
    <>
      {model.appliances.map((a) => (
        <ApplianceReport key={a.id} appliance={a} model={model} />
      ))}
      {visitSections(model).map((section) => (
        <List key={section.title} section={section} />
      ))}
    </>
  )
}
