import { and, desc, eq, lt } from 'drizzle-orm'
import MailComposer from 'nodemailer/lib/mail-composer'
import { v7 as uuidv7 } from 'uuid'
import { isoInstant, type Transaction } from '@/db/client'
import { firm, mail } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { env } from '@/env'
import { mustMay } from '@/server/may'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

type MailRow = typeof mail.$inferSelect

/** Stands in a letter for our own address until it is read: it then leads to where the program runs now. */
export const HERE = '{here}'
const withAddress = (body: string): string => body.replaceAll(HERE, env().PUBLIC_URL)

/** Puts a letter into the outbox, in the transaction of what it tells about. */
export async function sendMail(
  tx: Transaction,
  firmId: string,
  letter: Pick<MailRow, 'kind' | 'userId' | 'toName' | 'toAddress' | 'subject' | 'body'>,
  now: string,
): Promise<void> {
  await tx.insert(mail).values({ id: uuidv7(), firmId, createdAt: now, ...letter })
}

/** A link that opens an account, or makes one: outside the demo nobody reads it but its receiver. */
const PRIVATE: readonly MailRow['kind'][] = ['password-reset', 'invitation']
const readable = (row: Pick<MailRow, 'kind'>): boolean => !PRIVATE.includes(row.kind) || env().demo

export interface Letter {
  readonly id: string
  readonly kind: MailRow['kind']
  readonly toName: string
  readonly toAddress: string
  readonly subject: string
  /** Null when it is for its receiver's eyes only. */
  readonly body: string | null
  readonly createdAt: string
}

const shown = (row: MailRow): Letter => ({
  id: row.id,
  kind: row.kind,
  toName: row.toName,
  toAddress: row.toAddress,
  subject: row.subject,
  body: readable(row) ? withAddress(row.body) : null,
  createdAt: isoInstant(row.createdAt),
})

/** The outbox, newest first; `before` is the id of the last letter seen. */
export async function listMail(tx: Transaction, actor: Actor, before?: string): Promise<Letter[]> {
  mustMay(actor, 'mail.read')
  const rows = await tx
    .select()
    .from(mail)
    .where(and(eq(mail.firmId, actor.firmId), before === undefined ? undefined : lt(mail.id, before)))
    .orderBy(desc(mail.id))
    .limit(50)
  return rows.map(shown)
}

/** A letter as a file that any mail program opens (RFC 5322). */
export async function letterFile(tx: Transaction, actor: Actor, id: string): Promise<Buffer> {
  const [row] = await tx
    .select({ mail, firmName: firm.name })
    .from(mail)
    .innerJoin(firm, eq(firm.id, mail.firmId))
    .where(and(eq(mail.firmId, actor.firmId), eq(mail.id, id)))
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  if (!readable(row.mail)) throw new ApiProblem(403, 'private', t('mail.private'))
  return new MailComposer({
    from: { name: row.firmName, address: `no-reply@${new URL(env().PUBLIC_URL).hostname}` },
    to: { name: row.mail.toName, address: row.mail.toAddress },
    subject: row.mail.subject,
    text: withAddress(row.mail.body),
    date: new Date(row.mail.createdAt),
    messageId: `<${row.mail.id}@lucerna>`,
    textEncoding: 'quoted-printable',
  })
    .compile()
    .build()
}
