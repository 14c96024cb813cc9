import { eq } from 'drizzle-orm'
import type { AddressInfo } from 'node:net'
import { SMTPServer } from 'smtp-server'
import { v7 as uuidv7 } from 'uuid'
import { mail, mailServer } from '@/db/schema'
import { env } from '@/env'
import { type Actor, actorOf } from '@/server/actorOf'
import { actorNamed, appDb, closeAll, inside, ownerDb, signInDb } from '@/test/world'
import { howMailLeaves, listMail, sendTestLetter } from '@/server/mail'
import { isInward, mailServerOf, mailServerSchema, removeMailServer, setMailServer, transportTo } from '@/server/mailServer'
import { deliver, gatherLetters } from '@/server/postman'
import { seal, unseal } from '@/server/seal'
import { openingSchema, PROFILES } from './schemas'
import { makeFirmLink, openFirm } from './server/open'

/** A mail provider that knows one account. */
const taken: { from: string; to: string; as: string }[] = []
const provider = new SMTPServer({
  allowInsecureAuth: true,
  disabledCommands: ['STARTTLS'],
  onAuth: ({ username, password }, _session, done) =>
    username === 'fellbank' && password === 'their-word' ? done(null, { user: username }) : done(new Error('Wrong password')),
  onData(stream, session, done) {
    stream.resume()
    stream.on('end', () => {
      const { mailFrom, rcptTo } = session.envelope
      taken.push({ from: mailFrom ? mailFrom.address : '', to: rcptTo[0]!.address, as: String(session.user) })
      done()
    })
  },
})
const now = () => new Date().toISOString()
const wish = (more: object = {}) => ({
  host: '127.0.0.1',
  port: (provider.server.address() as AddressInfo).port,
  username: 'fellbank',
  password: 'their-word',
  from: 'office@fellbank.example',
  ...more,
})
/** A firm of this test's own: a server that is set changes what a firm's letters say. */
async function newFirm(server: ReturnType<typeof wish> | null): Promise<Actor> {
  const fields = {
    firm: 'Fellbank Heating',
    name: 'Dana Whitlow',
    email: `dana.${uuidv7()}@fellbank.example`,
    password: 'a lamp in the dark',
  }
  const rest = { licenceNumber: '', licenceUntil: '', profile: PROFILES[0]!.id, timeZone: 'UTC', emergencyNumber: '', examples: false }
  const { userId } = await openFirm(await makeFirmLink(ownerDb, now()), openingSchema.parse({ ...fields, ...rest, mail: server }), appDb)
  return (await actorOf(userId, now(), signInDb))!
}
const rowOf = async (actor: Actor) => (await ownerDb.select().from(mailServer).where(eq(mailServer.firmId, actor.firmId)))[0]
let lead: Actor
beforeAll(async () => {
  await new Promise<void>((done) => provider.listen(0, '127.0.0.1', done))
  jest.replaceProperty(env(), 'LUCERNA_SMTP_INWARD', true)
  lead = await newFirm(wish())
})
afterAll(async () => {
  await new Promise<void>((done) => provider.close(done))
  await closeAll()
})

test('a firm begins with its own mail server; its password is in no row, and nobody else sees any of it', async () => {
  const row = (await rowOf(lead))!
  expect(JSON.stringify(row)).not.toContain('their-word')
  expect(await inside(lead, (tx) => mailServerOf(tx, lead.firmId))).toEqual({
    ...{ host: '127.0.0.1', port: row.port, username: 'fellbank', from: 'office@fellbank.example' },
  })
  const maren = await actorNamed('Maren Ostby')
  expect(await inside(maren, (tx) => mailServerOf(tx, lead.firmId))).toBeNull()
  expect(await appDb.select().from(mailServer)).toEqual([])
  expect(await inside(lead, (tx) => howMailLeaves(tx, lead.firmId))).toBe('smtp')
})

test('its letters leave by it, from its own address, whether or not this installation has a server', async () => {
  await inside(lead, (tx) => sendTestLetter(tx, lead, now()))
  const [letter] = await ownerDb.select().from(mail).where(eq(mail.firmId, lead.firmId))
  await gatherLetters(signInDb, appDb)
  expect(await deliver(null, letter!.id, signInDb)).toBe(true)
  expect(taken).toEqual([{ from: 'office@fellbank.example', to: letter!.toAddress, as: 'fellbank' }])
  expect((await inside(lead, (tx) => listMail(tx, lead)))[0]!.delivery).toMatchObject({ failure: null })
})

test('without any server a letter stays in the outbox, untried', async () => {
  const none = await newFirm(null)
  await inside(none, (tx) => sendTestLetter(tx, none, now()))
  const read = async () => (await ownerDb.select().from(mail).where(eq(mail.firmId, none.firmId)))[0]!
  expect(await deliver(null, (await read()).id, signInDb)).toBe(false)
  expect(await read()).toMatchObject({ sentAt: null, tries: 0, failure: null })
  expect(await inside(none, (tx) => howMailLeaves(tx, none.firmId))).not.toBe('smtp')
})

test('what the provider says is told; another host is not given the password of the one before', async () => {
  const other = await newFirm(wish({ password: 'wrong' }))
  await inside(other, (tx) => sendTestLetter(tx, other, now()))
  const [letter] = await ownerDb.select().from(mail).where(eq(mail.firmId, other.firmId))
  await expect(deliver(null, letter!.id, signInDb)).rejects.toThrow('letter not taken')
  expect((await inside(other, (tx) => listMail(tx, other)))[0]!.delivery!.failure).toMatch(/Wrong password|535/)
  // The same host keeps it where the field is left empty.
  const before = (await rowOf(other))!.sealed
  await inside(other, (tx) => setMailServer(tx, other, wish({ password: '', from: 'desk@fellbank.example' }), now()))
  expect(await rowOf(other)).toMatchObject({ sealed: before, fromAddress: 'desk@fellbank.example' })
  await inside(other, (tx) => setMailServer(tx, other, wish({ host: 'localhost', password: '' }), now()))
  expect(await rowOf(other)).toMatchObject({ host: 'localhost', sealed: null })
  await inside(other, (tx) => removeMailServer(tx, other, now()))
  expect(await rowOf(other)).toBeUndefined()
})

test('a name does not lead into the network of this server, unless its operator allows it', async () => {
  for (const inside of [
    '127.0.0.1',
    '10.2.3.4',
    '172.31.0.1',
    '192.168.1.1',
    '169.254.169.254',
    '100.64.0.9',
    '::1',
    'fd00::7',
    'fe80::1',
    '::ffff:10.0.0.1',
  ])
    expect([inside, isInward(inside)]).toEqual([inside, true])
  for (const outside of ['9.9.9.9', '172.32.0.1', '2001:4860::8888']) expect([outside, isInward(outside)]).toEqual([outside, false])
  const kept = { host: 'localhost', port: 587, username: '', sealed: null, fromAddress: 'x@y.example' }
  await transportTo(kept)
  jest.replaceProperty(env(), 'LUCERNA_SMTP_INWARD', false)
  await expect(transportTo(kept)).rejects.toThrow('own network')
  await expect(transportTo({ ...kept, host: 'nowhere.invalid' })).rejects.toThrow('No server called nowhere.invalid was found')
  await expect(transportTo({ ...kept, host: '9.9.9.9', sealed: 'AAAA' })).rejects.toThrow('The password cannot be read any more')
  for (const [field, more] of [
    ['port', { port: 22 }],
    ['host', { host: 'smtp.example.org/x' }],
    ['host', { host: '-' }],
    ['from', { from: 'office' }],
  ] as const)
    expect(mailServerSchema.safeParse(wish({ port: 587, ...more })).error?.issues.map((i) => i.path[0])).toEqual([field])
})

test('what is sealed opens for its purpose only, and not when it was altered', () => {
  const sealed = seal('Wörter 1', 'mail server')
  expect(sealed).not.toBe(seal('Wörter 1', 'mail server'))
  expect(unseal(sealed, 'mail server')).toBe('Wörter 1')
  expect(unseal(sealed, 'else')).toBeNull()
  expect(unseal(`${sealed.slice(0, -2)}AA`, 'mail server')).toBeNull()
  expect(unseal('', 'mail server')).toBeNull()
})
