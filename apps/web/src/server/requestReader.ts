import { AsyncLocalStorage } from 'node:async_hooks'
import { type IncomingMessage, Server } from 'node:http'
import { REQUEST_READER, type RequestReader } from '@/ui/dialect'

/** `en-US` when a browser asks for American English before any other English. `dialectAsked('de, en-US;q=0.8')` → `'en-US'` */
export function dialectAsked(acceptLanguage: string | undefined): RequestReader['dialect'] {
  const english = acceptLanguage?.match(/\ben(?:-[a-z]+)?\b/i)?.[0].toLowerCase()
  return english === 'en-us' ? 'en-US' : 'en-GB'
}

/**
 * Gives every request of this process a place for what is known of its reader. Pages, components that are drawn on the server and route handlers all find it
 * without being handed it: React's own request memory does not reach the components that a browser draws again.
 */
export function keepReaderOfEveryRequest(): void {
  const holder = globalThis as { [REQUEST_READER]?: AsyncLocalStorage<RequestReader> }
  if (holder[REQUEST_READER]) return
  const readers = new AsyncLocalStorage<RequestReader>()
  holder[REQUEST_READER] = readers

  const emit = Reflect.get(Server.prototype, 'emit') as (event: string, ...args: readonly unknown[]) => boolean
  Server.prototype.emit = function (this: Server, event: string, ...args: readonly unknown[]): boolean {
    if (event !== 'request') return emit.call(this, event, ...args)
    const [request] = args as readonly [IncomingMessage]
    return readers.run({ dialect: dialectAsked(request.headers['accept-language']) }, () => emit.call(this, event, ...args))
  }
}

/** Does work that no request asked for (a file made beside them, a letter) in the dialect of who will read it. */
export function readAs<T>(dialect: RequestReader['dialect'], work: () => Promise<T>): Promise<T> {
  const readers = (globalThis as { [REQUEST_READER]?: AsyncLocalStorage<RequestReader> })[REQUEST_READER]
  return readers ? readers.run({ dialect }, work) : work()
}
