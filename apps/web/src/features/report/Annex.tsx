import { isTold, type Report } from '@lucerna/core/report'
import { t } from '@/messages/all'
import { List } from './List'
import { ReadingsTable, WorkedOut } from './ReadingsTable'
import { pointItem } from './sections'

/** All that a reader need not see to know how it stands, but may want to prove: every point that was inspected, and figures without a limit. */
export function Annex({ model }: { readonly model: Report }) {
  const several = model.appliances.length > 1
  const units = model.appliances.filter((a) => a.observations.length > 0 || a.lines.some((l) => !isTold(l)))
  if (units.length === 0) return null
  return (
    <section className="mt-8 border-t-2 border-primary pt-4 text-sm print:break-before-page">
      <h3 className="text-lg font-semibold">{t('report.annex')}</h3>
      {units.map((a) => {
        const rest = a.lines.filter((l) => !isTold(l))
        const together = a.observations.filter((o) => o.together).length
        return (
          <div key={a.id} className="mt-3">
            {several && <h4 className="font-semibold">{a.name}</h4>}
            <ReadingsTable lines={rest.filter((l) => !l.computed)} rates={a.rates} model={model} />
            <WorkedOut lines={rest.filter((l) => l.computed)} rates={a.rates} units={model.practice.units} />
            <List section={{ title: t('report.observed'), inline: true, items: a.observations.map((o) => pointItem(o, model.timeZone)) }} />
            {together > 0 && <p className="mt-1 text-xs quiet">{t('report.together', { count: together, of: a.observations.length })}</p>}
          </div>
        )
      })}
    </section>
  )
}
