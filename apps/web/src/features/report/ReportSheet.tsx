import { Link } from '@/ui/Link'
import { dateAt, timeAt } from '@/ui/dates'
import { Mark } from '@/ui/Mark'
import { WarningSign } from '@/ui/WarningSign'
import { emergencyNumber } from '@/ui/emergency'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { Annex } from './Annex'
import { changesSection } from './changeWords'
import { Kept } from './Kept'
import { List } from './List'
import { Meaning } from './Meaning'
import { ReportSummary } from './ReportSummary'
import type { ShownReport } from './queries'
import { signatureWords } from './signatureWords'
import { Technical } from './Technical'

/** A report as drawn, for a colleague or for the customer: every word of it comes from the frozen model, nothing is judged again. */
export function ReportSheet({
  shown,
  customer = false,
  at = `/visits/${shown.model.visitId}/report`,
}: {
  readonly shown: ShownReport
  readonly customer?: boolean
  /** Where it is shown: behind a customer's link, other versions are there too. */
  readonly at?: string
}) {
  const { model, frozen } = shown
  const when = (instant: string) => `${dateAt(instant, model.timeZone)}, ${timeAt(instant, model.timeZone)}`
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
            {when(model.startedAt)} → {timeAt(model.closedAt, model.timeZone)}
          </p>
        </div>
      </header>
      {!frozen && (
        <p className="my-4 flex gap-2 font-semibold text-warning">
          <WarningSign />
          {t('report.preview')}
        </p>
      )}
      {frozen && frozen.newest > frozen.version && (
        <p className="my-4 flex gap-2 font-semibold text-warning">
          <WarningSign />
          <span>
            {t('report.superseded', { version: frozen.version })}{' '}
            <Link href={at} className="link">
              {t('report.newest', { newest: frozen.newest })}
            </Link>
          </span>
        </p>
      )}
      {frozen?.broken && (
        <p role="alert" className="my-4 flex gap-2 font-semibold text-error">
          <WarningSign />
          {wordsFor(`report.broken.${frozen.broken.in}`)}
        </p>
      )}
      {model.continues && <p className="mt-3">{t('continue.of', { at: when(model.continues.closedAt) })}</p>}
      <ReportSummary model={model} plain={customer} />
      {frozen && <List section={changesSection(model, frozen, customer)} />}
      {customer ? <Meaning model={model} /> : <Technical model={model} />}
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
        <p className="mt-2 flex gap-2 font-semibold">
          <WarningSign size={18} />
          {t('report.smell', { number: emergencyNumber(model.emergencyNumber) })}
        </p>
        <p className="mt-2 quiet">
          {t('report.basis', { practice: model.practice.title, version: model.practice.version, core: model.coreVersion })}{' '}
          {!customer && t('caution.rest')}
        </p>
        {frozen && (
          <div className="mt-2 text-xs break-all quiet">
            <p>
              {t('report.frozen', { version: frozen.version, at: when(frozen.createdAt), by: frozen.by })} SHA-256 {frozen.hash}
            </p>
            {frozen.log && <p>{t('report.log', { count: frozen.log.seq, head: frozen.log.head })}</p>}
            {!frozen.broken && <p>{t(frozen.log ? 'report.verified' : 'report.verified-text')}</p>}
            {frozen.newest > 1 && (
              <p className="print:hidden">
                {t('report.versions')}{' '}
                {Array.from({ length: frozen.newest }, (_, i) => i + 1).map((v) => (
                  <Link
                    key={v}
                    href={`${at}?version=${v}`}
                    className={`mr-2 ${v === frozen.version ? 'font-semibold' : 'text-primary underline'}`}
                  >
                    {v}
                  </Link>
                ))}
              </p>
            )}
          </div>
        )}
        <div className={`mt-10 grid-cols-2 gap-8 sm:gap-16 ${model.signedBy || model.signature ? 'grid' : 'hidden print:grid'}`}>
          {signatureWords(model, shown.customerName).map(({ who, drawing }) => (
            <figure key={who} className="flex flex-col justify-end">
              {drawing && (
                <div className="max-w-52">
                  <Kept id={drawing} alt={t('signature.drawing')} />
                </div>
              )}
              <figcaption className="border-t hairline pt-1">{who}</figcaption>
            </figure>
          ))}
        </div>
      </footer>
      {!customer && <Annex model={model} />}
    </article>
  )
}
