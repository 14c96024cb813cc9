import { eq, sql } from 'drizzle-orm'
import { createTransport } from 'nodemailer'
import { SMTPServer } from 'smtp-server'
import type { AddressInfo } from 'node:net'
import { v7 as uuidv7 } from 'uuid'
import { mail } from '@/db/schema'
import type { Actor } from '@/server/actorOf'
import { actorNamed, appDb, signInDb, closeAll, inside, ownerDb } from '@/test/world'
import { HERE, sendMail } from './mail'
import { deliver, gatherLetters } from './postman'
import { takeWork } from './work'

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

test('a letter is taken once, with our own address in it, whoever of several processes tries', async () => {
  const one = await letter('dana@fellbank.example')
  const { id } = await one.read()
  const taken2 = await Promise.all([deliver(transport(), id, signInDb), deliver(transport(), id, signInDb)])
  expect(taken2).toContain(true)
  expect(new Set(taken.filter((m) => m.text.includes(one.subject)).map((m) => /message-id: (\S+)/i.exec(m.text)?.[1]))).toEqual(
    new Set([`<${id}@lucerna>`]),
  )
  expect(taken.at(-1)!.text).toContain('http://127.0.0.1:3000/reset/x')
  expect(await one.read()).toMatchObject({ sentAt: expect.any(String), failure: null })
  expect(await deliver(transport(), id, signInDb)).toBe(false)
})

test('an address that does not exist is said, and not tried again; a server out of order is left to the queue', async () => {
  const gone = await letter('gone@fellbank.example')
  expect(await deliver(transport(), (await gone.read()).id, signInDb)).toBe(false)
  expect(await gone.read()).toMatchObject({ sentAt: null, failure: expect.stringMatching(/No such user/), tries: 12 })
  outOfOrder = true
  const late = await letter('late@fellbank.example')
  const { id } = await late.read()
  await expect(deliver(transport(), id, signInDb)).rejects.toThrow('letter not taken')
  outOfOrder = false
  expect(await late.read()).toMatchObject({ sentAt: null, failure: expect.stringMatching(/later/), tries: 1 })
  expect(await deliver(transport(), id, signInDb)).toBe(true)
  expect(await late.read()).toMatchObject({ sentAt: expect.any(String), failure: null, tries: 2 })
})

test('letters go through the queue: put there with what they tell, tried again, and gathered if nobody put them there', async () => {
  const one = await letter('dana@fellbank.example')
  const { id } = await one.read()
  // Twice is once.
  expect(await gatherLetters(signInDb, appDb, true)).toBeGreaterThanOrEqual(1)
  await gatherLetters(signInDb, appDb, true)
  const jobs = await ownerDb.execute<{ n: number; retry_limit: number }>(
    sql`select count(*)::int as n, max(retry_limit) as retry_limit from pgboss.job where name = 'letters' and id = ${id}::uuid`,
  )
  expect(jobs[0]).toEqual({ n: 1, retry_limit: 12 })
  let fails = 1
  const queue = await takeWork(
    {
      letters: async ({ letterId }) => {
        if (letterId !== id) return
        if (fails-- > 0) throw new Error('not now')
        await deliver(transport(), letterId, signInDb)
      },
    },
    { url: process.env.LUCERNA_APP_DATABASE_URL!, everyS: 0.5 },
  )
  try {
    const until = async (found: () => Promise<boolean>) => {
      for (let i = 0; i < 100 && !(await found()); i++) await new Promise((done) => setTimeout(done, 100))
    }
    const state = async () =>
      (await ownerDb.execute<{ state: string }>(sql`select state::text from pgboss.job where id = ${id}::uuid`))[0]!.state
    await until(async () => (await state()) === 'retry')
    expect(await state()).toBe('retry')
    // Its minute is over.
    await ownerDb.execute(sql`update pgboss.job set start_after = now() where id = ${id}::uuid`)
    await until(async () => (await one.read()).sentAt !== null)
    expect((await one.read()).sentAt).not.toBeNull()
    // What it does for itself goes through our driver too.
    await ownerDb.execute(sql`update pgboss.version set maintained_on = now() - interval '1 year', monitored_on = null`)
    const troubles: string[] = []
    queue.boss.on('error', (e) => troubles.push(e.message))
    await queue.boss.maintain()
    expect(troubles).toEqual([])
  } finally {
    await queue.stop()
  }
})

test('without anybody at the other end nothing is lost', async () => {
  const one = await letter('dana@fellbank.example')
  const away = createTransport({ host: '127.0.0.1', port: 1, ignoreTLS: true })
  await expect(deliver(away, (await one.read()).id, signInDb)).rejects.toThrow()
  expect(await one.read()).toMatchObject({ sentAt: null, failure: expect.stringMatching(/CONN|SOCKET/), tries: 1 })
})
