'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ask } from '@/ui/ask'
import { dateAt } from '@/ui/dates'
import { toast } from '@/ui/toast'
import { t } from '@/messages/instruments'
import type { Bridge } from './server/bridges'

/** The firm's bridges: a new one with its token, shown this once, and those that are there. */
export function BridgesPanel({ list, timeZone }: { readonly list: readonly Bridge[]; readonly timeZone: string }) {
  const router = useRouter()
  const [name, setName] = useState('')
  const [token, setToken] = useState<string | null>(null)
  const add = async () => {
    const answer = await ask('POST', '/api/v1/bridges', { name })
    if (!answer.ok) return toast.error(answer.problem.detail)
    setToken(String(answer.body.token))
    setName('')
    router.refresh()
  }
  const revoke = async (b: Bridge) => {
    const answer = await ask('DELETE', `/api/v1/bridges/${b.id}`)
    toast(answer.ok ? t('bridges.revoked-said', { name: b.name }) : answer.problem.detail)
    router.refresh()
  }
  return (
    <section aria-labelledby="bridges" className="mt-6 flex flex-col gap-3">
      <h2 id="bridges" className="text-lg font-semibold">
        {t('bridges.title')}
      </h2>
      <p className="quiet">{t('bridges.why')}</p>
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          void add()
        }}
      >
        <label className="min-w-56 flex-1">
          <span className="block text-sm quiet">{t('bridges.name')}</span>
          <input className="input w-full" value={name} maxLength={60} autoComplete="off" onChange={(e) => setName(e.target.value)} />
        </label>
        <button className="btn press btn-outline" disabled={name.trim() === ''}>
          {t('bridges.add')}
        </button>
      </form>
      {token && (
        <p role="status" className="rounded-md border border-info bg-base-200 p-3">
          {t('bridges.token')} <code className="block pt-1 break-all select-all">{token}</code>
        </p>
      )}
      <ul className="divide-y divide-(--hairline) border-y hairline empty:border-0">
        {list.map((b) => (
          <li key={b.id} className="flex min-h-12 flex-wrap items-center justify-between gap-3 px-2 py-1">
            <span>
              {b.name}{' '}
              <span className="text-sm quiet">
                {b.revokedAt
                  ? t('bridges.revoked', { date: dateAt(b.revokedAt, timeZone) })
                  : b.lastSeenAt
                    ? t('bridges.seen', { date: dateAt(b.lastSeenAt, timeZone) })
                    : t('bridges.never')}
              </span>
            </span>
            {!b.revokedAt && (
              <button
                type="button"
                className="btn btn-ghost text-primary"
                aria-label={`${t('bridges.revoke')}: ${b.name}`}
                onClick={() => void revoke(b)}
              >
                {t('bridges.revoke')}
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
