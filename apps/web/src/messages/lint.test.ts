import { readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { AREAS, GB, US } from './testAreas'

/** How Lucerna speaks, as far as a machine can tell; the words themselves are read aloud. */

const entries = (words: Readonly<Record<string, string>>) => Object.entries(words)
/** Search words of the calculators hold what people type, in every dialect and register. */
const said = (key: string) => !/^calculation\..*\.words$/.test(key)
const GB_SAID = entries(GB).filter(([key]) => said(key))
const US_SAID = entries({ ...GB, ...US }).filter(([key]) => said(key))
const findings = (list: readonly (readonly [string, string])[], wrong: RegExp, except: RegExp = /$^/) =>
  list.filter(([, text]) => wrong.test(text.replace(/\{\{\w+\}\}/g, 'X').replace(except, ''))).map(([key, text]) => `${key}: ${text}`)

const FORBIDDEN: readonly (readonly [RegExp, RegExp?])[] = [
  [/\bdoubts?\b/i, /if in doubt/i],
  [/\bhangs?\b/i],
  [/\b(stands?|stood)\b/i, /stand clear/i],
  [/\bmend/i],
  [/\bverdicts?\b/i],
  [/\bfigures?\b/i],
  [/\bbands?\b/i, /two-band rule/i],
  [/\bschools?\b/i],
  [/\bpractices?\b/i, /practice profiles?/i],
  [/\bthe working\b|\bWorkings\b/],
  [/\brun sheets?\b/i],
  [/\bon paper\b/i],
  [/\bwritten down\b|\bwrite down\b/i],
  [/\bworked out\b/i],
  [/\bfor good\b/i],
  [/\b(bring|take|taken) (it )?(back|over|away)\b|\bis back\b|\btakes over\b/i, /service takes over|department takes over/i],
  [/\b(runs|ran) out\b/i],
  [/\bis away\b/i],
  [/\bkept here\b/i],
  [/\blies between\b/i],
  [/\bnobody yet\b/i],
  [/\bsomebody\b/i],
  [/\bwhat for\b/i],
  [/\bgo on with\b/i],
  [/\bput right\b/i],
  [/\banew\b/i],
  [/\bof late\b|\blately\b/i],
  [/\bwhoever\b/i],
]

test.each(FORBIDDEN.map(([word, except]) => ({ word, except })))('no text says $word', ({ word, except }) => {
  expect([...findings(GB_SAID, word, except), ...findings(entries(US), word, except)]).toEqual([])
})

describe('how a text is set', () => {
  const all = [...GB_SAID, ...entries(US)]
  test('no space before a per cent sign or an ellipsis', () => {
    // Gas in air is told in % LEL or % vol: the sign belongs to what follows.
    expect(findings(all, /[\dX][ \u00a0]%(?! (LEL|vol))|\s…/)).toEqual([])
  })
  test('a no-break space between a number and its unit', () => {
    expect(findings(all, /\d (mbar|kPa|kW|ppm|mm|cm²|m³|°C|°F|µA|mV|MB|inWC|BTU\/h|Pa|s)\b/)).toEqual([])
  })
  test('at most one colon and one semicolon in a sentence', () => {
    const sentences = (text: string) => text.split(/(?<=[.!?])\s|\n/)
    const crowded = all.filter(([, text]) =>
      sentences(text.replace(/\{\{\w+\}\}|\d+:\d+|1:1/g, 'x')).some(
        (s) => (s.match(/;/g)?.length ?? 0) > 1 || (s.match(/:(\s|$)/g)?.length ?? 0) > 1,
      ),
    )
    expect(crowded).toEqual([])
  })
  test('nothing shouts', () => {
    const known =
      /\b(ECV|LPG|LEL|CSV|JSON|PDF|UTF|NUL|SI|CSST|EHD|SDR|PE|MB|CFM|BTU|OFF|CO|NO|NO₂|VPS|GET|ID|EN|JPEG|PNG|HEIF|WC|ANSI|IGEM|UP|CO₂|O₂|NOₓ|HTTP|API|SMTP|YYYY)\b/g
    expect(findings(all, /\b[A-Z]{3,}\b/, known)).toEqual([])
  })
  test('a difference of temperatures is told in degrees', () => {
    expect(
      findings(
        GB_SAID.filter(([k]) => !k.startsWith('room.')),
        /\bkelvin|[\d}][ \u00a0]K\b/i,
      ),
    ).toEqual([])
  })
  test('no button is a lone Keep, Back, Go or Done', () => {
    const allowed = ['sheet.done', 'answer.done']
    expect(all.filter(([key, text]) => /^(Keep|Back|Go|Done)$/i.test(text) && !allowed.includes(key))).toEqual([])
  })
  test('Yes and No only under a question that asks so', () => {
    expect(all.filter(([key, text]) => /^(Yes|No|yes|no)$/.test(text) && !/^(doc|pick)\.(yes|no)$/.test(key))).toEqual([])
  })
  test('labels and buttons end without a full stop', () => {
    const short =
      /^(nav|theme|role|quantity|station|short|measurand|verdict|event|site|supply|unit|doc\.field|doc\.section|card|channel|check|timer|people|audit-action)\./
    const sentence =
      /^(people\.(invited|revoked|left-said|left-already|back-said|last-lead|not-yourself|export-own|erase-what|erased-said|elsewhere|erased-already|erase-first-leave)|site\.(altitude-hint|emergency-hint|coordinates-hint|no-appliances|no-supplies)|supply\.(.*-hint)|unit\.(safeties-hint|safeties-by-card|no-safeties|gas-not-on-card)|timer\.unseen)/
    expect(
      all.filter(([key, text]) => short.test(key) && !sentence.test(key) && /\.$/.test(text) && !/temp\.$|diff\.$|calc\.$/.test(text)),
    ).toEqual([])
  })
  test('what has to fit fits', () => {
    const most: readonly (readonly [RegExp, number])[] = [
      [/^(verdict|sheet|licence|log)\./, 26],
      [/^(nav|theme)\./, 24],
      [/^step\..*\.title$/, 60],
      [/^step\..*\.what$/, 150],
      [/^(stop|danger\..*\.do$)/, 48],
    ]
    const long = most.flatMap(([which, length]) =>
      all.filter(([key, text]) => which.test(key) && text.replace(/\{\{\w+\}\}/g, 'xxxx').length > length),
    )
    expect(long).toEqual([])
  })
})

describe('two dialects', () => {
  test('American English says only what differs, with the same parameters', () => {
    const parameters = (text: string | undefined) => [...(text ?? '').matchAll(/\{\{(\w+)\}\}/g)].map((m) => m[1]).sort()
    expect(entries(US).filter(([key, text]) => GB[key] === text)).toEqual([])
    expect(entries(US).filter(([key, text]) => String(parameters(text)) !== String(parameters(GB[key])))).toEqual([])
    expect(Object.keys(AREAS['en-US'])).toEqual(Object.keys(AREAS['en-GB']))
  })
  test('British English without American words', () => {
    const american = /\b(draft hood|vent termination|jumper(ed)?|analyzers?|counterclockwise|faucets?|licenses?)\b/i
    expect(findings(GB_SAID, american)).toEqual([])
    expect(findings(GB_SAID, /\bground(s|ed)?\b/i, /above ground|below ground/i)).toEqual([])
  })
  test('American English without British words', () => {
    const british =
      /\b(draught\w*|flues?|earth(ed)?|mains|anticlockwise|analysers?|licen[c]e\w*|metres?|lit(re|res)|spanner|ECV|kelvin|colour|labelled|stabilis\w+|fitted|injectors?)\b/i
    expect(findings(US_SAID, british, /flue gas(es)?|Flue gas/g)).toEqual([])
  })
})

test('nothing that a browser loads imports all the words', () => {
  const SOURCE = path.resolve(__dirname, '..')
  const walk = (dir: string): string[] =>
    readdirSync(dir, { withFileTypes: true }).flatMap((e) =>
      e.isDirectory() ? walk(path.join(dir, e.name)) : /(?<!\.test)\.tsx?$/.test(e.name) ? [path.join(dir, e.name)] : [],
    )
  const text = new Map(walk(SOURCE).map((file) => [file, readFileSync(file, 'utf8')]))
  const resolve = (from: string, to: string): string | undefined => {
    if (!/^(@\/|\.)/.test(to)) return undefined
    const base = to.startsWith('@/') ? path.join(SOURCE, to.slice(2)) : path.resolve(path.dirname(from), to)
    return [`${base}.ts`, `${base}.tsx`, path.join(base, 'index.ts'), path.join(base, 'index.tsx')].find((f) => text.has(f))
  }
  const imports = (file: string): string[] =>
    [...(text.get(file) ?? '').matchAll(/^(?:import|export)(?! type)(?:[^'"]*? from)? '([^']+)'/gm)].flatMap(
      (m) => resolve(file, m[1] ?? '') ?? [],
    )
  // A server action's module is not sent; its calls are.
  const isServer = (file: string) => /^'use server'/.test(text.get(file) ?? '')
  const reached = new Map<string, readonly string[]>()
  const visit = (file: string, way: readonly string[]): void => {
    if (reached.has(file) || isServer(file)) return
    const here = [...way, path.relative(SOURCE, file)]
    reached.set(file, here)
    imports(file).forEach((next) => visit(next, here))
  }
  const clients = [...text.keys()].filter((file) => /^'use client'/.test(text.get(file) ?? ''))
  expect(clients.length).toBeGreaterThan(80)
  clients.forEach((file) => visit(file, []))
  expect(reached.get(path.join(SOURCE, 'messages/all.ts'))).toBeUndefined()
})
