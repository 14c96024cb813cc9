// A bridge for instruments: posts lines of the protocol to Lucerna by its token. Without a real instrument it simulates appliances with instruments in front of them;
// with --stdin it passes on what arrives there, line by line. Usage: docs/instruments.md.
import { readFileSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { createInterface } from 'node:readline'
import { Bench, benchSchema } from './bench'
import { Poster } from './Poster'

const POST_MS = 500
const MOST_WAIT_MS = 15_000

const { values } = parseArgs({
  options: {
    to: { type: 'string', default: 'http://127.0.0.1:3000' },
    token: { type: 'string', default: process.env.LUCERNA_BRIDGE_TOKEN ?? '' },
    bench: { type: 'string', default: new URL('../demo.json', import.meta.url).pathname },
    stdin: { type: 'boolean', default: false },
  },
})
const say = (text: string) => void process.stderr.write(`${text}\n`)
if (!values.token) {
  say('A token is missing. A lead makes one under Instruments; give it with --token or LUCERNA_BRIDGE_TOKEN.')
  process.exit(2)
}

const poster = new Poster(values.to, values.token)
let bench: Bench | null = null
if (values.stdin) {
  createInterface({ input: process.stdin }).on('line', (line) => poster.add(line))
} else {
  bench = new Bench(benchSchema.parse(JSON.parse(readFileSync(values.bench, 'utf8'))))
}

let lastMs = Date.now()
let failed = 0
let told = ''
const tell = (text: string) => {
  if (text !== told) say(text)
  told = text
}
async function beat(): Promise<void> {
  const now = Date.now()
  if (bench) poster.add(...bench.advance((now - lastMs) / 1000, now).map((l) => JSON.stringify(l)))
  lastMs = now
  const outcome = await poster.flush()
  if (outcome.kind === 'token') {
    say('The token is unknown or revoked. A lead makes a new one under Instruments.')
    process.exit(3)
  }
  if (outcome.kind === 'later') {
    failed++
    tell(`Not sent (${outcome.why}). It is kept and tried again.`)
  } else {
    failed = 0
    const { accepted, refusedCount, refused, commands } = outcome.answer
    if (accepted + refusedCount > 0)
      tell(refusedCount > 0 ? `Refused: ${[...new Set(refused.map((r) => r.code))].join(', ')}. The rest is sent.` : 'Sending.')
    for (const command of commands) {
      if (bench) bench.command(command)
      else process.stdout.write(`${JSON.stringify(command)}\n`)
    }
  }
  setTimeout(() => void beat(), Math.min(MOST_WAIT_MS, POST_MS * 2 ** Math.min(failed, 5)))
}
void beat()
