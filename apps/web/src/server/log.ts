import type { AsyncLocalStorage } from 'node:async_hooks'
import pino from 'pino'

/** Which request is being answered, as the server in front calls it (`front.cjs`); nothing in tests and commands. */
const running = () => (globalThis as typeof globalThis & { lucernaRequest?: AsyncLocalStorage<{ id: string }> }).lucernaRequest?.getStore()

/** Structured log; ids only, no personal data. Every line written while a request is answered has its id. */
export const log = pino({
  level: process.env.LOG_LEVEL ?? (process.env.NODE_ENV === 'test' ? 'silent' : 'info'),
  base: null,
  mixin: () => {
    const id = running()?.id
    return id === undefined ? {} : { requestId: id }
  },
})
