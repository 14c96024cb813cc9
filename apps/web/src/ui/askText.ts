import type { Ask } from '@lucerna/core/procedure'
import '@/messages/visit'
import { wordsFor } from '@/ui/words'

/** What an answer means, in the card's words or ours. */
export const answerText = (ask: Pick<Ask, 'said'> | undefined, answer: string): string =>
  ask?.said?.[answer] ?? wordsFor(`answer.${answer}`)

/** What is asked, in the card's words or ours. */
export function askText(ask: Pick<Ask, 'id' | 'label'>): string {
  if (ask.label !== null) return ask.label
  const [family, ...rest] = ask.id.split('.')
  const own = rest.join('.')
  if (family === 'outlet-shut') return wordsFor('observation.outlet-shut')
  return family === 'joint'
    ? wordsFor(`joint.${own}`)
    : family === 'sequence'
      ? wordsFor(`sequence.${own}`)
      : wordsFor(`observation.${ask.id}`)
}
