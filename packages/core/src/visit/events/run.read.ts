import { MEASURANDS } from '../../measure'
import { defineEvent, WORKERS } from '../kit'

/** What is read of a run, minute by minute. */
export const RUN_FIGURES = ['o2.flue', 'co2.flue', 'co.flue', 'temperature.flue', 'temperature.burnerCompartment'] as const

/** One minute of a run. It is not a reading of the sheet: a set-up on trial is neither as found nor as left. */
export const runRead = defineEvent({
  type: 'run.read',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  check: ({ data }, { wrong }) =>
    data.figures.forEach(({ measurandId, valueSi }, i) => {
      const { min, max } = MEASURANDS[measurandId].range
      if (valueSi < min || valueSi > max) wrong(`data.figures[${i}].valueSi`, 'out-of-range', { min, max })
    }),
  apply: (h, { data, at }) => {
    const i = h.visit.now.runs.findIndex((r) => r.id === data.runId)
    const run = h.visit.now.runs[i]
    if (!run) return h.odd('no-such-run')
    h.visit.own('runs')[i] = {
      ...run,
      rows: [...run.rows, { at, figures: Object.fromEntries(data.figures.map((f) => [f.measurandId, f.valueSi])) }],
    }
  },
})
