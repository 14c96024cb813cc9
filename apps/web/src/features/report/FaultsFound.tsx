import type { Report } from '@lucerna/core/report'
import { dateAt, timeAt } from '@/ui/dates'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'

type Found = Report['appliances'][number]['faults'][number]

/** Faults that were looked for: what it was, or what it may be; and what was ruled out by which reading. */
export function FaultsFound({ faults, timeZone }: { readonly faults: readonly Found[]; readonly timeZone: string }) {
  return faults.map((f) => (
    <section key={f.begunAt + f.symptom} className="keep mt-4">
      <h4 className="font-semibold">
        {t('report.fault', { symptom: wordsFor(`faults.symptom.${f.symptom}`) })}
        {f.code && `, ${f.code}`}
        {f.carried && (
          <span className="text-sm font-normal quiet"> ({t('report.fault.since', { date: dateAt(f.begunAt, timeZone) })})</span>
        )}
      </h4>
      {f.settled ? (
        <p>
          <b>{f.settled.causes.join(' + ')}</b>
          {' · '}
          {t(f.settled.proved ? 'report.fault.proved' : 'report.fault.likeliest')}. {f.settled.remedies.join(' ')}{' '}
          <span className="quiet">({f.settled.by})</span>
        </p>
      ) : (
        <p>
          {t('report.fault.open')}{' '}
          {f.suspects.length > 0 &&
            t('report.fault.suspects', { causes: f.suspects.map((s) => `${s.cause} ${Math.round(100 * s.p)}%`).join(', ') })}
          {f.bring.length > 0 && <span className="block text-sm">{t('report.fault.bring', { what: f.bring.join(', ') })}</span>}
        </p>
      )}
      {f.occurrences > 0 && <p className="text-sm">{t('report.fault.occurrences', { count: f.occurrences })}</p>}
      <ol className="text-sm">
        {f.checks.map((c, i) => (
          <li key={i} className="py-0.5">
            <span className="quiet">{c.carried ? dateAt(c.at, timeZone) : timeAt(c.at, timeZone)}</span> {c.check}: <b>{c.result}</b>
            {c.rulesOut.length > 0 && <span className="quiet">; {t('report.fault.rules-out', { causes: c.rulesOut.join(', ') })}</span>}
          </li>
        ))}
        {f.leftOut.map((l, i) => (
          <li key={`left ${i}`} className="py-0.5 quiet">
            {t('report.fault.left-out', { check: l.check, reason: l.reason || '–' })}
          </li>
        ))}
      </ol>
    </section>
  ))
}
