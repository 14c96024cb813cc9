import PgBoss from 'pg-boss'
import { QUEUE_NAMES, queuePool, QUEUE_SCHEMA, type QueueName, through, type Work } from '@/db/queue'
import { env } from '@/env'
import { log } from './log'

export interface Queue {
  readonly boss: PgBoss
  readonly stop: () => Promise<void>
}

/** Takes work from now on. What throws is tried again, as its queue says. */
export async function takeWork(
  work: { readonly [N in QueueName]?: (data: Work[N]) => Promise<void> },
  { url = env().LUCERNA_APP_DATABASE_URL, everyS = 2 }: { readonly url?: string; readonly everyS?: number } = {},
): Promise<Queue> {
  const sql = queuePool(url)
  const boss = new PgBoss({ db: through(sql), schema: QUEUE_SCHEMA, migrate: false })
  boss.on('error', (error) => log.error({ message: error.message }, 'queue'))
  await boss.start()
  for (const name of QUEUE_NAMES) {
    const done = work[name] as ((data: unknown) => Promise<void>) | undefined
    if (!done) continue
    await boss.work<unknown>(name, { pollingIntervalSeconds: everyS, batchSize: 1 }, async ([job]) => {
      try {
        if (job) await done(job.data)
      } catch (error) {
        log.error({ queue: name, message: error instanceof Error ? error.message.slice(0, 300) : 'unknown' }, 'work failed')
        throw error
      }
    })
  }
  if (work.hourly) await boss.schedule('hourly', '7 * * * *')
  return {
    boss,
    stop: async () => {
      await boss.stop({ graceful: true, timeout: 8000, close: false })
      await sql.end({ timeout: 2 })
    },
  }
}
