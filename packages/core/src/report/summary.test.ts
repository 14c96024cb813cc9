import { type Report, type ReportLine, reportSchema } from './model'
import { isTold, summarise } from './summary'

const line = (more: Partial<ReportLine> = {}): ReportLine =>
  ({
    key: 'k',
    measurandId: 'co2.flue',
    stationId: 'flue',
    firingStateId: 'max',
    asFound: 0.09,
    asLeft: 0.09,
    expandedUncertainty: null,
    change: 'measured-again',
    status: 'inside',
    foundStatus: 'inside',
    because: 'inside',
    side: null,
    goalMet: null,
    min: 0.08,
    max: 0.095,
    source: null,
    page: null,
    entered: null,
    takenAt: '2026-06-01T09:00:00.000Z',
    by: 'T',
    instrument: null,
    computed: false,
    neverValid: null,
    ...more,
  }) as ReportLine
const unit = (more: object = {}) => ({
  ...{ id: 'a', name: 'Larch', serial: 'S', position: 'P', gas: 'natural-gas-h', altitudeM: 0 },
  ...{ card: { id: 'c', version: 1, document: 'D' }, outcome: 'in-normal-service', outcomeReason: null, rates: [] },
  ...{ lines: [line()], observations: [], steps: [], adjustments: [] },
  ...more,
})
const defect = (cls: string, more: object = {}) => ({ class: cls, text: `a ${cls}`, action: '', by: 'T', ...more })
const report = (more: object = {}): Report =>
  reportSchema.parse({
    ...{ schema: 1, coreVersion: '1', visitId: 'v', jobKind: 'annual-service', firmName: 'F', siteName: 'S', siteAddress: 'A' },
    ...{
      timeZone: 'UTC',
      technicianName: 'T',
      licenceNumber: null,
      startedAt: '2026-06-01T08:00:00.000Z',
      closedAt: '2026-06-01T09:00:00.000Z',
    },
    ...{
      nextDueOn: null,
      practice: { id: 'p', version: 1, title: 'P', units: 'metric' },
      appliances: [unit()],
      looseEnds: [],
      defects: [],
    },
    ...{ overrides: [], corrections: [], breaches: [], notes: [], instruments: [], cautions: [] },
    ...more,
  })
const of = (more: object) => summarise(report({ appliances: [unit(more)] }))

test('a part to be got is to be done, and keeps all else from being the end of it', () => {
  const sum = summarise(
    report({ orders: [{ part: 'Door seal', number: 'TW-7714', why: 'Cracked', backOn: '2026-07-01', appliance: null }] }),
  )
  expect(sum.todo).toEqual([{ kind: 'order', order: expect.objectContaining({ part: 'Door seal', backOn: '2026-07-01' }) }])
  expect(sum.safety).toBe('attention')
})

describe('safe or not', () => {
  test.each([
    ['nothing waits', {}, 'safe'],
    ['a note is no trouble', { defects: [defect('note')] }, 'safe'],
    ['a mended danger is none', { defects: [defect('danger-now', { mended: 'joint remade' })] }, 'safe'],
    ['something for the next time', { defects: [defect('attention')] }, 'attention'],
    ['a loose end that is open', { looseEnds: [{ label: 'Cap off', openedAt: 'x', closedAt: null, leakCheck: null }] }, 'attention'],
    ['still out of limits', { appliances: [unit({ lines: [line({ status: 'outside' })] })] }, 'attention'],
    ['one of two left off', { appliances: [unit(), unit({ outcome: 'left-isolated' })] }, 'not-in-service'],
    ['not closed yet', { appliances: [unit({ outcome: 'open' }), unit({ outcome: 'left-isolated' })] }, 'open'],
    ['a risk, though left off', { appliances: [unit({ outcome: 'left-isolated' })], defects: [defect('at-risk')] }, 'at-risk'],
    ['a danger before all', { appliances: [unit({ outcome: 'open' })], defects: [defect('at-risk'), defect('danger-now')] }, 'danger'],
  ])('%s', (_what, more, safety) => expect(summarise(report(more)).safety).toBe(safety))
})

describe('what was found, done, and is to be done', () => {
  const smell = { id: 'joint.1', answer: 'tight', label: 'Union', said: null, detail: null, together: false, at: null }
  const leaked = { ...smell, before: [{ answer: 'leaks', said: null, detail: 'at the meter', at: 'x', by: 'T' }] }
  test('a leak that was mended was found with its place, was put right, and is not to be done', () => {
    const sum = of({ observations: [leaked] })
    expect(sum.found).toMatchObject([{ kind: 'inspection', answer: { answer: 'leaks', detail: 'at the meter' } }])
    expect(sum.done).toMatchObject([{ kind: 'put-right', observation: { answer: 'tight' } }])
    expect(sum.todo).toEqual([])
  })

  test('one that still leaks was found and is to be done', () => {
    const sum = of({ observations: [{ ...smell, answer: 'leaks' }] })
    expect([sum.found.length, sum.done.length]).toEqual([1, 0])
    expect(sum.todo).toMatchObject([{ kind: 'inspection', observation: { answer: 'leaks' } }])
    expect(sum.inspected).toEqual({ count: 1, together: 0, exceptions: 1 })
  })

  test('a safety device that was never fitted is told, and nobody’s task', () => {
    const sum = of({ observations: [{ id: 'safety.spill', answer: 'never-fitted', label: 'Spill switch', before: [] }] })
    expect(sum.found).toMatchObject([{ kind: 'never-fitted', observations: [{ label: 'Spill switch' }] }])
    expect(sum.todo).toEqual([])
    expect(sum.safety).toBe('safe')
  })

  test('a reading outside as found and inside as left was found; outside as left it waits; not read again it is to be measured', () => {
    expect(of({ lines: [line({ foundStatus: 'outside', asFound: 0.099 })] })).toMatchObject({
      found: [{ kind: 'reading', value: 0.099 }],
      todo: [],
    })
    expect(of({ lines: [line({ status: 'outside', asLeft: 0.1 })] }).todo).toMatchObject([{ kind: 'reading', value: 0.1 }])
    const unread = of({ lines: [line({ change: 'not-measured-again', asLeft: null, status: 'outside' })] })
    expect(unread.todo.map((x) => x.kind)).toEqual(['not-read-again'])
    expect(of({ lines: [line({ neverValid: 0.1, asFound: null, asLeft: null, status: 'outside' })] }).todo).toEqual([])
  })

  test('moves are counted by their screw, steps done and skipped, parts and mended defects come first', () => {
    const move = { label: 'Throttle', direction: 'clockwise', amount: 0.125, unit: 'turn', at: 'x', by: 'T' }
    const step = (status: string) => ({ id: status, kind: 'flue', rate: null, status, reason: null })
    const sum = summarise(
      report({
        parts: [{ part: 'Electrode', number: '12', why: null, by: 'T' }],
        defects: [defect('attention', { mended: 'renewed' })],
        appliances: [unit({ adjustments: [move, move], steps: [step('done'), step('done'), step('skipped'), step('open')] })],
      }),
    )
    expect(sum.done.map((d) => d.kind)).toEqual(['part', 'mended', 'adjusted', 'steps'])
    expect(sum.done[2]).toMatchObject({ label: 'Throttle', moves: 2 })
    expect(sum.done[3]).toMatchObject({ done: 2, skipped: 1 })
  })

  test('a fault that is not settled is to be gone on with; one that was proved is not', () => {
    const fault = {
      symptom: 'no-ignition',
      code: null,
      intermittent: true,
      begunAt: 'x',
      carried: false,
      checks: [],
      leftOut: [],
      occurrences: 2,
    }
    const open = of({ faults: [{ ...fault, settled: null, suspects: [{ cause: 'Lead', p: 0.7 }], bring: ['lead'] }] })
    expect(open.found).toMatchObject([{ kind: 'fault', causes: ['Lead'], proved: false }])
    expect(open.todo).toMatchObject([{ kind: 'fault', bring: ['lead'] }])
    const settled = { causes: ['Lead'], remedies: ['renew'], proved: true, by: 'T' }
    expect(of({ faults: [{ ...fault, settled, suspects: [], bring: [] }] })).toMatchObject({ found: [{ proved: true }], todo: [] })
  })

  test('the worst defect comes first, everywhere', () => {
    const sum = summarise(report({ defects: [defect('attention'), defect('note'), defect('danger-now')] }))
    expect(sum.found.map((f) => f.kind === 'defect' && f.defect.class)).toEqual(['danger-now', 'attention', 'note'])
    expect(sum.todo.map((f) => f.kind === 'defect' && f.defect.class)).toEqual(['danger-now', 'attention'])
  })
})

test('what has a limit, was set, could not be read or means something is told; the rest is an annex', () => {
  const plain = { because: 'no-band', status: 'none', change: 'unchanged' } as const
  expect(isTold(line())).toBe(true)
  expect(isTold(line({ ...plain, measurandId: 'volume.metered' }))).toBe(false)
  expect(isTold(line({ ...plain, measurandId: 'efficiency.net' }))).toBe(true)
  expect(isTold(line({ ...plain, measurandId: 'volume.metered', change: 'measured-again' }))).toBe(true)
  // Read once, at the end: nothing was set by it.
  expect(isTold(line({ ...plain, measurandId: 'electrode.gap', change: 'measured-again', asFound: null }))).toBe(false)
  expect(isTold(line({ ...plain, measurandId: 'volume.metered', neverValid: 1 }))).toBe(true)
})
