'use client'

import { useEffect, useMemo, useRef, useState } from 'react'
import { t } from '@/messages/visit'
import { wordsFor } from '@/ui/words'
import type { SheetEntry } from '../view'
import { may, stepTitle, useDesk } from './context'

const MARKS: Record<SheetEntry['status'] | 'here', string> = {
  done: '✓',
  skipped: '↷',
  'not-applicable': '–',
  open: '○',
  locked: '⊘',
  parked: '◌',
  here: '●',
}

/** The ordered run sheet: what is done, what is next, what is locked and why. */
export function RunSheet({ sheet, currentId }: { readonly sheet: readonly SheetEntry[]; readonly currentId: string }) {
  const { appliance, state, visit, role, steps, goTo, openDialog } = useDesk()
  // A sheet has some forty titles, and is drawn again with every event; they stay the same.
  const titles = useMemo(() => new Map(steps.map((s) => [s.id, stepTitle(s, appliance)])), [steps, appliance])
  const [unfolded, setUnfolded] = useState(false)
  const list = useRef<HTMLOListElement>(null)
  // Long sheets scroll in their own column; the page itself stays where it is.
  useEffect(() => {
    const here = list.current?.querySelector<HTMLElement>('[aria-current=step]')
    const column = list.current?.closest<HTMLElement>('.overflow-y-auto')
    if (here && column) column.scrollTop = Math.max(0, here.offsetTop - column.clientHeight / 3)
  }, [currentId])
  const firstLocked = sheet.find((e) => e.lock)?.step.id
  const at = sheet.findIndex((e) => e.step.id === currentId)
  return (
    <nav aria-label={t('sheet.title')}>
      <p className="mb-2 flex justify-between px-3 text-sm quiet">
        <span>{t('sheet.title')}</span>
        <span>{t('sheet.place', { n: at + 1, of: sheet.length })}</span>
      </p>
      {state.grown.map((g) => (
        <p key={g.work} className="px-3 pb-1 text-sm text-info">
          {t('grow.done', { work: t(`work.${g.work}`), reason: g.reason })}
        </p>
      ))}
      {visit.status === 'open' && may(role, 'job.grown') && (
        <div className="mb-1 ml-1 flex flex-wrap">
          <button type="button" className="btn btn-ghost px-2 text-primary btn-sm max-lg:btn-md" onClick={() => openDialog('grow')}>
            {t('grow.title')}
          </button>
          <button type="button" className="btn btn-ghost px-2 text-primary btn-sm max-lg:btn-md" onClick={() => openDialog('runs')}>
            {t('runs.open')}
          </button>
          <button type="button" className="btn btn-ghost px-2 text-primary btn-sm max-lg:btn-md" onClick={() => openDialog('faults')}>
            {t('visit.fault-desk.open')}
          </button>
        </div>
      )}
      <ol ref={list}>
        {sheet.map(({ step, status, lock }, i) => {
          const here = step.id === currentId
          // Steps that wait for the burner are one line until somebody wants to see them.
          if (status === 'parked' && !here && !unfolded)
            return sheet[i - 1]?.status === 'parked' && sheet[i - 1]?.step.id !== currentId ? null : (
              <li key={step.id}>
                <button
                  type="button"
                  className="flex min-h-12 w-full cursor-pointer items-center gap-3 border-l-3 border-transparent px-3 text-left text-sm quiet hover:bg-base-200"
                  onClick={() => setUnfolded(true)}
                >
                  <span aria-hidden="true" className="w-4 shrink-0 text-center">
                    {MARKS.parked}
                  </span>
                  {t('parked-step.count', { count: parkedFrom(sheet, i) })}
                </button>
              </li>
            )
          return (
            <li key={step.id}>
              <button
                type="button"
                onClick={() => goTo(step.id)}
                aria-current={here ? 'step' : undefined}
                className={`flex min-h-12 w-full cursor-pointer items-center gap-3 border-l-3 px-3 text-left ${here ? 'border-primary bg-base-300 font-semibold' : 'border-transparent hover:bg-base-200'} ${status === 'locked' || status === 'parked' || (status === 'done' && !here) ? 'quiet' : ''}`}
              >
                <span aria-hidden="true" className={`w-4 shrink-0 text-center ${here ? 'text-primary' : ''}`}>
                  {here && status === 'open' ? MARKS.here : MARKS[status]}
                </span>
                <span className="min-w-0 flex-1">
                  {titles.get(step.id)}
                  <span className="sr-only"> ({t(`sheet.${status}`)})</span>
                  {lock && step.id === firstLocked && (
                    <span className="block text-xs text-warning">
                      {lock.code === 'lock.after'
                        ? t('lock.after', { step: titles.get(String(lock.params.step)) ?? '' })
                        : wordsFor(lock.code + '.short')}
                    </span>
                  )}
                  {(status === 'skipped' || status === 'not-applicable') && <span className="block text-xs">{t(`sheet.${status}`)}</span>}
                </span>
              </button>
            </li>
          )
        })}
      </ol>
    </nav>
  )
}

/** How many steps in a row wait for the burner, from one of them on. */
const parkedFrom = (sheet: readonly SheetEntry[], from: number): number => {
  const end = sheet.findIndex((e, i) => i > from && e.status !== 'parked')
  return (end < 0 ? sheet.length : end) - from
}
