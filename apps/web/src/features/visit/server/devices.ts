import { and, count, eq, gt, lt } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { visitDevice } from '@/db/schema'
import { announce } from '@/server/live'

/** A device that gave no sign of life for so long has gone. */
const GONE_AFTER_MS = 60_000

/** Notes that a device has the visit open, and tells the others if it is new. */
export async function deviceSeen(tx: Transaction, firmId: string, visitId: string, deviceId: string, now: string): Promise<void> {
  const gone = new Date(Date.parse(now) - GONE_AFTER_MS).toISOString()
  await tx.delete(visitDevice).where(and(eq(visitDevice.firmId, firmId), eq(visitDevice.visitId, visitId), lt(visitDevice.seenAt, gone)))
  const [known] = await tx
    .select({ id: visitDevice.deviceId })
    .from(visitDevice)
    .where(and(eq(visitDevice.firmId, firmId), eq(visitDevice.visitId, visitId), eq(visitDevice.deviceId, deviceId)))
  await tx
    .insert(visitDevice)
    .values({ firmId, visitId, deviceId, seenAt: now })
    .onConflictDoUpdate({ target: [visitDevice.visitId, visitDevice.deviceId], set: { seenAt: now } })
  if (!known) await announce(tx, 'devices', visitId)
}

/** Notes that a device has closed it. */
export async function deviceGone(tx: Transaction, firmId: string, visitId: string, deviceId: string): Promise<void> {
  await tx
    .delete(visitDevice)
    .where(and(eq(visitDevice.firmId, firmId), eq(visitDevice.visitId, visitId), eq(visitDevice.deviceId, deviceId)))
  await announce(tx, 'devices', visitId)
}

/** How many devices have the visit open. */
export async function devicesIn(tx: Transaction, firmId: string, visitId: string, now: string): Promise<number> {
  const gone = new Date(Date.parse(now) - GONE_AFTER_MS).toISOString()
  const [row] = await tx
    .select({ n: count() })
    .from(visitDevice)
    .where(and(eq(visitDevice.firmId, firmId), eq(visitDevice.visitId, visitId), gt(visitDevice.seenAt, gone)))
  return row?.n ?? 0
}
