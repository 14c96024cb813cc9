import { type Check, startResult } from '@lucerna/core/faults'
import { type MeasurandId, MEASURANDS, standardUncertainty } from '@lucerna/core/measure'
import type { Need } from '@lucerna/core/procedure'
import { readingKey } from '@lucerna/core/visit'
import { useMemo } from 'react'
import type { Shown } from '@/features/faults'
import { timeAt } from '@/ui/dates'
import { figureWithUnit } from '@/ui/figures'
import { wordsFor } from '@/ui/words'
import { t } from '@/messages/faults'
import '@/messages/visit'
import { LiveTile } from '../live/LiveTile'
import { useLiveFigures } from '../live/useLiveFigures'
import { useDesk } from '../parts/context'

/** What is known of a check without making it again: what an instrument shows now, what was written down in this visit, a start that was seen. */
export function ShownHere({ check, onShown }: { readonly check: Check; readonly onShown: (shown: Shown) => void }) {
  if (check.id === 'start') return <StartSeen check={check} onShown={onShown} />
  return check.measurandId ? <Figure check={check} measurandId={check.measurandId} onShown={onShown} /> : null
}

function Figure({
  check,
  measurandId,
  onShown,
}: {
  readonly check: Check
  readonly measurandId: MeasurandId
  readonly onShown: (shown: Shown) => void
}) {
  const { state, context, units, timeZone } = useDesk()
  const stationId = check.stationId ?? MEASURANDS[measurandId].stations[0]!
  const need = useMemo(
    (): Need => ({ measurandId, stationId, firingStateId: state.commanded?.firingStateId ?? 'standing', optional: true }),
    [measurandId, stationId, state.commanded?.firingStateId],
  )
  const live = useLiveFigures({ id: `fault.${check.id}`, needs: [need], firingStateId: state.commanded?.firingStateId ?? null }).get(
    readingKey(need),
  )
  const read = state.readings.filter((r) => r.measurandId === measurandId && r.stationId === stationId).at(-1)
  const now = live?.valueSi ?? null
  return (
    <div className="flex flex-col gap-2 empty:hidden">
      {live && (
        <div className="flex flex-wrap items-center justify-between gap-3">
          <div>
            <LiveTile live={live} need={need} units={units} />
          </div>
          <button
            type="button"
            className="btn press btn-primary"
            disabled={now === null || !live.ready}
            onClick={() => {
              const instrument = context.instruments.find((i) => i.serial === live.channel.instrument.serial)
              onShown({
                valueSi: now!,
                u: standardUncertainty(live.channel.spec, now!),
                text: figureWithUnit(measurandId, now!, units),
                ...(instrument && { instrumentId: instrument.id }),
              })
            }}
          >
            {now === null ? t('faults.live-wait') : t('faults.live-use', { value: figureWithUnit(measurandId, now, units) })}
          </button>
        </div>
      )}
      {read && (
        <button
          type="button"
          className="btn press self-start btn-outline"
          onClick={() =>
            onShown({
              valueSi: read.valueSi,
              text: figureWithUnit(measurandId, read.valueSi, units),
              ...(read.standardUncertainty !== null && { u: read.standardUncertainty }),
              ...(read.instrumentId && { instrumentId: read.instrumentId }),
            })
          }
        >
          {t('faults.read-use', { value: figureWithUnit(measurandId, read.valueSi, units), time: timeAt(read.takenAt, timeZone) })}
        </button>
      )}
    </div>
  )
}

/** Where a start on the time line died, beside when the last good one was there. */
function StartSeen({ check, onShown }: { readonly check: Check; readonly onShown: (shown: Shown) => void }) {
  const { appliance, visit, timeZone } = useDesk()
  const seen = visit.startsSeen.findLast((s) => s.applianceId === null || s.applianceId === appliance.id)
  const result = seen && check.results.find((r) => r.id === startResult(seen.diedAt))
  if (!seen || !result) return null
  const good = seen.diedAt === null ? undefined : appliance.goodStart?.events.find((e) => e.id === seen.diedAt)
  return (
    <div className="flex flex-col items-start gap-1">
      <button type="button" className="btn press btn-outline" onClick={() => onShown({ result: result.id })}>
        {t('faults.start-use', { time: timeAt(seen.at, timeZone), result: result.label })}
      </button>
      {good && (
        <p className="text-sm quiet">
          {t('faults.start-good', {
            step: wordsFor(`sequence.${good.id}`),
            seconds: good.s.toFixed(1),
            date: timeAt(appliance.goodStart!.at, timeZone),
          })}
        </p>
      )}
    </div>
  )
}
