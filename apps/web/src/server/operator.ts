import { createHash, timingSafeEqual } from 'node:crypto'
import { env } from '@/env'

const digest = (text: string) => createHash('sha256').update(text).digest()

/**
 * Whether a request comes from who runs the server: user `operator` with LUCERNA_OPERATOR_TOKEN as password (HTTP Basic), which browsers and collectors of metrics
 * speak alike. Without a token nobody is.
 */
export function isOperator(authorization: string | null): boolean {
  const token = env().LUCERNA_OPERATOR_TOKEN
  const given = /^Basic ([\w+/=]{1,400})$/.exec(authorization ?? '')?.[1]
  if (!token || !given) return false
  return timingSafeEqual(digest(Buffer.from(given, 'base64').toString()), digest(`operator:${token}`))
}

/** Asks for name and password. */
export const askOperator = () =>
  new Response('For who runs this server: user operator, password LUCERNA_OPERATOR_TOKEN.', {
    status: 401,
    headers: { 'www-authenticate': 'Basic realm="Lucerna, operation"', 'content-type': 'text/plain; charset=utf-8' },
  })
