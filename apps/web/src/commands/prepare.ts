/** Run by the start command and the tests: migrates, makes the application's role, seeds. Settings come by environment. */
import { seedBulk } from '@/seed/bulk'
import { seedBridges } from '@/seed/bridges'
import { seedToday, seedWorld } from '@/seed/seed'
import { DEMO_FIRMS } from '@/seed/world'
import { chainLogs } from './chainLogs'
import { driftFirms, indexFirms } from './rebuild'
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
  const now = new Date()
  const seeded = await seedWorld(ownerUrl, setting('LUCERNA_DEMO_PASSWORD'), now)
  const added = await seedToday(ownerUrl, now)
  const tokens = process.env.LUCERNA_DEMO_BRIDGES?.split(' ') ?? []
  if (tokens.length > 0) await seedBridges(ownerUrl, tokens, now)
  console.log(`${seeded ? 'Seeded the demo world. ' : ''}${added > 0 ? `Added ${added} visit(s) for today.` : ''}`.trim())
}
await indexFirms(ownerUrl)
await driftFirms(ownerUrl)
const chained = await chainLogs(ownerUrl)
if (chained > 0) console.log(`Chained the logs of ${chained} visits.`)
const bulk = /^(\d+),(\d+)$/.exec(process.env.LUCERNA_BULK ?? '')
if (bulk) {
  const [appliances, visits] = [Number(bulk[1]), Number(bulk[2])]
  const added = await seedBulk(ownerUrl, { appliances, visits, firmName: DEMO_FIRMS[0]!.name, now: new Date() })
  if (added > 0) console.log(`Added ${added} generated appliances.`)
}
