import { createHmac } from 'node:crypto'

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567'

/** What an authenticator app shows for a key in base 32, at an instant (RFC 6238: SHA-1, 30 s, six digits). */
export function oneTimeCode(key: string, atMs: number): string {
  const bits = [...key.replaceAll('=', '')].map((c) => LETTERS.indexOf(c).toString(2).padStart(5, '0')).join('')
  const secret = Buffer.from((bits.match(/.{8}/g) ?? []).map((byte) => Number.parseInt(byte, 2)))
  const counter = Buffer.alloc(8)
  counter.writeBigUInt64BE(BigInt(Math.floor(atMs / 30_000)))
  const mac = createHmac('sha1', secret).update(counter).digest()
  const from = mac.at(-1)! & 15
  return String((mac.readUInt32BE(from) & 0x7fffffff) % 1_000_000).padStart(6, '0')
}
