/** @jest-environment node */
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { PDFDocument } from 'pdf-lib'
import type { Report } from '@lucerna/core/report'
import { COLUMNS, reportSlip, wrapped } from './slip'
import { line, model, unit } from './testReport'

const WEB = path.resolve(__dirname, '../../..')
const PROGRAM = path.resolve(WEB, '../../scripts/program.mjs')
interface Wish {
  readonly model: Report
  readonly frozen: object | null
  readonly paper: 'a4' | 'letter'
  readonly customer: boolean
}
/** Drawn by a program of its own, all together: the library cannot be loaded here. */
function reportPdfs(wishes: readonly Wish[]): Buffer[] {
  const folder = mkdtempSync(path.join(tmpdir(), 'lucerna-pdf-'))
  try {
    execFileSync(process.execPath, [PROGRAM, 'src/test/pdfOf.ts', folder], { cwd: WEB, input: JSON.stringify(wishes) })
    return wishes.map((_, i) => readFileSync(path.join(folder, `${i}.pdf`)))
  } finally {
    rmSync(folder, { recursive: true })
  }
}

const FROZEN = {
  version: 2,
  hash: 'ab12'.repeat(16),
  createdAt: '2026-06-01T09:30:00.000Z',
  by: 'Tobias Achterberg',
  log: { seq: 61, head: 'cd'.repeat(32) },
  changes: [],
  newest: 2,
}
const pages = async (pdf: Buffer) => (await PDFDocument.load(pdf)).getPageCount()
const sizes = async (pdf: Buffer) =>
  new Set((await PDFDocument.load(pdf)).getPages().map((p) => `${Math.round(p.getWidth())}×${Math.round(p.getHeight())}`))

const defects = [{ class: 'attention', text: 'Condensate trap cracked', action: 'Renew at the next service', by: 'T' }]
const many = Array.from({ length: 200 }, (_, i) => line({ key: `k${i}`, stationId: i % 2 ? 'flue' : 'burner' }))
const point = {
  answer: 'ok',
  label: 'A point of the card that is rather long',
  said: 'as it should be',
  detail: null,
  before: [],
  at: null,
  together: false,
}
const LONG = `${'Verylongnamewithoutanyspacesinit'.repeat(4)} and some more words behind it`

describe('on paper', () => {
  const odd = model({
    firmName: LONG,
    siteName: 'Σταθμός · Котельная № 4',
    siteAddress: 'شارع النور ١٢ · רחוב הגפן 7',
    defects,
    appliances: [unit({ lines: many, observations: Array.from({ length: 60 }, (_, i) => ({ ...point, id: `p${i}` })), position: LONG })],
  })
  const technician = { paper: 'a4', customer: false } as const
  let drawn: Record<'a4' | 'letter' | 'odd' | 'customer' | 'preview', Buffer>
  beforeAll(() => {
    const [a4, letter, hard, customer, preview] = reportPdfs([
      { model: model({ defects }), frozen: FROZEN, ...technician },
      { model: model(), frozen: FROZEN, ...technician, paper: 'letter' },
      { model: odd, frozen: FROZEN, ...technician },
      { model: model({ defects, appliances: [unit({ lines: many })] }), frozen: null, ...technician, customer: true },
      { model: model({ appliances: [unit({ lines: many.slice(0, 80) })] }), frozen: null, ...technician },
    ])
    drawn = { a4: a4!, letter: letter!, odd: hard!, customer: customer!, preview: preview! }
  }, 60_000)

  test('A4 and Letter, with its fonts in it', async () => {
    expect(drawn.a4.subarray(0, 5).toString()).toBe('%PDF-')
    expect(await sizes(drawn.a4)).toEqual(new Set(['595×842']))
    expect(await sizes(drawn.letter)).toEqual(new Set(['612×792']))
    expect(drawn.a4.toString('latin1')).toMatch(/FontFile/)
    expect(await pages(drawn.a4)).toBe(1)
  })

  test('two hundred readings, long names, Arabic, Hebrew, Greek and Cyrillic: more pages, and an annex', async () => {
    expect(await pages(drawn.odd)).toBeGreaterThanOrEqual(6)
    expect(drawn.odd.length).toBeLessThan(600_000)
  })

  test('the customer’s is short, a preview is one', async () => {
    expect(await pages(drawn.customer)).toBe(1)
    expect(await pages(drawn.preview)).toBeGreaterThan(1)
  })
})

describe('a slip', () => {
  test('says the answers, the readings as left with their marks, and no line is wider than the paper', () => {
    const slip = reportSlip(
      model({
        defects,
        siteAddress: LONG,
        appliances: [unit({ lines: [line(), line({ key: 'x', status: 'outside', asLeft: 0.1 }), line({ key: 'y', status: 'edge' })] })],
      }),
      FROZEN,
    )
    const lines = slip.split('\n')
    for (const l of lines) expect([l, [...l].length <= COLUMNS]).toEqual([l, true])
    expect(slip).toMatch(/^Hollowmere Heat\nAnnual service\n/)
    expect(slip).toContain('What to do')
    expect(slip).toMatch(/^! CO₂, maximum +10\.0 ?%$/m)
    expect(slip).toMatch(/^~ CO₂, maximum +9\.0 ?%$/m)
    expect(slip).toMatch(/version 2 ab12ab12ab12ab12/)
    expect(reportSlip(model(), null)).toContain('Preview')
  })

  test('words are broken between, and what is longer than a line inside', () => {
    expect(wrapped('')).toEqual([])
    expect(wrapped('a b')).toEqual(['a b'])
    const broken = wrapped(`${'x'.repeat(100)} end`, '  ')
    expect(broken.join('').replaceAll(/\s/g, '')).toBe(`${'x'.repeat(100)}end`)
    for (const l of broken) expect(l.length).toBeLessThanOrEqual(COLUMNS)
  })
})
