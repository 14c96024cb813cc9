import type { Report } from '@lucerna/core/report'
import { hasWords, wordsFor } from '@/ui/words'

/** How a firing state is called: as the card calls the rate, else in our words; standing says itself by the figure's name. */
export const rateWords =
  (rates: Report['appliances'][number]['rates']) =>
  (id: string): string =>
    rates.find((r) => r.id === id)?.label.toLowerCase() ?? (id === 'standing' ? '' : hasWords(`state.${id}`) ? wordsFor(`state.${id}`) : id)
