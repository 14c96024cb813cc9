'use client'

import type { MeasurandId } from '@lucerna/core/measure'
import { readingsOf } from '@lucerna/core/workings'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from '@/ui/toast'
import { Dialog } from '@/ui/Dialog'
import { figureWithUnit } from '@/ui/figures'
import { t } from '@/messages/calc'
import { wordsFor } from '@/ui/words'
import { putIntoVisit } from '../client/intoVisit'
import type { OpenVisit } from '../server/start'
import type { WorkingDesk } from './useWorking'
import { asText } from '../asText'

/** Puts the result into the visit that is open: what goes in is shown first, then where. */
export function IntoVisitDialog({
  desk,
  visit,
  userId,
  onClose,
}: {
  readonly desk: WorkingDesk
  readonly visit: OpenVisit
  readonly userId: string
  readonly onClose: () => void
}) {
  const { working, answer, units } = desk
  const router = useRouter()
  const [applianceId, setAppliance] = useState(visit.appliances[0]?.id ?? '')
  const appliance = visit.appliances.find((a) => a.id === applianceId)
  const states = appliance?.states ?? []
  const rates = states.filter((s) => s.kind === 'rate')
  const [asked, setState] = useState('')
  const stateId = asked || (rates.at(-1)?.id ?? states[0]?.id ?? '')
  const [busy, setBusy] = useState(false)
  if (!answer) return null
  const readings = readingsOf(working.id, answer)
  // Standing pressures and closed pipes belong to no rate.
  const firingStateOf = (id: string): string =>
    /standing|tightness|letBy/.test(id) ? (states.find((s) => s.kind === 'standing')?.id ?? stateId) : stateId
  const save = async () => {
    setBusy(true)
    const done = await putIntoVisit(
      { visitId: visit.id, userId, applianceId, firingStateOf },
      readings,
      asText(working, answer, units, desk.link()),
    )
    const go = { label: t('calc.into-visit-go'), onClick: () => router.push(`/visits/${visit.id}`) }
    toast(
      done.kind === 'kept'
        ? t('calc.into-visit-done', { site: visit.siteName })
        : done.kind === 'waiting'
          ? t('calc.into-visit-waiting', { site: visit.siteName })
          : t('calc.into-visit-refused', { why: done.message }),
      { id: 'into-visit', duration: 8000, action: go },
    )
    onClose()
  }
  return (
    <Dialog title={t('calc.into-visit-at', { site: visit.siteName })} onClose={onClose}>
      <div className="flex flex-col gap-4">
        <div>
          <h3 className="text-sm quiet">{t('calc.into-visit-what')}</h3>
          <ul className="divide-y divide-(--hairline) border-y hairline">
            {readings.map((r) => (
              <li key={`${r.measurandId} ${r.stationId}`} className="flex justify-between gap-4 py-2">
                <span>
                  {t(`measurand.${r.measurandId}`)} <span className="quiet">· {t(`station.${r.stationId}`)}</span>
                </span>
                <span className="font-semibold whitespace-nowrap">{figureWithUnit(r.measurandId as MeasurandId, r.valueSi, units)}</span>
              </li>
            ))}
            <li className="flex justify-between gap-4 py-2">
              <span>{wordsFor(`calculation.${working.id}.title`)}</span>
              <span className="quiet">{t('calc.into-visit-note')}</span>
            </li>
          </ul>
        </div>
        {visit.appliances.length > 1 && (
          <label className="flex flex-col gap-1">
            <span className="text-sm quiet">{t('calc.into-visit-appliance')}</span>
            <select className="select press w-full" value={applianceId} onChange={(e) => setAppliance(e.target.value)}>
              {visit.appliances.map((a) => (
                <option key={a.id} value={a.id}>
                  {a.name}
                </option>
              ))}
            </select>
          </label>
        )}
        {readings.length > 0 && (
          <label className="flex flex-col gap-1">
            <span className="text-sm quiet">{t('calc.into-visit-rate')}</span>
            <select className="select press w-full" value={stateId} onChange={(e) => setState(e.target.value)}>
              {states.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.label}
                </option>
              ))}
            </select>
          </label>
        )}
        {readings.length > 0 && <p className="text-sm quiet">{t('calc.into-visit-still')}</p>}
        <button type="button" className="btn press btn-primary" disabled={busy} onClick={() => void save()}>
          {t('calc.into-visit')}
        </button>
      </div>
    </Dialog>
  )
}
