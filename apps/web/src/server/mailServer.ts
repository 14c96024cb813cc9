import { eq } from 'drizzle-orm'
import { lookup } from 'node:dns/promises'
import { BlockList, isIP, isIPv6 } from 'node:net'
import { createTransport, type Transporter } from 'nodemailer'
import { z } from 'zod'
import type { Transaction } from '@/db/client'
import { mailServer } from '@/db/schema'
import { env } from '@/env'
import { t } from '@/messages/all'
import type { Actor } from './actor'
import { audit } from './audit'
import { seal, unseal } from './seal'

/** Submission, with TLS from the first byte or begun by STARTTLS, and the ports that hosts use beside it. */
const PORTS = [25, 465, 587, 2525]

/** The mail server by which letters of one firm leave; messages are keys of the message files. */
export const mailServerSchema = z.strictObject({
  host: z
    .string()
    .trim()
    .toLowerCase()
    .max(253, 'field.too-long')
    .regex(/^(?=.*[a-z0-9])[a-z0-9.:-]+$/, 'field.mail-host'),
  port: z.coerce
    .number('field.mail-port')
    .refine((p) => PORTS.includes(p) || (env().LUCERNA_SMTP_INWARD && p > 0 && p < 65_536), 'field.mail-port'),
  username: z.string().trim().max(200, 'field.too-long').default(''),
  /** Empty: the one that is kept. */
  password: z.string().max(200, 'field.too-long').default(''),
  from: z.email('field.email').max(200, 'field.too-long'),
})
export type MailServerWish = z.output<typeof mailServerSchema>

/** What of it is shown: all but the password. */
export type MailServerShown = Omit<MailServerWish, 'password'>

type Row = typeof mailServer.$inferSelect
export type KeptMailServer = Pick<Row, 'host' | 'port' | 'username' | 'sealed' | 'fromAddress'>
const PURPOSE = 'mail server'

export async function mailServerOf(tx: Pick<Transaction, 'select'>, firmId: string): Promise<MailServerShown | null> {
  const [row] = await tx.select().from(mailServer).where(eq(mailServer.firmId, firmId))
  return row ? { host: row.host, port: row.port, username: row.username, from: row.fromAddress } : null
}

export async function keepMailServer(tx: Transaction, firmId: string, { from, password, ...wish }: MailServerWish): Promise<void> {
  const fields = { ...wish, fromAddress: from, ...(password && { sealed: seal(password, PURPOSE) }) }
  await tx
    .insert(mailServer)
    .values({ firmId, sealed: null, ...fields })
    // A password that is not typed again belongs to the server that it was given for.
    .onConflictDoUpdate({ target: mailServer.firmId, set: fields })
}

/** Letters of the firm leave by this server from now on. */
export async function setMailServer(tx: Transaction, actor: Actor, wish: MailServerWish, now: string): Promise<void> {
  const before = await mailServerOf(tx, actor.firmId)
  // Another host must not be given the password of the one before.
  if (before && before.host !== wish.host && !wish.password) await tx.delete(mailServer).where(eq(mailServer.firmId, actor.firmId))
  await keepMailServer(tx, actor.firmId, wish)
  await audit(tx, actor, 'mail-server-set', ['firm', actor.firmId], now)
}

export async function removeMailServer(tx: Transaction, actor: Actor, now: string): Promise<void> {
  const gone = await tx.delete(mailServer).where(eq(mailServer.firmId, actor.firmId)).returning({ firmId: mailServer.firmId })
  if (gone.length > 0) await audit(tx, actor, 'mail-server-removed', ['firm', actor.firmId], now)
}

/** This machine and networks that are nobody's on the internet (RFC 1918, 4193, 6598, 3927 and loopback). */
const inward = new BlockList()
for (const [net, bits] of [
  ...(['0.0.0.0/8', '10.0.0.0/8', '100.64.0.0/10', '127.0.0.0/8', '169.254.0.0/16', '172.16.0.0/12', '192.168.0.0/16'] as const),
  ...(['224.0.0.0/3', '::/127', 'fc00::/7', 'fe80::/10', 'ff00::/8'] as const),
].map((n) => n.split('/') as [string, string]))
  inward.addSubnet(net, Number(bits), isIPv6(net) ? 'ipv6' : 'ipv4')

/** `isInward('10.1.2.3')` → true; also where it is written as an IPv6 address. */
export function isInward(address: string): boolean {
  const v4 = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address)?.[1] ?? address
  return inward.check(v4, isIPv6(v4) ? 'ipv6' : 'ipv4')
}

/**
 * The way to a firm's own mail server. Its address is looked up here and connected to as it was found: a name must not lead into the network of this server, which a firm has no
 * business in, unless the operator allows it.
 *
 * @throws Error with words for the outbox
 */
export async function transportTo({ host, port, username, sealed }: KeptMailServer): Promise<Pick<Transporter, 'sendMail'>> {
  const found = isIP(host) ? [{ address: host }] : await lookup(host, { all: true }).catch(() => [])
  if (found.length === 0) throw new Error(t('mail.server.unknown', { host }))
  const open = found.find(({ address }) => env().LUCERNA_SMTP_INWARD || !isInward(address))
  if (!open) throw new Error(t('mail.server.inward', { host }))
  const password = sealed && unseal(sealed, PURPOSE)
  if (sealed && password === null) throw new Error(t('mail.server.sealed'))
  return createTransport({
    host: open.address,
    port,
    secure: port === 465,
    // Nothing goes in the clear over somebody else's network.
    requireTLS: port !== 465 && !env().LUCERNA_SMTP_INWARD,
    tls: { servername: isIP(host) ? undefined : host },
    ...(username && { auth: { user: username, pass: password ?? '' } }),
    connectionTimeout: 10_000,
    greetingTimeout: 10_000,
    socketTimeout: 20_000,
  })
}
