import { sql } from 'drizzle-orm'
import { createTransport, type Transporter } from 'nodemailer'
import { type Database, isoInstant, signInDatabase } from '@/db/client'
import { env } from '@/env'
import { log } from './log'
import { withAddress } from './mail'

/** Letters that a process takes at once, and how often it looks, ms. */
const AT_ONCE = 20
const EVERY_MS = 5_000
/** Said by a mail server for good: no such address. Everything else may pass. */
const FOR_GOOD = /^5(50|51|53|54)$/

interface Due extends Record<string, unknown> {
  readonly id: string
  readonly firm_name: string
  readonly to_name: string
  readonly to_address: string
  readonly subject: string
  readonly body: string
  readonly created_at: string
}

/** From whom letters come: as set, else no-reply at the address of this server. */
const sender = (): string => env().LUCERNA_MAIL_FROM ?? `no-reply@${new URL(env().PUBLIC_URL).hostname}`

/**
 * Hands every letter that is due to the mail server. Each is taken by one process only, and tried again after one, two, four … minutes, for three days at most; an address
 * that does not exist is not tried again. Answers how many were taken by the mail server.
 */
export async function deliver(transport: Pick<Transporter, 'sendMail'>, db: Database = signInDatabase()): Promise<number> {
  const due = await db.execute<Due>(sql`select * from letters_due(${AT_ONCE})`)
  let sent = 0
  for (const letter of due) {
    const told = (failure: string | null, forGood: boolean) =>
      db.execute(sql`select letter_told(${letter.id}::uuid, ${failure}, ${forGood})`)
    try {
      await transport.sendMail({
        from: { name: letter.firm_name, address: sender() },
        to: { name: letter.to_name, address: letter.to_address },
        subject: letter.subject,
        text: withAddress(letter.body),
        date: new Date(isoInstant(letter.created_at)),
        // The same letter tried twice is one.
        messageId: `<${letter.id}@lucerna>`,
      })
      await told(null, false)
      sent++
    } catch (error) {
      const { responseCode, response, code } = error as { responseCode?: number; response?: string; code?: string }
      log.warn({ letter: letter.id, code: responseCode ?? code }, 'letter not taken')
      await told((response ?? code ?? 'unknown').slice(0, 300), FOR_GOOD.test(String(responseCode)))
    }
  }
  return sent
}

/** Delivers letters from now on, where a mail server is set. */
export function keepDelivering(): void {
  const url = env().LUCERNA_SMTP_URL
  if (!url) return
  const transport = createTransport(url)
  let busy = false
  setInterval(() => {
    if (busy) return
    busy = true
    deliver(transport)
      .catch((error: unknown) => log.error({ message: error instanceof Error ? error.message : 'unknown' }, 'letters not delivered'))
      .finally(() => (busy = false))
  }, EVERY_MS).unref()
}
