import { sql } from 'drizzle-orm'
import { database } from '@/db/client'
import { log } from '@/server/log'
import { VERSION } from '@/server/version'

export const dynamic = 'force-dynamic'

/** Whether this process can serve: 200 with the database reachable, 503 without. */
export async function GET(): Promise<Response> {
  const answer = (status: 'ok' | 'unavailable', connected: boolean) =>
    Response.json(
      { status, version: VERSION, database: connected ? 'connected' : 'unreachable' },
      { status: connected ? 200 : 503, headers: { 'cache-control': 'no-store' } },
    )
  const patience = new Promise<never>((_, reject) => setTimeout(() => reject(new Error('timed out')), 4000).unref())
  try {
    await Promise.race([database().execute(sql`select 1`), patience])
    return answer('ok', true)
  } catch (error) {
    log.error({ err: String(error) }, 'database unreachable')
    return answer('unavailable', false)
  }
}
