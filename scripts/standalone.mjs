// `node scripts/standalone.mjs folder`: the built application with the few packages that serving needs, to run by `node apps/web/server.mjs` with nothing installed. For containers.
import { nodeFileTrace } from '@vercel/nft'
import { cpSync, existsSync, mkdirSync, rmSync } from 'node:fs'
import path from 'node:path'
import { ROOT, run, say, Told, WEB } from './lib/run.mjs'

try {
  const [out] = process.argv.slice(2)
  if (!out) throw new Told('Say where to: node scripts/standalone.mjs folder')
  await run('npm', ['run', '--silent', 'build', '-w', '@lucerna/web'], {
    env: { ...process.env, NODE_ENV: 'production', NEXT_TELEMETRY_DISABLED: '1', LUCERNA_STANDALONE: '1' },
  })
  rmSync(out, { recursive: true, force: true })
  mkdirSync(out, { recursive: true })
  const copy = (/** @type {string} */ from, /** @type {string} */ to) =>
    cpSync(from, path.join(out, to), { recursive: true, verbatimSymlinks: true })
  copy(path.join(WEB, '.next/standalone'), '.')
  // Its own server would be asked directly; ours stands in front.
  rmSync(path.join(out, 'apps/web/server.js'), { force: true })
  copy(path.join(WEB, '.next/static'), 'apps/web/.next/static')
  copy(path.join(WEB, 'public'), 'apps/web/public')
  const { fileList } = await nodeFileTrace([path.join(WEB, 'server.mjs')], { base: ROOT })
  for (const file of fileList) if (!existsSync(path.join(out, file))) copy(path.join(ROOT, file), file)
  say(`The application is in ${out}: node apps/web/server.mjs, with the settings of docs/operating.md.`)
} catch (error) {
  console.error(error instanceof Told ? error.message : error)
  process.exitCode = 1
}
