'use client'

import { useActionState, useState } from 'react'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/account'
import { secondAction } from './secondAction'

/** The second step of signing in: a code of the app, or one of those that were kept. */
export function SecondForm({ next }: { readonly next: string }) {
  const [kept, setKept] = useState(false)
  const [state, action, busy] = useActionState(secondAction, { error: null })
  return (
    <form action={action} className="flex flex-col gap-4">
      <input type="hidden" name="next" value={next} />
      <input type="hidden" name="kind" value={kept ? 'recovery' : 'app'} />
      <p>{t(kept ? 'second.recovery-what' : 'second.what')}</p>
      <label className="flex flex-col gap-1">
        <span className="text-sm quiet">{t(kept ? 'second.recovery' : 'second.code')}</span>
        <input
          key={String(kept)}
          name="code"
          autoFocus
          required
          autoCapitalize="none"
          autoComplete={kept ? 'off' : 'one-time-code'}
          inputMode={kept ? 'text' : 'numeric'}
          maxLength={kept ? 20 : 7}
          className="input w-full text-2xl tabular-nums"
        />
      </label>
      <label className="flex min-h-11 items-center gap-3">
        <input type="checkbox" name="trust" className="checkbox" />
        {t('second.trust')}
      </label>
      {state.error && (
        <p role="alert" className="flex items-start gap-2 text-error">
          <WarningSign /> {state.error}
        </p>
      )}
      <button className="btn press btn-primary" disabled={busy}>
        {busy ? t('sign-in.busy') : t('second.do')}
      </button>
      <button type="button" className="btn btn-ghost text-primary" onClick={() => setKept(!kept)}>
        {t(kept ? 'second.use-app' : 'second.use-recovery')}
      </button>
      <p className="text-sm quiet">{t('second.lost')}</p>
    </form>
  )
}
