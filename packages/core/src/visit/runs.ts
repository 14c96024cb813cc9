import type { MeasurandId } from '../measure'
import type { Run } from './state'

/** One line of the comparison: a minute since each run began, and what each showed in it. */
export interface RunMinute {
  readonly minute: number
  /** One cell for each run, in their order; the newest of a minute. */
  readonly cells: readonly (Readonly<Partial<Record<MeasurandId, number>>> | null)[]
}

/**
 * Runs side by side, by the minute since each began: what the trend shows that single figures hide.
 *
 * @example
 * runTable([caseOn, caseOff])[0] // { minute: 0, cells: [{ 'co.flue': 40e-6 }, { 'co.flue': 55e-6 }] }
 */
export function runTable(runs: readonly Run[]): RunMinute[] {
  const minuteOf = (run: Run, at: string) => Math.max(0, Math.floor((Date.parse(at) - Date.parse(run.startedAt)) / 60_000))
  const minutes = new Set(runs.flatMap((run) => run.rows.map((row) => minuteOf(run, row.at))))
  return [...minutes]
    .sort((a, b) => a - b)
    .map((minute) => ({
      minute,
      cells: runs.map((run) => {
        const rows = run.rows.filter((row) => minuteOf(run, row.at) === minute)
        return rows.length === 0 ? null : Object.assign({}, ...rows.map((r) => r.figures))
      }),
    }))
}
