import { filesOf, isKeptPage, isOld, PAGES, STATIC } from './kept'

/**
 * Keeps the document of a page and the files that it names, so that it opens again without a network. A page that was reached from another one was never asked
 * for as a document, and the first page of all was loaded before there was a service worker: so it is fetched here. Without a network nothing changes.
 */
export async function keepPage(path: string): Promise<void> {
  // Browsers offer both only over https and on this machine itself.
  if (!('serviceWorker' in navigator) || !('caches' in window)) return
  try {
    const registered = await navigator.serviceWorker.register('/sw.js')
    if (!registered || !isKeptPage(path)) return
    const pages = await caches.open(PAGES)
    const before = await pages.match(path)
    if (before && !isOld(before.headers.get('date'), Date.now())) return
    const answer = await fetch(path, { headers: { accept: 'text/html' } })
    if (!answer.ok || answer.redirected) return
    const files = await caches.open(STATIC)
    for (const file of filesOf(await answer.clone().text())) if (!(await files.match(file))) await files.add(file)
    await pages.put(path, answer)
  } catch (error) {
    // The server is away, or the browser keeps nothing (a private window): the page works, it only will not open again without a network.
    if (!(error instanceof TypeError || error instanceof DOMException)) throw error
  }
}

/** Forgets every page kept on this device: the next person to sign in must not open what the last one saw. */
export async function forgetPages(): Promise<void> {
  if ('caches' in window) await caches.delete(PAGES)
}
