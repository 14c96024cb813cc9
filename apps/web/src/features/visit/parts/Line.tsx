'use client'

import type { Verdict } from '@lucerna/core/visit'
import { useEffect, useRef } from 'react'
import { figure, figureWithUnit, gaugeFloor, unitText } from '@/ui/figures'
import { Gauge, VERDICT_TEXT } from '@/ui/Gauge'
import { t } from '@/messages/visit'
import type { LineEntry } from '../view'
import { rateLabel, useDesk } from './context'

/** A verdict in one or two words: "inside", "at the edge", "above", "no verdict". */
export const verdictWord = (v: Verdict): string =>
  v.status === 'outside'
    ? t(`verdict.${v.side ?? 'above'}`)
    : v.status === 'none' && v.because === 'no-band'
      ? t('verdict.no-band')
      : t(`verdict.${v.status}`)

/** The path the gas takes from street to sky: the visit's map and its navigation. */
export function Line({ entries, currentStation }: { readonly entries: readonly LineEntry[]; readonly currentStation: string | null }) {
  const { goTo, units, appliance } = useDesk()
  const scroller = useRef<HTMLOListElement>(null)
  useEffect(() => {
    const here = scroller.current?.querySelector<HTMLElement>('[aria-current]')
    if (here && scroller.current)
      scroller.current.scrollTo({ left: here.offsetLeft - scroller.current.clientWidth / 2 + here.clientWidth / 2 })
  }, [currentStation])
  const burnerAt = entries.findIndex((e) => e.station === 'chamber' || e.station === 'flue')
  return (
    <nav aria-label={t('line.label')} className="border-b hairline">
      <div className="hidden justify-between px-6 pt-2 text-xs quiet lg:flex" aria-hidden="true">
        <span>{t('line.street')}</span>
        <span>{t('line.sky')}</span>
      </div>
      <ol ref={scroller} className="relative flex overflow-x-auto px-2 lg:px-4">
        {entries.map((e, i) => {
          const current = e.station === currentStation
          const { reading } = e
          const id = reading?.measurandId ?? e.expected?.measurandId ?? (e.station === 'pipe' ? 'pressure.drop' : null)
          const spoken = reading
            ? `${t(`station.${e.station}`)}: ${t(`measurand.${reading.measurandId}`)} ${figureWithUnit(reading.measurandId, reading.valueSi, units)}, ${verdictWord(reading.verdict)}`
            : t('line.not-read', { station: t(`station.${e.station}`) })
          return (
            <li key={e.station} className="min-w-32 flex-1">
              <button
                type="button"
                disabled={!e.stepId}
                onClick={() => e.stepId && goTo(e.stepId)}
                aria-current={current ? 'location' : undefined}
                aria-label={spoken}
                className={`flex w-full cursor-pointer flex-col rounded-md border pt-3 text-left disabled:cursor-default ${current ? 'border-primary bg-base-200' : 'border-transparent'}`}
              >
                <span className="flex h-32 gap-2 pl-3 lg:pl-6">
                  <Gauge
                    orientation="vertical"
                    length={100}
                    verdict={reading?.verdict}
                    band={e.band}
                    asFound={e.asFound}
                    lastVisit={e.lastVisit}
                    floor={id ? gaugeFloor(id) : undefined}
                    label={spoken}
                  />
                  <span className="min-w-0">
                    <span className={`block figure text-[2rem] ${reading?.verdict.status === 'outside' ? 'text-error' : ''}`}>
                      {reading ? figure(reading.measurandId, reading.valueSi, units) : '–'}
                    </span>
                    <span className="block text-sm leading-5 quiet">{id ? unitText(id, units) : ''}</span>
                    <span className="block truncate text-sm leading-5 quiet">
                      {id ? t(`short.${id}`) : ''}
                      {reading && e.station === 'flue' ? ` ${rateLabel(appliance, reading.firingStateId).toLowerCase().slice(0, 3)}` : ''}
                    </span>
                    {reading && (
                      <span className={`block text-sm leading-5 font-semibold ${VERDICT_TEXT[reading.verdict.status]}`}>
                        {verdictWord(reading.verdict)}
                      </span>
                    )}
                  </span>
                </span>
                <span className="relative mt-1 block h-5 w-full" aria-hidden="true">
                  <span
                    className={`absolute -inset-x-px top-2 h-1 ${burnerAt < 0 || i < burnerAt ? 'bg-primary' : ''}`}
                    style={burnerAt >= 0 && i >= burnerAt ? { background: 'var(--hairline)' } : undefined}
                  />
                  {i === burnerAt && (
                    <svg width="30" height="14" viewBox="0 0 30 14" className="absolute top-[3px] -left-2">
                      <path d="M1 7C6 0 16 1 29 7C16 13 6 14 1 7Z" fill="var(--color-info)" />
                    </svg>
                  )}
                  <span className="absolute top-0.5 left-5 size-3.5 rounded-full border-2 border-base-content bg-base-100 lg:left-8" />
                </span>
                <span className="px-3 pb-2 text-sm font-semibold lg:px-6">{t(`station.${e.station}`)}</span>
              </button>
            </li>
          )
        })}
      </ol>
    </nav>
  )
}
