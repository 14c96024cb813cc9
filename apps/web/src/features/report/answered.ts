import { wordsFor } from '@/ui/words'

/** An answer in the card's words or ours, with where and how large. */
export const answered = (o: { readonly answer: string; readonly said: string | null; readonly detail: string | null }): string =>
  [o.said ?? wordsFor(`answer.${o.answer}`), o.detail].filter(Boolean).join(': ')
