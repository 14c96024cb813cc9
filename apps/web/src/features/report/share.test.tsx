import type { Report } from '@lucerna/core/report'
import { and, eq, sql } from 'drizzle-orm'
import { mail, publicLink, report } from '@/db/schema'
import { revokeLink, whereTo } from '@/features/label/links'
import { canonicalJson, sha256 } from '@/features/visit/server/canonical'
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
  const shown = await sharedReport(token, null, appDb)
  expect(shown).toMatchObject({ state: 'open', model: { visitId, firmName: 'Hollowmere Heat' } })
  const text = read(<SharedReportPage shared={shown!} token={token} />)
  expect(text).toMatch(/What was found.*If you smell gas.*SHA-256 [\da-f]{64}/)
  for (const hidden of ['Preview', 'Annex', 'Log:']) expect([hidden, text.includes(hidden)]).toEqual([hidden, false])
  // Somebody of the firm is led to the report itself.
  expect(await inside(maren, (tx) => whereTo(tx, maren.firmId, token))).toBe(`/visits/${visitId}/report`)
  expect(await inside(ruben, (tx) => whereTo(tx, ruben.firmId, token))).toBeNull()
})

test('a corrected one says what it says otherwise, and leads to the version before; a text that was altered says so', async () => {
  const [first] = await ownerDb
    .select()
    .from(report)
    .where(and(eq(report.visitId, visitId), eq(report.version, 1)))
  const model = { ...(first!.model as Report), notes: [{ text: 'The lid seal was renewed', by: 'Maren Ostby' }] }
  const second = { ...first!, version: 2, model, hash: sha256(canonicalJson(model)), createdAt: now() }
  await ownerDb.insert(report).values(second)
  try {
    const { token } = await share()
    const page = async (wanted: number | null) =>
      read(<SharedReportPage shared={(await sharedReport(token, wanted, appDb))!} token={token} />)
    expect(await page(null)).toMatch(/Changed since version 1.*The lid seal was renewed.*Verified now/)
    expect(await page(1)).toMatch(/This is version 1. Version 2 took its place/)
    expect(await sharedReport(token, 3, appDb)).toBeNull()
    await ownerDb
      .update(report)
      .set({ hash: 'f'.repeat(64) })
      .where(and(eq(report.visitId, visitId), eq(report.version, 2)))
    expect(await page(null)).toMatch(/The text of this report is not as it was signed off/)
  } finally {
    await ownerDb.delete(report).where(and(eq(report.visitId, visitId), eq(report.version, 2)))
  }
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
  expect(await sharedReport(revoked.token, null, appDb)).toEqual({ state: 'revoked', firmName: 'Hollowmere Heat' })
  const expired = await share()
  await ownerDb.update(publicLink).set({ expiresAt: '2020-01-01T00:00:00.000Z' }).where(eq(publicLink.token, expired.token))
  const gone = await sharedReport(expired.token, null, appDb)
  expect(gone).toEqual({ state: 'expired', firmName: 'Hollowmere Heat' })
  expect(read(<SharedReportPage shared={gone!} token={expired.token} />)).toContain(
    'The link has expired. Ask Hollowmere Heat for a new one.',
  )
  for (const wrong of ['', 'x'.repeat(22), "' or true --", '../../etc']) expect(await sharedReport(wrong, null, appDb)).toBeNull()
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
    (await appDb.execute<{ state: string; has: boolean }>(sql`select state, model is not null as has from report_link(${token}, null)`))[0]
  expect(await asked()).toEqual({ state: 'open', has: true })
  await inside(maren, (tx) => revokeLink(tx, maren, token, now()))
  expect(await asked()).toEqual({ state: 'revoked', has: false })
})
