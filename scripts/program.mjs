// `node scripts/program.mjs src/commands/verify.ts …`: a program of the application that runs beside it, from `apps/web`. It is bundled in a moment and run in this process; compiling each of its files as it is asked for takes several times as long.
import { build } from 'esbuild'
import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { pathToFileURL } from 'node:url'
import { WEB } from './lib/run.mjs'

/** What a bundle is made of and is not found from where it lies: our own packages, and addresses below the folder of the application. */
const OURS = /^(?:\.|\/|@\/|@lucerna\/)/

/** A program that Node can run, of one that is written in TypeScript. @param {string} file below `apps/web` @returns {Promise<string>} its path */
async function bundled(file) {
  // Where the packages of the application are found.
  const folder = path.join(WEB, 'node_modules/.cache/lucerna')
  const out = path.join(folder, file.replaceAll('/', '-').replace(/\.tsx?$/, '.mjs'))
  const { outputFiles } = await build({
    entryPoints: [path.join(WEB, file)],
    bundle: true,
    write: false,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    jsx: 'automatic',
    tsconfig: path.join(WEB, 'tsconfig.json'),
    logLevel: 'silent',
    plugins: [
      {
        name: 'packages-stay-outside',
        setup(to) {
          to.onResolve({ filter: /./ }, ({ path: asked, kind }) =>
            // The framework does not say what its addresses stand for; Node then wants the file.
            kind === 'entry-point' || OURS.test(asked) ? undefined : { path: asked.replace(/^next\/.+/, '$&.js'), external: true },
          )
          // What a file looks for lies beside itself, not beside the bundle.
          to.onLoad({ filter: /\.ts$/ }, ({ path: at }) => ({
            contents: readFileSync(at, 'utf8').replaceAll('import.meta.url', JSON.stringify(pathToFileURL(at).href)),
            loader: 'ts',
          }))
        },
      },
    ],
  })
  mkdirSync(folder, { recursive: true })
  // Two that are made at once do not write into each other.
  const own = `${out}-${process.pid}`
  writeFileSync(own, outputFiles[0]?.contents ?? '')
  renameSync(own, out)
  return out
}

const [file = '', ...rest] = process.argv.slice(2)
const made = await bundled(file)
process.argv = [process.execPath, made, ...rest]
await import(pathToFileURL(made).href)
