'use client'

import { useEffect, useState } from 'react'
import { z } from 'zod'
import { ask } from '@/ui/ask'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/exchange'
import type { ShownJob } from '../server/jobs'

const ACTIONS = ['refuse', 'add', 'change', 'same'] as const
type Action = (typeof ACTIONS)[number]

const pageSchema = z.object({
  rows: z.array(
    z.object({
      line: z.number(),
      action: z.enum(ACTIONS),
      label: z.string(),
      problems: z.array(z.object({ column: z.string(), message: z.string() })).nullable(),
      changes: z.array(z.string()).nullable(),
    }),
  ),
  next: z.number().nullable(),
})
type Row = z.infer<typeof pageSchema>['rows'][number]

/** What would happen with each row, by what would happen; the refused ones first. */
export function JobRows({ job }: { readonly job: ShownJob }) {
  const count: Record<Action, number> = { refuse: job.refused, add: job.added, change: job.changed, same: job.same }
  const [action, setAction] = useState<Action>(ACTIONS.find((a) => count[a] > 0) ?? 'add')
  const [rows, setRows] = useState<readonly Row[]>([])
  const [next, setNext] = useState<number | null>(null)
  useEffect(() => {
    let gone = false
    void ask('GET', `/api/v1/imports/${job.id}/rows?action=${action}`).then((answer) => {
      const page = answer.ok ? pageSchema.safeParse(answer.body) : null
      if (gone || !page?.success) return
      setRows(page.data.rows)
      setNext(page.data.next)
    })
    return () => {
      gone = true
    }
  }, [job.id, action])
  const more = async () => {
    const answer = await ask('GET', `/api/v1/imports/${job.id}/rows?action=${action}&after=${next}`)
    const page = answer.ok ? pageSchema.safeParse(answer.body) : null
    if (!page?.success) return
    setRows([...rows, ...page.data.rows])
    setNext(page.data.next)
  }
  return (
    <div>
      <div role="group" aria-label={t('exchange.show')} className="mb-3 flex flex-wrap gap-2">
        {ACTIONS.map((a) => (
          <button
            key={a}
            type="button"
            aria-pressed={a === action}
            disabled={count[a] === 0}
            className={`btn btn-sm ${a === action ? 'btn-primary' : 'btn-outline'}`}
            onClick={() => setAction(a)}
          >
            {t(`exchange.action.${a}`)} {count[a]}
          </button>
        ))}
      </div>
      <ol className="divide-y divide-(--hairline) border-y hairline">
        {rows.map((r) => (
          <li key={r.line} className="grid gap-x-4 py-2 sm:grid-cols-[5rem_1fr_1.4fr]">
            <span className="text-sm quiet">{t('exchange.row', { line: r.line })}</span>
            <span>{r.label}</span>
            <span className="text-sm">
              {r.problems?.map((p, i) => (
                <span key={i} className="flex items-start gap-2 text-error">
                  <WarningSign size={16} />
                  <span>
                    {p.column && <b className="font-semibold">{p.column}: </b>}
                    {p.message}
                  </span>
                </span>
              ))}
              {r.changes && r.changes.length > 0 && <span className="quiet">{r.changes.join(', ')}</span>}
            </span>
          </li>
        ))}
      </ol>
      {next !== null && (
        <button type="button" className="btn mt-3 btn-outline" onClick={() => void more()}>
          {t('exchange.more')}
        </button>
      )}
    </div>
  )
}
