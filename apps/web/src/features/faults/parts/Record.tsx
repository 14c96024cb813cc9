import type { Diagnosis, FaultMap } from '@lucerna/core/faults'
import { X } from 'lucide-react'
import { dateAt, timeAt } from '@/ui/dates'
import { t } from '@/messages/faults'
import type { DeskCase } from './deskCase'
import { causeName, checkName, resultText } from './said'

/** What was found, in its order, and what each result ruled out; for the screen and for paper. */
export function Record({
  map,
  diagnosis,
  checks,
  leftOut,
  timeZone,
  onWithdraw,
}: Pick<DeskCase, 'checks' | 'leftOut'> & {
  readonly map: FaultMap
  readonly diagnosis: Diagnosis
  readonly timeZone: string
  readonly onWithdraw: ((id: string) => void) | undefined
}) {
  const out = (checkId: string) =>
    diagnosis.result.odds.flatMap((o) => (o.ruledOutBy === checkId ? [causeName(map, o.cause.id).toLowerCase()] : []))
  return (
    <section aria-labelledby="record" className="keep">
      <h2 id="record" className="mb-1 text-lg font-semibold">
        {t('faults.record')}
      </h2>
      {checks.length === 0 && leftOut.length === 0 && <p className="quiet">{t('faults.record.none')}</p>}
      <ol className="divide-y divide-(--hairline) border-y hairline text-sm empty:hidden">
        {checks.map((e, i) => {
          const check = map.checks.find((c) => c.id === e.checkId)
          const causes = checks.findIndex((x) => x.checkId === e.checkId) === i ? out(e.checkId) : []
          return (
            <li key={e.id} className="flex items-center justify-between gap-3 py-1">
              <span>
                <span className="quiet">{e.carried ? dateAt(e.at, timeZone) : timeAt(e.at, timeZone)}</span>{' '}
                <b className="font-semibold">{check?.label ?? e.checkId}</b>: {resultText(map, e)}
                {causes.length > 0 && <span className="block quiet">{t('faults.ruled-out', { causes: causes.join(', ') })}</span>}
              </span>
              {onWithdraw && (
                <button
                  type="button"
                  className="no-print btn btn-square press btn-ghost"
                  aria-label={t('faults.remove')}
                  onClick={() => onWithdraw(e.id)}
                >
                  <X size={18} aria-hidden="true" />
                </button>
              )}
            </li>
          )
        })}
        {leftOut.map((l) => (
          <li key={l.id} className="flex items-center justify-between gap-3 py-1 quiet">
            <span>
              {checkName(map, l.checkId)}: {t('faults.left-out', { reason: l.reason || '–' })}
            </span>
            {onWithdraw && (
              <button type="button" className="no-print btn press btn-ghost text-primary btn-sm" onClick={() => onWithdraw(l.id)}>
                {t('faults.ask-again')}
              </button>
            )}
          </li>
        ))}
      </ol>
    </section>
  )
}
