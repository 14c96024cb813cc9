import type { Ask } from '@lucerna/core/procedure'
import { t } from './words'

/** What is asked, in the card's words or ours. */
export function askText(ask: Pick<Ask, 'id' | 'label'>): string {
  if (ask.label !== null) return ask.label
  const [family, ...rest] = ask.id.split('.')
  const own = rest.join('.')
  return family === 'joint' ? t(`joint.${own}`) : family === 'sequence' ? t(`sequence.${own}`) : t(`observation.${ask.id}`)
}
