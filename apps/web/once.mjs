// The build writes what many addresses need once for each of them, under a name of its own; a server that starts would read and compile all of it again and again.
// Here each is kept once, and the others point to it. Part of `npm run build`.
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'

/** Reading a file takes as long as compiling so much. */
const LEAST_BYTES = 8192
const built = ['.next/server/chunks', '.next/server/chunks/ssr']
const folders = [...built, ...built.map((folder) => path.join('.next/standalone/apps/web', folder))]
  .map((folder) => path.join(import.meta.dirname, folder))
  .filter((folder) => existsSync(folder))

for (const folder of folders) {
  /** @type {Map<string, string[]>} By what is in them, but for the last line, which says the file's own name. */
  const alike = new Map()
  for (const file of readdirSync(folder).filter((f) => f.endsWith('.js'))) {
    const code = readFileSync(path.join(folder, file), 'utf8').replace(/\n\/\/# sourceMappingURL=.*\s*$/, '\n')
    if (code.length >= LEAST_BYTES) alike.set(code, [...(alike.get(code) ?? []), file])
  }
  for (const [code, files] of alike) {
    if (files.length === 1) continue
    // Under a name that the next build does not know: it can neither change nor remove what others point to.
    const one = `once-${createHash('sha256').update(code).digest('hex').slice(0, 16)}.js`
    writeFileSync(path.join(folder, one), code)
    for (const file of files) if (file !== one) writeFileSync(path.join(folder, file), `module.exports = require('./${one}')\n`)
  }
}
