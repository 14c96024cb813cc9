'use client'

import { Link } from '@/ui/Link'
import { useState } from 'react'
import { Dialog } from '@/ui/Dialog'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visitLater'

/** The session ran out in the middle of the work: signing in here, without losing the place or anything that waits. */
export function SignInAgain({
  visitId,
  userId,
  waiting,
  onDone,
  onLater,
}: {
  readonly visitId: string
  readonly userId: string
  readonly waiting: number
  readonly onDone: () => void
  readonly onLater: () => void
}) {
  const [busy, setBusy] = useState(false)
  const [error, setError] = useState<string | null>(null)
  const signIn = async (form: FormData) => {
    setBusy(true)
    setError(null)
    try {
      const response = await fetch('/api/auth/sign-in/email', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          email: String(form.get('email') ?? '')
            .trim()
            .toLowerCase(),
          password: String(form.get('password') ?? ''),
        }),
      })
      const body = (await response.json().catch(() => null)) as { user?: { id?: string } } | null
      if (response.status === 429) setError(t('sign-in.too-many'))
      else if (!response.ok) setError(t('sign-in.wrong'))
      // Somebody else: what waits here is not theirs to send. The page begins anew for them.
      else if (body?.user?.id !== userId) window.location.reload()
      else onDone()
    } catch {
      setError(t('sign-in-again.away'))
    }
    setBusy(false)
  }
  return (
    <Dialog title={t('sign-in-again.title')} onClose={onLater}>
      <form
        className="flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault()
          void signIn(new FormData(e.currentTarget))
        }}
      >
        <p>{t('sign-in-again.why', { count: waiting })}</p>
        <label className="flex flex-col gap-1">
          <span className="text-sm quiet">{t('sign-in.email')}</span>
          <input name="email" type="email" autoComplete="username" required className="input press w-full" />
        </label>
        <label className="flex flex-col gap-1">
          <span className="text-sm quiet">{t('sign-in.password')}</span>
          <input name="password" type="password" autoComplete="current-password" required className="input press w-full" />
        </label>
        {error && (
          <p role="alert" className="flex gap-2 text-error">
            <WarningSign /> {error}
          </p>
        )}
        <button className="btn press btn-primary" disabled={busy}>
          {busy ? t('sign-in.busy') : t('sign-in.go')}
        </button>
        <Link className="link text-sm text-primary" href={`/sign-in?next=/visits/${visitId}`}>
          {t('sign-in-again.page')}
        </Link>
      </form>
    </Dialog>
  )
}
