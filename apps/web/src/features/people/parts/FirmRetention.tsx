'use client'

import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import type { z } from 'zod'
import type { retentionSchema } from '../schemas'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { t } from '@/messages/people'

type RetentionPeriods = z.output<typeof retentionSchema>
const MONTHS = [3, 6, 12, 24, 36, 60, 120]

/** How long what is personal is kept: chosen by kind, with what would go now, before it is set. */
export function FirmRetention({ periods, version }: { readonly periods: RetentionPeriods; readonly version: number }) {
  const router = useRouter()
  const [draft, setDraft] = useState(periods)
  const [going, setGoing] = useState<Readonly<Record<string, number>> | null>(null)
  useEffect(() => {
    let stale = false
    void ask('POST', '/api/v1/firm/retention', draft).then((answer) => {
      if (!stale && answer.ok) setGoing(answer.body.wouldGo as Record<string, number>)
    })
    return () => {
      stale = true
    }
  }, [draft])
  const kinds = Object.keys(periods) as (keyof RetentionPeriods)[]
  const changed = kinds.some((k) => draft[k] !== periods[k])
  const save = async () => {
    const answer = await ask('PUT', '/api/v1/firm/retention', draft, version)
    if (answer.ok) toast(t('retention.set'))
    else toast.error(answer.problem.detail)
    router.refresh()
  }
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        void save()
      }}
    >
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {kinds.map((kind) => (
          <li key={kind} className="grid items-center gap-x-4 gap-y-1 py-2 sm:grid-cols-[1fr_10rem_7rem]">
            <label htmlFor={`keep-${kind}`}>{t(`retention.${kind}`)}</label>
            <select
              id={`keep-${kind}`}
              className="select w-full"
              value={draft[kind] ?? ''}
              onChange={(e) => setDraft((d) => ({ ...d, [kind]: e.target.value === '' ? null : Number(e.target.value) }))}
            >
              <option value="">{t('retention.keep')}</option>
              {MONTHS.map((months) => (
                <option key={months} value={months}>
                  {t('retention.months', { count: months })}
                </option>
              ))}
            </select>
            <span className="text-sm quiet" aria-live="polite">
              {draft[kind] !== null && going && t('retention.would-go', { count: going[kind] ?? 0 })}
            </span>
          </li>
        ))}
      </ul>
      {changed && <button className="btn self-start btn-primary">{t('form.save')}</button>}
    </form>
  )
}
