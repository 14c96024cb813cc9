import { signInDatabase } from '@/db/client'
import { isLeaving, isMigrated, serverStatus } from '@/server/status'

export const dynamic = 'force-dynamic'

/** Whether this process should get requests: not while it ends, without its database, or before the database is migrated. */
export async function GET(): Promise<Response> {
  const answer = (why: 'ready' | 'leaving' | 'database' | 'migration') =>
    Response.json({ status: why }, { status: why === 'ready' ? 200 : 503, headers: { 'cache-control': 'no-store' } })
  if (isLeaving()) return answer('leaving')
  const patience = new Promise<null>((done) => setTimeout(done, 4000, null).unref())
  const status = await Promise.race([serverStatus(signInDatabase()).catch(() => null), patience])
  if (!status) return answer('database')
  return answer(isMigrated(status) ? 'ready' : 'migration')
}
