import Papa from 'papaparse'

/** What keeps a file from being read at all. */
export class UnreadableFile extends Error {
  constructor(
    readonly code: 'encoding' | 'empty' | 'no-header' | 'unknown-columns' | 'missing-columns',
    readonly params: Readonly<Record<string, string | number>> = {},
  ) {
    super(code)
  }
}

const HEAD = 4096

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

/** Rows of a CSV as they arrive, with the line that each began on (the header is line 1). Quoted line breaks are kept together. */
export async function* csvRows(texts: AsyncIterable<string>): AsyncGenerator<{ line: number; cells: string[] }> {
  let rest = ''
  let line = 1
  let delimiter: string | null = null
  const parse = (text: string) => Papa.parse<string[]>(text, { delimiter: delimiter ?? ',', skipEmptyLines: false }).data
  for await (const text of texts) {
    rest += text
    if (delimiter === null) {
      if (rest.length < HEAD && !/[\r\n]/.test(rest)) continue
      rest = rest.replace(/^\uFEFF/, '')
      delimiter = delimiterOf(rest)
    }
    const cut = lastWholeRow(rest)
    if (cut <= 0) continue
    const whole = rest.slice(0, cut)
    rest = rest.slice(cut)
    for (const cells of parse(whole.replace(/\r?\n$/, ''))) {
      if (cells.some((c) => c.trim() !== '')) yield { line, cells }
      line += 1 + cells.reduce((n, c) => n + (c.match(/\n/g)?.length ?? 0), 0)
    }
  }
  delimiter ??= delimiterOf((rest = rest.replace(/^\uFEFF/, '')))
  if (rest.trim() !== '')
    for (const cells of parse(rest.replace(/\r?\n$/, ''))) {
      if (cells.some((c) => c.trim() !== '')) yield { line, cells }
      line += 1 + cells.reduce((n, c) => n + (c.match(/\n/g)?.length ?? 0), 0)
    }
}

/** Where the last row that is surely whole ends: after a line break outside quotes. */
function lastWholeRow(text: string): number {
  let end = 0
  let quoted = false
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i)
    if (c === 34) quoted = !quoted
    else if (c === 10 && !quoted) end = i + 1
  }
  return end
}

/** One line of a CSV with commas, quoted where needed. */
export const csvLine = (cells: readonly string[]): string => `${Papa.unparse([[...cells]])}\r\n`
