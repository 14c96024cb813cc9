import { sql } from 'drizzle-orm'
import { createTransport, type Transporter } from 'nodemailer'
import { type Database, database, isoInstant, signInDatabase } from '@/db/client'
import { sendWork } from '@/db/queue'
import { env } from '@/env'
import { log } from './log'
import { type KeptMailServer, transportTo } from './mailServer'
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
  /** The firm's own way to send, if it has one. */
  readonly server: KeptMailServer | null
}

/** From whom letters of this server come: as set, else no-reply at its address. */
const sender = (): string => env().LUCERNA_MAIL_FROM ?? `no-reply@${new URL(env().PUBLIC_URL).hostname}`

/**
 * Hands a letter to the mail server of its firm, else to that of this installation, if it still waits. An address that does not exist is not tried again. Answers whether it
 * was taken now; without any server it stays in the outbox.
 *
 * @throws Error when the mail server does not take it for now: the queue tries again
 */
export async function deliver(
  transport: Pick<Transporter, 'sendMail'> | null,
  id: string,
  db: Database = signInDatabase(),
): Promise<boolean> {
  const [letter] = await db.execute<Letter>(sql`select * from letter_to_send(${id}::uuid, ${transport !== null})`)
  if (!letter) return false
  const told = (failure: string | null, forGood: boolean) => db.execute(sql`select letter_told(${id}::uuid, ${failure}, ${forGood})`)
  try {
    const by = letter.server ? await transportTo(letter.server) : transport!
    await by.sendMail({
      from: { name: letter.firm_name, address: letter.server?.fromAddress ?? sender() },
      to: { name: letter.to_name, address: letter.to_address },
      subject: letter.subject,
      text: withAddress(letter.body),
      date: new Date(isoInstant(letter.created_at)),
      // The same letter tried twice is one.
      messageId: `<${letter.id}@lucerna>`,
    })
  } catch (error) {
    const { responseCode, response, code, message } = error as { responseCode?: number; response?: string; code?: string; message?: string }
    log.warn({ letter: letter.id, code: responseCode ?? code }, 'letter not taken')
    const forGood = FOR_GOOD.test(String(responseCode))
    await told((response ?? message ?? code ?? 'unknown').slice(0, 300), forGood)
    if (!forGood) throw new Error('letter not taken')
    return false
  }
  await told(null, false)
  return true
}

/**
 * Puts letters into the queue that wait and are not in it: of before a mail server was set, or of an older version.
 *
 * @param hasOwn whether this installation has a server, which takes those of every firm
 */
export async function gatherLetters(
  accounts: Database = signInDatabase(),
  db: Database = database(),
  hasOwn = env().LUCERNA_SMTP_URL !== undefined,
): Promise<number> {
  const waiting = await accounts.execute<{ id: string }>(sql`select id from letters_waiting(${hasOwn})`)
  await db.transaction(async (tx) => {
    for (const { id } of waiting) await sendWork(tx, 'letters', { letterId: id }, id)
  })
  return waiting.length
}

/** The mail server of this installation; null where none is set. */
export const ownTransport = (): Transporter | null => (env().LUCERNA_SMTP_URL ? createTransport(env().LUCERNA_SMTP_URL) : null)
