import type { FaultMap, Reasoned } from '@lucerna/core/faults'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/faults'
import { causeName, checkName, percent } from './said'

const SHOWN = 6
const AT_LEAST = 3
const REASONS = 3

/** What it may be, the likeliest first, each with what speaks for it and against. */
export function OddsList({
  result,
  map,
  renewed,
  onRenewed,
}: {
  readonly result: Reasoned
  readonly map: FaultMap
  readonly renewed: readonly string[]
  readonly onRenewed: ((causeId: string) => void) | undefined
}) {
  const shown = result.odds.filter((o, i) => i < SHOWN && (i < AT_LEAST || o.p >= 0.01))
  const names = (of: readonly { readonly checkId: string }[]) =>
    [...new Set(of.map((b) => checkName(map, b.checkId)))].slice(0, REASONS).join(', ')
  return (
    <section aria-labelledby="odds" className="flex flex-col gap-3">
      <h2 id="odds" className="text-lg font-semibold">
        {t('faults.odds')}
      </h2>
      {result.contradicts && (
        <p role="alert" className="flex gap-2 text-sm text-warning">
          <WarningSign size={18} />
          {t('faults.contradicts', { check: checkName(map, result.contradicts) })}
        </p>
      )}
      {result.wrongMethod.map((w) => (
        <p key={w.checkId} role="alert" className="flex gap-2 text-sm text-warning">
          <WarningSign size={18} />
          {w.words}
        </p>
      ))}
      <ol className="divide-y divide-(--hairline) border-y hairline">
        {shown.map(({ cause, p, because }) => {
          const [pro, contra] = [because.filter((b) => b.bits > 0), because.filter((b) => b.bits < 0)]
          return (
            <li key={cause.id} className="py-2">
              <span className="flex justify-between gap-3">
                <b className="font-semibold">{cause.label}</b>
                <span className="figure">{percent(p)}</span>
              </span>
              <span aria-hidden="true" className="mt-1 block h-1.5 rounded-full bg-base-300">
                <span className="block h-full rounded-full bg-primary" style={{ width: `${Math.min(100, 100 * p)}%` }} />
              </span>
              {(pro.length > 0 || contra.length > 0) && (
                <span className="mt-1 block text-sm quiet">
                  {[
                    pro.length > 0 && t('faults.for', { checks: names(pro) }),
                    contra.length > 0 && t('faults.against', { checks: names(contra) }),
                  ]
                    .filter(Boolean)
                    .join('; ')}
                </span>
              )}
              {cause.part && (onRenewed || renewed.includes(cause.id)) && (
                <label className="no-print flex min-h-9 cursor-pointer items-center gap-2 text-sm quiet">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-sm"
                    checked={renewed.includes(cause.id)}
                    disabled={!onRenewed}
                    onChange={() => onRenewed?.(cause.id)}
                  />
                  {t('faults.replaced')}
                </label>
              )}
            </li>
          )
        })}
      </ol>
      {result.both.slice(0, 1).map(({ causeIds, p }) => (
        <p key={causeIds.join()} className="text-sm">
          {t('faults.both', { causes: causeIds.map((id) => causeName(map, id)).join(' + '), percent: Math.round(100 * p) })}
        </p>
      ))}
      {result.unknown > 0.1 && <p className="text-sm quiet">{t('faults.unknown', { percent: Math.round(100 * result.unknown) })}</p>}
    </section>
  )
}
