import type { Report } from '@lucerna/core/report'
import { dateAt, timeAt } from '@/ui/dates'
import { emergencyNumber } from '@/ui/emergency'
import { Mark } from '@/ui/Mark'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { Kept } from './Kept'

type Notice = Report['notices'][number]

/** A written notice as it is left with the customer, with the label for the appliance below it. */
export function NoticeSheet({ notice, model }: { readonly notice: Notice; readonly model: Report }) {
  const worst = notice.defects.some((d) => d.class === 'danger-now') ? 'danger-now' : 'at-risk'
  const appliances = notice.defects.flatMap((d) => (d.appliance ? [d.appliance] : []))
  const units = model.appliances.filter((a) => appliances.length === 0 || appliances.includes(a.name))
  const at = `${dateAt(notice.at, model.timeZone)}, ${timeAt(notice.at, model.timeZone)}`
  return (
    <article className="mx-auto max-w-3xl break-after-page px-4 py-6 print:max-w-none print:p-0">
      <header className="flex items-start justify-between gap-6 border-b-2 border-primary pb-3">
        <div>
          <p className="font-semibold">{model.siteName}</p>
          <p className="quiet">{model.siteAddress}</p>
          {units.map((a) => (
            <p key={a.id}>
              {a.name} · {a.serial} · {a.position}
            </p>
          ))}
        </div>
        <div className="text-right">
          <p className="flex items-center justify-end gap-2 font-semibold">
            <Mark size={20} />
            {model.firmName}
          </p>
          <p>
            {notice.by}
            {model.licenceNumber ? ` · ${t('report.licence', { number: model.licenceNumber })}` : ''}
          </p>
          <p className="quiet">{at}</p>
        </div>
      </header>
      <h2 className="mt-4 flex items-center gap-3 text-2xl font-semibold text-error">
        <WarningSign size={30} /> {t(`notice.head.${worst}`)}
      </h2>
      <ul className="mt-3 list-disc pl-6">
        {notice.defects.map((d, i) => (
          <li key={i}>
            <b className="font-semibold">{wordsFor(`defect.${d.class}`)}</b>: {d.text}
            {d.action && `. ${d.action}`}
          </li>
        ))}
      </ul>
      <p className="mt-3">{t(`notice.do.${worst}`)}</p>
      <p className="mt-2">{t('notice.smell', { number: emergencyNumber(model.emergencyNumber) })}</p>
      <div className="mt-8 grid grid-cols-2 gap-12">
        <p className="border-t hairline pt-1 text-sm">
          {notice.by}
          {notice.labelled && `, ${t('report.notice.labelled')}`}
        </p>
        <div>
          {notice.drawing && (
            <div className="-mt-16 max-w-48">
              <Kept id={notice.drawing} alt={t('signature.drawing')} />
            </div>
          )}
          <p className="border-t hairline pt-1 text-sm">
            {t('report.notice.received')}: {wordsFor(`report.notice.${notice.acknowledged}`)}
          </p>
        </div>
      </div>
      <section aria-label={t('report.notice.label')} className="keep mt-10 rounded-md border-4 border-error p-5 text-center">
        <p className="flex items-center justify-center gap-4 text-4xl font-semibold text-error">
          <WarningSign size={44} /> {t('report.notice.label')}
        </p>
        <p className="mt-2 text-lg">{notice.defects.map((d) => d.text).join('; ')}</p>
        <p className="mt-1">
          {model.firmName} · {notice.by} · {at}
        </p>
        <p className="mt-1 text-sm">{t('report.notice.do-not')}</p>
      </section>
    </article>
  )
}
