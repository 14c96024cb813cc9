// `npm run bench`: what is fast and what is slow, as ratios and counts within one run. Never part of the tests.
import { spawn } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import path from 'node:path'
import { build, databaseEnv, prepare, roles, secrets, serve } from './lib/app.mjs'
import { browserBinary } from './lib/browser.mjs'
import { ensurePackages } from './lib/install.mjs'
import { clusterFolder, startPostgres } from './lib/postgres.mjs'
import { slowLine } from './lib/slowLine.mjs'
import { freePort, ROOT, run, say, Told, WEB } from './lib/run.mjs'

const tsx = path.join(ROOT, 'node_modules/.bin/tsx')

/** Seconds from `npm run demo` to the first page, when everything is installed, built and seeded. */
async function secondStart() {
  const port = await freePort()
  const began = Date.now()
  const child = spawn(process.execPath, [path.join(ROOT, 'scripts/demo.mjs')], {
    cwd: ROOT,
    env: { ...process.env, PORT: String(port), LOG_LEVEL: 'silent' },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const ready = await new Promise((resolve) => {
    child.stdout.on('data', (chunk) => String(chunk).includes('Lucerna is ready') && resolve(true))
    child.on('exit', () => resolve(false))
  })
  if (!ready) throw new Told('The demo did not start; is one running already from this folder?')
  await fetch(`http://127.0.0.1:${port}/sign-in`).then((r) => r.text())
  const seconds = (Date.now() - began) / 1000
  child.kill('SIGINT')
  await new Promise((resolve) => child.on('exit', resolve))
  return seconds
}

/** `npm run bench -- import places` measures only these; without names, everything. */
const wished = process.argv.slice(2)
/** @param {string} name */
const asked = (name) => wished.length === 0 || wished.includes(name)

/** @type {(() => Promise<void>)[]} */
const stops = []
try {
  await ensurePackages({ tools: true })
  if (asked('core')) await run(tsx, [path.join(ROOT, 'bench/bench.ts')])
  // `npm run bench -- adjust [valves of each kind] [seed]`
  if (asked('adjust')) await run(tsx, [path.join(ROOT, 'bench/adjust.ts'), ...wished.filter((w) => /^\d+$/.test(w))])
  // `npm run bench -- drift [appliances of each kind] [seed]`
  if (asked('drift')) await run(tsx, [path.join(ROOT, 'bench/drift.ts'), ...wished.filter((w) => /^\d+$/.test(w))])
  // `npm run bench -- faults [cases of each kind] [seed]`
  if (asked('faults')) await run(tsx, [path.join(ROOT, 'bench/faults.ts'), ...wished.filter((w) => /^\d+$/.test(w))])
  if (asked('taps')) {
    // What a service costs a technician: the stories count, and this prints.
    const counts = path.join(ROOT, `node_modules/.cache/lucerna-counts-${process.pid}.ndjson`)
    await run(process.execPath, [path.join(ROOT, 'scripts/test.mjs'), 'e2e', '--grep=a sound annual service'], {
      env: { ...process.env, COUNTS: counts },
    })
    for (const line of readFileSync(counts, 'utf8').trim().split('\n')) {
      const { how, taps, figures, longest } = JSON.parse(line)
      say(`sound annual service ${how}: ${taps} taps, ${figures} figures typed, longest step ${longest.screens} screens (${longest.title})`)
    }
    rmSync(counts)
  }
  /** Long, and no measurement: only when asked for by name. @param {string} name */
  const onRequest = (name) => wished.includes(name)
  // `npm run bench -- kills [how many] [seed]`: a world of its own, for it is killed again and again.
  if (onRequest('kills')) {
    await build()
    await run(tsx, [
      '--tsconfig',
      path.join(WEB, 'tsconfig.json'),
      path.join(WEB, 'bench/kills.ts'),
      ...wished.filter((w) => /^\d+$/.test(w)),
    ])
  }
  const served = ['fuzz'].some(onRequest) || ['http', 'pages', 'browser', 'visit', 'live', 'start'].some(asked)
  if (served) await build()
  const dir = clusterFolder(`bench-${process.pid}`)
  const file = path.join(ROOT, `.data/bench-${process.pid}.json`)
  const secret = secrets(file)
  // A durable database, as in earnest: with fsync off the bare insert would look better than it is.
  const server = await startPostgres({ dir, password: secret.owner })
  stops.push(async () => {
    await server.stop()
    for (const gone of [dir, `${dir}.log`, file]) rmSync(gone, { recursive: true, force: true })
  })
  const ownerUrl = server.url('lucerna', secret.owner, 'postgres')
  await prepare({ ownerUrl, secret, seed: true })
  const port = await freePort()
  const publicUrl = `http://127.0.0.1:${port}`
  /** @type {(number | undefined)[]} */
  const web = []
  if (served) {
    const app = await serve({
      host: '127.0.0.1',
      port,
      publicUrl,
      as: roles(ownerUrl, secret),
      secret,
      demo: true,
      log: process.env.LOG_LEVEL ? 'inherit' : 'ignore',
      // A thousand files and letters that a fuzzer ordered are no part of what is asked.
      env: onRequest('fuzz') ? { LUCERNA_BACKGROUND: '0' } : {},
    })
    stops.push(app.stop)
    web.push(app.child.pid)
  }
  // `npm run bench -- fuzz [requests] [seed]`
  if (onRequest('fuzz'))
    await run(
      tsx,
      ['--tsconfig', path.join(WEB, 'bench/fuzz.tsconfig.json'), path.join(WEB, 'bench/fuzz.ts'), ...wished.filter((w) => /^\d+$/.test(w))],
      {
        // As the built server has it: fonts are found from here.
        cwd: WEB,
        env: {
          ...process.env,
          ...databaseEnv(roles(ownerUrl, secret)),
          LUCERNA_AUTH_SECRET: secret.auth,
          PUBLIC_URL: publicUrl,
          BASE_URL: publicUrl,
          DEMO_PASSWORD: secret.demo,
          LOG_LEVEL: process.env.LOG_LEVEL ?? 'silent',
        },
      },
    )
  if (asked('http'))
    await run(tsx, ['--tsconfig', path.join(WEB, 'tsconfig.json'), path.join(ROOT, 'bench/http.ts')], {
      env: { ...process.env, BASE_URL: publicUrl, TEST_OWNER_URL: ownerUrl, DEMO_PASSWORD: secret.demo },
    })
  const chromium = ['pages', 'browser', 'visit'].some(asked) ? await browserBinary() : ''
  if (asked('pages')) {
    const slowMs = 40
    const as = roles(ownerUrl, secret)
    const line = await slowLine(as.app.url, slowMs)
    const far = await freePort()
    const slowUrl = `http://127.0.0.1:${far}`
    const slow = await serve({
      host: '127.0.0.1',
      port: far,
      publicUrl: slowUrl,
      as: { ...as, app: { ...as.app, url: line.url } },
      secret,
      demo: true,
      log: 'ignore',
    })
    await run(tsx, [path.join(ROOT, 'bench/pages.ts')], {
      env: { ...process.env, BASE_URL: publicUrl, CHROMIUM: chromium, SLOW_URL: slowUrl, SLOW_MS: String(slowMs) },
    })
    await slow.stop()
    await line.stop()
  }
  if (asked('browser'))
    await run(tsx, [path.join(ROOT, 'bench/browser.ts')], { env: { ...process.env, BASE_URL: publicUrl, CHROMIUM: chromium } })
  if (asked('visit') || asked('live')) {
    // A second web process of the same database.
    const other = await freePort()
    const twin = await serve({
      host: '127.0.0.1',
      port: other,
      publicUrl: `http://127.0.0.1:${other}`,
      as: roles(ownerUrl, secret),
      secret,
      demo: true,
      log: 'ignore',
    })
    stops.push(twin.stop)
    web.push(twin.child.pid)
    const env = { ...process.env, BASE_URL: publicUrl, SECOND_URL: `http://127.0.0.1:${other}`, CHROMIUM: chromium }
    if (asked('visit')) await run(tsx, [path.join(ROOT, 'bench/visit.ts')], { env })
    if (asked('live'))
      await run(tsx, [path.join(ROOT, 'bench/live.ts')], {
        env: { ...env, TEST_OWNER_URL: ownerUrl, DEMO_PASSWORD: secret.demo, WEB_PIDS: web.join(' ') },
      })
  }
  for (const [name, file] of [
    ['import', 'import.ts'],
    ['places', 'places.ts'],
    ['handover', 'handover.tsx'],
  ])
    if (asked(name))
      await run(tsx, ['--tsconfig', path.join(WEB, 'tsconfig.json'), path.join(WEB, 'bench', file)], {
        cwd: WEB,
        env: {
          ...process.env,
          TEST_OWNER_URL: ownerUrl,
          ...databaseEnv(roles(ownerUrl, secret)),
          LUCERNA_AUTH_SECRET: secret.auth,
          PUBLIC_URL: publicUrl,
        },
      })
  if (asked('start')) {
    await secondStart()
    say(`second start of the demo  ${(await secondStart()).toFixed(1)} s to the first page`)
  }
} catch (error) {
  console.error(error instanceof Told ? error.message : error)
  process.exitCode = 1
} finally {
  for (const stop of stops.reverse()) await stop().catch(() => {})
}
