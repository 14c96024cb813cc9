'use client'

import Image from 'next/image'
import { useState } from 'react'
import { described, Field } from '@/ui/Field'
import { toast } from '@/ui/toast'
import { t } from '@/messages/account'
import { askSignIn } from './askSignIn'

interface SetUp {
  readonly totpURI: string
  readonly backupCodes: readonly string[]
  readonly picture: string
}

/** Sets the authenticator app up: the password, then a picture to scan with codes to keep, then a code that proves it. */
export function AuthenticatorSetUp({ next, onDone }: { readonly next?: string; readonly onDone?: () => void }) {
  const [setUp, setSetUp] = useState<SetUp | null>(null)
  const begin = async (password: string): Promise<string | null> => {
    const answer = await askSignIn<Omit<SetUp, 'picture'>>('/two-factor/enable', { password })
    if (!answer.ok) return answer.said
    const { toDataURL } = await import('qrcode')
    setSetUp({ ...answer.body, picture: await toDataURL(answer.body.totpURI, { margin: 2, scale: 5 }) })
    return null
  }
  const confirm = async (code: string): Promise<string | null> => {
    const answer = await askSignIn('/two-factor/verify-totp', { code: code.replaceAll(/\s/g, '') })
    if (!answer.ok) return answer.said
    toast(t('authenticator.is-on'))
    onDone?.()
    if (next !== undefined) location.assign(next)
    return null
  }
  if (!setUp) return <OneField kind="password" button={t('authenticator.next')} onSend={begin} />
  const key = new URL(setUp.totpURI).searchParams.get('secret') ?? ''
  return (
    <div className="flex flex-col gap-4">
      <p>{t('authenticator.scan')}</p>
      <Image src={setUp.picture} alt={t('authenticator.qr')} width={224} height={224} unoptimized className="self-center rounded-md" />
      <p className="text-sm">
        {t('authenticator.by-hand')} <code className="break-all">{key}</code>
      </p>
      <Codes codes={setUp.backupCodes} />
      <OneField kind="code" button={t('authenticator.turn-on')} onSend={confirm} />
    </div>
  )
}

/** Codes that open the account once each, shown once. */
export function Codes({ codes }: { readonly codes: readonly string[] }) {
  return (
    <div className="rounded-md border hairline p-4">
      <p className="mb-3 text-sm">{t('authenticator.keep')}</p>
      <ul className="grid grid-cols-2 gap-x-6 gap-y-1 font-mono">
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ul>
      <button
        type="button"
        className="btn mt-3 btn-outline btn-sm"
        onClick={() => void navigator.clipboard.writeText(codes.join('\n')).then(() => toast(t('authenticator.copied')))}
      >
        {t('authenticator.copy')}
      </button>
    </div>
  )
}

/** A password, or a code, with what was wrong with it. */
export function OneField({
  kind,
  button,
  onSend,
}: {
  readonly kind: 'password' | 'code'
  readonly button: string
  /** Answers with what is wrong; null when it went well. */
  readonly onSend: (value: string) => Promise<string | null>
}) {
  const [value, setValue] = useState('')
  const [error, setError] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const id = `authenticator-${kind}`
  const send = async () => {
    setBusy(true)
    setError(await onSend(value))
    setBusy(false)
  }
  return (
    <form
      noValidate
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        void send()
      }}
    >
      <Field id={id} label={t(kind === 'password' ? 'authenticator.password' : 'authenticator.confirm')} error={error ?? undefined}>
        <input
          {...described(id, error ?? undefined)}
          type={kind === 'password' ? 'password' : 'text'}
          inputMode={kind === 'password' ? undefined : 'numeric'}
          autoComplete={kind === 'password' ? 'current-password' : 'one-time-code'}
          className="input w-full"
          value={value}
          onChange={(e) => setValue(e.target.value)}
        />
      </Field>
      <button className="btn press btn-primary" disabled={busy || value === ''}>
        {button}
      </button>
    </form>
  )
}
