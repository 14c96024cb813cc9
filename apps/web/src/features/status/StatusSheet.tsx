import type { Answered } from '@/server/metrics'
import type { ServerStatus } from '@/server/status'
import { dateAt, timeAt } from '@/ui/dates'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/status'

export interface Standing {
  readonly version: string
  readonly upSinceMs: number
  readonly nowMs: number
  /** Null where the database is away. */
  readonly database: (ServerStatus & { readonly migrated: boolean }) | null
  readonly answered: Answered
  readonly mail: 'smtp' | 'outbox'
  readonly lastBackup: string | null
  readonly freeBytes: number
  readonly timeZone: string
}

const GB = 1_000_000_000
/** Less than this free is told, bytes; a backup older than this too, ms. */
const LITTLE = 2 * GB
const OLD_MS = 26 * 3_600_000

const size = (bytes: number): string => (bytes >= GB ? `${(bytes / GB).toFixed(1)} GB` : `${Math.ceil(bytes / 1_000_000)} MB`)

function since(ms: number): string {
  const minutes = Math.floor(ms / 60_000)
  const [days, hours] = [Math.floor(minutes / 1440), Math.floor(minutes / 60) % 24]
  return days > 0 ? t('status.days', { days, hours }) : t('status.hours', { hours, minutes: minutes % 60 })
}

/** How the server stands, for who runs it: what needs them first, then the numbers. */
export function StatusSheet({ of }: { readonly of: Standing }) {
  const { database: db, answered } = of
  const seconds = (s: number | null) =>
    s === null ? t('status.none') : s === Number.POSITIVE_INFINITY ? t('status.over', { s: 10 }) : t('status.within', { ms: s * 1000 })
  const troubles = [
    !db && t('status.trouble.database'),
    db && !db.migrated && t('status.trouble.migration'),
    db && db.lettersFailed > 0 && t('status.trouble.letters', { count: db.lettersFailed }),
    of.freeBytes < LITTLE && t('status.trouble.disk', { free: size(of.freeBytes) }),
    of.lastBackup === null && t('status.trouble.no-backup'),
    of.lastBackup !== null && of.nowMs - Date.parse(of.lastBackup) > OLD_MS && t('status.trouble.old-backup'),
    answered.errors > 0 && t('status.trouble.errors', { count: answered.errors }),
  ].filter((x) => x !== false && x !== null)
  const rows: readonly (readonly [string, string])[] = [
    [t('status.version'), of.version],
    [t('status.up'), since(of.nowMs - of.upSinceMs)],
    [t('status.answered'), t('status.answered-count', { count: answered.count })],
    [t('status.median'), seconds(answered.medianS)],
    [t('status.p95'), seconds(answered.p95S)],
    ...(db
      ? ([
          [t('status.database'), `${size(db.databaseBytes)}, ${t('status.connections', { count: db.connections })}`],
          [t('status.firms'), String(db.firms)],
          [t('status.people'), `${db.people}, ${t('status.sessions', { count: db.sessions })}`],
          [t('status.visits'), String(db.visitsOpen)],
          [t('status.imports'), String(db.imports)],
          [t('status.letters'), `${db.lettersWaiting} (${t(of.mail === 'smtp' ? 'status.smtp' : 'status.outbox')})`],
        ] as const)
      : []),
    [t('status.backup'), of.lastBackup ? `${dateAt(of.lastBackup, of.timeZone)}, ${timeAt(of.lastBackup, of.timeZone)}` : t('status.none')],
    [t('status.disk'), size(of.freeBytes)],
  ]
  return (
    <main className="mx-auto flex max-w-2xl flex-col gap-6 p-4 lg:py-10">
      <h1 className="text-2xl font-semibold">{t('status.title')}</h1>
      {troubles.length === 0 ? (
        <p className="font-semibold text-success">{t('status.well')}</p>
      ) : (
        <ul className="flex flex-col gap-2">
          {troubles.map((trouble) => (
            <li key={trouble} className="flex gap-2 font-semibold text-error">
              <WarningSign /> {trouble}
            </li>
          ))}
        </ul>
      )}
      <table className="table">
        <tbody>
          {rows.map(([label, value]) => (
            <tr key={label}>
              <th scope="row" className="font-normal quiet">
                {label}
              </th>
              <td className="tabular-nums">{value}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-sm quiet">{t('status.one-process')}</p>
    </main>
  )
}
