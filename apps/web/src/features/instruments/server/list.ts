import { and, asc, eq, inArray, isNull } from 'drizzle-orm'
import { isoInstant, readFirm } from '@/db/client'
import { instrument, instrumentCheck, user } from '@/db/schema'
import { personName } from '@/db/personName'
import type { Actor } from '@/server/actor'
import { dayOfStamp } from '@/server/calendarStamp'
import { dayAt } from '@/ui/zoned'
import { dueOf } from '../due'

/** The firm's instruments with who carries them and what each waits for by the firm's calendar, the earliest calibration first. */
export const listInstruments = (actor: Actor, now: string) =>
  readFirm(actor, async (tx) => {
    const rows = await tx
      .select({ i: instrument, holder: personName })
      .from(instrument)
      .leftJoin(user, eq(user.id, instrument.heldBy))
      .where(and(eq(instrument.firmId, actor.firmId), isNull(instrument.deletedAt)))
      .orderBy(asc(instrument.calibrationDueAt))
      .limit(500)
    const counted = rows.filter(({ i }) => i.batteryDays !== null || i.trapDays !== null).map(({ i }) => i.id)
    const care =
      counted.length === 0
        ? []
        : await tx
            .select({ id: instrumentCheck.instrumentId, kind: instrumentCheck.kind, at: instrumentCheck.at })
            .from(instrumentCheck)
            .where(
              and(
                eq(instrumentCheck.firmId, actor.firmId),
                inArray(instrumentCheck.instrumentId, counted),
                inArray(instrumentCheck.kind, ['battery', 'water-trap']),
              ),
            )
    return rows.map(({ i, holder }) => {
      const calibrationDueOn = dayOfStamp(i.calibrationDueAt)
      return {
        id: i.id,
        kind: i.kind,
        maker: i.maker,
        model: i.model,
        serial: i.serial,
        holder,
        calibrationDueOn,
        due: dueOf(
          { calibrationDueOn, batteryDays: i.batteryDays, trapDays: i.trapDays },
          care.filter((c) => c.id === i.id).map((c) => ({ kind: c.kind, on: dayAt(isoInstant(c.at), actor.timeZone) })),
          dayAt(now, actor.timeZone),
        ),
      }
    })
  })
