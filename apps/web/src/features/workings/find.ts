import { type Working, WORKINGS } from '@lucerna/core/workings'
import '@/messages/calc'
import { wordsFor } from '@/ui/words'

const fold = (text: string): string =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .replace(/[₀-₉]/g, (c) => String(c.charCodeAt(0) - 0x2080))

const haystacks = new Map<string, readonly [title: string, all: string]>()
function haystack(id: string): readonly [title: string, all: string] {
  let found = haystacks.get(id)
  if (!found) {
    const title = fold(wordsFor(`calculation.${id}.title`))
    haystacks.set(
      id,
      (found = [title, `${title} ${fold(wordsFor(`calculation.${id}.what`))} ${fold(wordsFor(`calculation.${id}.words`))}`]),
    )
  }
  return found
}

/**
 * Workings that have every word of a query in their title, what they answer, or the words of the trade; titles first.
 *
 * @example
 * findWorkings('clock')[0].id // 'gas-rate'
 */
export function findWorkings(query: string): readonly Working[] {
  const words = fold(query).split(/\s+/).filter(Boolean)
  if (words.length === 0) return WORKINGS
  const score = (w: Working): number => {
    const [title, all] = haystack(w.id)
    if (!words.every((word) => all.includes(word))) return 0
    return 1 + words.filter((word) => title.includes(word)).length
  }
  return WORKINGS.map((w, i) => ({ w, i, score: score(w) }))
    .filter((x) => x.score > 0)
    .sort((a, b) => b.score - a.score || a.i - b.i)
    .map((x) => x.w)
}
