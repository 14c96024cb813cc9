// What the demo and the start command share: one of them on a folder, a free port, and an end in order.
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { commandLine, isFree, Told } from './run.mjs'

/** @type {(() => Promise<void>)[]} */
export const stops = []
let stopping = false
/** Ends everything that was started, the last first. @param {number} code */
export async function stopAll(code) {
  if (stopping) return
  stopping = true
  for (const stop of stops.reverse()) await stop().catch(() => {})
  process.exit(code)
}

/** Ctrl-C and its kin end everything in order. */
export function endInOrder() {
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stopAll(0))
}

/** Two on one data folder would end each other's database. @param {string} file where the process writes itself down @param {string} script its name @param {string} address once it serves */
export function onlyOne(file, script, address = '') {
  if (address === '' && existsSync(file)) {
    const [pid, at] = readFileSync(file, 'utf8').split('\n')
    if (commandLine(Number(pid)).includes(script) && Number(pid) !== process.pid)
      throw new Told(
        `Lucerna already runs from this folder${at ? ` at ${at}` : ''} (process ${pid}). End it with Ctrl-C there, then start again.`,
      )
  }
  writeFileSync(file, `${process.pid}\n${address ? `${address}\n` : ''}`)
  if (address === '') stops.push(async () => rmSync(file, { force: true }))
}

/** The port asked for must be free; without a wish, 3000 or the next free one. @param {string} host */
export async function webPort(host) {
  const wish = process.env.PORT
  if (wish !== undefined && !/^\d{1,5}$/.test(wish)) throw new Told(`PORT is "${wish}", which is no port number.`)
  if (wish !== undefined) {
    if (await isFree(Number(wish), host)) return Number(wish)
    throw new Told(`Port ${wish} is taken on ${host}. Choose another with PORT=…, or leave PORT out and a free one is found.`)
  }
  for (let port = 3000; port < 3100; port++) if (await isFree(port, host)) return port
  throw new Told('No free port from 3000 to 3099. Choose one with PORT=…')
}

/** The address that people use, where nobody says another. @param {string} host @param {number} port */
export function publicAddress(host, port) {
  const shown = host === '0.0.0.0' || host === '::' ? 'localhost' : host
  return process.env.PUBLIC_URL ?? `http://${shown.includes(':') ? `[${shown}]` : shown}:${port}`
}
