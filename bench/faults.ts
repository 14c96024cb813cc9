/**
 * Why won’t it run: the short way against the maker’s order, on the same simulated appliances in the same run: one thing broken; two things; one that comes and goes.
 * `npm run bench -- faults [cases] [seed] [kind]`; a quarter as many of the two others.
 */
import { spawn } from 'node:child_process'
import { availableParallelism } from 'node:os'
import { seededRandom } from '@lucerna/sim/random'
import { cardOf, type Case, Cases, KINDS, type Solved } from './faultCases'

const CASES = Number(process.argv[2] ?? 100)
const SEED = Number(process.argv[3] ?? Date.now() % 100_000)
const ONLY = process.argv[4]
const MARK = '@cases '

const SORTS = ['single', 'double', 'intermittent'] as const
type Sort = (typeof SORTS)[number]
const TITLES: Readonly<Record<Sort, string>> = {
  single: 'one thing broken',
  double: 'two at once: both repaired, nothing else',
  intermittent: 'comes and goes: there at a quarter to six sevenths of the checks',
}
const countOf = (sort: Sort) => (sort === 'single' ? CASES : Math.ceil(CASES / 4))

type Row = { readonly short: Solved; readonly book: Solved }
type Rows = Record<Sort, Row[]>

const q = (x: readonly number[], share: number) => [...x].sort((a, b) => a - b)[Math.min(x.length - 1, Math.floor(share * x.length))] ?? NaN

function line(name: string, rows: readonly Row[]): string {
  const share = (of: keyof Row) => (100 * rows.filter((r) => r[of].found).length) / rows.length
  const minutes = (of: keyof Row) => rows.map((r) => r[of].minutes)
  const [s, b] = [minutes('short'), minutes('book')]
  const checks = (of: keyof Row) =>
    q(
      rows.map((r) => r[of].checks),
      0.5,
    )
  const ms = q(
    rows.flatMap((r) => r.short.tookMs),
    0.95,
  )
  return `${name.padEnd(20)} found ${share('short').toFixed(0)} % (book ${share('book').toFixed(0)} %) | minutes short ${q(s, 0.5)}/${q(s, 0.95)} book ${q(b, 0.5)}/${q(b, 0.95)} | ${(q(s, 0.5) / q(b, 0.5)).toFixed(2)} × ${(q(s, 0.95) / q(b, 0.95)).toFixed(2)} × | checks ${checks('short')} / ${checks('book')} | a decision ${ms.toFixed(0)} ms (95 of 100)`
}

/** Solves the cases of one kind of burner; each sort draws from a seed of its own. */
function kindRows(k: number): Rows {
  const solved = {} as Rows
  SORTS.forEach((sort, i) => {
    const cases = new Cases(KINDS[k]!, seededRandom(SEED * 7919 + k + i * 104_729))
    const byCause = new Map<string, [found: number, all: number]>()
    solved[sort] = Array.from({ length: countOf(sort) }, () => {
      const { cause, solve }: { readonly cause: string; readonly solve: Case } = cases[sort]()
      const row = { short: solve('short'), book: solve('book') }
      const [found, all] = byCause.get(cause) ?? [0, 0]
      byCause.set(cause, [found + Number(row.short.found), all + 1])
      return row
    })
    const poor = [...byCause].filter(([, [found, all]]) => found < 0.9 * all).map(([id, [found, all]]) => `${id} ${found}/${all}`)
    if (sort === 'single' && poor.length > 0) console.log(`${cardOf(KINDS[k]![0]!).burnerKind}: less often found: ${poor.join(', ')}`)
    if (cases.missing.size > 0 && process.env.WHY)
      console.log(`    not in the map: ${[...cases.missing].map(([key, n]) => `${key} (${n})`).join(', ')}`)
  })
  return solved
}

function apart(k: number): Promise<Rows> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [...process.execArgv, process.argv[1]!, String(CASES), String(SEED), String(k)], {
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    let text = ''
    child.stdout.on('data', (chunk) => (text += String(chunk)))
    child.on('close', () => {
      const lines = text.trimEnd().split('\n')
      const found = lines.find((l) => l.startsWith(MARK))
      const told = lines.filter((l) => !l.startsWith(MARK))
      if (told.length > 0) console.log(told.join('\n'))
      if (found) resolve(JSON.parse(found.slice(MARK.length)) as Rows)
      else reject(new Error(`The cases of kind ${k} were not solved`))
    })
  })
}

if (ONLY !== undefined && KINDS[Number(ONLY)]) console.log(`${MARK}${JSON.stringify(kindRows(Number(ONLY)))}`)
else {
  const began = Date.now()
  const waiting = KINDS.map((_, k) => k)
  const found: Rows[] = []
  const worker = async () => {
    for (let k = waiting.shift(); k !== undefined; k = waiting.shift()) found[k] = await apart(k)
  }
  await Promise.all(Array.from({ length: availableParallelism() }, worker))
  for (const sort of SORTS) {
    console.log(
      `\n${TITLES[sort]}: ${countOf(sort)} of each kind, seed ${SEED}; minutes: median / 95th percentile; short way over the maker’s order`,
    )
    KINDS.forEach((cards, k) => console.log(line(cardOf(cards[0]!).burnerKind, found[k]![sort])))
    console.log(
      line(
        'all',
        found.flatMap((rows) => rows[sort]),
      ),
    )
  }
  console.log(`${((Date.now() - began) / 1000).toFixed(0)} s`)
}
