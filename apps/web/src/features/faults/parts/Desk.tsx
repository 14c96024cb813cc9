'use client'

import type { Card } from '@lucerna/core/appliance'
import {
  ACCESSES,
  cardBand,
  ownCheck,
  chainOf,
  type Check,
  CIRCUMSTANCES,
  type Diagnosis,
  diagnose,
  type FaultMap,
  ofCode,
  type Way,
} from '@lucerna/core/faults'
import { type ReactNode, useMemo, useState } from 'react'
import type { Units } from '@/ui/figures'
import { t } from '@/messages/faults'
import { Chain } from './Chain'
import { checkOf, type DeskActions, type DeskCase, type Shown } from './deskCase'
import { Elsewhere } from './Elsewhere'
import { NextCheck } from './NextCheck'
import { OddsList } from './OddsList'
import { Record } from './Record'
import { Verdict } from './Verdict'

const ASKED = 'fault-asked'

/** Starts that must not be tried now. */
export interface Stopped {
  /** Failed starts so far, and how many are allowed in a row. */
  readonly failed: number
  readonly most: number
  /** What is shown in place of a check that would fire; null while one may. */
  readonly alert: ReactNode
}

/** The fault desk: the chain, the next check, what it may be, and what was found. Where the case is kept is for others to know. */
export function Desk({
  card,
  map,
  units,
  timeZone,
  mayLive,
  fault,
  disturbed,
  way,
  actions,
  stopped,
  readOnly = false,
  onWay,
  onChange,
  showing,
  guard,
  settle,
  elsewhere,
  children,
}: {
  readonly card: Card
  readonly map: FaultMap
  readonly units: Units
  readonly timeZone: string
  /** A licensed person: live tests are proposed. */
  readonly mayLive: boolean
  readonly fault: DeskCase
  /** Kinds of things that were touched before it was first seen. */
  readonly disturbed?: readonly string[]
  readonly way: Way
  readonly actions: DeskActions
  readonly stopped: Stopped
  readonly readOnly?: boolean
  readonly onWay: (way: Way) => void
  /** Another symptom. */
  readonly onChange?: () => void
  /** What is known of a check without making it: instruments, a start that was seen. */
  readonly showing?: (check: Check, onShown: (shown: Shown) => void) => ReactNode
  /** What has to be done before a check may be answered; null when nothing has. */
  readonly guard?: (check: Check) => ReactNode
  /** What is done about a verdict. */
  readonly settle?: (causeIds: readonly string[], found: boolean) => ReactNode
  /** Who wrote down an entry on another device; null for what was written down on this one. */
  readonly elsewhere?: (entryId: string) => string | null
  /** After the record. */
  readonly children?: ReactNode
}) {
  const { symptom, code, intermittent, circumstances, renewed, checks, leftOut } = fault
  const [seen, see] = useState(() => new Set(checks.map((c) => c.id)))
  const seeAll = () => see(new Set(checks.map((c) => c.id)))
  // What somebody else finds must not change the question under a finger that is about to answer it.
  const news = checks.filter((c) => !c.carried && !seen.has(c.id) && (elsewhere?.(c.id) ?? null) !== null)
  const held = news.map((c) => c.id).join(' ')
  const { diagnosis, next } = useMemo(() => {
    const about = { ...fault, ...(disturbed && { disturbed }) }
    const allowed = ACCESSES.filter((a) => a !== 'live' || mayLive)
    const diagnosis: Diagnosis = diagnose(card, map, about)
    const before = held ? diagnose(card, map, { ...about, checks: about.checks.filter((c) => !held.split(' ').includes(c.id)) }) : diagnosis
    return { diagnosis, next: before.next(way, { allowed, skipped: leftOut.map((l) => l.checkId) }) }
  }, [card, map, fault, disturbed, leftOut, way, mayLive, held])
  const meaning = code === null ? null : ofCode(card, map, code)?.meaning
  // On a phone the next thing would be asked above the screen.
  const goOn = () => requestAnimationFrame(() => document.getElementById(ASKED)?.scrollIntoView?.({ block: 'start' }))
  const shown = (check: Check) => (what: Shown) => {
    actions.found(check, what)
    seeAll()
    goOn()
  }
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <p className="text-lg font-semibold">
          {t(`faults.symptom.${symptom}`)}
          {code !== null && (
            <span className="block text-base font-normal quiet">
              {meaning ? t('faults.code', { code, meaning }) : t('faults.code-unknown', { code })}
            </span>
          )}
        </p>
        {onChange && !readOnly && (
          <button type="button" className="btn press btn-ghost text-primary btn-sm" onClick={onChange}>
            {t('faults.change')}
          </button>
        )}
      </div>
      <Chain links={chainOf(diagnosis)} />
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
        <div id={ASKED} className="flex scroll-mt-20 flex-col gap-5">
          <div role="radiogroup" aria-label={t('faults.way')} className="no-print flex flex-wrap gap-2">
            {(['short', 'book'] as const).map((w) => (
              <button
                key={w}
                type="button"
                role="radio"
                aria-checked={w === way}
                className={`btn press ${w === way ? 'btn-primary' : 'btn-outline'}`}
                onClick={() => onWay(w)}
              >
                {t(`faults.way.${w}`)}
              </button>
            ))}
          </div>
          {next.code !== 'check' ? (
            <>
              <Verdict next={next} map={map} />
              {!readOnly && settle?.(next.causeIds, next.code === 'found')}
            </>
          ) : stopped.alert && next.check.firing ? (
            stopped.alert
          ) : (
            <NextCheck
              key={`${next.check.id} ${checks.length - news.length}`}
              {...{ next, diagnosis, map, units, way, readOnly }}
              band={cardBand(card, checkOf(map, next.check.id))}
              leads={ownCheck(card, next.check.id)?.leads ?? null}
              showing={showing?.(next.check, shown(next.check))}
              guard={guard?.(next.check)}
              onShown={shown(next.check)}
              onLeftOut={(reason) => {
                actions.leaveOut(next.check.id, reason)
                goOn()
              }}
            />
          )}
          <Elsewhere
            news={news}
            nameOf={(id) => elsewhere?.(id) ?? null}
            map={map}
            asked={next.code === 'check' ? next.check.id : null}
            onGoOn={seeAll}
          />
          {stopped.failed > 0 && !stopped.alert && (
            <p className="text-sm quiet">{t('faults.starts', { count: stopped.failed, most: stopped.most })}</p>
          )}
        </div>
        <OddsList
          result={diagnosis.result}
          map={map}
          renewed={renewed}
          onRenewed={
            readOnly
              ? undefined
              : (id) => actions.describe({ renewed: renewed.includes(id) ? renewed.filter((r) => r !== id) : [...renewed, id] })
          }
        />
      </div>
      <details className="no-print">
        <summary className="min-h-11 press cursor-pointer content-center text-primary">{t('faults.when')}</summary>
        <fieldset disabled={readOnly} className="flex flex-wrap gap-x-5 gap-y-1 pt-1">
          <Tick checked={intermittent} label={t('faults.intermittent')} onTick={() => actions.describe({ intermittent: !intermittent })} />
          {CIRCUMSTANCES.map((c) => (
            <Tick
              key={c}
              checked={circumstances.includes(c)}
              label={t(`faults.when.${c}`)}
              onTick={() =>
                actions.describe({
                  circumstances: circumstances.includes(c) ? circumstances.filter((x) => x !== c) : [...circumstances, c],
                })
              }
            />
          ))}
        </fieldset>
      </details>
      <Record {...{ map, diagnosis, checks, leftOut, timeZone }} onWithdraw={readOnly ? undefined : actions.withdraw} />
      {children}
    </>
  )
}

const Tick = ({ checked, label, onTick }: { readonly checked: boolean; readonly label: string; readonly onTick: () => void }) => (
  <label className="flex min-h-11 cursor-pointer items-center gap-2">
    <input type="checkbox" className="checkbox" checked={checked} onChange={onTick} />
    {label}
  </label>
)
