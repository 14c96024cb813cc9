/** Run by the start command and the tests: migrates, makes the application's role, seeds. Settings come by environment. */
import { chainLogs } from './chainLogs'
import { missingProjections } from './missing'
import { prepareDatabase } from '@/db/migrate'

const setting = (name: string): string => {
  const value = process.env[name]
  if (!value) throw new Error(`${name} is not set`)
  return value
}

const ownerUrl = setting('DATABASE_URL')
await prepareDatabase(ownerUrl, {
  app: { role: setting('LUCERNA_APP_ROLE'), password: setting('LUCERNA_APP_PASSWORD') },
  signIn: { role: setting('LUCERNA_SIGN_IN_ROLE'), password: setting('LUCERNA_SIGN_IN_PASSWORD') },
})
if (process.env.LUCERNA_SEED !== '0') {
  // The demo's world is large: whoever starts in earnest does not wait for it to be read.
  const [{ seedToday, seedWorld }, { seedBridges }] = await Promise.all([import('@/seed/seed'), import('@/seed/bridges')])
  const now = new Date()
  const seeded = await seedWorld(ownerUrl, setting('LUCERNA_DEMO_PASSWORD'), now)
  const added = await seedToday(ownerUrl, now)
  const tokens = process.env.LUCERNA_DEMO_BRIDGES?.split(' ') ?? []
  if (tokens.length > 0) await seedBridges(ownerUrl, tokens, now)
  console.log(`${seeded ? 'Seeded the demo world. ' : ''}${added > 0 ? `Added ${added} visit(s) for today.` : ''}`.trim())
}
const missing = await missingProjections(ownerUrl)
if (missing.search.length > 0 || missing.drift) await (await import('./rebuild')).makeMissing(ownerUrl, missing)
const chained = await chainLogs(ownerUrl)
if (chained > 0) console.log(`Chained the logs of ${chained} visits.`)
const bulk = /^(\d+),(\d+)$/.exec(process.env.LUCERNA_BULK ?? '')
if (bulk) {
  const [{ seedBulk }, { DEMO_FIRMS }] = await Promise.all([import('@/seed/bulk'), import('@/seed/world')])
  const [appliances, visits] = [Number(bulk[1]), Number(bulk[2])]
  const added = await seedBulk(ownerUrl, { appliances, visits, firmName: DEMO_FIRMS[0]!.name, now: new Date() })
  if (added > 0) console.log(`Added ${added} generated appliances.`)
}
// While there is no firm, the link that begins one comes along: a program of its own for it would take seconds.
if (process.env.LUCERNA_LINK_IF_NONE === '1') {
  const { linkIfNone } = await import('./linkIfNone')
  const link = await linkIfNone(ownerUrl)
  if (link) console.log(`link ${link}`)
}
