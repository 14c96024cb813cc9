import { Link } from '@/ui/Link'
import { type ApplianceRow, type Page, type PlacesQuery, type SiteRow } from '@/features/places/server/lists'
import { dateAt, plainDate } from '@/ui/dates'
import { WarningSign } from '@/ui/WarningSign'
import { dayAt } from '@/ui/zoned'
import { t } from '@/messages/places'
import { wordsFor } from '@/ui/words'

function Due({ on, today }: { readonly on: string | null; readonly today: string }) {
  if (!on) return <span className="quiet">{t('places.no-due')}</span>
  return on < today ? (
    <span className="inline-flex items-start gap-1 text-warning">
      <WarningSign size={16} /> {t('places.overdue', { date: plainDate(on) })}
    </span>
  ) : (
    <span>{t('places.due', { date: plainDate(on) })}</span>
  )
}

function Next({ query, next }: { readonly query: PlacesQuery; readonly next: string | null }) {
  const params = new URLSearchParams(
    Object.entries({ ...query, after: next ?? undefined }).flatMap(([k, v]): [string, string][] => (v ? [[k, v]] : [])),
  )
  const start = new URLSearchParams(params)
  start.delete('after')
  if (!next && !query.after) return null
  return (
    <nav aria-label={t('places.pages')} className="flex justify-between gap-3">
      {query.after ? (
        <Link href={`/sites?${start}`} className="btn btn-outline">
          {t('places.from-start')}
        </Link>
      ) : (
        <span />
      )}
      {next && (
        <Link href={`/sites?${params}`} className="btn btn-outline">
          {t('places.next-page')}
        </Link>
      )}
    </nav>
  )
}

export function Sites({ page, query, now }: { readonly page: Page<SiteRow>; readonly query: PlacesQuery; readonly now: string }) {
  return (
    <>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {page.rows.map((s) => (
          <li key={s.id}>
            <Link href={`/sites/${s.id}`} className="grid gap-x-6 gap-y-1 px-2 py-4 hover:bg-base-200 sm:grid-cols-[1fr_14rem]">
              <span className="min-w-0">
                <span className="block text-lg font-semibold break-words">{s.name}</span>
                <span className="block text-sm break-words quiet">{s.address}</span>
                {s.hazards && (
                  <span className="mt-1 flex items-start gap-2 text-sm text-warning">
                    <WarningSign size={16} /> {s.hazards}
                  </span>
                )}
              </span>
              <span className="text-sm sm:text-right">
                <span className="block">{t('places.appliance-count', { count: s.appliances })}</span>
                {s.appliances > 0 && <Due on={s.nextDueOn} today={dayAt(now, s.timeZone)} />}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      <Next query={query} next={page.next} />
    </>
  )
}

export function Appliances({ page, query, now }: { readonly page: Page<ApplianceRow>; readonly query: PlacesQuery; readonly now: string }) {
  return (
    <>
      <div className="overflow-x-auto">
        <table className="w-full text-left max-sm:block">
          <thead className="max-sm:sr-only">
            <tr className="border-b hairline text-sm quiet">
              {(['appliance', 'site', 'serial', 'due', 'last'] as const).map((c) => (
                <th key={c} scope="col" className="py-2 pr-4 font-normal">
                  {t(`places.column.${c}`)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody className="max-sm:block">
            {page.rows.map((a) => (
              <tr key={a.id} className="border-b hairline hover:bg-base-200 max-sm:block max-sm:py-3">
                <td className="pr-4 align-top max-sm:block sm:py-1">
                  <Link href={`/appliances/${a.id}`} className="flex min-h-11 flex-col justify-center">
                    <span className="font-semibold">
                      {a.maker} {a.name}
                    </span>
                    <span className="text-sm quiet">
                      {wordsFor(`burner.${a.burnerKind}`)} · {wordsFor(`gas.${a.gas}`)}
                    </span>
                  </Link>
                </td>
                <td className="py-2 pr-4 align-top break-words max-sm:block max-sm:py-0">
                  {a.siteName} <span className="block text-sm quiet">{a.position}</span>
                </td>
                <td className="py-2 pr-4 align-top max-sm:block max-sm:py-0">{a.serial}</td>
                <td className="py-2 pr-4 align-top max-sm:block max-sm:py-0">
                  <Due on={a.nextDueOn} today={dayAt(now, a.timeZone)} />
                </td>
                <td className="py-2 align-top text-sm max-sm:block max-sm:py-0">
                  {a.lastVisitAt && <span className="quiet sm:hidden">{t('places.column.last')} </span>}
                  {a.lastVisitAt ? dateAt(a.lastVisitAt, a.timeZone) : <span className="quiet">{t('places.never')}</span>}
                  {a.lastOutside > 0 && (
                    <span className="flex items-start gap-1 text-warning">
                      <WarningSign size={16} /> {t('places.outside', { count: a.lastOutside })}
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <Next query={query} next={page.next} />
    </>
  )
}
