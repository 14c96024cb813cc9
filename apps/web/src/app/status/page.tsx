import { signInDatabase } from '@/db/client'
import { env } from '@/env'
import { StatusSheet } from '@/features/status/StatusSheet'
import { answered } from '@/server/metrics'
import { freeBytes, isMigrated, lastBackup, serverStatus } from '@/server/status'
import { VERSION } from '@/server/version'
import { t } from '@/messages/status'

export const dynamic = 'force-dynamic'
export const metadata = { title: t('status.title') }

/** Who may see it is asked before it is made (`proxy.ts`). */
export default async function StatusPage() {
  const [database, requests, backup, free] = await Promise.all([
    serverStatus(signInDatabase()).catch(() => null),
    answered(),
    lastBackup(env().LUCERNA_BACKUP_DIR),
    freeBytes(),
  ])
  const now = new Date().getTime()
  return (
    <StatusSheet
      of={{
        version: VERSION,
        nowMs: now,
        upSinceMs: now - process.uptime() * 1000,
        database: database && { ...database, migrated: isMigrated(database) },
        answered: requests,
        mail: env().LUCERNA_SMTP_URL ? 'smtp' : 'outbox',
        lastBackup: backup,
        freeBytes: free,
        timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      }}
    />
  )
}
