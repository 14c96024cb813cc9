import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto'
import { env } from '@/env'

/** AES-256-GCM under a key of its own, derived from the secret of this installation (HKDF-SHA-256): what a copy of the database alone does not give away. */
const key = (purpose: string): Buffer => Buffer.from(hkdfSync('sha256', env().LUCERNA_AUTH_SECRET, '', `lucerna ${purpose}`, 32))

/** `unseal(seal('word', 'mail server'), 'mail server')` → `'word'` */
export function seal(text: string, purpose: string): string {
  const iv = randomBytes(12)
  const cipher = createCipheriv('aes-256-gcm', key(purpose), iv)
  const body = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
  return Buffer.concat([iv, cipher.getAuthTag(), body]).toString('base64url')
}

/** Null where it was sealed with another secret, for another purpose, or altered. */
export function unseal(sealed: string, purpose: string): string | null {
  const bytes = Buffer.from(sealed, 'base64url')
  if (bytes.length < 28) return null
  try {
    const decipher = createDecipheriv('aes-256-gcm', key(purpose), bytes.subarray(0, 12))
    decipher.setAuthTag(bytes.subarray(12, 28))
    return Buffer.concat([decipher.update(bytes.subarray(28)), decipher.final()]).toString('utf8')
  } catch {
    return null
  }
}
