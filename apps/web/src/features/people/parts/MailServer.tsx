'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ask } from '@/ui/ask'
import { toast } from '@/ui/toast'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/people'
import { MailServerFields } from './MailServerFields'

/** The firm's own mail server: set, altered with a test letter at once, or taken away. */
export function MailServer({
  current,
}: {
  readonly current: { readonly host: string; readonly port: number; readonly username: string; readonly from: string } | null
}) {
  const router = useRouter()
  const [problems, setProblems] = useState<Readonly<Record<string, string>>>({})
  const [busy, setBusy] = useState(false)
  const save = async (form: FormData) => {
    setBusy(true)
    const answer = await ask('PUT', '/api/v1/firm/mail-server', Object.fromEntries(form))
    setBusy(false)
    if (!answer.ok)
      return setProblems(Object.keys(answer.problem.fields).length > 0 ? answer.problem.fields : { '': answer.problem.detail })
    setProblems({})
    toast(t('mail.server.kept'))
    router.refresh()
  }
  const remove = async () => {
    const answer = await ask('DELETE', '/api/v1/firm/mail-server')
    if (!answer.ok) return toast.error(answer.problem.detail)
    toast(t('mail.server.removed'))
    router.refresh()
  }
  return (
    <details className="border-y hairline py-2">
      <summary className="flex min-h-11 cursor-pointer items-center font-semibold text-primary">
        {current ? t('mail.server.is', { host: current.host, from: current.from }) : t('mail.server.title')}
      </summary>
      <form
        className="flex flex-col gap-4 py-3"
        noValidate
        onSubmit={(e) => {
          e.preventDefault()
          void save(new FormData(e.currentTarget))
        }}
      >
        <p className="text-sm quiet">{t('mail.server.what')}</p>
        <MailServerFields
          typed={current ? { ...current, port: String(current.port) } : {}}
          problems={problems}
          keepsPassword={Boolean(current?.username)}
        />
        {problems[''] && (
          <p role="alert" className="flex gap-2 text-error">
            <WarningSign /> {problems['']}
          </p>
        )}
        <div className="flex flex-wrap gap-3">
          <button className="btn press btn-primary" disabled={busy}>
            {t('mail.server.do')}
          </button>
          {current && (
            <button type="button" className="btn press btn-outline" onClick={() => void remove()}>
              {t('mail.server.remove')}
            </button>
          )}
        </div>
      </form>
    </details>
  )
}
