'use client'

import { useRouter } from 'next/navigation'
import { toast } from '@/ui/toast'
import { ask } from '@/ui/ask'
import { dateAt } from '@/ui/dates'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/people'
import { wordsFor } from '@/ui/words'
import type { InvitationShown } from '../server/invitations'

/** Invitations that nobody has taken up yet. */
export function Invitations({
  list,
  now,
  timeZone,
}: {
  readonly list: readonly InvitationShown[]
  readonly now: string
  readonly timeZone: string
}) {
  const router = useRouter()
  const revoke = async (id: string) => {
    const answer = await ask('DELETE', `/api/v1/people/invitations/${id}`)
    toast(answer.ok ? t('people.revoked') : answer.problem.detail)
    router.refresh()
  }
  return (
    <section>
      <h2 className="mb-2 text-lg font-semibold">{t('people.standing')}</h2>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {list.map((i) => (
          <li key={i.id} className="flex flex-wrap items-center justify-between gap-3 px-2 py-2">
            <span className="min-w-0 break-words">
              {i.name} <span className="quiet">{i.email}</span>
              <span className="block text-sm quiet">
                {wordsFor(`role.${i.role}`)} ·{' '}
                {i.expiresAt < now ? (
                  <span className="inline-flex gap-1 text-warning">
                    <WarningSign size={16} /> {t('people.invitation-expired')}
                  </span>
                ) : (
                  t('people.invitation-until', { date: dateAt(i.expiresAt, timeZone) })
                )}
              </span>
            </span>
            <button type="button" className="btn btn-ghost text-primary" onClick={() => void revoke(i.id)}>
              {t('people.revoke')}
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
