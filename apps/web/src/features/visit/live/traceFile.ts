import { guessPlan, TraceImport, type TracePlan, type Wall } from '@lucerna/core/live'
import { csvRows, decoded, UnreadableFile } from '@/ui/csv'
import { zonedInstant } from '@/ui/zoned'

const PREVIEW_ROWS = 8
const PREVIEW_BYTES = 64_000
/** Between two of these the page is drawn, bytes. */
const SLICE_BYTES = 64_000

/** How a file begins, and what its columns seem to be. */
export interface TracePreview {
  readonly header: readonly string[]
  readonly rows: readonly (readonly string[])[]
  /** Whether the first row names the columns. */
  readonly named: boolean
  readonly plan: TracePlan
}
export type TraceFile = ReturnType<TraceImport['end']>
/** What keeps a file from being read: a code of the words. */
export type FileProblem = { readonly problem: 'encoding' | 'empty' | 'row-too-long' | 'no-columns' }

const problemOf = (error: unknown): FileProblem => {
  if (error instanceof UnreadableFile && (error.code === 'encoding' || error.code === 'row-too-long')) return { problem: error.code }
  throw error
}
const isName = (cell: string) => /\p{L}/u.test(cell) && !/^\d/.test(cell.trim())

/** The first rows of a file and what its columns seem to be. */
export async function previewTrace(file: Blob): Promise<TracePreview | FileProblem> {
  const rows: string[][] = []
  try {
    for await (const { cells } of csvRows(decoded(bytesOf(file.slice(0, PREVIEW_BYTES))))) {
      rows.push(cells)
      if (rows.length > PREVIEW_ROWS) break
    }
  } catch (error) {
    // The cut of the preview can fall into a character: what came before it is enough.
    if (rows.length === 0) return problemOf(error)
  }
  const [first] = rows
  if (!first) return { problem: 'empty' }
  if (first.length < 2) return { problem: 'no-columns' }
  const named = first.some(isName)
  const header = named ? first : first.map((_, i) => String(i + 1))
  const body = named ? rows.slice(1) : rows
  return { header, rows: body, named, plan: guessPlan(header, body) }
}

/**
 * Reads a whole file by its plan.
 *
 * @param at the zone of times that name none, and the day of clocks without one; seconds count from `zeroMs`.
 */
export async function readTraceFile(
  file: Blob,
  plan: TracePlan,
  named: boolean,
  at: { readonly day: string; readonly timeZone: string; readonly zeroMs: number },
  onProgress?: (share: number) => void,
): Promise<TraceFile | FileProblem> {
  // A day's wall clock is worked out once for each minute: a zone is slow to ask.
  const minutes = new Map<string, number>()
  const localMs = ({ day, time }: Wall) => {
    const minute = `${day ?? at.day} ${time.slice(0, 5)}`
    const known = minutes.get(minute) ?? zonedInstant(day ?? at.day, time.slice(0, 5), at.timeZone).getTime()
    minutes.set(minute, known)
    return known + Number(time.slice(6)) * 1000
  }
  const reader = new TraceImport(plan, localMs, at.zeroMs)
  let [skip, bytes, told] = [named, 0, 0]
  const counted = async function* () {
    for await (const chunk of bytesOf(file)) {
      bytes += chunk.byteLength
      yield chunk
    }
  }
  try {
    for await (const { cells } of csvRows(decoded(counted()))) {
      if (skip) skip = false
      else reader.take(cells)
      const share = bytes / file.size
      if (onProgress && share > told + 0.02) onProgress((told = share))
    }
  } catch (error) {
    return problemOf(error)
  }
  return reader.end()
}

async function* bytesOf(file: Blob): AsyncGenerator<Uint8Array> {
  const reader = file.stream().getReader()
  for (;;) {
    const { done, value } = await reader.read()
    if (done) return
    for (let from = 0; from < value.byteLength; from += SLICE_BYTES) {
      yield value.subarray(from, from + SLICE_BYTES)
      // The page is drawn in between; a worker has none to draw.
      if (typeof document !== 'undefined') await new Promise((drawn) => setTimeout(drawn))
    }
  }
}
