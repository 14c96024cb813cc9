'use client'

import { useEffect, useState } from 'react'
import { ask } from '@/ui/ask'
import { dateAt } from '@/ui/dates'
import { Dialog } from '@/ui/Dialog'
import { described, Field } from '@/ui/Field'
import { toast } from '@/ui/toast'
import { t } from '@/messages/report'

interface Shown {
  readonly token: string
  readonly url: string
  readonly expiresAt: string
  readonly revokedAt: string | null
  readonly by: string
}
const DAYS = [30, 90, 365] as const

/** Makes, sends, copies and revokes links with which the customer reads the report. */
export function ShareReport({ visitId, timeZone }: { readonly visitId: string; readonly timeZone: string }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <button type="button" className="btn btn-outline btn-sm" onClick={() => setOpen(true)}>
        {t('share.open')}
      </button>
      {open && (
        <Dialog title={t('share.title')} onClose={() => setOpen(false)}>
          <Links visitId={visitId} timeZone={timeZone} />
        </Dialog>
      )}
    </>
  )
}

function Links({ visitId, timeZone }: { readonly visitId: string; readonly timeZone: string }) {
  const url = `/api/v1/visits/${visitId}/report-links`
  const [links, setLinks] = useState<readonly Shown[] | null>(null)
  const [days, setDays] = useState<(typeof DAYS)[number]>(90)
  const [email, setEmail] = useState('')
  const [problem, setProblem] = useState<string | undefined>()
  const [now] = useState(() => new Date().toISOString())
  const load = async () => {
    const answer = await ask('GET', url)
    if (answer.ok) setLinks(answer.body.links as Shown[])
    else setProblem(answer.problem.detail)
    return answer
  }
  useEffect(() => {
    void ask('GET', url).then((answer) => {
      if (!answer.ok) return setProblem(answer.problem.detail)
      setLinks(answer.body.links as Shown[])
      if (typeof answer.body.email === 'string') setEmail(answer.body.email)
    })
  }, [url])
  const make = async () => {
    const answer = await ask('POST', url, { days, email: email.trim() || null })
    if (!answer.ok) return setProblem(answer.problem.fields.email ?? answer.problem.detail)
    setProblem(undefined)
    toast(t(email.trim() ? 'share.sent' : 'share.made'))
    setEmail('')
    await load()
  }
  const revoke = async (token: string) => {
    const answer = await ask('DELETE', `/api/v1/links/${token}`)
    toast(answer.ok ? t('share.revoked-said') : answer.problem.detail)
    await load()
  }
  return (
    <div className="flex flex-col gap-4">
      <p className="text-sm quiet">{t('share.what')}</p>
      <form
        noValidate
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          void make()
        }}
      >
        <Field id="share-days" label={t('share.days')}>
          <select
            id="share-days"
            className="select w-full"
            value={days}
            onChange={(e) => setDays(DAYS.find((d) => String(d) === e.target.value) ?? 90)}
          >
            {DAYS.map((d) => (
              <option key={d} value={d}>
                {t(`share.days.${d}`)}
              </option>
            ))}
          </select>
        </Field>
        <Field id="share-email" label={t('share.email')} error={problem}>
          <input
            {...described('share-email', problem)}
            type="email"
            className="input w-full"
            value={email}
            onChange={(e) => setEmail(e.target.value)}
          />
        </Field>
        <button className="btn press btn-primary">{t(email.trim() ? 'share.do-send' : 'share.do')}</button>
      </form>
      {links !== null && links.length > 0 && (
        <section>
          <h3 className="text-sm quiet">{t('share.links')}</h3>
          <ul className="divide-y divide-(--hairline) border-y hairline">
            {links.map((l) => {
              const over = l.revokedAt
                ? t('share.revoked')
                : l.expiresAt < now
                  ? t('share.expired', { date: dateAt(l.expiresAt, timeZone) })
                  : null
              return (
                <li key={l.token} className="flex flex-wrap items-center justify-between gap-2 py-2">
                  <span className="min-w-0 flex-1">
                    <span className="block truncate text-sm">{l.url}</span>
                    <span className="text-sm quiet">{over ?? t('share.until', { date: dateAt(l.expiresAt, timeZone), by: l.by })}</span>
                  </span>
                  {!over && (
                    <>
                      <button
                        type="button"
                        className="btn btn-outline btn-sm"
                        onClick={() => void navigator.clipboard.writeText(l.url).then(() => toast(t('share.copied')))}
                      >
                        {t('share.copy')}
                      </button>
                      <button type="button" className="btn btn-ghost text-primary btn-sm" onClick={() => void revoke(l.token)}>
                        {t('share.revoke')}
                      </button>
                    </>
                  )}
                </li>
              )
            })}
          </ul>
        </section>
      )}
    </div>
  )
}
