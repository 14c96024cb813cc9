// Behind each built file that pages load, the same as Brotli: an eighth less to send than what is compressed while somebody waits. Part of `npm run build`.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import path from 'node:path'
import { promisify } from 'node:util'
import { brotliCompress, constants } from 'node:zlib'

const folder = path.join(import.meta.dirname, '.next/static')
/** One step below the highest, which takes three times as long for two hundredths: that is for what every page loads. */
const QUALITY = 10
const HIGHEST = 11
/** Less than this travels in one packet anyway. */
const LEAST_BYTES = 1024

/** @type {{ rootMainFiles: string[] }} */
const { rootMainFiles } = JSON.parse(readFileSync(path.join(folder, '../build-manifest.json'), 'utf8'))
const everywhere = new Set(rootMainFiles.map((file) => path.join(folder, '..', file)))
const compress = promisify(brotliCompress)
const files = readdirSync(folder, { recursive: true, withFileTypes: true })
  .filter((entry) => entry.isFile() && /\.(?:js|css|json|svg|txt)$/.test(entry.name))
  .map((entry) => path.join(entry.parentPath, entry.name))
await Promise.all(
  files.map(async (file) => {
    const data = readFileSync(file)
    if (data.length < LEAST_BYTES) return
    const params = {
      [constants.BROTLI_PARAM_QUALITY]: everywhere.has(file) ? HIGHEST : QUALITY,
      [constants.BROTLI_PARAM_SIZE_HINT]: data.length,
    }
    writeFileSync(`${file}.br`, await compress(data, { params }))
  }),
)
