import { DEMO_CARDS } from '@lucerna/sim/cards'
import type postgres from 'postgres'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'

/** The made-up town of the bulk seed, and how its rows go in. */

export const PER_SITE = 2
const STREETS = [
  'Weir',
  'Kiln',
  'Alder',
  'Ferry',
  'Orchard',
  'Mill',
  'Chapel',
  'Sluice',
  'Heron',
  'Foundry',
  'Lantern',
  'Birch',
  'Anchor',
  'Tannery',
]
const KINDS_OF_STREET = ['Lane', 'Row', 'Street', 'Yard', 'Terrace', 'Quay', 'Court', 'Rise']
const TOWNS = [
  'Nether Sallow',
  'Aldmoor',
  'Brackwater',
  'Cold Ashby',
  'Dunmere',
  'Eastwell',
  'Fallow Green',
  'Graythwaite',
  'Harrowgate Mere',
  'Inchley',
]
const ROOMS = ['Attic', 'Kitchen', 'Cellar', 'Utility room', 'Plant room', 'Garage']
/** Ids that follow from what they are of and their number: version 7 by shape, the same in every run. */
export const id = (kind: number, n: number): string => `01000000-000${kind}-7000-8000-${n.toString(16).padStart(12, '0')}`
export const SITE = 1
export const SUPPLY = 2
export const UNIT = 3
export const VISIT = 4

export type Value = string | number | null
/** One line of COPY's text format. None of our values holds what it would have to escape. */
export const row = (values: readonly Value[]): string => `${values.map((v) => (v === null ? '\\N' : String(v))).join('\t')}\n`

export async function copy(sql: postgres.ReservedSql, table: string, columns: readonly string[], lines: Iterable<string>): Promise<void> {
  const into = await sql.unsafe(`copy ${table} (${columns.join(', ')}) from stdin`).writable()
  await pipeline(Readable.from(inChunks(lines), { objectMode: true }), into)
}

function* inChunks(lines: Iterable<string>): Generator<string> {
  let text = ''
  for (const line of lines) {
    text += line
    if (text.length > 65_536) {
      yield text
      text = ''
    }
  }
  if (text) yield text
}

export function* counted(from: number, to: number, line: (n: number) => string | readonly string[]): Generator<string> {
  for (let n = from; n < to; n++) {
    const made = line(n)
    if (typeof made === 'string') yield made
    else yield* made
  }
}

const pick = <T>(list: readonly T[], n: number): T => list[((n * 2_654_435_761) >>> 8) % list.length]!

export const siteOf = (n: number) => ({
  id: id(SITE, n),
  name: `${(n % 97) + 1} ${pick(STREETS, n)} ${pick(KINDS_OF_STREET, n + 7)}, ${pick(TOWNS, n + 3)}`,
  address: `${(n % 97) + 1} ${pick(STREETS, n)} ${pick(KINDS_OF_STREET, n + 7)}, ${pick(TOWNS, n + 3)} ${10_000 + (n % 90_000)}`,
})
export const unitOf = (n: number) => {
  const card = pick(DEMO_CARDS, n)
  return {
    id: id(UNIT, n),
    card,
    site: siteOf(Math.floor(n / PER_SITE)),
    serial: `BK-${String(n).padStart(7, '0')}`,
    position: pick(ROOMS, n + 1),
  }
}
