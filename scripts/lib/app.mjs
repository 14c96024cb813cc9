// Database prepared, application built, application served: what the demo, the tests and the benches share.
import { randomBytes } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { program, ROOT, run, say, sleep, sourceHash, start, Told, WEB } from './run.mjs'

/** @typedef {{ owner: string, app: string, signIn: string, operator: string, auth: string, demo: string, bridges: string[] }} Secrets */

/** Secrets of this checkout, made at the first start and never committed. @param {string} file @returns {Secrets} */
export function secrets(file) {
  const make = (/** @type {number} */ bytes) => randomBytes(bytes).toString('base64url')
  const kept = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {}
  if (kept.operator) return kept
  const made = {
    owner: make(24),
    app: make(24),
    signIn: make(24),
    operator: make(18),
    auth: make(32),
    demo: `lamp-${make(6).replace(/[-_]/g, 'x')}`,
    // One token for the simulated instruments of each demo firm.
    bridges: [`lb_${make(24)}`, `lb_${make(24)}`],
    ...kept,
  }
  mkdirSync(path.dirname(file), { recursive: true })
  writeFileSync(file, JSON.stringify(made, null, 2), { mode: 0o600 })
  chmodSync(file, 0o600)
  return made
}

/**
 * The two roles of the application, named after the database so that two installations on one server do not share them: one serves firms, one signs people in.
 * @param {string} ownerUrl @param {Secrets} secret @param {string} [database] a copy of that database
 */
export function roles(ownerUrl, secret, database) {
  const as = (/** @type {string} */ kind, /** @type {string} */ password) => {
    const url = new URL(ownerUrl)
    const role = `${url.pathname.slice(1) || 'lucerna'}_${kind}`
    url.username = role
    url.password = encodeURIComponent(password)
    if (database) url.pathname = `/${database}`
    return { role, url: url.toString() }
  }
  return { app: as('app', secret.app), signIn: as('sign_in', secret.signIn) }
}

/** Where the application finds its database. @param {ReturnType<typeof roles>} as */
export const databaseEnv = (as) => ({ LUCERNA_APP_DATABASE_URL: as.app.url, LUCERNA_SIGN_IN_DATABASE_URL: as.signIn.url })

/** Migrates, makes the application's roles, and seeds (unless told not to); `database`: a copy of that of `ownerUrl`, with the same roles. @param {{ ownerUrl: string, secret: Secrets, seed: boolean, database?: string, bridges?: boolean, bulk?: { appliances: number, visits: number } | undefined, link?: boolean }} options `link`: with the link that begins a firm, while there is none */
export async function prepare({ ownerUrl, secret, seed, database, bridges, bulk, link }) {
  const as = roles(ownerUrl, secret)
  const output = await run(process.execPath, program('src/commands/prepare.ts'), {
    quiet: true,
    env: {
      ...process.env,
      DATABASE_URL: database ? Object.assign(new URL(ownerUrl), { pathname: `/${database}` }).toString() : ownerUrl,
      LUCERNA_APP_ROLE: as.app.role,
      LUCERNA_APP_PASSWORD: secret.app,
      LUCERNA_SIGN_IN_ROLE: as.signIn.role,
      LUCERNA_SIGN_IN_PASSWORD: secret.signIn,
      LUCERNA_DEMO_PASSWORD: secret.demo,
      LUCERNA_SEED: seed ? '1' : '0',
      ...(link && { LUCERNA_LINK_IF_NONE: '1' }),
      ...(bridges && { LUCERNA_DEMO_BRIDGES: secret.bridges.join(' ') }),
      ...(bulk && { LUCERNA_BULK: `${bulk.appliances},${bulk.visits}` }),
    },
  })
  return { said: output.trim() }
}

/** Builds for production if anything a build is made from has changed since the last one. */
export async function build() {
  const mark = path.join(WEB, '.next/lucerna-source-hash')
  const wanted = sourceHash()
  if (existsSync(mark) && readFileSync(mark, 'utf8') === wanted) return false
  say('Building …')
  await run('npm', ['run', '--silent', 'build', '-w', '@lucerna/web'], {
    quiet: true,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      NEXT_TELEMETRY_DISABLED: '1',
      ...(!existsSync(path.join(WEB, '.next')) && { LUCERNA_BUILD_CACHE: '0' }),
    },
  })
  writeFileSync(mark, wanted)
  return true
}

/**
 * Serves the application and waits until it answers.
 * @param {{ host: string, port: number, publicUrl: string, as: ReturnType<typeof roles>, secret: Secrets, demo: boolean, dev?: boolean, log?: 'inherit' | 'ignore', env?: Record<string, string> }} options
 */
export async function serve({ host, port, publicUrl, as, secret, demo, dev = false, log = 'inherit', env = {} }) {
  const child = start(
    process.execPath,
    dev ? [path.join(ROOT, 'node_modules/next/dist/bin/next'), 'dev', '-H', host, '-p', String(port)] : [path.join(WEB, 'server.mjs')],
    {
      cwd: WEB,
      stdio: ['ignore', log, log],
      env: {
        ...process.env,
        NODE_ENV: dev ? 'development' : 'production',
        NEXT_TELEMETRY_DISABLED: '1',
        LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn',
        ...databaseEnv(as),
        LUCERNA_AUTH_SECRET: secret.auth,
        LUCERNA_OPERATOR_TOKEN: process.env.LUCERNA_OPERATOR_TOKEN ?? secret.operator,
        PUBLIC_URL: publicUrl,
        HOST: host,
        PORT: String(port),
        LUCERNA_DEMO: demo ? '1' : '0',
        ...(demo && { LUCERNA_DEMO_PASSWORD: secret.demo }),
        ...env,
      },
    },
  )
  let ended = false
  child.on('exit', () => (ended = true))
  const probe = `http://${host === '0.0.0.0' || host === '::' ? '127.0.0.1' : host.includes(':') ? `[${host}]` : host}:${port}/api/health`
  for (let i = 0; ; i++) {
    const ok = await fetch(probe).then(
      (r) => r.ok,
      () => false,
    )
    if (ok) break
    if (ended) throw new Told('The application ended before it answered.')
    if (i > 600) throw new Told('The application did not answer within a minute.')
    await sleep(100)
  }
  return {
    child,
    stop: async () => {
      if (ended) return
      child.kill('SIGINT')
      for (let i = 0; i < 100 && !ended; i++) await sleep(50)
      if (!ended) child.kill('SIGKILL')
    },
  }
}

/** The bench file of each demo firm, in the order of the firms. */
const BENCHES = ['demo.json', 'demo-ansel-bay.json']
/**
 * Starts a bridge with simulated appliances and instruments for each demo firm.
 * @param {{ host: string, port: number, secret: Secrets }} options
 */
export function startBridges({ host, port, secret }) {
  const to = `http://${host === '0.0.0.0' || host === '::' ? '127.0.0.1' : host.includes(':') ? `[${host}]` : host}:${port}`
  const children = BENCHES.map((bench, i) =>
    start(
      path.join(ROOT, 'node_modules/.bin/tsx'),
      [path.join(ROOT, 'apps/bridge/src/bridge.ts'), '--to', to, '--bench', path.join(ROOT, 'apps/bridge', bench)],
      {
        stdio: 'ignore',
        env: { ...process.env, LUCERNA_BRIDGE_TOKEN: secret.bridges[i] },
      },
    ),
  )
  return { stop: async () => children.forEach((c) => c.kill('SIGTERM')) }
}
