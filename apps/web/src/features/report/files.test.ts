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
/** Drawn by a program of its own: the library cannot be loaded here. */
function reportPdf(of: Report, frozen: object | null, options: { paper: string; customer: boolean }): Buffer {
  const file = path.join(mkdtempSync(path.join(tmpdir(), 'lucerna-pdf-')), 'report.pdf')
  const program = ['--tsconfig', path.join(WEB, 'tsconfig.json'), path.join(WEB, 'src/test/pdfOf.ts'), file]
  try {
    execFileSync(path.resolve(WEB, '../../node_modules/.bin/tsx'), program, {
      cwd: WEB,
      input: JSON.stringify({ model: of, frozen, ...options }),
    })
    return readFileSync(file)
  } finally {
    rmSync(path.dirname(file), { recursive: true })
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
  test('A4 and Letter, with its fonts in it', async () => {
    const a4 = reportPdf(model({ defects }), FROZEN, { paper: 'a4', customer: false })
    expect(a4.subarray(0, 5).toString()).toBe('%PDF-')
    expect(await sizes(a4)).toEqual(new Set(['595×842']))
    expect(await sizes(reportPdf(model(), FROZEN, { paper: 'letter', customer: false }))).toEqual(new Set(['612×792']))
    expect(a4.toString('latin1')).toMatch(/FontFile/)
    expect(await pages(a4)).toBe(1)
  })

  test('two hundred readings, long names, Arabic, Hebrew, Greek and Cyrillic: more pages, and an annex', async () => {
    const odd = model({
      firmName: LONG,
      siteName: 'Σταθμός · Котельная № 4',
      siteAddress: 'شارع النور ١٢ · רחוב הגפן 7',
      defects,
      appliances: [unit({ lines: many, observations: Array.from({ length: 60 }, (_, i) => ({ ...point, id: `p${i}` })), position: LONG })],
    })
    const pdf = reportPdf(odd, FROZEN, { paper: 'a4', customer: false })
    expect(await pages(pdf)).toBeGreaterThanOrEqual(6)
    expect(pdf.length).toBeLessThan(600_000)
  })

  test('the customer’s is short, a preview is one', async () => {
    const full = reportPdf(model({ appliances: [unit({ lines: many })] }), null, { paper: 'a4', customer: false })
    const customer = reportPdf(model({ defects, appliances: [unit({ lines: many })] }), null, { paper: 'a4', customer: true })
    expect(await pages(customer)).toBe(1)
    expect(await pages(full)).toBeGreaterThan(3)
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
