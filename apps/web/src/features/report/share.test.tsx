import { eq, sql } from 'drizzle-orm'
import { mail, publicLink, report } from '@/db/schema'
import { revokeLink, whereTo } from '@/features/label/links'
import type { Actor } from '@/server/actorOf'
import { read } from '@/test/reading'
import { actorNamed, appDb, closeAll, inside, newVisit, ownerDb } from '@/test/world'
import { sharedReport, sharesOf, shareReport } from './server/share'
import { SharedReportPage } from './SharedReportPage'

let maren: Actor
let ruben: Actor
let visitId: string
beforeAll(async () => {
  ;[maren, ruben] = (await Promise.all(['Maren Ostby', 'Ruben Calder'].map(actorNamed))) as [Actor, Actor]
  const [row] = await ownerDb.select({ id: report.visitId }).from(report).where(eq(report.firmId, maren.firmId)).limit(1)
  visitId = row!.id
})
afterAll(closeAll)
const now = () => new Date().toISOString()
const share = (more: object = {}, actor = maren, id = visitId) =>
  inside(actor, (tx) => shareReport(tx, actor, id, { days: 30, email: null, name: null, ...more }, now()))

test('a link shows the newest report of its visit and nothing else, without signing in', async () => {
  const { token, expiresAt } = await share()
  expect(Date.parse(expiresAt) - Date.now()).toBeGreaterThan(29 * 86_400_000)
  const shown = await sharedReport(token, appDb)
  expect(shown).toMatchObject({ state: 'open', model: { visitId, firmName: 'Hollowmere Heat' } })
  const text = read(<SharedReportPage shared={shown!} />)
  expect(text).toMatch(/What was found.*If you smell gas.*SHA-256 [\da-f]{64}/)
  for (const hidden of ['Preview', 'Annex', 'Log:', 'Technician'])
    expect([hidden, text.includes(hidden)]).toEqual([hidden, hidden === 'Technician'])
  // Somebody of the firm is led to the report itself.
  expect(await inside(maren, (tx) => whereTo(tx, maren.firmId, token))).toBe(`/visits/${visitId}/report`)
  expect(await inside(ruben, (tx) => whereTo(tx, ruben.firmId, token))).toBeNull()
})

test('a letter takes it to the customer, if an address is given', async () => {
  const email = `customer-${Date.now()}@example.example`
  const { token } = await share({ email, name: 'A. Customer' })
  const [letter] = await ownerDb.select().from(mail).where(eq(mail.toAddress, email))
  expect(letter).toMatchObject({ kind: 'report', toName: 'A. Customer', firmId: maren.firmId })
  expect(letter!.body).toContain(`/l/${token}`)
})

test('revoked or expired, it says so and shows nothing; an unknown one is nothing', async () => {
  const revoked = await share()
  await inside(maren, (tx) => revokeLink(tx, maren, revoked.token, now()))
  expect(await sharedReport(revoked.token, appDb)).toEqual({ state: 'revoked', firmName: 'Hollowmere Heat' })
  const expired = await share()
  await ownerDb.update(publicLink).set({ expiresAt: '2020-01-01T00:00:00.000Z' }).where(eq(publicLink.token, expired.token))
  const gone = await sharedReport(expired.token, appDb)
  expect(gone).toEqual({ state: 'expired', firmName: 'Hollowmere Heat' })
  expect(read(<SharedReportPage shared={gone!} />)).toContain('The link has expired. Ask Hollowmere Heat for a new one.')
  for (const wrong of ['', 'x'.repeat(22), "' or true --", '../../etc']) expect(await sharedReport(wrong, appDb)).toBeNull()
  const { links } = await inside(maren, (tx) => sharesOf(tx, maren.firmId, visitId))
  expect(links.find((l) => l.token === revoked.token)!.revokedAt).not.toBeNull()
})

test('there is nothing to share of an open visit, or of another firm’s', async () => {
  const { visitId: open } = await newVisit(maren, '11 Quarry Row')
  await expect(share({}, maren, open)).rejects.toMatchObject({ status: 409, code: 'not-closed' })
  await expect(share({}, ruben)).rejects.toMatchObject({ status: 404 })
  await expect(inside(ruben, (tx) => sharesOf(tx, ruben.firmId, visitId))).rejects.toMatchObject({ status: 404 })
})

test('the function behind a link gives no model once it is over', async () => {
  const { token } = await share()
  const asked = async () =>
    (await appDb.execute<{ state: string; has: boolean }>(sql`select state, model is not null as has from report_link(${token})`))[0]
  expect(await asked()).toEqual({ state: 'open', has: true })
  await inside(maren, (tx) => revokeLink(tx, maren, token, now()))
  expect(await asked()).toEqual({ state: 'revoked', has: false })
})
