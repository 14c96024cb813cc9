import type { Report } from '@lucerna/core/report'
import type { ReactNode } from 'react'
import { dateAt, timeAt } from '@/ui/dates'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { ApplianceReport } from './ApplianceReport'
import { List } from './List'

/** What a colleague and a dispute want: figures, moves, defects with their actions, what was opened, skipped and overridden, and by which instruments. */
export function Technical({ model }: { readonly model: Report }) {
  return (
    <>
      {model.appliances.map((a) => (
        <ApplianceReport key={a.id} appliance={a} model={model} />
      ))}
      <List
        title={t('report.defects')}
        empty={t('report.no-defects')}
        items={model.defects.map((d) => (
          <>
            <b>{wordsFor(`defect.${d.class}`)}</b>: {d.text}
            {d.appliance && ` (${d.appliance})`}
            {d.action && ` · ${d.action}`}
            {d.mended && ` · ${t('report.mended', { how: d.mended })}`}
          </>
        ))}
      />
      <List
        title={t('report.parts')}
        empty={t('report.no-parts')}
        items={model.parts.map((p) => (
          <>
            <b>{p.part}</b>
            {p.number && ` · ${p.number}`}
            {p.why && ` · ${p.why}`}
          </>
        ))}
      />
      <List
        title={t('report.loose')}
        empty={t('report.no-loose')}
        items={model.looseEnds.map((l) => (
          <span key={l.openedAt} className={l.closedAt ? '' : 'font-semibold text-error'}>
            {l.appliance && `${l.appliance}: `}
            {l.label}: {l.closedAt ? t('report.loose-closed', { time: timeAt(l.closedAt, model.timeZone) }) : <StillOpen />}
            {l.leakCheck && ` · ${t('loose.tight', { method: wordsFor(`leak.${l.leakCheck}`) })}`}
          </span>
        ))}
      />
      <List
        title={t('report.disturbed')}
        items={model.disturbed.map((d) => (
          <span key={d.label} className={d.refitted ? '' : 'font-semibold text-error'}>
            {d.label} ({wordsFor(`disturbed.kind.${d.kind}`)}): {d.refitted ? wordsFor(`disturbed.refit.${d.refitted}`) : <StillOpen />}
          </span>
        ))}
        inline
      />
      <List
        title={t('report.overrides')}
        items={model.overrides.map((o) => (
          <>
            {o.reason} <span className="quiet">({o.by})</span>
          </>
        ))}
      />
      <List
        title={t('report.breaches')}
        items={model.breaches.map((b) => (
          <>
            {wordsFor(`breach.${b.code}`)} <span className="quiet">{timeAt(b.at, model.timeZone)}</span>
          </>
        ))}
      />
      <List
        title={t('report.corrections')}
        items={model.corrections.map((c) => (
          <>
            {c.reason}{' '}
            <span className="quiet">
              ({c.by}, {timeAt(c.at, model.timeZone)})
            </span>
          </>
        ))}
      />
      <List
        title={t('report.notes')}
        items={model.notes.map((n) => (
          <>
            {n.text} <span className="quiet">({n.by})</span>
          </>
        ))}
      />
      <List
        title={t('report.instruments')}
        items={model.instruments.map((i) => (
          <>
            {i.name} {i.serial}, {wordsFor(`instrument.${i.kind}`).toLowerCase()}:{' '}
            {i.inCalibration ? (
              t('report.calibrated', { date: calibratedUntil(i.calibrationDueAt, model.timeZone) })
            ) : (
              <Marked>{t('report.not-calibrated')}</Marked>
            )}
            {!i.inCalibration && i.allowed && `, ${t('report.allowed', i.allowed)}`}
            {i.certificate && ` · ${i.certificate}`}
          </>
        ))}
      />
    </>
  )
}

/** What must not be overlooked: a warning sign beside it, not capitals. */
const Marked = ({ children }: { readonly children: ReactNode }) => (
  <b className="inline-flex gap-1 text-error">
    <WarningSign size={14} /> {children}
  </b>
)
const StillOpen = () => <Marked>{t('report.loose-open')}</Marked>

/** The last day of a calibration. Reports of before kept the end of the day in UTC; since then it is the end of the day at the site. */
const calibratedUntil = (at: string, timeZone: string): string => dateAt(at, at.endsWith('T23:59:59.000Z') ? 'UTC' : timeZone)
