import { createHash } from 'node:crypto'

/** The passcode of the demo's licensed people: six digits that follow from the demo password, which is made at the first start. */
export const demoPasscode = (password: string): string =>
  String(Number.parseInt(createHash('sha256').update(password).digest('hex').slice(0, 8), 16) % 1_000_000).padStart(6, '0')
