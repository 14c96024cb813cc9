'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { dateAt } from '@/ui/dates'
import { toast } from '@/ui/toast'
import { t } from '@/messages/account'
import { askSignIn } from './askSignIn'
import { usePasskeysHere } from './passkeysHere'
import { registerPasskey } from './registerPasskey'

export interface PasskeyShown {
  readonly id: string
  readonly name: string | null
  readonly createdAt: string | null
}

/** The passkeys of one's own account: listed, added, removed. */
export function Passkeys({ list, timeZone }: { readonly list: readonly PasskeyShown[]; readonly timeZone: string }) {
  const router = useRouter()
  const here = usePasskeysHere()
  const [name, setName] = useState('')
  const told = (said: string) => {
    toast(said)
    router.refresh()
  }
  const remove = async (id: string) => {
    const answer = await askSignIn('/passkey/delete-passkey', { id })
    told(answer.ok ? t('passkey.removed') : answer.said)
  }
  const add = async () => {
    const wrong = await registerPasskey(name.trim())
    if (wrong) return toast.error(wrong)
    setName('')
    told(t('passkey.added'))
  }
  return (
    <>
      {list.length === 0 && <p className="mb-3 quiet">{t('passkey.none')}</p>}
      <ul className="divide-y divide-(--hairline) border-y hairline empty:hidden">
        {list.map((p) => (
          <li key={p.id} className="flex flex-wrap items-center justify-between gap-3 py-2">
            <span>
              {p.name || t('passkey.unnamed')}
              {p.createdAt && <span className="block text-sm quiet">{t('passkey.since', { date: dateAt(p.createdAt, timeZone) })}</span>}
            </span>
            <button
              type="button"
              className="btn btn-ghost text-primary"
              aria-label={t('passkey.remove-what', { name: p.name || t('passkey.unnamed') })}
              onClick={() => void remove(p.id)}
            >
              {t('passkey.remove')}
            </button>
          </li>
        ))}
      </ul>
      {here ? (
        <form
          className="mt-3 flex flex-wrap items-end gap-3"
          onSubmit={(e) => {
            e.preventDefault()
            void add()
          }}
        >
          <label className="flex min-w-56 flex-1 flex-col gap-1">
            <span className="text-sm quiet">{t('passkey.name')}</span>
            <input className="input w-full" value={name} maxLength={60} onChange={(e) => setName(e.target.value)} />
          </label>
          <button className="btn btn-outline">{t('passkey.add')}</button>
        </form>
      ) : (
        <p className="mt-3 text-sm quiet">{t('passkey.unsupported')}</p>
      )}
    </>
  )
}
