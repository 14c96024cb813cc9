/** Lower case without accents, so that "Zurich" finds "Zürich". `fold('Straße É')` → `'strasse e'`. */
const fold = (text: string): string => text.replace(/ß/g, 'ss').normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()

/**
 * The words of a text as they are searched: every run of letters and digits, and what a hyphen or slash joins also as one.
 *
 * @example
 * wordsOf('Larch 28 C, TW28-140377') // ['larch', '28', 'c', 'tw28', '140377', 'tw28140377']
 */
export function wordsOf(text: string): string[] {
  const words = new Set<string>()
  for (const chunk of fold(text).split(/\s+/)) {
    const parts = chunk.split(/[^\p{L}\p{N}]+/u).filter(Boolean)
    for (const part of parts) words.add(part.slice(0, 60))
    if (parts.length > 1) words.add(parts.join('').slice(0, 60))
  }
  return [...words]
}

/**
 * What was typed, as tokens to search for. A chunk with a short part goes as one ("HM-10" is looked for as hm10, as serials are written); others by
 * their parts.
 *
 * @example
 * tokensOf('TW28-14 quarry/row') // ['tw2814', 'quarry', 'row']
 */
export function tokensOf(text: string): string[] {
  const tokens = fold(text.slice(0, 200))
    .split(/\s+/)
    .flatMap((chunk) => {
      const parts = chunk.split(/[^\p{L}\p{N}]+/u).filter(Boolean)
      return parts.length > 1 && parts.some((p) => p.length < 3) ? [parts.join('')] : parts
    })
  return [...new Set(tokens)].slice(0, 8)
}
