/** When parts that open later are fetched: late enough not to be in the way of the page, early enough to be there when the network goes, ms. */
export const LATER_MS = 1500

/** How long to wait before a part of the page is asked for again, ms. */
const AGAIN_MS = 2000

/**
 * Loads a part of the page that comes later, as often as it takes: without a network it is awaited, and the page that stands goes on. (A load that fails would
 * take the whole page with it.)
 *
 * @example dynamic(patiently(() => import('./Toaster')))
 */
export const patiently =
  <T>(load: () => Promise<T>): (() => Promise<T>) =>
  () =>
    load().catch(() => new Promise((wait) => setTimeout(wait, AGAIN_MS)).then(patiently(load)))
