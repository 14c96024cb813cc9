/** What `fuzz.ts` sends: bodies by the schemas of the API and now and then not, and texts that have broken programs before. */
import { seededRandom } from '@lucerna/sim/random'

export type Schema = Readonly<Record<string, unknown>>

let random = seededRandom(1)
/** The same seed makes the same bodies. */
export const seedBodies = (seed: number): void => void (random = seededRandom(seed))

export const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
export const chance = (share: number): boolean => random() < share
export const uuid = (): string => 'xxxxxxxx-xxxx-7xxx-8xxx-xxxxxxxxxxxx'.replaceAll('x', () => Math.floor(random() * 16).toString(16))

/** Texts that have broken programs before. */
export const TEXTS = [
  '',
  ' ',
  '\u0000',
  '\ud800',
  'a'.repeat(5000),
  '😀'.repeat(300),
  "'; drop table site; --",
  '../../etc/passwd',
  '<script>',
  '{{x}}',
  '%s%n',
  '=1+1',
  '١٢٣',
  '\u202eabc',
  'null',
  'true',
  '-0',
  '1e999',
  '0x10',
  '2026-02-30',
  '9999-12-31T23:59:59.999Z',
  '0000-00-00',
  '2026-06-01',
  '2026-06-01T09:00:00.000Z',
  'Europe/Zurich',
  'lead',
  'metric-ratio',
  'tarnwick-larch-28-c',
]
const NUMBERS = [0, -0, 1, -1, 0.1, 1e308, -1e308, 5e-324, 2 ** 31, -(2 ** 31), 2 ** 53, 1e21, 4, 30, 101_325]
/** Ids that are there. */
export const known: string[] = []
/** Whether a text can stand in an address: a lone surrogate cannot. */
export const isWell = (text: string): boolean => !/[\ud800-\udfff]/.test(text.replaceAll(/[\ud800-\udbff][\udc00-\udfff]/g, ''))

const anyValue = (depth = 0): unknown =>
  pick<() => unknown>([
    () => pick(TEXTS),
    () => pick(NUMBERS),
    () => null,
    () => chance(0.5),
    () => (known.length > 0 ? pick(known) : uuid()),
    () => (depth > 3 ? [] : Array.from({ length: Math.floor(random() * 4) }, () => anyValue(depth + 1))),
    () =>
      depth > 3
        ? {}
        : Object.fromEntries(
            Array.from({ length: Math.floor(random() * 4) }, () => [
              pick(['__proto__', 'id', 'constructor', 'x', 'name', 'toString']),
              anyValue(depth + 1),
            ]),
          ),
  ])()

/** Something by its schema, now and then not. */
export function byIt(schema: Schema, all: Schema, depth = 0): unknown {
  if (chance(0.06) || depth > 12) return anyValue()
  if (typeof schema.$ref === 'string') {
    const found = schema.$ref
      .slice(2)
      .split('/')
      .reduce<unknown>((at, part) => (at as Schema | undefined)?.[part], all)
    return byIt((found ?? {}) as Schema, all, depth + 1)
  }
  for (const several of ['anyOf', 'oneOf'] as const)
    if (Array.isArray(schema[several])) return byIt(pick(schema[several] as Schema[]), all, depth + 1)
  if (Array.isArray(schema.allOf)) return Object.assign({}, ...(schema.allOf as Schema[]).map((s) => byIt(s, all, depth + 1)))
  if ('const' in schema) return schema.const
  if (Array.isArray(schema.enum)) return pick(schema.enum as unknown[])
  const type = Array.isArray(schema.type) ? pick(schema.type as string[]) : schema.type
  if (type === 'object' || schema.properties) {
    const required = (schema.required as string[] | undefined) ?? []
    const own = Object.entries((schema.properties as Record<string, Schema> | undefined) ?? {}).flatMap(([key, s]) =>
      chance(required.includes(key) ? 0.97 : 0.6) ? [[key, byIt(s, all, depth + 1)] as const] : [],
    )
    return Object.fromEntries(chance(0.03) ? [...own, [pick(TEXTS), anyValue()]] : own)
  }
  if (type === 'array')
    return Array.from({ length: chance(0.02) ? 300 : Math.floor(random() * 3) }, () => byIt((schema.items ?? {}) as Schema, all, depth + 1))
  if (type === 'integer') return chance(0.8) ? Math.floor(random() * 20) : pick(NUMBERS)
  if (type === 'number') return chance(0.7) ? random() * 10 ** Math.floor(random() * 7) : pick(NUMBERS)
  if (type === 'boolean') return chance(0.5)
  if (type === 'null') return null
  if (schema.format === 'uuid') return known.length > 0 && chance(0.5) ? pick(known) : uuid()
  if (schema.format === 'date-time') return new Date(Date.UTC(2026, 5, 1) + Math.floor((random() - 0.5) * 1e11)).toISOString()
  if (schema.format === 'date') return '2026-06-01'
  if (schema.format === 'email') return `${uuid()}@lucerna.example`
  return chance(0.6) ? pick(['Larch', 'x', '22.3 mbar', '12', 'a b c', 'natural-gas-h', 'boiler']) : pick(TEXTS)
}

/** A body as it is sent: JSON, now and then cut off or nested without end. */
export const text = (value: unknown): string => {
  const whole = JSON.stringify(value) ?? 'null'
  if (chance(0.03)) return whole.slice(0, Math.floor(random() * whole.length))
  if (chance(0.01)) return `${'['.repeat(20_000)}${']'.repeat(20_000)}`
  return whole
}
