import type { ReactElement } from 'react'
import { renderToStaticMarkup } from 'react-dom/server'
import { type Dialect, REQUEST_READER } from '@/ui/dialect'

/** What a reader reads of something drawn: its words, without what they are drawn with. */
export const read = (element: ReactElement): string =>
  renderToStaticMarkup(element)
    .replace(/<(?:br|p|li|dt|dd|div|h\d|tr|td|th|span|section)\b[^>]*>/g, ' ')
    .replace(/<[^>]+>/g, '')
    .replaceAll('&#x27;', '’')
    .replaceAll('&quot;', '"')
    .replaceAll('&amp;', '&')
    .replace(/[ \n]+/g, ' ')
    .trim()

/** Does something as it is done for a reader of a dialect. */
export function readAs<T>(dialect: Dialect, work: () => T): T {
  const world = globalThis as { [REQUEST_READER]?: { getStore: () => { dialect: Dialect } } }
  const before = world[REQUEST_READER]
  world[REQUEST_READER] = { getStore: () => ({ dialect }) }
  try {
    return work()
  } finally {
    if (before) world[REQUEST_READER] = before
    else delete world[REQUEST_READER]
  }
}
