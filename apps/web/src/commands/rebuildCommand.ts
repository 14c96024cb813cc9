import { rebuildProjections } from './rebuild'

const ownerUrl = process.env.DATABASE_URL
if (!ownerUrl) throw new Error('DATABASE_URL is not set')
console.log(`${await rebuildProjections(ownerUrl)} visits folded anew.`)
