'use client'

import { Download } from 'lucide-react'
import { useCallback, useEffect, useState } from 'react'
import { ask } from '@/ui/ask'
import { dateAt } from '@/ui/dates'
import { Field } from '@/ui/Field'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/exchange'
import type { ShownExport } from './server/exportJobs'

const POLL_MS = 700
const isOpen = (job: ShownExport): boolean => job.state === 'waiting' || job.state === 'running'

/** One file: how far it is, or where to get it. */
function Made({ job, timeZone, act }: { readonly job: ShownExport; readonly timeZone: string; readonly act: (id: string) => void }) {
  const name = t(`made.${job.kind}`)
  return (
    <li className="grid items-center gap-x-6 gap-y-1 py-2 sm:grid-cols-[1fr_1.4fr_auto]">
      <span>
        {name} <span className="text-sm quiet">{dateAt(job.createdAt, timeZone)}</span>
        {(job.wish.from ?? job.wish.until) && (
          <span className="block text-sm quiet">
            {job.wish.from ?? '…'} – {job.wish.until ?? '…'}
          </span>
        )}
      </span>
      {isOpen(job) ? (
        <span className="flex items-center gap-3 text-sm" role="status">
          <progress className="progress w-40" value={job.progress} max={Math.max(1, job.total)} aria-label={name} />
          {job.state === 'waiting' ? t('made.waiting') : t('made.running', { done: job.progress, total: job.total })}
        </span>
      ) : (
        <span className="text-sm quiet">
          {t(`made.state.${job.state as 'done'}`, { size: (job.bytes / 1e6).toFixed(1) })}
          {job.message && <span className="block text-error">{job.message}</span>}
        </span>
      )}
      <span className="flex gap-2">
        {job.state === 'done' && (
          <a className="btn btn-outline btn-sm" href={`/api/v1/export-jobs/${job.id}/file`} download>
            <Download size={16} aria-hidden /> {t('made.download')}
          </a>
        )}
        {(isOpen(job) || job.state === 'done') && (
          <button type="button" className="btn btn-ghost btn-sm" onClick={() => act(job.id)}>
            {t(job.state === 'done' ? 'made.delete' : 'form.cancel')}
          </button>
        )}
      </span>
    </li>
  )
}

/** Files that take long: asked for here, made in the background, fetched here. */
export function ExportDesk({
  before,
  archive,
  paper,
  timeZone,
}: {
  readonly before: readonly ShownExport[]
  /** Whether this person may have everything. */
  readonly archive: boolean
  readonly paper: 'a4' | 'letter'
  readonly timeZone: string
}) {
  const [jobs, setJobs] = useState(before)
  const [from, setFrom] = useState('')
  const [until, setUntil] = useState('')
  const [said, setSaid] = useState<string | null>(null)
  const [asking, setAsking] = useState(false)
  const refresh = useCallback(async () => {
    const answer = await ask('GET', '/api/v1/export-jobs')
    if (answer.ok) setJobs((answer.body as unknown as { rows: ShownExport[] }).rows)
  }, [])
  const open = jobs.some(isOpen)
  useEffect(() => {
    if (!open) return
    const timer = setInterval(() => void refresh(), POLL_MS)
    return () => clearInterval(timer)
  }, [open, refresh])

  const send = async (path: string, body?: object) => {
    setSaid(null)
    setAsking(true)
    const answer = await ask('POST', path, body)
    if (!answer.ok) setSaid([answer.problem.detail, ...Object.values(answer.problem.fields)].join(' '))
    await refresh()
    setAsking(false)
  }
  return (
    <section aria-labelledby="made">
      <h2 id="made" className="mb-2 text-lg font-semibold">
        {t('made.title')}
      </h2>
      <p className="mb-4 max-w-2xl quiet">{t('made.what')}</p>
      <div className="grid gap-x-10 gap-y-6 md:grid-cols-2">
        <form
          className="flex flex-col items-start gap-3"
          onSubmit={(e) => {
            e.preventDefault()
            void send('/api/v1/export-jobs', { kind: 'reports', paper, ...(from && { from }), ...(until && { until }) })
          }}
        >
          <h3 className="font-semibold">{t('made.reports')}</h3>
          <p className="text-sm quiet">{t('made.reports-what')}</p>
          <div className="flex flex-wrap gap-4">
            <Field id="made-from" label={t('made.from')}>
              <input id="made-from" type="date" className="input" value={from} onChange={(e) => setFrom(e.target.value)} />
            </Field>
            <Field id="made-until" label={t('made.until')}>
              <input id="made-until" type="date" className="input" value={until} onChange={(e) => setUntil(e.target.value)} />
            </Field>
          </div>
          <button type="submit" className="btn btn-outline" disabled={open || asking}>
            {t('made.make-reports')}
          </button>
        </form>
        {archive && (
          <div className="flex flex-col items-start gap-3">
            <h3 className="font-semibold">{t('made.archive')}</h3>
            <p className="text-sm quiet">{t('made.archive-what')}</p>
            <button
              type="button"
              className="btn mt-auto btn-outline"
              disabled={open || asking}
              onClick={() => void send('/api/v1/export-jobs', { kind: 'archive' })}
            >
              {t('made.make-archive')}
            </button>
          </div>
        )}
      </div>
      {said && (
        <p role="alert" className="mt-4 flex items-center gap-2 text-error">
          <WarningSign size={18} /> {said}
        </p>
      )}
      <ul className="mt-5 divide-y divide-(--hairline) border-y hairline empty:border-0">
        {jobs.map((job) => (
          <Made key={job.id} job={job} timeZone={timeZone} act={(id) => void send(`/api/v1/export-jobs/${id}/cancel`)} />
        ))}
      </ul>
    </section>
  )
}
