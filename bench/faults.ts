/** Why won’t it run: the short way against the maker’s order, on the same simulated appliances in the same run. `npm run bench -- faults [cases] [seed] [kind]`. */
import { spawn } from 'node:child_process'
import { availableParallelism } from 'node:os'
import type { Card } from '@lucerna/core/appliance'
import { type Access, Diagnosis, type FaultMap, faultMapOf, type Finding, SURE, type Way } from '@lucerna/core/faults'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { BROKEN, Patient, runOf } from '@lucerna/sim/faulty'
import { type Random, seededRandom } from '@lucerna/sim/random'
import { EVEN, FREQUENCIES } from './faultFrequencies'

const CASES = Number(process.argv[2] ?? 100)
const SEED = Number(process.argv[3] ?? Date.now() % 100_000)
const ONLY = process.argv[4]
const MOST_CHECKS = 60
const ALL: readonly Access[] = ['open', 'gas-shut', 'case-off', 'live']
const KINDS: readonly (readonly string[])[] = [
  ['tarnwick-larch-28-c', 'tarnwick-larch-18-h'],
  ['galder-adapt-24'],
  ['brightholm-drift-80', 'brightholm-drift-40'],
  ['brightholm-drift-60-m'],
  ['ossian-stag-95', 'galder-well-190', 'ossian-stag-210-s'],
  ['pellan-quartet-300'],
  ['pellan-torch-450'],
]
const card = (id: string): Card => DEMO_CARDS.find((c) => c.id === id)!

interface Solved {
  readonly found: boolean
  readonly minutes: number
  readonly checks: number
  readonly tookMs: readonly number[]
}

function solve(patient: Patient, map: FaultMap, way: Way): Solved {
  const findings: Finding[] = []
  const skipped: string[] = []
  const trail: string[] = []
  let minutes = 0
  const tookMs: number[] = []
  const symptom = patient.symptom!
  for (let n = 0; n < MOST_CHECKS; n++) {
    const began = performance.now()
    const d = new Diagnosis(map, { symptom }, findings)
    const next = d.next(way, { allowed: ALL, skipped })
    tookMs.push(performance.now() - began)
    // By the book one goes on until the cause is plain; nobody reads the rest of the chapter then.
    const last = findings.at(-1)
    const abnormal = last !== undefined && last.result !== map.checks.find((c) => c.id === last.checkId)!.results[0]!.id
    const plain = abnormal && (d.result.odds[0]?.p ?? 0) >= SURE
    if (next.code === 'check' && !(way === 'book' && plain)) {
      if (next.check.firing && next.check.access === 'gas-shut') throw new Error(`Unsafe: ${next.check.id}`)
      const result = patient.observe(next.check)
      if (result === null) skipped.push(next.check.id)
      else {
        findings.push({ checkId: next.check.id, result })
        trail.push(`${next.check.id}=${result} ${next.minutes}`)
        minutes += next.minutes
      }
      continue
    }
    const [first] = d.result.odds
    const own = d.result.odds.find((o) => o.cause.id === patient.cause)
    const found = own !== undefined && first !== undefined && (own.cause.id === first.cause.id || own.p > 0.9 * first.p)
    if (process.env.WHY === 'all' ? way === 'short' : process.env.WHY && !found && way === 'short')
      console.log(
        `   ${patient.card.id} ${patient.cause} as ${symptom}: ${d.result.odds
          .slice(0, 4)
          .map((o) => `${o.cause.id} ${o.p.toFixed(2)}`)
          .join()} | ${trail.join(', ')}`,
      )
    return { found, minutes, checks: findings.length, tookMs }
  }
  return { found: false, minutes, checks: findings.length, tookMs }
}

/** Draws what is broken until it shows as a symptom that the map knows. */
function draw(
  cards: readonly string[],
  random: Random,
  sounds: Map<string, ReturnType<typeof runOf>>,
  missing: Map<string, number>,
): Patient {
  for (;;) {
    const c = card(cards[Math.floor(random() * cards.length)]!)
    const map = faultMapOf(c.burnerKind)
    const causes = map.causes.map((x) => x.id).filter((id) => id in BROKEN)
    const all = causes.reduce((sum, id) => sum + (FREQUENCIES[id] ?? EVEN), 0)
    let x = random() * all
    const cause = causes.find((id) => (x -= FREQUENCIES[id] ?? EVEN) < 0) ?? causes[0]!
    const seed = Math.floor(random() * 1e9)
    const sound = sounds.get(c.id) ?? runOf(c, c.ratings[0]!.gas, 1, {}, false)
    sounds.set(c.id, sound)
    const patient = new Patient(c, cause, BROKEN[cause]!(random, c.burnerKind), random, sound, seed)
    const { symptom } = patient
    if (symptom === null) continue
    const known = map.causes.find((k) => k.id === cause)!.priors[symptom] !== undefined
    if (known) return patient
    const key = `${cause} shows as ${symptom}`
    missing.set(key, (missing.get(key) ?? 0) + 1)
  }
}

const q = (x: readonly number[], share: number) => [...x].sort((a, b) => a - b)[Math.min(x.length - 1, Math.floor(share * x.length))] ?? NaN
const MARK = '@cases '
type Row = { readonly short: Solved; readonly book: Solved }

function kindRow(k: number): Row[] {
  const cards = KINDS[k]!
  const random = seededRandom(SEED * 7919 + k)
  const sounds = new Map<string, ReturnType<typeof runOf>>()
  const missing = new Map<string, number>()
  const rows: Row[] = []
  const byCause = new Map<string, [found: number, all: number]>()
  for (let n = 0; n < CASES; n++) {
    const patient = draw(cards, random, sounds, missing)
    const map = faultMapOf(patient.card.burnerKind)
    const row = { short: solve(patient, map, 'short'), book: solve(patient, map, 'book') }
    rows.push(row)
    const [found, all] = byCause.get(patient.cause) ?? [0, 0]
    byCause.set(patient.cause, [found + Number(row.short.found), all + 1])
  }
  tell(card(cards[0]!).burnerKind, rows)
  const poor = [...byCause].filter(([, [found, all]]) => found < 0.9 * all).map(([id, [found, all]]) => `${id} ${found}/${all}`)
  if (poor.length > 0) console.log(`    less often found: ${poor.join(', ')}`)
  if (missing.size > 0 && process.env.WHY) console.log(`    not in the map: ${[...missing].map(([key, n]) => `${key} (${n})`).join(', ')}`)
  return rows
}

function tell(name: string, rows: readonly Row[]): void {
  const share = (of: keyof Row) => (100 * rows.filter((r) => r[of].found).length) / rows.length
  const minutes = (of: keyof Row) => rows.map((r) => r[of].minutes)
  const [s, b] = [minutes('short'), minutes('book')]
  console.log(
    `${name.padEnd(20)} found ${share('short').toFixed(0)} % (book ${share('book').toFixed(0)} %) | minutes short ${q(s, 0.5)}/${q(s, 0.95)} book ${q(b, 0.5)}/${q(b, 0.95)} | ${(q(s, 0.5) / q(b, 0.5)).toFixed(2)} × ${(q(s, 0.95) / q(b, 0.95)).toFixed(2)} × | checks ${q(
      rows.map((r) => r.short.checks),
      0.5,
    )} / ${q(
      rows.map((r) => r.book.checks),
      0.5,
    )} | a decision ${q(
      rows.flatMap((r) => r.short.tookMs),
      0.95,
    ).toFixed(0)} ms (95 of 100)`,
  )
}

function apart(k: number): Promise<Row[]> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [...process.execArgv, process.argv[1]!, String(CASES), String(SEED), String(k)], {
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    let text = ''
    child.stdout.on('data', (chunk) => (text += String(chunk)))
    child.on('close', () => {
      const lines = text.trimEnd().split('\n')
      const found = lines.find((l) => l.startsWith(MARK))
      console.log(lines.filter((l) => !l.startsWith(MARK)).join('\n'))
      if (found) resolve(JSON.parse(found.slice(MARK.length)) as Row[])
      else reject(new Error(`The cases of kind ${k} were not solved`))
    })
  })
}

if (ONLY !== undefined && KINDS[Number(ONLY)]) console.log(`${MARK}${JSON.stringify(kindRow(Number(ONLY)))}`)
else {
  const began = Date.now()
  console.log(`${CASES} single faults of each kind, seed ${SEED}; minutes: median / 95th percentile; short way over the maker’s order`)
  const waiting = KINDS.map((_, k) => k)
  const found: Row[] = []
  const worker = async () => {
    for (let k = waiting.shift(); k !== undefined; k = waiting.shift()) found.push(...(await apart(k)))
  }
  await Promise.all(Array.from({ length: availableParallelism() }, worker))
  tell('all', found)
  console.log(`${((Date.now() - began) / 1000).toFixed(0)} s`)
}
