import { eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { account, firm, firmLink, membership, practiceProfile, targetCard, user } from '@/db/schema'
import { begunSoFar } from '@/features/today/server/waiting'
import { actorOf } from '@/server/actorOf'
import { appDb, closeAll, ownerDb, signInDb } from '@/test/world'
import { type Opening, openingSchema, PROFILES } from './schemas'
import { isLinkOpen, makeFirmLink, openFirm } from './server/open'

afterAll(closeAll)

const now = () => new Date().toISOString()
const wish = (more: Partial<Opening> = {}): Opening => ({
  firm: 'Fellbank Heating',
  name: 'Dana Whitlow',
  email: `dana.${uuidv7()}@fellbank.example`,
  password: 'a lamp in the dark',
  licenceNumber: 'FB-1',
  licenceUntil: '2031-01-01',
  profile: PROFILES[1]!.id,
  timeZone: 'America/Denver',
  emergencyNumber: '555 0199',
  mail: null,
  examples: false,
  ...more,
})

test('a link begins one firm, once: its lead, its profiles with the number, its clock, and nothing else', async () => {
  const token = await makeFirmLink(ownerDb, now())
  expect(await isLinkOpen(token, appDb)).toBe(true)
  const { firmId, userId } = await openFirm(token, wish(), appDb)
  expect(await isLinkOpen(token, appDb)).toBe(false)
  const actor = (await actorOf(userId, now(), signInDb))!
  expect(actor).toMatchObject({ firmId, name: 'Dana Whitlow', role: 'lead', timeZone: 'America/Denver', practiceUnits: PROFILES[1]!.units })
  const profiles = await ownerDb.select().from(practiceProfile).where(eq(practiceProfile.firmId, firmId))
  expect(profiles.find((p) => p.profileId === PROFILES[1]!.id)!.data).toMatchObject({ emergencyNumber: '555 0199' })
  expect(await ownerDb.select().from(targetCard).where(eq(targetCard.firmId, firmId))).toEqual([])
  expect(await begunSoFar(actor)).toEqual({
    sample: false,
    begun: {
      card: false,
      instrument: false,
      site: false,
      appliance: false,
      mail: false,
      people: false,
      visit: false,
    },
  })
  await expect(openFirm(token, wish(), appDb)).rejects.toMatchObject({ status: 410 })
})

test('what fails leaves nothing, and the link as it was: an address that somebody has, a password that is tried first', async () => {
  const token = await makeFirmLink(ownerDb, now())
  const firms = async () => (await ownerDb.select().from(firm)).length
  const before = await firms()
  const taken = (await ownerDb.select().from(user))[0]!.email
  await expect(openFirm(token, wish({ email: taken }), appDb)).rejects.toMatchObject({ status: 422, errors: [{ path: 'email' }] })
  await expect(openFirm(token, wish({ password: 'password12' }), appDb)).rejects.toMatchObject({ errors: [{ path: 'password' }] })
  expect(await firms()).toBe(before)
  expect(await isLinkOpen(token, appDb)).toBe(true)
  const { firmId } = await openFirm(token, wish({ examples: true, licenceNumber: '', licenceUntil: '' }), appDb)
  expect((await ownerDb.select().from(targetCard).where(eq(targetCard.firmId, firmId))).length).toBeGreaterThan(5)
  const [lead] = await ownerDb.select().from(membership).where(eq(membership.firmId, firmId))
  expect(lead).toMatchObject({ role: 'lead', licenceNumber: null, licenceUntil: null })
  expect((await ownerDb.select().from(account).where(eq(account.userId, lead!.userId)))[0]!.password).not.toContain('lamp')
})

test('a link that is a week old, made up or none opens nothing; the application can neither read nor write links', async () => {
  const old = await makeFirmLink(ownerDb, new Date(Date.now() - 8 * 86_400_000).toISOString())
  for (const token of [old, 'x'.repeat(32), '', '../today']) {
    expect(await isLinkOpen(token, appDb)).toBe(false)
    await expect(openFirm(token, wish(), appDb)).rejects.toMatchObject({ status: 410 })
  }
  await expect(appDb.select().from(firmLink)).rejects.toThrow()
  await expect(makeFirmLink(appDb, now())).rejects.toThrow()
})

test.each([
  ['firm', { firm: ' ' }],
  ['email', { email: 'dana' }],
  ['password', { password: 'short' }],
  ['timeZone', { timeZone: 'Mars/Olympus' }],
  ['profile', { profile: 'none' }],
  ['licenceUntil', { licenceUntil: 'soon' }],
])('%s is checked by its field', (path, more) => {
  expect(openingSchema.safeParse({ ...wish(), ...more }).error!.issues.map((i) => i.path[0])).toEqual([path])
})
