// Helpers for starting other programs. Nothing here needs an installed package: the front door opens before `npm install`.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs'
import { createServer } from 'node:net'
import path from 'node:path'
import { fileURLToPath } from 'node:url'

export const ROOT = path.resolve(fileURLToPath(new URL('../..', import.meta.url)))
export const WEB = path.join(ROOT, 'apps/web')
export const isRoot = process.getuid?.() === 0

/** Arguments for Node to run a program of the application: `program('src/commands/verify.ts')`. @param {string} file below `apps/web` @param {string[]} args */
export const program = (file, ...args) => [path.join(ROOT, 'scripts/program.mjs'), file, ...args]

/** An error whose message is for the person at the terminal; it is printed without a stack. */
export class Told extends Error {}

/** @param {string} text */
export const say = (text) => console.log(text)

/**
 * Runs a program to its end; throws Told with the program's last words when it fails.
 * @param {string} command
 * @param {string[]} args
 * @param {import('node:child_process').SpawnOptions & { quiet?: boolean }} [options]
 * @returns {Promise<string>} what it printed
 */
export function run(command, args, { quiet = false, ...options } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: ROOT, ...options, stdio: ['ignore', 'pipe', 'pipe'] })
    let output = ''
    for (const stream of [child.stdout, child.stderr]) {
      stream?.on('data', (/** @type {Buffer} */ chunk) => {
        output += chunk
        if (!quiet) process.stdout.write(chunk)
      })
    }
    child.on('error', reject)
    child.on('close', (code) =>
      code === 0
        ? resolve(output)
        : reject(new Told(`${command} ${args.join(' ')} failed (${code}).${quiet ? `\n${output.slice(-4000)}` : ''}`)),
    )
  })
}

/** Ends a child when this process ends in any way, kill -9 included (Linux: PR_SET_PDEATHSIG through setpriv). */
const bound = spawnSync('setpriv', ['--version']).status === 0 ? ['setpriv', '--pdeathsig', 'INT'] : []

/**
 * Starts a long-lived child that does not outlive this process.
 * @param {string} command
 * @param {string[]} args
 * @param {import('node:child_process').SpawnOptions} options
 */
export function start(command, args, options) {
  const [first = command, ...rest] = [...bound, command, ...args]
  return spawn(first, rest, options)
}

/** A port nobody listens on. @returns {Promise<number>} */
export async function freePort() {
  for (;;) {
    const port = await new Promise((resolve, reject) => {
      const server = createServer()
      server.on('error', reject)
      server.listen(0, '127.0.0.1', () => {
        const address = server.address()
        server.close(() => resolve(typeof address === 'object' && address ? address.port : 0))
      })
    })
    // What was given out may not be listened on yet: two things started together do not get the same.
    if (given.has(port)) continue
    given.add(port)
    return port
  }
}

/** @type {Set<number>} */
const given = new Set()

/** Whether a port can be listened on. @param {number} port @param {string} host @returns {Promise<boolean>} */
export function isFree(port, host) {
  return new Promise((resolve) => {
    const server = createServer()
    server.on('error', () => resolve(false))
    server.listen(port, host, () => server.close(() => resolve(true)))
  })
}

/** @param {number} ms */
export const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms))

/** Command line of a running process, or '' when there is none. @param {number} pid */
export function commandLine(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ').trim()
  } catch {
    return ''
  }
}

const SOURCE_DIRS = ['packages', 'apps/web']
const SOURCE_FILES = ['package.json', 'package-lock.json', 'tsconfig.base.json']
const SKIP = new Set(['node_modules', '.next', 'e2e', 'public', 'test'])

/** One hash over everything a build is made from. */
export function sourceHash() {
  const hash = createHash('sha256').update(process.version)
  /** @param {string} file */
  const add = (file) => {
    const full = path.join(ROOT, file)
    if (!existsSync(full)) return
    if (statSync(full).isDirectory()) {
      for (const name of readdirSync(full).sort())
        if (!SKIP.has(name) && !/\.test\.tsx?$|\.tsbuildinfo$|^next-env/.test(name)) add(path.join(file, name))
    } else hash.update(file).update(readFileSync(full))
  }
  for (const entry of [...SOURCE_DIRS, ...SOURCE_FILES]) add(entry)
  return hash.digest('hex')
}

/** @param {string} command */
const onPath = (command) => spawnSync('sh', ['-c', `command -v ${command}`]).status === 0

/**
 * Installs a Debian package, or says exactly what to type.
 * @param {string} name
 * @param {string} what
 */
export async function debianPackage(name, what) {
  const command = `apt-get install -y ${name}`
  if (!onPath('apt-get')) throw new Told(`${what} is not installed and this is not a Debian system. Install it and try again.`)
  if (!isRoot)
    throw new Told(
      `${what} is not installed, and installing it needs root. Please run:\n\n    sudo apt-get update && sudo ${command}\n\nand start again.`,
    )
  say(`Installing ${what} (${command}) …`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  try {
    await run('apt-get', ['install', '-y', '-qq', name], { quiet: true, env })
  } catch {
    await run('apt-get', ['update', '-qq'], { quiet: true, env })
    await run('apt-get', ['install', '-y', '-qq', name], { quiet: true, env })
  }
}
