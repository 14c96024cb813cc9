// `npm run types`: route types, then every project by the native compiler, which takes a fifth of the time. The build still needs the compiler written
// in TypeScript, so both are installed; `node_modules/.bin/tsc` may be either, which is why it is called by its path here.
import path from 'node:path'
import { spawnSync } from 'node:child_process'
import { ROOT, WEB } from './lib/run.mjs'

const tsc = path.join(ROOT, 'node_modules/typescript-native/bin/tsc')
const next = path.join(ROOT, 'node_modules/next/dist/bin/next')

/** @param {string[]} args @param {string} cwd */
const good = (args, cwd = ROOT) => spawnSync(process.execPath, args, { cwd, stdio: 'inherit' }).status === 0

const results = [
  good([next, 'typegen'], WEB),
  ...['packages/core', 'packages/sim', 'scripts', 'bench', 'apps/bridge', 'apps/web'].map((project) =>
    good([tsc, '-p', project, '--incremental', 'false']),
  ),
]
process.exitCode = results.every(Boolean) ? 0 : 1
