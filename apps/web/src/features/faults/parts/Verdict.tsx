import type { FaultMap, Next } from '@lucerna/core/faults'
import { t } from '@/messages/faults'
import { causeName, checkName } from './said'

/** The cause, or what is left as a guess; what to do about it, and how it is proved. */
export function Verdict({ next, map }: { readonly next: Exclude<Next, { code: 'check' }>; readonly map: FaultMap }) {
  const causes = next.causeIds.flatMap((id) => map.causes.find((c) => c.id === id) ?? [])
  const shown = next.code === 'found' ? causes : causes.slice(0, 3)
  return (
    <section
      aria-live="polite"
      className={`flex flex-col gap-3 border-l-4 pl-4 ${next.code === 'found' ? 'border-success' : 'border-warning'}`}
    >
      <h2 className="text-2xl font-semibold">
        {next.code === 'found' ? t('faults.found', { causes: causes.map((c) => c.label).join(' + ') }) : t('faults.guess')}
      </h2>
      {next.code === 'guess' && causes.length > 1 && Number.isFinite(next.odds) && (
        <p>
          {t('faults.guess-odds', {
            first: causeName(map, next.causeIds[0]!),
            second: causeName(map, next.causeIds[1]!).toLowerCase(),
            odds: next.odds >= 10 ? Math.round(next.odds) : next.odds.toFixed(1),
          })}
        </p>
      )}
      {shown.map((c) => (
        <p key={c.id}>
          {next.code === 'guess' && <b className="font-semibold">{c.label}. </b>}
          {t('faults.remedy', { remedy: c.remedy })}
          {c.part && <span className="block text-sm quiet">{t('faults.part', { part: c.part })}</span>}
        </p>
      ))}
      <p className="text-sm quiet">{t('faults.found-next')}</p>
      {next.code === 'guess' && next.barred.length > 0 && (
        <p className="text-sm">{t('faults.barred', { checks: next.barred.map((id) => checkName(map, id)).join(', ') })}</p>
      )}
    </section>
  )
}
