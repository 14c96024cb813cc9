/** Run by `npm run firm`, as the owner of the database: prints the secret of a link that begins a firm. */
import { connect } from '@/db/client'
import { makeFirmLink } from '@/features/opening/server/open'

const { client, db } = connect(process.env.DATABASE_URL ?? '', 1)
process.stdout.write(`${await makeFirmLink(db, new Date().toISOString())}\n`)
await client.end()
