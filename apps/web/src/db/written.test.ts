import { eq } from 'drizzle-orm'
import { inFirm, readFirm } from './client'
import { appliance } from './schema'
import { written } from './written'
import { meetPeople, people } from '@/test/apiWorld'
import { appDb, closeAll } from '@/test/world'

beforeAll(meetPeople)
afterAll(closeAll)

const writing = jest.fn()
const some = written(['firmId', 'count'], (tx, { firmId, count }) => {
  writing()
  return tx.select({ id: appliance.id }).from(appliance).where(eq(appliance.firmId, firmId)).limit(count)
})

test('a question is written once, and each asking sees what its own transaction may see', async () => {
  const { lead, other } = people
  const ask = (who: typeof lead, firmId: string, count = 1) => readFirm(who, (tx) => some(tx, { firmId, count }), appDb)
  const [mine, theirs, two] = await Promise.all([ask(lead, lead.firmId), ask(other, other.firmId), ask(lead, lead.firmId, 2)])
  expect([mine.length, theirs.length, two.length]).toEqual([1, 1, 2])
  expect(mine[0]!.id).not.toBe(theirs[0]!.id)
  // Named by its values, another firm's rows are not there.
  expect(await ask(other, lead.firmId)).toEqual([])
  expect(await inFirm(lead, (tx) => some(tx, { firmId: lead.firmId, count: 1 }), appDb)).toHaveLength(1)
  expect(writing).toHaveBeenCalledTimes(1)
})
