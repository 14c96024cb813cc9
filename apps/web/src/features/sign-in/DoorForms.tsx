'use client'

import { Link } from '@/ui/Link'
import { type ReactNode, useActionState } from 'react'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/account'
import { type DoorState, forgotAction, joinAction, resetAction } from './doorActions'

const START: DoorState = { error: null, done: false }

function Failure({ text }: { readonly text: string | null }) {
  return text ? (
    <p role="alert" className="flex items-start gap-2 text-error">
      <WarningSign /> {text}
    </p>
  ) : null
}

function Done({ children }: { readonly children: ReactNode }) {
  return (
    <div role="status" className="flex flex-col gap-4">
      <p>{children}</p>
      <Link href="/sign-in" className="btn press btn-primary">
        {t('door.to-sign-in')}
      </Link>
    </div>
  )
}

/** A password twice, for an invitation or a reset link. */
export function PasswordForm({
  kind,
  token,
  button,
}: {
  readonly kind: 'join' | 'reset'
  readonly token: string
  readonly button: string
}) {
  const [state, action, busy] = useActionState(kind === 'join' ? joinAction : resetAction, START)
  if (state.done) return <Done>{t('reset.done')}</Done>
  return (
    <form action={action} className="flex flex-col gap-4">
      <input type="hidden" name="token" value={token} />
      {(['password', 'again'] as const).map((name) => (
        <label key={name} className="flex flex-col gap-1">
          <span className="text-sm quiet">{t(`door.${name}`)}</span>
          <input name={name} type="password" autoComplete="new-password" required className="input w-full" />
        </label>
      ))}
      <p className="text-sm quiet">{t('door.password-hint')}</p>
      <Failure text={state.error} />
      <button className="btn press btn-primary" disabled={busy}>
        {busy ? t('form.saving') : button}
      </button>
    </form>
  )
}

/** The address to send a link to. */
export function ForgotForm() {
  const [state, action, busy] = useActionState(forgotAction, START)
  if (state.done) return <Done>{t('forgot.done')}</Done>
  return (
    <form action={action} className="flex flex-col gap-4">
      <label className="flex flex-col gap-1">
        <span className="text-sm quiet">{t('sign-in.email')}</span>
        <input name="email" type="email" autoComplete="username" required className="input w-full" />
      </label>
      <Failure text={state.error} />
      <button className="btn press btn-primary" disabled={busy}>
        {busy ? t('form.saving') : t('forgot.do')}
      </button>
    </form>
  )
}
