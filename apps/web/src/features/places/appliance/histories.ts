import { type MeasurandId, MEASURANDS, type Normal, normalOf, shownAs, type Station } from '@lucerna/core/measure'
import { toSi } from '@lucerna/core/units'
import { readingKey } from '@lucerna/core/visit'
import type { CopiedFigure } from '@/db/schema'
import type { Units } from '@/ui/figures'
import { dateAt } from '@/ui/dates'
import { drawnAt, figureWithUnit } from '@/ui/figures'
import type { AppliancePage } from '../server/pages'
import { figureName, inFigureOrder, isKnown } from './labels'
import type { Trend } from './Trends'

/** Values of one figure over the visits, as left, oldest first. */
export interface History {
  readonly key: string
  readonly measurandId: MeasurandId
  readonly name: string
  readonly values: readonly { readonly at: string; readonly valueSi: number; readonly copied?: true }[]
  readonly min: number | undefined
  readonly max: number | undefined
}

/** Figures of old papers by key: the middle of the day that the paper says. */
function copiedByKey(papers: AppliancePage['papers']) {
  const byKey = new Map<string, ({ readonly at: string; readonly valueSi: number; readonly copied: true } & CopiedFigure)[]>()
  for (const { doneOn, figures } of papers)
    for (const f of figures) {
      if (!isKnown(f)) continue
      const key = readingKey({ ...f, stationId: f.stationId as Station })
      byKey.set(key, [...(byKey.get(key) ?? []), { ...f, at: `${doneOn}T12:00:00.000Z`, copied: true }])
    }
  return byKey
}

/** The histories of all figures that were left at least twice. */
export function historiesOf(page: Pick<AppliancePage, 'card' | 'values' | 'papers'>): History[] {
  const byKey = new Map<string, AppliancePage['values'][number][]>()
  for (const v of inFigureOrder(page.values.filter((x) => x.asLeftSi !== null && isKnown(x)))) {
    const own = byKey.get(v.key)
    if (own) own.push(v)
    else byKey.set(v.key, [v])
  }
  const copied = copiedByKey(page.papers)
  return [...new Set([...byKey.keys(), ...copied.keys()])].flatMap((key) => {
    const own = (byKey.get(key) ?? []).map((v) => ({ at: v.takenAt, valueSi: v.asLeftSi ?? 0 }))
    const values = [...(copied.get(key) ?? []), ...own].sort((a, b) => a.at.localeCompare(b.at))
    const newest = [...(byKey.get(key) ?? [])].sort((a, b) => a.takenAt.localeCompare(b.takenAt)).at(-1)
    const last = newest ?? copied.get(key)?.at(-1)
    if (!last || values.length < 2 || !isKnown(last)) return []
    return [
      {
        key,
        measurandId: last.measurandId,
        name: figureName(page, last),
        values,
        min: newest?.minSi ?? undefined,
        max: newest?.maxSi ?? undefined,
      },
    ]
  })
}

/** Histories as charts draw them: what the browser gets is no more than that. */
export function trendsOf(histories: readonly History[], units: Units, timeZone: string): Trend[] {
  // Figures of one visit were left at the same time.
  const months = new Map<string, string>()
  const monthAt = (at: string): string => {
    const known = months.get(at)
    if (known !== undefined) return known
    // "5 Jun 2026" → "Jun 2026"
    const month = dateAt(at, timeZone).replace(/^\d+ /, '')
    months.set(at, month)
    return month
  }
  return histories.map(({ key, measurandId, name, values, min, max }) => ({
    key,
    measurandId,
    name,
    from: figureWithUnit(measurandId, values[0]!.valueSi, units),
    to: figureWithUnit(measurandId, values.at(-1)!.valueSi, units),
    copied: values.filter((v) => v.copied).length,
    ...(min !== undefined && { min }),
    ...(max !== undefined && { max }),
    points: values.map(({ at, valueSi, copied }) => {
      const point = [monthAt(at), drawnAt(measurandId, valueSi, units)] as const
      return copied ? [...point, 1] : point
    }),
  }))
}

/** One step of the last digit shown, SI: two of them mean nothing. */
function digitSi(id: MeasurandId): number {
  const { quantity } = MEASURANDS[id]
  const { unit, digits } = shownAs(id, 'metric')
  return Math.abs(toSi(10 ** -digits, unit, quantity) - toSi(0, unit, quantity))
}

const YEAR_S = 31_557_600

/** What is normal for this one: each figure with three values or more before the last. */
export function normalsOf(histories: readonly History[]): (History & { readonly normal: Normal; readonly perYear: number | null })[] {
  return histories.flatMap((h) => {
    const samples = h.values.map((v) => ({ s: Date.parse(v.at) / 1000, value: v.valueSi }))
    const middle = Math.abs(samples[0]?.value ?? 0)
    const normal = normalOf(samples, Math.max(2 * digitSi(h.measurandId), 0.01 * middle))
    if (!normal.ok || normal.value.verdict === 'too-few') return []
    const { slopePerS } = normal.value
    return [{ ...h, normal: normal.value, perYear: slopePerS === null ? null : slopePerS * YEAR_S }]
  })
}
