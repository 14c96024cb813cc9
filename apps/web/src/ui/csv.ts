import Papa from 'papaparse'

/** What keeps a file from being read at all. */
export class UnreadableFile extends Error {
  constructor(
    readonly code: 'encoding' | 'empty' | 'no-header' | 'unknown-columns' | 'missing-columns' | 'row-too-long',
    readonly params: Readonly<Record<string, string | number>> = {},
  ) {
    super(code)
  }
}

const HEAD = 4096
const QUOTE = 34
const LINE_END = 10

/** The text of a file as it arrives: UTF-8, or UTF-16 with its mark. @throws UnreadableFile encoding */
export async function* decoded(chunks: AsyncIterable<Uint8Array>): AsyncGenerator<string> {
  let decoder: TextDecoder | null = null
  let at = 0
  const decode = (chunk?: Uint8Array): string => {
    try {
      return chunk ? decoder!.decode(chunk, { stream: true }) : decoder!.decode()
    } catch {
      throw new UnreadableFile('encoding', { at })
    }
  }
  for await (const chunk of chunks) {
    if (chunk.byteLength === 0) continue
    decoder ??= new TextDecoder(
      chunk[0] === 0xff && chunk[1] === 0xfe ? 'utf-16le' : chunk[0] === 0xfe && chunk[1] === 0xff ? 'utf-16be' : 'utf-8',
      { fatal: true },
    )
    yield decode(chunk)
    at += chunk.byteLength
  }
  if (decoder) yield decode()
}

/** Comma, semicolon or tab: whichever the header has most of, outside quotes. */
export function delimiterOf(head: string): string {
  const line = (/^[^\r\n]*/.exec(head)?.[0] ?? '').replace(/"[^"]*"/g, '')
  const counts = [',', ';', '\t'].map((d) => [line.split(d).length, d] as const)
  return counts.reduce((best, c) => (c[0] > best[0] ? c : best))[1]
}

/** A row longer than this is a quotation mark that was never closed. */
const LONGEST_ROW = 1_000_000

interface CsvRow {
  /** On which it began; the header is line 1. */
  readonly line: number
  readonly cells: string[]
}

/** Rows of a CSV as they arrive. Quoted line breaks are kept together. @throws UnreadableFile */
export async function* csvRows(texts: AsyncIterable<string>): AsyncGenerator<CsvRow> {
  for await (const rows of csvLists(texts)) yield* rows
}

/** The same in lists, one for each piece of the file: a hundred thousand rows are not waited for one by one. */
export async function* csvLists(texts: AsyncIterable<string>): AsyncGenerator<readonly CsvRow[]> {
  let rest = ''
  /** How far the rest was looked through, and whether that ended inside quotes: no character is looked at twice. */
  let seen = 0
  let quoted = false
  let line = 1
  let delimiter: string | null = null
  const rowsIn = (text: string): CsvRow[] => {
    const rows: CsvRow[] = []
    for (const cells of Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: delimiter ?? ',', skipEmptyLines: false }).data) {
      if (cells.some((c) => c.trim() !== '')) rows.push({ line, cells })
      line += 1 + cells.reduce((n, c) => n + (c.includes('\n') ? c.split('\n').length - 1 : 0), 0)
    }
    return rows
  }
  for await (const text of texts) {
    rest += text
    if (delimiter === null) {
      if (rest.length < HEAD && !/[\r\n]/.test(rest)) continue
      rest = rest.replace(/^\uFEFF/, '')
      delimiter = delimiterOf(rest)
    }
    let end = 0
    for (; seen < rest.length; seen++) {
      const c = rest.charCodeAt(seen)
      if (c === QUOTE) quoted = !quoted
      else if (c === LINE_END && !quoted) end = seen + 1
    }
    if (end > 0) {
      yield rowsIn(rest.slice(0, end))
      rest = rest.slice(end)
      seen -= end
    }
    if (rest.length > LONGEST_ROW) throw new UnreadableFile('row-too-long', { line })
  }
  if (delimiter === null) {
    rest = rest.replace(/^\uFEFF/, '')
    delimiter = delimiterOf(rest)
  }
  if (rest.trim() !== '') yield rowsIn(rest)
}

/** One line of a CSV with commas, quoted where needed. */
export const csvLine = (cells: readonly string[]): string => `${Papa.unparse([[...cells]])}\r\n`
