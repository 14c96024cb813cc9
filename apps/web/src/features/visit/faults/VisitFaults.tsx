'use client'

import { type Check, diagnose, type FaultMap, faultMapOf, type Symptom, type Way } from '@lucerna/core/faults'
import { failedStarts, type FaultCase, firingStops, startsAllowed, touchedBefore } from '@lucerna/core/visit'
import { useEffect, useMemo, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { Begin, causeName, Desk, isTry, type Shown } from '@/features/faults'
import { dateAt } from '@/ui/dates'
import { toldWithUndo } from '@/ui/undo'
import { WarningSign } from '@/ui/WarningSign'
import { locale } from '@/ui/words'
import { t } from '@/messages/faults'
import { thisDevice } from '../client/queue'
import type { NewEvent } from '../client/writeDown'
import { may, useDesk } from '../parts/context'
import { StopAlert } from '../parts/StopAlert'
import { LiveTest } from './LiveTest'
import { Occurrences } from './Occurrences'
import { Settle } from './Settle'
import { ShownHere } from './ShownHere'

/** The fault desk inside a visit: every check is written down, instruments answer by themselves, and a case that an earlier visit left open goes on. */
export function VisitFaults({ stepId }: { readonly stepId: string }) {
  const { appliance, visit, role, timeZone, record } = useDesk()
  const map = useMemo(() => faultMapOf(appliance.card.burnerKind, locale()), [appliance.card.burnerKind])
  const [chosen, choose] = useState<string | null>(null)
  const own = visit.faults.filter((f) => f.applianceId === null || f.applianceId === appliance.id)
  const open = own.filter((f) => !f.settled)
  const current = chosen === 'new' ? undefined : (open.find((f) => f.id === chosen) ?? open[0])
  const readOnly = visit.status !== 'open' || !may(role, 'check.made')
  const shown = visit.codes.findLast((c) => c.applianceId === null || c.applianceId === appliance.id)?.code ?? null
  const begin = (symptom: Symptom, code: string | null) => {
    const faultId = uuidv7()
    const said = visit.complaints.filter((c) => c.applianceId === null || c.applianceId === appliance.id)
    const often = said.findLast((c) => c.often !== null)?.often
    // What was complained of is known already: what comes and goes, in which service, in what weather.
    const weather = said.findLast((c) => c.weather !== null)?.weather
    const service = said.findLast((c) => c.service !== null)?.service
    const circumstances = [
      ...(weather === 'rain' ? (['damp'] as const) : weather === 'wind' || weather === 'frost' ? [weather] : []),
      ...(service === 'heating' || service === 'hot-water' ? [service] : []),
    ]
    const intermittent = often === 'daily' || often === 'weekly'
    const data = { faultId, symptom, ...(code && { code }), intermittent, circumstances, renewed: [] }
    void record([{ type: 'fault.described', stepId, applianceId: appliance.id, data }])
    choose(faultId)
  }
  return (
    <div className="flex flex-col gap-5">
      <p className="flex gap-2 text-sm text-warning">
        <WarningSign size={18} />
        {t('faults.caution')}
      </p>
      {open.length + (chosen === 'new' ? 1 : 0) > 1 && (
        <div role="radiogroup" aria-label={t('faults.cases')} className="flex flex-wrap gap-2">
          {open.map((f) => (
            <button
              key={f.id}
              type="button"
              role="radio"
              aria-checked={f === current}
              className={`btn press ${f === current ? 'btn-primary' : 'btn-outline'}`}
              onClick={() => choose(f.id)}
            >
              {t(`faults.symptom.${f.symptom}`)}
            </button>
          ))}
        </div>
      )}
      {current ? (
        <Case key={current.id} fault={current} map={map} stepId={stepId} readOnly={readOnly} />
      ) : (
        !readOnly && <Begin card={appliance.card} map={map} shown={shown} onBegin={begin} />
      )}
      {!current && readOnly && own.length === 0 && <p className="quiet">{t('faults.none-here')}</p>}
      {own
        .filter((f) => f.settled)
        .map((f) => (
          <p key={f.id} className="border-l-4 border-success pl-3">
            {t('faults.settled', {
              symptom: t(`faults.symptom.${f.symptom}`),
              causes: f.settled!.causeIds.map((id) => causeName(map, id)).join(' + '),
              date: dateAt(f.settled!.at, timeZone),
            })}
          </p>
        ))}
      {current && !readOnly && (
        <button type="button" className="btn press self-start btn-outline" onClick={() => choose('new')}>
          {t('faults.another')}
        </button>
      )}
    </div>
  )
}

/** The id of this device; null until it is read. */
function useThisDevice(): string | null {
  const [id, setId] = useState<string | null>(null)
  useEffect(() => {
    let here = true
    void thisDevice().then((found) => here && setId(found))
    return () => void (here = false)
  }, [])
  return id
}

function Case({
  fault,
  map,
  stepId,
  readOnly,
}: {
  readonly fault: FaultCase
  readonly map: FaultMap
  readonly stepId: string
  readonly readOnly: boolean
}) {
  const { appliance, visit, state, context, role, units, timeZone, record, events } = useDesk()
  const device = useThisDevice()
  const { card } = appliance
  const [way, setWay] = useState<Way>('short')
  const here = { stepId, applianceId: appliance.id }
  const faultId = fault.id
  const disturbed = useMemo(() => touchedBefore(visit, fault), [visit, fault])
  // What was fitted in this visit is renewed, whether it was ticked or not.
  const renewed = useMemo(() => {
    const fitted = visit.parts.filter((p) => p.applianceId === null || p.applianceId === appliance.id).map((p) => p.part.toLowerCase())
    const byPart = map.causes.flatMap((c) => (c.part && fitted.includes(c.part.toLowerCase()) ? [c.id] : []))
    return [...new Set([...fault.renewed, ...byPart])]
  }, [visit.parts, appliance.id, map, fault.renewed])
  const known = useMemo(() => ({ ...fault, renewed }), [fault, renewed])
  const withdraw = (id: string): NewEvent => ({ type: 'check.withdrawn', ...here, data: { faultId, entryId: id } })
  const stops = firingStops(appliance, state, visit, context)
  const most = startsAllowed(appliance, visit, context.practice)
  const failed = failedStarts(visit.starts, visit.timers, appliance.id)
  const lives = visit.looseEnds.filter((l) => l.kind === 'live-test' && !l.closedAt && l.applianceId === appliance.id)
  const liveOf = (check: Check) => lives.find((l) => l.label === check.label)
  const found = (check: Check, shown: Shown) => {
    const events: NewEvent[] = [{ type: 'check.made', ...here, data: { faultId, checkId: check.id, ...shown } }]
    if (isTry(check, fault.symptom))
      events.push({ type: 'start.tried', ...here, data: { gas: 'on', lit: 'result' in shown && shown.result === 'runs' } })
    // A live test ends with its result.
    const live = check.access === 'live' ? liveOf(check) : undefined
    if (live) events.push({ type: 'loose-end.closed', ...here, data: { looseEndId: live.id } })
    void record(events)
  }
  return (
    <Desk
      {...{ card, map, units, timeZone, disturbed, way, readOnly }}
      fault={known}
      mayLive={role === 'lead' || role === 'technician'}
      onWay={setWay}
      actions={{
        describe: (part) => {
          const { symptom, code, intermittent, circumstances } = fault
          const said = { symptom, ...(code !== null && { code }), intermittent, circumstances, renewed: fault.renewed, ...part }
          void record([
            {
              type: 'fault.described',
              ...here,
              data: { ...said, faultId, code: said.code ?? undefined, circumstances: [...said.circumstances], renewed: [...said.renewed] },
            },
          ])
        },
        found,
        leaveOut: (checkId, reason) => void record([{ type: 'check.left-out', ...here, data: { faultId, checkId, reason } }]),
        withdraw: (id) => {
          const made = fault.checks.find((c) => c.id === id)
          void record([withdraw(id)])
          if (made)
            toldWithUndo(t('faults.removed'), () => {
              const { checkId, result, valueSi, u, text, instrumentId } = made
              const shown = {
                ...(result !== null && { result }),
                ...(valueSi !== null && { valueSi }),
                ...(u !== null && { u }),
                ...(text !== null && { text }),
                ...(instrumentId !== null && { instrumentId }),
              }
              void record([{ type: 'check.made', ...here, data: { faultId, checkId, ...shown } }])
            })
        },
      }}
      stopped={{ failed, most, alert: stops.length > 0 && <StopAlert /> }}
      showing={(check, onShown) => <ShownHere key={check.id} check={check} onShown={onShown} />}
      guard={(check) =>
        check.access === 'live' && card.traits?.power !== 'millivolt' && !liveOf(check) ? (
          <LiveTest check={check} other={lives[0]} stepId={stepId} />
        ) : null
      }
      elsewhere={(id) => {
        const event = device === null ? undefined : events.find((e) => e.id === id)
        return event && event.deviceId !== device ? event.authorName : null
      }}
      settle={(causeIds, isFound) => <Settle {...{ causeIds, map, faultId, stepId }} found={isFound} />}
    >
      <Occurrences
        fault={fault}
        diagnosis={diagnose(card, map, { ...known, disturbed })}
        readOnly={readOnly}
        onNote={(data) =>
          void record([{ type: 'occurrence.noted', ...here, data: { faultId, ...data, occurrenceId: data.occurrenceId ?? uuidv7() } }])
        }
        onWithdraw={(id) => void record([withdraw(id)])}
      />
    </Desk>
  )
}
