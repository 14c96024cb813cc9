import type { MeasurandId } from '@lucerna/core/measure'
import type { AppliancePage } from '../server/pages'
import { figureName, inFigureOrder, isKnown, sideOf, verdictWord } from './labels'

type Status = 'inside' | 'edge' | 'outside' | 'none'

interface ComparedValue {
  readonly valueSi: number
  readonly status: Status
  readonly side: 'below' | 'above'
  /** The verdict in a word. */
  readonly said: string
}

export interface ComparedFigure {
  readonly key: string
  readonly measurandId: MeasurandId
  readonly name: string
  readonly a: ComparedValue | null
  readonly b: ComparedValue | null
  /** Later less earlier; null when one of the two has none. */
  readonly changeSi: number | null
}

/** The figures of two visits side by side, as left: those of either, in the registry's order. */
export function compareVisits(page: Pick<AppliancePage, 'card' | 'values'>, a: string, b: string): ComparedFigure[] {
  const of = (visitId: string) => page.values.filter((v) => v.visitId === visitId && v.asLeftSi !== null && isKnown(v))
  const [first, second] = [of(a), of(b)]
  const keys = new Map([...first, ...second].map((v) => [v.key, v]))
  return inFigureOrder([...keys.values()]).map((named) => {
    const left = (list: typeof first) => {
      const v = list.find((x) => x.key === named.key)
      return v ? { valueSi: v.asLeftSi ?? 0, status: v.status as Status, side: sideOf(v), said: verdictWord(v) } : null
    }
    const [one, two] = [left(first), left(second)]
    return {
      key: named.key,
      measurandId: named.measurandId as MeasurandId,
      name: figureName(page, named),
      a: one,
      b: two,
      changeSi: one && two ? two.valueSi - one.valueSi : null,
    }
  })
}
