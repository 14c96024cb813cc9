// The browser that drives the real interface: for the stories, the pictures and the benches.
import { existsSync } from 'node:fs'
import { debianPackage, say } from './run.mjs'

/**
 * Debian's Chromium, without the parts that only a window needs where that can be had: it takes a seventh less of the machine.
 * @returns {Promise<string>}
 */
export async function browserBinary() {
  const shell = '/usr/bin/chromium-headless-shell'
  const whole = '/usr/bin/chromium'
  if (process.env.CHROMIUM) return process.env.CHROMIUM
  if (existsSync(shell)) return shell
  await debianPackage('chromium-headless-shell', 'Chromium').catch(async (/** @type {unknown} */ error) => {
    if (!existsSync(whole)) await debianPackage('chromium', 'Chromium')
    else say(String(error instanceof Error ? error.message : error))
  })
  return existsSync(shell) ? shell : whole
}
