/** A piece of a line of the report: plain, strong, by the way, not to be overlooked, or a way to somewhere (on the page only). */
export type Part =
  | string
  | { readonly strong: string }
  | { readonly quiet: string }
  | { readonly bad: string }
  | { readonly to: string; readonly text: string }

/** One entry of a list; the lines below it come with it. */
export interface Item {
  readonly parts: readonly Part[]
  readonly below?: readonly string[]
}

/** A list of the report: with a title, and what is said when it is empty; without that an empty one is left out. */
export interface Section {
  readonly title: string
  readonly items: readonly Item[]
  readonly empty?: string
  readonly inline?: boolean
}

const text = (p: Part): string => (typeof p === 'string' ? p : 'strong' in p ? p.strong : 'quiet' in p ? p.quiet : 'bad' in p ? p.bad : '')

/** An entry in one line of plain text, as paper and a slip take it. */
export const plainText = ({ parts }: Item): string => parts.map(text).join('').replaceAll(/\s+/g, ' ').trim()

export const isTold = (s: Section): boolean => s.items.length > 0 || s.empty !== undefined
