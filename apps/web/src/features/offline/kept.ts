/** What the service worker and the pages agree on. */

export const PAGES = 'lucerna-pages'
export const STATIC = 'lucerna-static'
/** Shown in the place of a page that is not kept. */
export const INSTEAD = '/offline'

/** Pages that open without a network once they have been open on this device. `isKeptPage('/visits/0198…')` → true; reports, registers and settings are not kept. */
export const isKeptPage = (path: string): boolean =>
  /^\/(today|(calculators|set-up|faults)(\/[a-z0-9-]+)?|visits\/[0-9a-f-]{36})$/.test(path)

/** The script, style and font files that a document names, each once. `filesOf('<script src="/_next/static/a.js">')` → ['/_next/static/a.js'] */
export const filesOf = (html: string): string[] => [...new Set(html.match(/\/_next\/static\/[\w~./-]+\.(?:js|css|woff2)/g) ?? [])]

/** Whether a kept copy is old enough to be fetched anew. `isOld('Fri, 27 Nov 2026 10:00:00 GMT', Date.parse('2026-11-27T10:20:00Z'))` → true */
export const isOld = (date: string | null, now: number): boolean => {
  const at = Date.parse(date ?? '')
  return Number.isNaN(at) || now - at > 10 * 60_000
}
