/** Run by the start command and by `npm run firm`, as the owner of the database: prints the secret of a link that begins a firm. With --if-none only while there is no firm. */
import { count } from 'drizzle-orm'
import { connect } from '@/db/client'
import { firm } from '@/db/schema'
import { makeFirmLink } from '@/features/opening/server/open'

const { client, db } = connect(process.env.DATABASE_URL ?? '', 1)
const [firms] = await db.select({ n: count() }).from(firm)
if (!process.argv.includes('--if-none') || (firms?.n ?? 0) === 0)
  process.stdout.write(`${await makeFirmLink(db, new Date().toISOString())}\n`)
await client.end()
