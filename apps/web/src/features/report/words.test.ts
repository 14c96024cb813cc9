import type { ReportChange } from '@lucerna/core/report'
import { changesSection } from './changeWords'
import { lineWords } from './lineWords'
import { plainText } from './parts'
import { COLUMNS, reportSlip, wrapped } from './slip'
import { line, model, unit } from './testReport'

describe('a line of figures', () => {
  const words = (more: Parameters<typeof line>[0] = {}) => lineWords(line(more), 'metric', 'maximum')

  test('as found, as left, its band with its page, and the verdict', () => {
    expect(words()).toMatchObject({ where: 'maximum', left: '9.0', leftTone: 'plain', status: 'inside', judged: true })
    expect(words().found).toMatch(/^9\.[78]$/)
    expect(words().source).toMatch(/^Tarnwick TW-INST-28C, .*31$/)
    expect(words().unit).toMatch(/^% ± 0\.2/)
  })
  test('what was not measured again after it was changed is warned of; what nobody changed is quiet', () => {
    expect(words({ change: 'not-measured-again', asLeft: null }).leftTone).toBe('warn')
    expect(words({ change: 'unchanged' }).leftTone).toBe('quiet')
    expect(words({ change: 'unchanged', asFound: null, asLeft: 0.09 })).toMatchObject({ found: '–', left: '9.0', leftTone: 'plain' })
  })
  test('a reading that never held stands in brackets, with why, and is no verdict', () => {
    const never = words({ neverValid: 0.0975, because: 'unsettled' as never, firstRun: true, afterWork: 0.09 })
    expect(never.found).toMatch(/^\(9\.[78]\)$/)
    expect(never).toMatchObject({ leftTone: 'warn', foundNote: null, leftNote: null, judged: false })
  })
  test('the first run after a repair, and what it was right after the work, are told', () => {
    expect(words({ firstRun: true }).foundNote).toBeTruthy()
    expect(words({ afterWork: 0.0885 }).leftNote).toMatch(/8\.[89]/)
  })
  test('beyond its band it says on which side; without a band that there is none', () => {
    const above = words({ status: 'outside', side: 'above' }).verdict
    const below = words({ status: 'outside', side: 'below' }).verdict
    expect(above).not.toBe(below)
    expect(words({ because: 'no-band', status: 'none' })).toMatchObject({ judged: false })
    expect(words({ computed: true, caseOpen: true, instance: null }).where.split(' · ')).toHaveLength(3)
  })
})

describe('what a version says otherwise', () => {
  const what = line()
  const said = (change: ReportChange, more: object = {}, customer = false) =>
    changesSection(model(more), { version: 2, changes: [change] }, customer).items.map((i) => plainText(i))
  const figure = {
    kind: 'figure',
    appliance: 'Larch 28 C',
    line: what,
    stage: 'asLeft',
    from: 0.095,
    to: 0.0901,
  } as unknown as ReportChange

  test('a figure, with its rate, from what to what', () => {
    expect(said(figure)).toEqual([expect.stringMatching(/CO₂, maximum.*9\.5\s?%.*9\.0\s?%/)])
    expect(said({ ...figure, from: null } as ReportChange)[0]).toContain('–')
  })
  test('where there are several appliances each is named', () => {
    expect(said(figure)[0]).not.toContain('Larch 28 C:')
    expect(said(figure, { appliances: [unit(), unit({ id: 'a2', name: 'Stag 95' })] })[0]).toMatch(/^Larch 28 C: /)
  })
  test('what was calculated is told in one line, and a customer is spared it', () => {
    const computed = { ...figure, line: { ...what, computed: true } } as ReportChange
    expect(said(computed)).toHaveLength(1)
    expect(said(computed, {}, true)).toEqual([])
    // What reads as before is not told.
    expect(said({ ...computed, from: 0.09012 } as ReportChange)).toEqual([])
  })
  test.each<[string, unknown, RegExp]>([
    ['a due date', { kind: 'due', from: null, to: '2027-06-01' }, /–.*1 Jun(e)? 2027/],
    ['a place', { kind: 'place', from: '7 Quarry Row', to: '11 Quarry Row' }, /7 Quarry Row.*11 Quarry Row/],
    ['moves', { kind: 'moves', appliance: 'Larch 28 C', from: 2, to: 3 }, /2.*3/],
    ['a note', { kind: 'note', text: 'Trap cleaned' }, /Trap cleaned/],
    ['a part', { kind: 'part', was: 'added', part: { part: 'Fan gasket' } }, /Fan gasket/],
    ['a defect', { kind: 'defect', was: 'added', defect: { text: 'Loose joint' } }, /Loose joint/],
    ['a correction', { kind: 'correction', correction: { reason: 'Misread', by: 'Tobias' } }, /Misread.*Tobias/],
    ['a signature', { kind: 'signature' }, /./],
    ['an outcome', { kind: 'outcome', appliance: 'Larch 28 C', from: 'in-normal-service', to: 'turned-off' }, /./],
  ])('%s', (_, change, wanted) => expect(said(change as ReportChange)).toEqual([expect.stringMatching(wanted)]))

  test('a second version without changes says so; a first one says nothing', () => {
    expect(changesSection(model(), { version: 2, changes: [] }).empty).toBeTruthy()
    expect(changesSection(model(), { version: 1, changes: [] }).empty).toBeUndefined()
    expect(changesSection(model(), null).items).toEqual([])
  })
})

describe('a slip of forty columns', () => {
  test('words are kept whole where they can be; what follows is indented; one that is too long is broken', () => {
    expect(wrapped('Chamber differential creeping up: due a strip and clean soon', '  ')).toEqual([
      'Chamber differential creeping up: due a',
      '  strip and clean soon',
    ])
    expect(wrapped('x'.repeat(90)).map((l) => l.length)).toEqual([40, 40, 10])
    expect(wrapped('')).toEqual([])
  })
  test('no line is longer, whatever the names; what is out of limits has its mark, and the emergency number is on it', () => {
    const long = 'The Former Municipal Gasworks Administration Building, Rear Entrance'
    const slip = reportSlip(
      model({
        siteName: long,
        emergencyNumber: '555 0100',
        appliances: [
          unit({ name: long, lines: [line(), line({ key: 'b', status: 'outside', side: 'above' }), line({ key: 'c', status: 'edge' })] }),
        ],
      }),
      { version: 3, hash: 'abcdef0123456789ff' },
    )
    const lines = slip.split('\n')
    expect(Math.max(...lines.map((l) => [...l].length))).toBeLessThanOrEqual(COLUMNS)
    expect(lines.filter((l) => l.startsWith('! ')).length).toBe(1)
    expect(lines.filter((l) => l.startsWith('~ ')).length).toBe(1)
    expect(slip).toContain('555 0100')
    expect(slip).toContain('abcdef0123456789')
    expect(slip).not.toContain('abcdef0123456789ff')
  })
  test('readings that never held are not on it; one that is not frozen says that it is a preview', () => {
    const slip = reportSlip(model({ appliances: [unit({ lines: [line({ neverValid: 0.0975, asLeft: null })] })] }), null)
    expect(slip).not.toMatch(/CO₂/)
    expect(slip).toMatch(/preview/i)
  })
})
