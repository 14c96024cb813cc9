'use client'

import { useEffect, useMemo, useRef } from 'react'
import { t } from '@/messages/visit'
import { wordsFor } from '@/ui/words'
import type { SheetEntry } from '../view'
import { stepTitle, useDesk } from './context'

const MARKS: Record<SheetEntry['status'] | 'here', string> = {
  done: '✓',
  skipped: '↷',
  'not-applicable': '–',
  open: '○',
  locked: '⊘',
  here: '●',
}

/** The ordered run sheet: what is done, what is next, what is locked and why. */
export function RunSheet({ sheet, currentId }: { readonly sheet: readonly SheetEntry[]; readonly currentId: string }) {
  const { appliance, steps, goTo } = useDesk()
  // A sheet has some forty titles, and is drawn again with every event; they stay the same.
  const titles = useMemo(() => new Map(steps.map((s) => [s.id, stepTitle(s, appliance)])), [steps, appliance])
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
      <ol ref={list}>
        {sheet.map(({ step, status, lock }) => {
          const here = step.id === currentId
          return (
            <li key={step.id}>
              <button
                type="button"
                onClick={() => goTo(step.id)}
                aria-current={here ? 'step' : undefined}
                className={`flex min-h-12 w-full cursor-pointer items-center gap-3 border-l-3 px-3 text-left ${here ? 'border-primary bg-base-300 font-semibold' : 'border-transparent hover:bg-base-200'} ${status === 'locked' || (status === 'done' && !here) ? 'quiet' : ''}`}
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
