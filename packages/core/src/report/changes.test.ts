import { changesOf } from './changes'
import { type Report, type ReportLine, reportSchema } from './model'

const line = (more: Partial<ReportLine> = {}) => ({
  ...{ key: 'co2.flue/flue/max', measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max', asFound: 0.085, asLeft: 0.09 },
  ...{ expandedUncertainty: null, change: 'measured-again', status: 'inside', because: 'inside', side: null, goalMet: null },
  ...{ min: 0.08, max: 0.095, source: null, page: null, entered: null, takenAt: '2026-06-01T09:00:00.000Z', by: 'T', instrument: null },
  computed: false,
  ...more,
})
const unit = (more: object = {}) => ({
  ...{ id: 'a', name: 'Larch', serial: 'S', position: 'P', gas: 'natural-gas-h', altitudeM: 0, outcome: 'in-normal-service' },
  ...{ card: { id: 'c', version: 1, document: 'D' }, outcomeReason: null, rates: [], lines: [line()], observations: [] },
  ...{ steps: [], adjustments: [] },
  ...more,
})
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
    ...{ nextDueOn: '2027-06-01', practice: { id: 'p', version: 1, title: 'P', units: 'metric' }, appliances: [unit()], looseEnds: [] },
    ...{ defects: [], overrides: [], corrections: [], breaches: [], notes: [], instruments: [], cautions: [] },
    ...more,
  })
const of = (before: object, after: object) => changesOf(report({ appliances: [unit(before)] }), report({ appliances: [unit(after)] }))

test('the same says nothing, even where it was written again', () => {
  expect(changesOf(report(), report({ closedAt: '2026-06-02T09:00:00.000Z' }))).toEqual([])
  const corrections = [{ reason: 'Typed wrongly', by: 'T', at: 'x' }]
  expect(changesOf(report(), report({ corrections }))).toEqual([{ kind: 'correction', correction: corrections[0] }])
})

test('a figure that was corrected, and the verdict that goes with it', () => {
  expect(of({}, { lines: [line({ asLeft: 0.097, status: 'outside' })] })).toEqual([
    expect.objectContaining({ kind: 'figure', stage: 'asLeft', from: 0.09, to: 0.097 }),
    expect.objectContaining({ kind: 'verdict', from: 'inside', to: 'outside' }),
  ])
})

test('figures that came or went stand against nothing', () => {
  expect(of({ lines: [] }, {}).map((c) => c.kind === 'figure' && [c.stage, c.from, c.to])).toEqual([
    ['asFound', null, 0.085],
    ['asLeft', null, 0.09],
  ])
  expect(of({}, { lines: [] })).toHaveLength(2)
})

test('answers, outcomes and moves', () => {
  const seen = (answer: string) => ({ observations: [{ id: 'seal', answer }] })
  expect(of(seen('sound'), seen('broken'))).toEqual([expect.objectContaining({ kind: 'answer', from: 'sound' })])
  expect(of({}, { outcome: 'left-isolated' })).toEqual([
    { kind: 'outcome', appliance: 'Larch', from: 'in-normal-service', to: 'left-isolated' },
  ])
  const move = { label: 'Throttle', direction: 'clockwise', amount: 0.25, unit: 'turn', at: 'x', by: 'T' }
  expect(of({ adjustments: [move, move] }, { adjustments: [move] })).toEqual([{ kind: 'moves', appliance: 'Larch', from: 2, to: 1 }])
})

test('defects that were added, mended since, named otherwise, or are gone', () => {
  const defect = (more: object = {}) => ({ class: 'at-risk', text: 'Loose flue', action: 'Told', by: 'T', ...more })
  const was = (before: object[], after: object[]) =>
    changesOf(report({ defects: before }), report({ defects: after })).map((c) => c.kind === 'defect' && c.was)
  expect(was([], [defect()])).toEqual(['added'])
  expect(was([defect()], [defect({ mended: 'refitted' })])).toEqual(['mended'])
  expect(was([defect()], [defect({ class: 'danger-now' })])).toEqual(['changed'])
  expect(was([defect()], [])).toEqual(['gone'])
})

test('parts, notes, the next service, the signature and the place', () => {
  const part = { part: 'Seal', number: '1', why: null, by: 'T' }
  const changes = changesOf(
    report({ parts: [part], notes: [{ text: 'a', by: 'T' }] }),
    report({
      parts: [part, part],
      notes: [
        { text: 'a', by: 'T' },
        { text: 'b', by: 'T' },
      ],
      nextDueOn: '2026-12-01',
      signature: 'refused',
      siteName: 'New',
    }),
  )
  expect(changes.map((c) => c.kind)).toEqual(['place', 'part', 'note', 'due', 'signature'])
})
