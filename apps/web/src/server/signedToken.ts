import { createHmac, timingSafeEqual } from 'node:crypto'

/**
 * The token in a session cookie as the sign-in library signs it (`token.signature`, HMAC-SHA256 in base64); null when it was not signed by us.
 *
 * @example
 * signedToken('abc.3q2+7w==', secret) // null: another signature belongs to abc
 */
export function signedToken(cookie: string, secret: string): string | null {
  const dot = cookie.lastIndexOf('.')
  if (dot < 1) return null
  const token = cookie.slice(0, dot)
  const given = Buffer.from(cookie.slice(dot + 1), 'base64')
  const wanted = createHmac('sha256', secret).update(token).digest()
  return given.length === wanted.length && timingSafeEqual(given, wanted) ? token : null
}
