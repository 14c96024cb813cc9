import { asc, eq } from 'drizzle-orm'
import { inFirm, isoInstant } from '@/db/client'
import { instrument, user } from '@/db/schema'
import type { Actor } from '@/server/actor'

/** The firm's instruments with who carries them, the earliest calibration first. */
export const listInstruments = (actor: Actor) =>
  inFirm(actor, async (tx) => {
    const rows = await tx
      .select({ i: instrument, holder: user.name })
      .from(instrument)
      .leftJoin(user, eq(user.id, instrument.heldBy))
      .where(eq(instrument.firmId, actor.firmId))
      .orderBy(asc(instrument.calibrationDueAt))
      .limit(500)
    return rows.map(({ i, holder }) => ({
      id: i.id,
      kind: i.kind,
      maker: i.maker,
      model: i.model,
      serial: i.serial,
      certificate: i.certificate,
      calibrationDueAt: isoInstant(i.calibrationDueAt),
      holder,
    }))
  })
