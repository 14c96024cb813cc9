'use client'

import { useActionState } from 'react'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/signIn'
import { wordsFor } from '@/ui/words'
import { signInAction } from './actions'

export function SignInForm({ next }: { readonly next: string }) {
  const [state, action, busy] = useActionState(signInAction, { error: null, email: '' })
  return (
    <form action={action} className="flex flex-col gap-4">
      <input type="hidden" name="next" value={next} />
      <label className="flex flex-col gap-1">
        <span className="text-sm quiet">{t('sign-in.email')}</span>
        <input
          name="email"
          type="email"
          autoComplete="username"
          required
          defaultValue={state.email}
          key={state.email}
          className="input w-full"
        />
      </label>
      <label className="flex flex-col gap-1">
        <span className="text-sm quiet">{t('sign-in.password')}</span>
        <input name="password" type="password" autoComplete="current-password" required className="input w-full" />
      </label>
      {state.error && (
        <p role="alert" className="flex items-start gap-2 text-error">
          <WarningSign /> {wordsFor(state.error)}
        </p>
      )}
      <button className="btn press btn-primary" disabled={busy}>
        {busy ? t('sign-in.busy') : t('sign-in.go')}
      </button>
    </form>
  )
}
