import { eq, inArray } from 'drizzle-orm'
import { createTransport } from 'nodemailer'
import { SMTPServer } from 'smtp-server'
import type { AddressInfo } from 'node:net'
import { v7 as uuidv7 } from 'uuid'
import { mail } from '@/db/schema'
import type { Actor } from '@/server/actorOf'
import { actorNamed, signInDb, closeAll, inside, ownerDb } from '@/test/world'
import { HERE, sendMail } from './mail'
import { deliver } from './postman'

/** A mail server that takes letters, but not to everybody; and may be out of order. */
const taken: { to: string; text: string }[] = []
let outOfOrder = false
const server = new SMTPServer({
  authOptional: true,
  disabledCommands: ['STARTTLS'],
  onRcptTo({ address }, _session, done) {
    if (outOfOrder) return done(Object.assign(new Error('Come back later'), { responseCode: 451 }))
    done(address.startsWith('gone') ? Object.assign(new Error('No such user here'), { responseCode: 550 }) : null)
  },
  onData(stream, session, done) {
    const chunks: Buffer[] = []
    stream.on('data', (c: Buffer) => chunks.push(c))
    stream.on('end', () => {
      taken.push({ to: session.envelope.rcptTo[0]!.address, text: Buffer.concat(chunks).toString() })
      done()
    })
  },
})
let maren: Actor
beforeAll(async () => {
  maren = await actorNamed('Maren Ostby')
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  // What the demo has in its outbox is not this test's.
  await ownerDb.update(mail).set({ sentAt: new Date().toISOString() })
})
afterAll(async () => {
  await new Promise<void>((done) => server.close(done))
  await closeAll()
})
const transport = () => createTransport({ host: '127.0.0.1', port: (server.server.address() as AddressInfo).port, ignoreTLS: true })
const letter = async (toAddress: string) => {
  const subject = `Letter ${uuidv7()}`
  const body = `Here: ${HERE}/reset/x`
  const fields = { kind: 'password-changed' as const, userId: null, toName: 'Ünal Ödegård', toAddress, subject, body }
  await inside(maren, (tx) => sendMail(tx, maren.firmId, fields, new Date().toISOString()))
  const read = async () => (await ownerDb.select().from(mail).where(eq(mail.subject, subject)))[0]!
  return { subject, read }
}

test('what is due is taken once, with our own address in it, whoever of several processes looks', async () => {
  const one = await letter('dana@fellbank.example')
  const counts = await Promise.all([deliver(transport(), signInDb), deliver(transport(), signInDb)])
  expect(counts.reduce((a, b) => a + b)).toBe(1)
  expect(taken.filter((m) => m.text.includes(one.subject))).toHaveLength(1)
  expect(taken.at(-1)!.text).toContain('http://127.0.0.1:3000/reset/x')
  expect(await one.read()).toMatchObject({ sentAt: expect.any(String), failure: null, tries: 1 })
  expect(await deliver(transport(), signInDb)).toBe(0)
})

test('an address that does not exist is said, and not tried again; a server out of order is tried later', async () => {
  const gone = await letter('gone@fellbank.example')
  expect(await deliver(transport(), signInDb)).toBe(0)
  expect(await gone.read()).toMatchObject({ sentAt: null, failure: expect.stringMatching(/No such user/), nextTryAt: null })
  const wrong = await ownerDb
    .select()
    .from(mail)
    .where(inArray(mail.subject, [gone.subject]))
  expect(wrong[0]!.tries).toBeGreaterThanOrEqual(12)
  outOfOrder = true
  const late = await letter('late@fellbank.example')
  expect(await deliver(transport(), signInDb)).toBe(0)
  outOfOrder = false
  // Not before its time.
  expect(await deliver(transport(), signInDb)).toBe(0)
  await ownerDb
    .update(mail)
    .set({ nextTryAt: new Date(Date.now() - 1000).toISOString() })
    .where(eq(mail.subject, late.subject))
  expect(await deliver(transport(), signInDb)).toBe(1)
  expect(await late.read()).toMatchObject({ sentAt: expect.any(String), failure: null, tries: 2 })
})

test('without anybody at the other end nothing is lost', async () => {
  const one = await letter('dana@fellbank.example')
  expect(await deliver(createTransport({ host: '127.0.0.1', port: 1, ignoreTLS: true }), signInDb)).toBe(0)
  expect(await one.read()).toMatchObject({ sentAt: null, failure: expect.stringMatching(/CONN|SOCKET/), tries: 1 })
})
