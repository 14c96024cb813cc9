import type { MeasurandId } from '@lucerna/core/measure'
import { Link } from '@/ui/Link'
import { dateAt, monthOf } from '@/ui/dates'
import { figureWithUnit, type Units } from '@/ui/figures'
import { WideTable } from '@/ui/WideTable'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/places'
import { wordsFor } from '@/ui/words'
import type { TrendRow } from './server/trends'

const figureOf = ({ drift: d, firingStates }: TrendRow): string =>
  [wordsFor(`short.${d.measurandId}`), firingStates.find((s) => s.id === d.firingStateId && s.kind === 'rate')?.label.toLowerCase()]
    .filter(Boolean)
    .join(', ')

/** A month; what lies before today may happen any day. */
const whenOf = (day: string | null, today: string): string => (day === null ? '–' : day <= today ? t('trends.any-day') : monthOf(day))

/** Between which months eight of ten chances lie; from the last on it may be any day, and at the end later than is looked ahead. */
function rangeOf({ leavesFrom, leavesUntil }: TrendRow['drift'], today: string): string {
  const soon = leavesFrom !== null && leavesFrom <= today
  const from = leavesFrom === null ? '–' : monthOf(leavesFrom)
  if (leavesUntil === null) return soon ? t('trends.range-open-soon') : t('trends.range-open', { from })
  return soon ? t('trends.range-soon', { until: monthOf(leavesUntil) }) : t('trends.range', { from, until: monthOf(leavesUntil) })
}

/** A figure a year on, if it changes by so much; no figure that is followed goes below none. */
const yearOn = ({ lastSi, measurandId }: TrendRow['drift'], yearlySi: number, units: Units): string =>
  figureWithUnit(measurandId as MeasurandId, Math.max(0, lastSi + yearlySi), units)

/** Which figure of which appliance, and where that is. */
const Whose = ({ row: r }: { readonly row: TrendRow }) => (
  <td className="py-2.5 pr-5">
    <span className="block font-semibold">{figureOf(r)}</span>
    <Link href={`/appliances/${r.applianceId}`} className="link text-primary">
      {r.appliance}
    </Link>
    <span className="block text-sm quiet">{r.site}</span>
  </td>
)

const limitOf = (d: TrendRow['drift']): number | null => (d.side === 'above' ? d.maxSi : d.minSi)

/** Left out of limits at the last visit. */
function isOut({ drift: d }: TrendRow): boolean {
  const limit = limitOf(d)
  return limit !== null && (d.side === 'above' ? d.lastSi > limit : d.lastSi < limit)
}

/** Where a figure goes, those that are out first: the last value, a year from then, the limit, and when it is thought to be crossed. */
export function LeavingTable({
  rows,
  units,
  today,
}: {
  readonly rows: readonly TrendRow[]
  readonly units: Units
  readonly today: string
}) {
  return (
    <WideTable label={t('trends.leaving')}>
      <thead>
        <tr>
          {(['appliance', 'leaves', 'last', 'year', 'limit'] as const).map((c) => (
            <th key={c} scope="col" className="border-b hairline py-2 pr-5 text-sm font-normal quiet">
              {t(`trends.column.${c}`)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {[...rows.filter(isOut), ...rows.filter((r) => !isOut(r))].map((r) => {
          const { drift: d } = r
          const id = d.measurandId as MeasurandId
          const limit = limitOf(d)
          const out = isOut(r)
          return (
            <tr key={`${d.applianceId} ${d.key}`} className="border-b hairline align-top">
              <Whose row={r} />
              <td className="py-2.5 pr-5">
                {out ? (
                  <span className="flex gap-1 font-semibold text-error">
                    <WarningSign size={16} /> {t('trends.out')}
                  </span>
                ) : (
                  <>
                    <b className="font-semibold">{whenOf(d.leavesOn, today)}</b>
                    <span className="block text-sm quiet">{rangeOf(d, today)}</span>
                  </>
                )}
              </td>
              <td className="py-2.5 pr-5 whitespace-nowrap">
                {figureWithUnit(id, d.lastSi, units)}
                <span className="block text-sm quiet">{dateAt(d.lastAt, r.timeZone)}</span>
              </td>
              <td className="py-2.5 pr-5 whitespace-nowrap">
                {t('trends.to', { value: yearOn(d, d.yearlySi, units) })}
                <span className="block text-sm quiet">
                  {t('trends.between', {
                    low: yearOn(d, d.yearlyLowSi, units),
                    high: yearOn(d, d.yearlyHighSi, units),
                  })}
                </span>
              </td>
              <td className="py-2.5 pr-5 whitespace-nowrap">
                {limit !== null && wordsFor(`trends.${d.side}`, { value: figureWithUnit(id, limit, units) })}
              </td>
            </tr>
          )
        })}
      </tbody>
    </WideTable>
  )
}

/** Readings that their appliance's own past did not let expect. */
export function UnlikeTable({ rows, units }: { readonly rows: readonly TrendRow[]; readonly units: Units }) {
  return (
    <WideTable label={t('trends.unlike')}>
      <thead>
        <tr>
          {(['appliance', 'read', 'expected', 'off'] as const).map((c) => (
            <th key={c} scope="col" className="border-b hairline py-2 pr-5 text-sm font-normal quiet">
              {t(`trends.column.${c}`)}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => {
          const { drift: d } = r
          const id = d.measurandId as MeasurandId
          return (
            <tr key={`${d.applianceId} ${d.key}`} className="border-b hairline align-top">
              <Whose row={r} />
              <td className="py-2.5 pr-5 whitespace-nowrap">
                {d.foundSi === null ? '–' : figureWithUnit(id, d.foundSi, units)}
                <span className="block text-sm quiet">{dateAt(d.lastAt, r.timeZone)}</span>
              </td>
              <td className="py-2.5 pr-5 whitespace-nowrap">
                {d.expectedSi === null ? '–' : figureWithUnit(id, Math.max(0, d.expectedSi), units)}
              </td>
              <td className="py-2.5 pr-5">
                {t((d.deviations ?? 0) > 0 ? 'trends.higher' : 'trends.lower', { n: Math.abs(d.deviations ?? 0).toFixed(1) })}
              </td>
            </tr>
          )
        })}
      </tbody>
    </WideTable>
  )
}
