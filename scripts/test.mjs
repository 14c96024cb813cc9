// `npm test`: everything, from a bare checkout, with a throwaway database. Steps run alone: `node scripts/test.mjs static|jest|build|e2e|screenshots`.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import path from 'node:path'
import { spawn } from 'node:child_process'
import { build, databaseEnv, prepare, roles, secrets, serve } from './lib/app.mjs'
import { browserBinary } from './lib/browser.mjs'
import { ensurePackages } from './lib/install.mjs'
import { clusterFolder, startPostgres } from './lib/postgres.mjs'
import { freePort, ROOT, say, sleep, Told, WEB } from './lib/run.mjs'

const STEPS = ['static', 'jest', 'build', 'e2e']
/** Browser stories side by side: one for each core that a small machine has. */
const WORKERS = 2
const asked = process.argv.slice(2).filter((a) => !a.startsWith('-'))
const steps = asked.length > 0 ? asked : STEPS
const more = process.argv.slice(2).filter((a) => a.startsWith('-'))

const began = Date.now()
/** @type {{ name: string, seconds: number }[]} */
const budget = []
let passed = 0
let failed = 0
/** @type {(() => Promise<void>)[]} */
const stops = []

/** Runs a program with its output shown, at once or (beside another step) when it ends; answers with exit code and text. @param {string} command @param {string[]} args @param {{ env?: Record<string, string>, cwd?: string, atEnd?: boolean }} [options] */
function shown(command, args, { env = {}, cwd = ROOT, atEnd = false } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd,
      env: { ...process.env, FORCE_COLOR: '0', NEXT_TELEMETRY_DISABLED: '1', ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    let text = ''
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk) => {
        text += chunk
        if (!atEnd) process.stdout.write(chunk)
      })
    child.on('error', reject)
    child.on('close', (code) => {
      if (atEnd) process.stdout.write(text)
      resolve({ code: code ?? 1, text })
    })
  })
}

/** @param {string} name @param {() => Promise<void>} work */
async function timed(name, work) {
  const began = Date.now()
  say(`\n── ${name} ──`)
  await work()
  budget.push({ name, seconds: (Date.now() - began) / 1000 })
}

/** A check that is good or bad as a whole counts as one. @param {string} script */
async function check(script) {
  const { code } = await shown('npm', ['run', '--silent', script], { atEnd: true })
  if (code === 0) passed++
  else failed++
  say(`${code === 0 ? 'ok' : 'FAILED'} ${script}`)
}

/** @type {ReturnType<typeof makeCluster> | undefined} */
let cluster
/** One throwaway cluster for the run, migrated and seeded once; every step and every browser worker gets a copy of that database. */
async function makeCluster() {
  const dir = clusterFolder(`test-${process.pid}`)
  const file = path.join(ROOT, `.data/test-${process.pid}.json`)
  const secret = secrets(file)
  const server = await startPostgres({ dir, password: secret.owner, throwaway: true })
  stops.push(async () => {
    await server.stop()
    for (const gone of [dir, `${dir}.log`, file]) rmSync(gone, { recursive: true, force: true })
  })
  const ownerUrl = (/** @type {string} */ name) => server.url('lucerna', secret.owner, name)
  await prepare({ ownerUrl: ownerUrl('postgres'), secret, seed: true })
  return { secret, ownerUrl }
}

/** A database of its own for one step or worker, with the demo world in it. @param {string} name */
async function throwaway(name) {
  const { secret, ownerUrl } = await (cluster ??= makeCluster())
  // Imported here, since the front door opens before anything is installed.
  const { default: postgres } = await import('postgres')
  const sql = postgres(ownerUrl('template1'), { max: 1 })
  await sql.unsafe(`create database "${name}" template postgres`)
  await sql.end()
  return { ownerUrl: ownerUrl(name), secret, as: roles(ownerUrl('postgres'), secret, name) }
}

async function jest() {
  const db = await throwaway('jest')
  const file = path.join(ROOT, `node_modules/.cache/lucerna-jest-${process.pid}.json`)
  mkdirSync(path.dirname(file), { recursive: true })
  const { code } = await shown(
    process.execPath,
    [path.join(ROOT, 'node_modules/jest/bin/jest.js'), '--maxWorkers=2', '--json', `--outputFile=${file}`, ...more],
    {
      env: {
        TEST_OWNER_URL: db.ownerUrl,
        ...databaseEnv(db.as),
        LUCERNA_AUTH_SECRET: db.secret.auth,
        PUBLIC_URL: 'http://127.0.0.1:3000',
        LUCERNA_DEMO_PASSWORD: db.secret.demo,
        LUCERNA_DEMO: '1',
        HOST: '127.0.0.1',
      },
    },
  )
  count(existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : null, code)
  rmSync(file, { force: true })
}

/** @param {{ numPassedTests: number, numFailedTests: number, numRuntimeErrorTestSuites: number } | null} result @param {number} code */
function count(result, code) {
  const wrong = result ? result.numFailedTests + result.numRuntimeErrorTestSuites : 0
  passed += result?.numPassedTests ?? 0
  failed += code !== 0 && wrong === 0 ? 1 : wrong
}

/** A database and a server for one browser worker. @param {number} index */
async function world(index) {
  const db = await throwaway(`e2e-${index}`)
  const port = await freePort()
  const publicUrl = `http://127.0.0.1:${port}`
  const app = await serve({ host: '127.0.0.1', port, publicUrl, as: db.as, secret: db.secret, demo: true, log: 'ignore' })
  stops.push(app.stop)
  // A second web process of the same database: two devices of one visit need not meet in one process.
  const other = await freePort()
  const twin = await serve({
    host: '127.0.0.1',
    port: other,
    publicUrl: `http://127.0.0.1:${other}`,
    as: db.as,
    secret: db.secret,
    demo: true,
    log: 'ignore',
    // The work beside the requests is that of the other; and it is asked for few pages.
    env: { LUCERNA_BACKGROUND: '0', LUCERNA_PRELOAD: '0' },
  })
  stops.push(twin.stop)
  const { ownerUrl, as, secret } = db
  return { url: publicUrl, second: `http://127.0.0.1:${other}`, password: secret.demo, as, ownerUrl, secret }
}

/** Browser stories; each worker has a world of its own, so that stories side by side do not see each other. @param {string[]} args @param {number} workers */
async function browser(args, workers) {
  const chromium = await browserBinary()
  await build()
  const worlds = await Promise.all(Array.from({ length: workers }, (_, i) => world(i)))
  const file = path.join(ROOT, `node_modules/.cache/lucerna-e2e-${process.pid}.json`)
  const { code } = await shown(
    process.execPath,
    [path.join(ROOT, 'node_modules/@playwright/test/cli.js'), 'test', `--workers=${workers}`, ...args, ...more],
    {
      env: {
        BASE_URL: worlds.map((w) => w.url).join(' '),
        SECOND_URL: worlds.map((w) => w.second).join(' '),
        // For stories that end a web process of their own, or do what only an operator can.
        WORLDS: JSON.stringify(worlds.map(({ as, ownerUrl, secret }) => ({ as, ownerUrl, secret }))),
        DEMO_PASSWORDS: worlds.map((w) => w.password).join(' '),
        CHROMIUM: chromium,
        PLAYWRIGHT_JSON_OUTPUT_NAME: file,
      },
      cwd: WEB,
    },
  )
  const stats = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')).stats : null
  passed += stats ? stats.expected + stats.flaky : 0
  failed += stats ? stats.unexpected || (code === 0 ? 0 : 1) : 1
  rmSync(file, { force: true })
}

/** @type {Record<string, () => Promise<void>>} */
const WORK = {
  static: async () => {
    for (const script of ['types', 'lint', 'format:check', 'imports', 'unused']) await check(script)
  },
  jest,
  build: async () => {
    await build().then(
      () => passed++,
      (error) => {
        failed++
        say(String(error.message))
      },
    )
  },
  e2e: () => browser(more.some((a) => a.startsWith('--project')) ? [] : ['--project=desk', '--project=phone'], WORKERS),
  screenshots: () => browser(['--project=screenshots'], 1),
}

async function stopAll() {
  for (const stop of stops.splice(0).reverse()) await stop().catch(() => {})
}
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => void stopAll().then(() => process.exit(130)))

try {
  const unknown = steps.filter((s) => !(s in WORK))
  if (unknown.length > 0) throw new Told(`Unknown step: ${unknown.join(', ')}. There are ${Object.keys(WORK).join(', ')}.`)
  await timed('install', () => ensurePackages({ tools: true }))
  // Two lanes for two cores: checks and build beside the unit tests. What serves has the machine for itself.
  /** @type {string[][]} */
  const lanes = [steps.filter((s) => s === 'static' || s === 'build'), steps.filter((s) => s === 'jest')]
  await Promise.all(
    lanes.map(async (lane) => {
      for (const step of lane) await timed(step, WORK[step])
    }),
  )
  for (const step of steps) if (!lanes.some((lane) => lane.includes(step))) await timed(step, WORK[step])
} catch (error) {
  failed++
  console.error(error instanceof Told ? `\n${error.message}` : error)
} finally {
  await stopAll()
}
await sleep(50)
const total = (Date.now() - began) / 1000
say(`\nbudget: ${budget.map((b) => `${b.name} ${b.seconds.toFixed(0)} s`).join(', ')}; total ${total.toFixed(0)} s of 900 s`)
say(`${passed} passed, ${failed} failed`)
process.exitCode = failed > 0 || passed === 0 ? 1 : 0
