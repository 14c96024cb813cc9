import { isTold, type Report } from '@lucerna/core/report'
import { BeadSign } from '@/ui/Gauge'
import { Provisional } from '@/ui/Provisional'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { Inspected } from './Inspected'
import { isMeant } from './isMeant'
import { List } from './List'
import { ReadingsTable, WorkedOut } from './ReadingsTable'
import { applianceSections, faultSections, reportedSections } from './sections'

/** What one appliance was found as and left as, and what it says. */
export function ApplianceReport({ appliance: a, model }: { readonly appliance: Report['appliances'][number]; readonly model: Report }) {
  const good = a.outcome === 'in-normal-service'
  // What has a limit or a meaning of its own; the rest is in the annex.
  const told = a.lines.filter(isTold)
  return (
    <section className="mt-5">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1">
        <h3 className="text-xl font-semibold">
          {a.name}{' '}
          <span className="text-base font-normal quiet">
            {a.serial} · {a.position} · {wordsFor(`gas.${a.gas}`)}
            {a.altitudeM >= 600 ? ` · ${Math.round(a.altitudeM)} m` : ''}
          </span>
        </h3>
        <p
          className={`flex items-center gap-2 text-lg font-semibold ${good ? 'text-info' : a.outcome === 'open' ? 'quiet' : 'text-error'}`}
        >
          <BeadSign status={good ? 'inside' : a.outcome === 'open' ? 'none' : 'outside'} size={18} />
          {wordsFor(`outcome.${a.outcome}`)}
        </p>
      </div>
      {a.outcomeReason && <p>{a.outcomeReason}</p>}
      <p className="text-sm quiet">{t('report.card', { doc: a.card.document, version: a.card.version })}</p>
      {a.card.provisional && <Provisional why />}
      {[...reportedSections(a, model), ...faultSections(a, model)].map((section) => (
        <List key={section.title} section={section} />
      ))}
      <ReadingsTable lines={told.filter((l) => !isMeant(l))} rates={a.rates} model={model} />
      <WorkedOut lines={told.filter(isMeant)} rates={a.rates} units={model.practice.units} />
      <p className="mt-1 text-xs quiet">{t('report.legend')}</p>
      <Inspected appliance={a} timeZone={model.timeZone} />
      {applianceSections(a, model).map((section) => (
        <List key={section.title} section={section} />
      ))}
    </section>
  )
}
