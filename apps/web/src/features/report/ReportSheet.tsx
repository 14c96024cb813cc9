import type { ReactNode } from 'react'
import { dateAt, plainDate, timeAt } from '@/ui/dates'
import { Mark } from '@/ui/Mark'
import { WarningSign } from '@/ui/WarningSign'
import { emergencyNumber } from '@/ui/emergency'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { ApplianceReport } from './ApplianceReport'
import { Kept } from './Kept'
import { List } from './List'
import type { ShownReport } from './queries'

/** A report as drawn: every word of it comes from the frozen model, nothing is judged again. */
export function ReportSheet({ shown }: { readonly shown: ShownReport }) {
  const { model, frozen } = shown
  const at = (instant: string) => `${dateAt(instant, model.timeZone)}, ${timeAt(instant, model.timeZone)}`
  return (
    <article className="mx-auto max-w-4xl px-4 py-6 print:max-w-none print:p-0">
      <header className="flex items-start justify-between gap-6 border-b-2 border-primary pb-4">
        <div>
          <h2 className="text-2xl font-semibold">{wordsFor(`job.${model.jobKind}`)}</h2>
          <p className="text-lg">{model.siteName}</p>
          <p className="quiet">{model.siteAddress}</p>
        </div>
        <div className="text-right">
          <p className="flex items-center justify-end gap-2 font-semibold">
            <Mark size={20} />
            {model.firmName}
          </p>
          <p>
            {model.technicianName}
            {model.licenceNumber ? ` · ${t('report.licence', { number: model.licenceNumber })}` : ''}
          </p>
          <p className="quiet">
            {at(model.startedAt)} → {timeAt(model.closedAt, model.timeZone)}
          </p>
        </div>
      </header>
      {!frozen && (
        <p className="my-4 flex gap-2 font-semibold text-warning">
          <WarningSign />
          {t('report.preview')}
        </p>
      )}
      {frozen?.broken && (
        <p role="alert" className="my-4 flex gap-2 font-semibold text-error">
          <WarningSign />
          {wordsFor(`report.broken.${frozen.broken.in}`)}
        </p>
      )}
      {model.continues && <p className="mt-3">{t('continue.of', { at: at(model.continues.closedAt) })}</p>}
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
      {model.photos.length > 0 && (
        <section className="mt-4">
          <h4 className="text-sm quiet">{t('report.photos')}</h4>
          <ul className="mt-1 grid grid-cols-2 gap-3 sm:grid-cols-4 print:grid-cols-4">
            {model.photos.map((p) => (
              <li key={p.id} className="keep text-sm">
                <Kept id={p.id} alt={p.caption ?? t('photos.alt')} />
                {p.caption}
              </li>
            ))}
          </ul>
        </section>
      )}
      <footer className="keep mt-6 border-t hairline pt-4 text-sm">
        {model.nextDueOn && <p className="text-base font-semibold">{t('report.next', { date: plainDate(model.nextDueOn) })}</p>}
        <p className="mt-2 flex gap-2 font-semibold">
          <WarningSign size={18} />
          {t('report.smell', { number: emergencyNumber(model.emergencyNumber) })}
        </p>
        <p className="mt-2 quiet">
          {t('report.basis', { practice: model.practice.title, version: model.practice.version, core: model.coreVersion })}{' '}
          {t('caution.rest')}
        </p>
        {frozen && (
          <div className="mt-2 text-xs break-all quiet">
            <p>
              {t('report.frozen', { version: frozen.version, at: at(frozen.createdAt), by: frozen.by })} SHA-256 {frozen.hash}
            </p>
            {frozen.log && <p>{t('report.log', { count: frozen.log.seq, head: frozen.log.head })}</p>}
            {!frozen.broken && <p>{t('report.verified')}</p>}
          </div>
        )}
        <div className="mt-10 hidden grid-cols-2 gap-16 print:grid">
          <p className="border-t hairline pt-1">{t('report.sign-technician')}</p>
          <p className="border-t hairline pt-1">{t('report.sign-customer')}</p>
        </div>
        {model.signatureDrawing && (
          <figure className="mt-4 max-w-64">
            <Kept id={model.signatureDrawing} alt={t('signature.drawing')} />
            <figcaption className="border-t hairline pt-1">{t('report.sign-customer')}</figcaption>
          </figure>
        )}
      </footer>
    </article>
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
