import { type Dialect, dialect } from './dialect'

/** Words of one area in both dialects: `gb` complete, `us` where it differs. */
type Area = readonly [gb: Readonly<Record<string, string>>, us: Readonly<Record<string, string | undefined>>]
/** What American English says otherwise; a key that British English lacks does not pass the type check. */
export type Other<Gb> = { readonly [K in keyof Gb]?: string }

type KeysOf<A> = A extends readonly [infer Gb, unknown] ? keyof Gb : never
/** The keys that can be asked for: where a text has one form for one and another for many, the key without the form. */
type Asked<K> = K extends `${infer Stem}_other` ? Stem : K extends `${string}_one` ? never : K & string

export type Params = Readonly<Record<string, string | number>>
export type Say<Key extends string> = (key: Key, params?: Params) => string

/** Everything that the running program has loaded: a page has the areas that its doors name, the server all. */
const loaded: Record<Dialect, Map<string, string>> = { 'en-GB': new Map(), 'en-US': new Map() }
/** The form of a text for so many: English has two. (The browser’s own rules make every page read its tables of languages first.) */
const form = (count: number): 'one' | 'other' => (count === 1 ? 'one' : 'other')

const find = (key: string, how: Dialect): string | undefined => loaded[how].get(key) ?? loaded['en-GB'].get(key)

function say(key: string, params: Params | undefined, how: Dialect): string {
  const counted = typeof params?.count === 'number' ? find(`${key}_${form(params.count)}`, how) : undefined
  const text = counted ?? find(key, how) ?? find(`${key}_other`, how) ?? key
  return params ? text.replace(/\{\{(\w+)\}\}/g, (whole, name: string) => String(params[name] ?? whole)) : text
}

/**
 * Loads areas of words and gives the function that says them by key, with parameters filled in. A key that none of these areas has does not pass the type
 * check. (A library for this weighs as much as all the words of a page.)
 */
export function words<const Areas extends readonly Area[]>(...areas: Areas): Say<Asked<KeysOf<Areas[number]>>> {
  for (const [gb, us] of areas) {
    for (const [key, text] of Object.entries(gb)) loaded['en-GB'].set(key, text)
    for (const [key, text] of Object.entries(us)) if (text !== undefined) loaded['en-US'].set(key, text)
  }
  return wordsFor
}

/** Words for a key that comes from data; the key itself where there are none. */
export const wordsFor = (key: string, params?: Params): string => say(key, params, dialect())

/** Whether there are words for a key that comes from data. */
export const hasWords = (key: string): boolean => find(key, 'en-GB') !== undefined

/** The locale that numbers and dates are written in. */
export const locale = (): Dialect => dialect()
