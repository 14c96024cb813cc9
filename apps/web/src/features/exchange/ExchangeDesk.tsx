'use client'

import { useRouter } from 'next/navigation'
import { useCallback, useEffect, useRef, useState } from 'react'
import { ask } from '@/ui/ask'
import { Field } from '@/ui/Field'
import { FileButton } from '@/ui/FileButton'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/exchange'
import { JobRows } from './parts/JobRows'
import { INDEXED_AT_ONCE } from './columns'
import type { ShownJob } from './server/jobs'

const KINDS = ['sites', 'supplies', 'appliances', 'instruments', 'places'] as const
const POLL_MS = 700

/** What the server said; null where something on the way answered in its place. */
function answered(text: string): (ShownJob & { readonly detail?: string }) | null {
  try {
    return JSON.parse(text) as ShownJob
  } catch {
    return null
  }
}

/** Files in and out: a file is read and checked first, row by row; then it is taken over as a whole, or not at all. */
export function ExchangeDesk({ past }: { readonly past: readonly ShownJob[] }) {
  const router = useRouter()
  const [kind, setKind] = useState<(typeof KINDS)[number]>('appliances')
  const [sent, setSent] = useState<number | null>(null)
  const [job, setJob] = useState<ShownJob | null>(past.find((j) => j.state === 'importing') ?? null)
  const [said, setSaid] = useState<string | null>(null)
  const request = useRef<XMLHttpRequest | null>(null)

  const upload = (file: File) => {
    setSaid(null)
    setJob(null)
    setSent(0)
    const xhr = new XMLHttpRequest()
    request.current = xhr
    xhr.open('POST', `/api/v1/imports?kind=${kind}&name=${encodeURIComponent(file.name)}`)
    xhr.upload.onprogress = (e) => setSent(e.lengthComputable ? e.loaded / e.total : 0)
    xhr.onload = () => {
      setSent(null)
      const body = answered(xhr.responseText)
      if (xhr.status === 201 && body) setJob(body)
      else setSaid(body?.detail ?? t('ask.failed'))
    }
    xhr.onerror = () => {
      setSent(null)
      setSaid(t('exchange.upload-broken'))
    }
    xhr.onabort = () => {
      setSent(null)
      setSaid(t('exchange.upload-cancelled'))
    }
    xhr.send(file)
  }

  const refresh = useCallback(async (id: string) => {
    const answer = await ask('GET', `/api/v1/imports/${id}`)
    if (answer.ok) setJob(answer.body as unknown as ShownJob)
  }, [])
  const running = job?.state === 'importing'
  useEffect(() => {
    if (!running || !job) return
    const timer = setInterval(() => void refresh(job.id), POLL_MS)
    return () => clearInterval(timer)
  }, [running, job, refresh])
  useEffect(() => {
    if (job?.state === 'done') router.refresh()
  }, [job?.state, router])

  const act = async (what: 'commit' | 'cancel') => {
    if (!job) return
    const answer = await ask('POST', `/api/v1/imports/${job.id}/${what}`)
    if (answer.ok) setJob(answer.body as unknown as ShownJob)
    else setSaid(answer.problem.detail)
  }
  return (
    <div className="flex flex-col gap-8">
      <section aria-labelledby="exchange-in">
        <h2 id="exchange-in" className="mb-2 text-lg font-semibold">
          {t('exchange.in')}
        </h2>
        <p className="mb-4 max-w-2xl quiet">{t('exchange.in-what')}</p>
        <div className="flex flex-wrap items-end gap-4">
          <Field id="import-kind" label={t('exchange.kind')}>
            <select id="import-kind" className="select min-w-64" value={kind} onChange={(e) => setKind(e.target.value as typeof kind)}>
              {KINDS.map((k) => (
                <option key={k} value={k}>
                  {t(`exchange.kind.${k}`)}
                </option>
              ))}
            </select>
          </Field>
          <FileButton
            label={t('exchange.choose')}
            accept=".csv,.json,text/csv,application/json"
            look="btn-primary"
            disabled={sent !== null || running}
            onFile={upload}
          />
        </div>
        {sent !== null && (
          <div className="mt-4 flex items-center gap-4" role="status">
            <progress className="progress w-64" value={sent} max={1} />
            {sent < 1 ? t('exchange.sending', { percent: Math.round(sent * 100) }) : t('exchange.checking')}
            <button type="button" className="btn btn-outline btn-sm" onClick={() => request.current?.abort()}>
              {t('form.cancel')}
            </button>
          </div>
        )}
        {said && (
          <p role="alert" className="mt-4 flex items-center gap-2 text-error">
            <WarningSign size={18} /> {said}
          </p>
        )}
      </section>
      {job && (
        <section aria-label={job.fileName} aria-live="polite">
          <h2 className="mb-1 text-lg font-semibold">{job.fileName}</h2>
          {job.message && (
            <p className="mb-3 flex items-center gap-2 text-error">
              <WarningSign size={18} /> {job.message}
            </p>
          )}
          {job.state === 'refused' && <p className="mb-3">{t('exchange.nothing-taken')}</p>}
          {job.state === 'checked' && (
            <>
              <p className="mb-3">{t(job.refused > 0 ? 'exchange.would-not' : 'exchange.would', { count: job.refused })}</p>
              <div className="mb-4 flex flex-wrap gap-3">
                <button
                  type="button"
                  className="btn btn-primary"
                  disabled={job.refused > 0 || job.added + job.changed === 0}
                  onClick={() => void act('commit')}
                >
                  {t('exchange.take', { count: job.added + job.changed })}
                </button>
                <button type="button" className="btn btn-outline" onClick={() => void act('cancel')}>
                  {t('exchange.put-away')}
                </button>
              </div>
            </>
          )}
          {running && (
            <div className="mb-4 flex items-center gap-4" role="status">
              <progress className="progress w-64" value={job.progress} max={Math.max(1, job.rows)} />
              {t('exchange.taking', { done: job.progress, rows: job.rows })}
              <button type="button" className="btn btn-outline btn-sm" onClick={() => void act('cancel')}>
                {t('form.cancel')}
              </button>
            </div>
          )}
          {job.state === 'done' && (
            <p className="mb-3">
              <b className="font-semibold">{t('exchange.done', { count: job.added + job.changed })}</b>{' '}
              {job.rows > INDEXED_AT_ONCE && t('exchange.done-search')}
            </p>
          )}
          {job.state === 'cancelled' && <p className="mb-3">{t('exchange.cancelled')}</p>}
          {job.state === 'broken-off' && (
            <p className="mb-3 flex flex-wrap items-center gap-3">
              {t('exchange.broken-off')}
              <button type="button" className="btn btn-outline btn-sm" onClick={() => void act('commit')}>
                {t('exchange.again')}
              </button>
            </p>
          )}
          {job.state === 'checked' && <JobRows key={job.id} job={job} />}
        </section>
      )}
    </div>
  )
}
