import { sql } from 'drizzle-orm'
import { signInDatabase } from '@/db/client'
import { makeExport } from '@/features/exchange/server/exportJobs'
import { indexAfterImport } from '@/features/exchange/server/takeOver'
import { sweepAll } from '@/features/people/server/retention'
import { remindAll } from '@/features/today/server/reminder'
import { forgetOldTries } from '@/server/attempts'
import { log } from '@/server/log'
import { deliver, gatherLetters, ownTransport } from '@/server/postman'
import { type Queue, takeWork } from '@/server/work'

/** What is due once an hour; one that fails does not keep the others from it. */
async function hourly(): Promise<void> {
  const all: Record<string, () => Promise<unknown>> = {
    retention: () => sweepAll(),
    reminders: () => remindAll(),
    exports: () => signInDatabase().execute(sql`select old_exports_go()`),
    letters: () => gatherLetters(),
    tries: () => forgetOldTries(Date.now(), signInDatabase()),
  }
  for (const [name, work] of Object.entries(all))
    await work().catch((error: unknown) =>
      log.error({ what: name, message: error instanceof Error ? error.message : 'unknown' }, 'hourly work failed'),
    )
}

/** Begins to do what is done beside the requests: letters, large files, and what is due once an hour. */
async function startBackground(): Promise<Queue> {
  const post = ownTransport()
  const queue = await takeWork({
    exports: makeExport,
    index: indexAfterImport,
    hourly,
    letters: async ({ letterId }) => void (await deliver(post, letterId)),
  })
  await gatherLetters()
  return queue
}

const AGAIN_MS = 5_000

/** The same, patiently: where the database is away it is tried again, and the process that answers does not wait for it. Ends with the process. */
export async function beginBackground(): Promise<void> {
  for (;;) {
    try {
      const queue = await startBackground()
      process.once(
        'lucerna:leaving' as never,
        () => void queue.stop().finally(() => process.env.LUCERNA_BACKGROUND === '1' && process.exit(0)),
      )
      return
    } catch (error) {
      log.error({ message: error instanceof Error ? error.message : 'unknown' }, 'background work not begun')
      await new Promise((done) => setTimeout(done, AGAIN_MS).unref())
    }
  }
}
