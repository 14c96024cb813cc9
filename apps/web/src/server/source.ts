/** Set by the server in front of the program (`front.cjs`); whatever a client sends under this name is overwritten there. */
const SOURCE = 'x-lucerna-source'

/** Where a request comes from, as the server in front saw it; all are one source where none is in front. */
export const sourceOf = (headers: Headers | undefined): string =>
  process.env.LUCERNA_FRONT === '1' ? (headers?.get(SOURCE) ?? 'unknown') : 'unknown'

/** Whether a request comes from this machine. The development server has none in front, and binds what it is told. */
export const isFromHere = (headers: Headers): boolean =>
  (process.env.LUCERNA_FRONT !== '1' && process.env.NODE_ENV === 'development') || /^(127\.|::1$|::ffff:127\.)/.test(sourceOf(headers))
