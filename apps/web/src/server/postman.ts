import { sql } from 'drizzle-orm'
import { createTransport, type Transporter } from 'nodemailer'
import { type Database, database, isoInstant, signInDatabase } from '@/db/client'
import { sendWork } from '@/db/queue'
import { env } from '@/env'
import { log } from './log'
import { withAddress } from './mail'

/** Said by a mail server for good: no such address. Everything else may pass. */
const FOR_GOOD = /^5(50|51|53|54)$/

interface Letter extends Record<string, unknown> {
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
 * Hands a letter to the mail server, if it still waits. An address that does not exist is not tried again. Answers whether it was taken now.
 *
 * @throws Error when the mail server does not take it for now: the queue tries again
 */
export async function deliver(transport: Pick<Transporter, 'sendMail'>, id: string, db: Database = signInDatabase()): Promise<boolean> {
  const [letter] = await db.execute<Letter>(sql`select * from letter_to_send(${id}::uuid)`)
  if (!letter) return false
  const told = (failure: string | null, forGood: boolean) => db.execute(sql`select letter_told(${id}::uuid, ${failure}, ${forGood})`)
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
  } catch (error) {
    const { responseCode, response, code } = error as { responseCode?: number; response?: string; code?: string }
    log.warn({ letter: letter.id, code: responseCode ?? code }, 'letter not taken')
    const forGood = FOR_GOOD.test(String(responseCode))
    await told((response ?? code ?? 'unknown').slice(0, 300), forGood)
    if (!forGood) throw new Error('letter not taken')
    return false
  }
  await told(null, false)
  return true
}

/** Puts letters into the queue that wait and are not in it: of before a mail server was set, or of an older version. */
export async function gatherLetters(accounts: Database = signInDatabase(), db: Database = database()): Promise<number> {
  const waiting = await accounts.execute<{ id: string }>(sql`select id from letters_waiting()`)
  await db.transaction(async (tx) => {
    for (const { id } of waiting) await sendWork(tx, 'letters', { letterId: id }, id)
  })
  return waiting.length
}

/** The mail server of this installation; null where none is set. */
export const mailServer = (): Transporter | null => (env().LUCERNA_SMTP_URL ? createTransport(env().LUCERNA_SMTP_URL) : null)
