import fc from 'fast-check'
import { testCard } from '../appliance/testCard'
import { SHIPPED_PRACTICES } from '../practice'
import { FAULT_MAPS } from '../faults'
import { CARD_FILE, FAULT_MAP_FILE, type FileFormat, PRACTICE_FILE, readFile, schemaOf, writeFile } from '.'

const FORMATS = [CARD_FILE, PRACTICE_FILE, FAULT_MAP_FILE] as FileFormat<unknown>[]
const problems = (text: string) => {
  const read = readFile(FORMATS, text)
  return read.ok ? [] : read.problems
}
const card = writeFile(CARD_FILE, testCard)
const changed = (change: (file: { format: string; formatVersion: number; document: Record<string, unknown> }) => void): string => {
  const file = JSON.parse(card)
  change(file)
  return JSON.stringify(file)
}

const faultMap = FAULT_MAPS[0]!

test.each([
  ['card', CARD_FILE, testCard],
  ['practice', PRACTICE_FILE, SHIPPED_PRACTICES[0]],
  ['practice of the other school', PRACTICE_FILE, SHIPPED_PRACTICES[1]],
  ['fault map', FAULT_MAP_FILE, faultMap],
])('a %s comes back byte for byte, whatever order its keys had', (_name, format, document) => {
  const file = format as FileFormat<unknown>
  const text = writeFile(file, document)
  const read = readFile(FORMATS, text)
  expect(read).toMatchObject({ ok: true, document })
  const turned = (value: unknown): unknown =>
    Array.isArray(value)
      ? value.map(turned)
      : typeof value === 'object' && value !== null
        ? Object.fromEntries(
            Object.entries(value)
              .reverse()
              .map(([k, v]) => [k, turned(v)]),
          )
        : value
  expect(writeFile(file, turned(document))).toBe(text)
  expect(readFile(FORMATS, `\uFEFF${text}`)).toMatchObject({ ok: true })
})

describe('what is refused, and where', () => {
  test.each([
    ['no JSON', '{ "format": "lucerna.card",\n  oops', '', /breaks in line 2, column 3/],
    ['nothing', '', '', /breaks in line 1/],
    ['a list', '[]', '', /does not say what it is/],
    ['another format', '{"format":"shopping-list","formatVersion":1}', '/format', /"shopping-list" is not read here/],
    ['a newer version', changed((f) => (f.formatVersion = 2)), '/formatVersion', /newer Lucerna: version 2/],
    ['an unknown field', changed((f) => (f.document.colour = 'red')), '/document/colour', /not known/],
    ['a missing field', changed((f) => delete f.document.probe), '/document/probe', /.+/],
    [
      'a minimum above the maximum',
      changed((f) =>
        Object.assign((f.document.limits as object[])[0]!, { min: 0.2, printed: { unit: '%', min: 20, nominal: 9, max: 9.2 } }),
      ),
      '/document/limits/0/max',
      /out of order/,
    ],
    [
      'an SI value that is not the printed one',
      changed((f) => Object.assign((f.document.limits as object[])[0]!, { min: 0.01 })),
      '/document/limits/0/min',
      /differ/,
    ],
  ])('%s', (_name, text, path, message) => {
    expect(problems(text)).toContainEqual({ path, message: expect.stringMatching(message) })
  })

  test('a fault map that does not add up', () => {
    const wrong = { ...faultMap, causes: faultMap.causes.slice(1), book: { ...faultMap.book, 'high-co': ['smell'] } }
    const said = problems(JSON.stringify({ format: 'lucerna.fault-map', formatVersion: 1, document: wrong }))
    expect(said.map((p) => p.path)).toEqual(
      expect.arrayContaining(['/document/causes', '/document/checks/0/likelihoods/no-power', '/document/book/high-co/0']),
    )
  })

  test('at most 200 places', () => {
    const many = changed((f) => (f.document.limits = Array.from({ length: 390 }, () => ({ nonsense: 1 }))))
    expect(problems(many).length).toBeLessThanOrEqual(400)
  })

  test('whatever the text, it answers and never throws', () => {
    fc.assert(fc.property(fc.oneof(fc.string(), fc.json()), (text) => void readFile(FORMATS, text)))
  })
})

test.each(FORMATS.map((f) => [f.format, f] as const))('%s has a published schema that names its envelope', (_name, format) => {
  expect(schemaOf(format)).toMatchObject({
    type: 'object',
    properties: { format: { const: format.format }, formatVersion: { const: 1 }, document: { type: 'object' } },
    additionalProperties: false,
  })
})
