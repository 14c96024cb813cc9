'use client'

import { type Card, faultCode } from '@lucerna/core/appliance'
import {
  ACCESSES,
  backgroundOf,
  chainOf,
  CIRCUMSTANCES,
  Diagnosis,
  type FaultMap,
  ofCode,
  type Symptom,
  symptomsOf,
} from '@lucerna/core/faults'
import { Printer } from 'lucide-react'
import { useMemo, useRef, useState, useSyncExternalStore } from 'react'
import { Choose } from '@/ui/Choose'
import type { Units } from '@/ui/figures'
import { toldWithUndo } from '@/ui/undo'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/faults'
import { cardBand, type Case, failedStarts, FaultCase, findingsOf, NO_CASE } from './case'
import { Chain } from './Chain'
import { NextCheck } from './NextCheck'
import { OddsList } from './OddsList'
import { Record } from './Record'
import { Verdict } from './Verdict'

/** Starts that may fail before it is waited for, where the card says nothing. */
const STARTS = 3

/** The fault desk without a visit: from a code or a symptom to the cause, one check after another. It is kept on this device. */
export function FaultDesk({
  card,
  map,
  units,
  mayLive,
  timeZone,
  who,
  shown = null,
}: {
  readonly card: Card
  readonly map: FaultMap
  readonly units: Units
  /** A licensed person: live tests are proposed. */
  readonly mayLive: boolean
  readonly timeZone: string
  /** Whose desk it is: a device may have several people. */
  readonly who: string
  /** The code that a visit noted. */
  readonly shown?: string | null
}) {
  const [log] = useState(() => new FaultCase(`lucerna.faults.${who}.${card.id}`))
  const kept = useSyncExternalStore(log.subscribe, log.getSnapshot, () => NO_CASE)
  const { symptom } = kept
  return (
    <div className="mx-auto flex max-w-5xl flex-col gap-5 p-4 lg:py-8">
      <p className="flex gap-2 text-sm text-warning">
        <WarningSign size={18} />
        {t('faults.caution')}
      </p>
      {symptom === null ? (
        <Begin card={card} map={map} shown={shown} onBegin={(part) => log.put(part)} />
      ) : (
        <Desk {...{ card, map, units, mayLive, timeZone, log, kept, symptom }} />
      )}
    </div>
  )
}

/** From the code on the display, or from what it does. */
function Begin({
  card,
  map,
  shown,
  onBegin,
}: {
  readonly card: Card
  readonly map: FaultMap
  readonly shown: string | null
  readonly onBegin: (part: Pick<Case, 'symptom' | 'code'>) => void
}) {
  const [code, setCode] = useState(() => (shown === null ? '' : (faultCode(card, shown)?.code ?? '')))
  const known = code === '' ? null : ofCode(card, map, code)
  const first = known?.symptom ?? null
  const others = symptomsOf(map).filter((s) => s !== first)
  return (
    <div className="flex max-w-2xl flex-col gap-5">
      {card.faultCodes.length > 0 && (
        <Choose
          label={t('faults.ask-code')}
          value={code}
          onChange={setCode}
          options={[
            ['', t('faults.no-code')],
            ...card.faultCodes.map((f) => [f.code, t('faults.code', { code: f.code, meaning: f.meaning })] as const),
          ]}
        />
      )}
      <fieldset className="grid gap-2 sm:grid-cols-2">
        <legend className="mb-2 text-lg font-semibold">{t('faults.ask-symptom')}</legend>
        {[...(first ? [first] : []), ...others].map((s) => (
          <button
            key={s}
            type="button"
            className={`btn press justify-start text-left text-base ${s === first ? 'btn-primary' : 'btn-outline'}`}
            onClick={() => onBegin({ symptom: s, code: code || null })}
          >
            {t(`faults.symptom.${s}`)}
          </button>
        ))}
      </fieldset>
    </div>
  )
}

function Desk({
  card,
  map,
  units,
  mayLive,
  timeZone,
  log,
  kept,
  symptom,
}: {
  readonly card: Card
  readonly map: FaultMap
  readonly units: Units
  readonly mayLive: boolean
  readonly timeZone: string
  readonly log: FaultCase
  readonly kept: Case
  readonly symptom: Symptom
}) {
  const { entries, leftOut, way, code, intermittent, circumstances, replaced, purgedAfter } = kept
  const band = (id: string) =>
    cardBand(
      card,
      map.checks.find((c) => c.id === id),
    )
  const { diagnosis, next } = useMemo(() => {
    const bandOf = (id: string) =>
      cardBand(
        card,
        map.checks.find((c) => c.id === id),
      )
    const about = { ...backgroundOf(card, map, symptom, code), intermittent, circumstances, replaced }
    const diagnosis = new Diagnosis(map, about, findingsOf(entries, bandOf))
    const allowed = ACCESSES.filter((a) => a !== 'live' || mayLive)
    return { diagnosis, next: diagnosis.next(way, { allowed, skipped: leftOut.map((l) => l.checkId) }) }
  }, [card, map, symptom, code, intermittent, circumstances, replaced, entries, leftOut, way, mayLive])
  const meaning = code === null ? null : ofCode(card, map, code)?.meaning
  const most = card.timing?.failedStartsMax ?? STARTS
  const failed = failedStarts(map, kept)
  const stopped = failed >= most && next.code === 'check' && next.check.firing
  const asked = useRef<HTMLDivElement>(null)
  // On a phone the next thing would be asked above the screen.
  const goOn = () => requestAnimationFrame(() => asked.current?.scrollIntoView?.({ block: 'start' }))
  const back = (to: Case, said: string) => toldWithUndo(said, () => log.put(to))
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <p className="text-lg font-semibold">
          {t(`faults.symptom.${symptom}`)}
          {meaning && <span className="block text-base font-normal quiet">{t('faults.code', { code: code ?? '', meaning })}</span>}
        </p>
        <button type="button" className="btn press btn-ghost text-primary btn-sm" onClick={() => log.put({ symptom: null })}>
          {t('faults.change')}
        </button>
      </div>
      <Chain links={chainOf(diagnosis)} />
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
        <div ref={asked} className="flex scroll-mt-20 flex-col gap-5">
          <div role="radiogroup" aria-label={t('faults.way')} className="no-print flex flex-wrap gap-2">
            {(['short', 'book'] as const).map((w) => (
              <button
                key={w}
                type="button"
                role="radio"
                aria-checked={w === way}
                className={`btn press ${w === way ? 'btn-primary' : 'btn-outline'}`}
                onClick={() => log.put({ way: w })}
              >
                {t(`faults.way.${w}`)}
              </button>
            ))}
          </div>
          {stopped ? (
            <div role="alert" className="flex flex-col items-start gap-3 rounded-md border border-error p-4">
              <p className="flex gap-2 font-semibold text-error">
                <WarningSign size={20} />
                {t('faults.stop', { most })}
              </p>
              <button type="button" className="btn press btn-outline" onClick={() => log.put({ purgedAfter: entries.length })}>
                {t('faults.waited')}
              </button>
            </div>
          ) : next.code === 'check' ? (
            <NextCheck
              key={`${next.check.id} ${entries.length}`}
              {...{ next, diagnosis, map, units, way }}
              band={band(next.check.id)}
              onResult={(entry) => {
                log.found({ ...entry, checkId: next.check.id })
                goOn()
              }}
              onLeftOut={(reason) => {
                log.leaveOut(next.check.id, reason)
                goOn()
              }}
            />
          ) : (
            <Verdict next={next} map={map} />
          )}
          {failed > 0 && !stopped && <p className="text-sm quiet">{t('faults.starts', { count: failed, most })}</p>}
        </div>
        <OddsList
          result={diagnosis.result}
          map={map}
          replaced={replaced}
          onReplaced={(id) => log.put({ replaced: replaced.includes(id) ? replaced.filter((r) => r !== id) : [...replaced, id] })}
        />
      </div>
      <details className="no-print">
        <summary className="min-h-11 press cursor-pointer content-center text-primary">{t('faults.when')}</summary>
        <div className="flex flex-wrap gap-x-5 gap-y-1 pt-1">
          <Tick checked={intermittent} label={t('faults.intermittent')} onTick={() => log.put({ intermittent: !intermittent })} />
          {CIRCUMSTANCES.map((c) => (
            <Tick
              key={c}
              checked={circumstances.includes(c)}
              label={t(`faults.when.${c}`)}
              onTick={() =>
                log.put({ circumstances: circumstances.includes(c) ? circumstances.filter((x) => x !== c) : [...circumstances, c] })
              }
            />
          ))}
        </div>
      </details>
      <Record
        {...{ map, diagnosis, entries, leftOut, timeZone }}
        onRemove={(id) => {
          log.remove(id)
          // Tries that were waited for stay counted as such only as far as there are tries.
          log.put({ purgedAfter: Math.min(purgedAfter, log.getSnapshot().entries.length) })
          back(kept, t('faults.removed'))
        }}
      />
      <div className="no-print flex flex-wrap gap-2">
        <button
          type="button"
          className="btn press btn-outline"
          onClick={() => {
            log.begin()
            back(kept, t('faults.begun'))
          }}
        >
          {t('faults.begin')}
        </button>
        {entries.length > 0 && (
          <button type="button" className="btn press btn-outline" onClick={() => window.print()}>
            <Printer size={18} aria-hidden="true" />
            {t('faults.print')}
          </button>
        )}
      </div>
    </>
  )
}

const Tick = ({ checked, label, onTick }: { readonly checked: boolean; readonly label: string; readonly onTick: () => void }) => (
  <label className="flex min-h-11 cursor-pointer items-center gap-2">
    <input type="checkbox" className="checkbox" checked={checked} onChange={onTick} />
    {label}
  </label>
)
