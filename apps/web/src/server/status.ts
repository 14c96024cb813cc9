import { sql } from 'drizzle-orm'
import { readdir, stat, statfs } from 'node:fs/promises'
import path from 'node:path'
import { z } from 'zod'
import type { Database } from '@/db/client'
import journal from '@/db/migrations/meta/_journal.json'

const statusSchema = z.object({
  firms: z.number(),
  people: z.number(),
  sessions: z.number(),
  visitsOpen: z.number(),
  lettersWaiting: z.number(),
  lettersFailed: z.number(),
  imports: z.number(),
  databaseBytes: z.number(),
  connections: z.number(),
  migratedAt: z.number().nullable(),
})
export type ServerStatus = z.infer<typeof statusSchema>

/** How the database stands, in numbers: nothing of any firm is in them. @throws where the database is away */
export async function serverStatus(db: Database): Promise<ServerStatus> {
  const [row] = await db.execute<{ status: unknown }>(sql`select server_status() as status`)
  return statusSchema.parse(row?.status)
}

/** The newest migration that this version brings. */
const NEWEST = Math.max(...journal.entries.map((e) => e.when))

/** Whether the database has every migration that this version needs. */
export const isMigrated = ({ migratedAt }: Pick<ServerStatus, 'migratedAt'>): boolean => (migratedAt ?? 0) >= NEWEST

/** When the last backup was finished, where backups go to a folder of this machine; null where there is none. */
export async function lastBackup(folder: string | undefined): Promise<string | null> {
  if (!folder) return null
  const names = (await readdir(folder).catch(() => [])).filter((name) => name.endsWith('.json'))
  const times = await Promise.all(names.map(async (name) => (await stat(path.join(folder, name))).mtimeMs))
  return times.length === 0 ? null : new Date(Math.max(...times)).toISOString()
}

/** Bytes that are free where the program runs. */
export async function freeBytes(): Promise<number> {
  const { bavail, bsize } = await statfs(process.cwd())
  return bavail * bsize
}

let leaving = false
/** Hears from now on that the process was told to end. */
export const noticeLeaving = (): void => void process.once('lucerna:leaving' as never, () => (leaving = true))
/** Whether this process is about to end: it answers what it has, and should get nothing new. */
export const isLeaving = (): boolean => leaving
