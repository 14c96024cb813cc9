import { sql } from 'drizzle-orm'
import { actorNamed, appDb, closeAll } from '@/test/world'
import { inFirm, readFirm } from './client'

afterAll(closeAll)

test.each([
  ['a transaction', inFirm],
  ['a page', readFirm],
] as const)('a query that fails in %s tells what failed, and no value that was asked with', async (_what, run) => {
  const maren = await actorNamed('Maren Ostby')
  const failed = await run(maren, (tx) => tx.execute(sql`select ${'Mrs Ellery, back door'}::int`), appDb).catch((e: unknown) => e as Error)
  const { message, stack } = failed as Error
  expect(message).toMatch(/^Failed query: select/)
  expect(`${message}${stack ?? ''}${JSON.stringify(failed)}`).not.toMatch(/Ellery/)
})
