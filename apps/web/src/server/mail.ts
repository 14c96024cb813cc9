import { and, desc, eq, lt } from 'drizzle-orm'
import MailComposer from 'nodemailer/lib/mail-composer'
import { v7 as uuidv7 } from 'uuid'
import { isoInstant, type Transaction } from '@/db/client'
import { sendWork } from '@/db/queue'
import { firm, mail, mailServer, user } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { env } from '@/env'
import { mustMay } from '@/server/may'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

type MailRow = typeof mail.$inferSelect

/** Stands in a letter for our own address until it is read: it then leads to where the program runs now. */
export const HERE = '{here}'
export const withAddress = (body: string): string => body.replaceAll(HERE, env().PUBLIC_URL)

/** Puts a letter into the outbox, in the transaction of what it tells about. */
export async function sendMail(
  tx: Transaction,
  firmId: string,
  letter: Pick<MailRow, 'kind' | 'userId' | 'toName' | 'toAddress' | 'subject' | 'body'>,
  now: string,
): Promise<void> {
  const id = uuidv7()
  await tx.insert(mail).values({ id, firmId, createdAt: now, ...letter })
  // Commands that fill an outbox need no other settings.
  if (process.env.LUCERNA_SMTP_URL || (await hasServer(tx, firmId))) await sendWork(tx, 'letters', { letterId: id }, id)
}

const hasServer = async (tx: Pick<Transaction, 'select'>, firmId: string): Promise<boolean> =>
  (await tx.select({ host: mailServer.host }).from(mailServer).where(eq(mailServer.firmId, firmId))).length > 0

/** How letters of a firm leave: sent by a mail server, kept in the outbox because none is set, or kept because this is the demo. */
export const howMailLeaves = async (tx: Transaction, firmId: string): Promise<'smtp' | 'outbox' | 'demo'> =>
  env().LUCERNA_SMTP_URL || (await hasServer(tx, firmId)) ? 'smtp' : env().demo ? 'demo' : 'outbox'
type Leaves = Awaited<ReturnType<typeof howMailLeaves>>

/**
 * A link that opens an account: outside the demo nobody reads it but its receiver. An invitation of somebody new is handed on by a lead where no mail server does it.
 *
 * @param leaves how letters of the firm leave
 * @param known whether somebody has the address already
 */
function readable(row: Pick<MailRow, 'kind'>, leaves: Leaves, known: boolean): boolean {
  if (env().demo) return true
  if (row.kind === 'invitation') return leaves !== 'smtp' && !known
  return row.kind !== 'password-reset'
}

/** Writes a letter to who asks for it: whether letters arrive is seen best with one's own. */
export async function sendTestLetter(tx: Transaction, actor: Actor, now: string): Promise<void> {
  const [own] = await tx.select({ email: user.email }).from(user).where(eq(user.id, actor.userId))
  if (!own) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  await sendMail(
    tx,
    actor.firmId,
    {
      kind: 'test',
      userId: actor.userId,
      toName: actor.name,
      toAddress: own.email,
      subject: t('mail.test.subject'),
      body: t('mail.test.body', { name: actor.name, firm: actor.firmName, link: `${HERE}/mail` }),
    },
    now,
  )
}

export interface Letter {
  readonly id: string
  readonly kind: MailRow['kind']
  readonly toName: string
  readonly toAddress: string
  readonly subject: string
  /** Null when it is for its receiver's eyes only. */
  readonly body: string | null
  readonly createdAt: string
  /** What became of it at the mail server; null where there is none. */
  readonly delivery: { readonly sentAt: string | null; readonly failure: string | null } | null
}

const shown = (row: MailRow, leaves: Leaves, known: boolean): Letter => ({
  id: row.id,
  kind: row.kind,
  toName: row.toName,
  toAddress: row.toAddress,
  subject: row.subject,
  body: readable(row, leaves, known) ? withAddress(row.body) : null,
  createdAt: isoInstant(row.createdAt),
  delivery: leaves === 'smtp' ? { sentAt: row.sentAt && isoInstant(row.sentAt), failure: row.failure } : null,
})

/** The outbox, newest first; `before` is the id of the last letter seen. */
export async function listMail(tx: Transaction, actor: Actor, before?: string): Promise<Letter[]> {
  mustMay(actor, 'mail.read')
  const rows = await tx
    .select({ mail, known: user.id })
    .from(mail)
    .leftJoin(user, eq(user.email, mail.toAddress))
    .where(and(eq(mail.firmId, actor.firmId), before === undefined ? undefined : lt(mail.id, before)))
    .orderBy(desc(mail.id))
    .limit(50)
  const leaves = await howMailLeaves(tx, actor.firmId)
  return rows.map((r) => shown(r.mail, leaves, r.known !== null))
}

/** A letter as a file that any mail program opens (RFC 5322). */
export async function letterFile(tx: Transaction, actor: Actor, id: string): Promise<Buffer> {
  const [row] = await tx
    .select({ mail, firmName: firm.name, known: user.id })
    .from(mail)
    .leftJoin(user, eq(user.email, mail.toAddress))
    .innerJoin(firm, eq(firm.id, mail.firmId))
    .where(and(eq(mail.firmId, actor.firmId), eq(mail.id, id)))
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  if (!readable(row.mail, await howMailLeaves(tx, actor.firmId), row.known !== null))
    throw new ApiProblem(403, 'private', t('mail.private'))
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
