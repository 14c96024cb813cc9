'use client'

import type { Difference } from '@lucerna/core/appliance'
import { Link } from '@/ui/Link'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from '@/ui/toast'
import { ask } from '@/ui/ask'
import { Dialog } from '@/ui/Dialog'
import type { Units } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/documents'
import type { Row } from '../spec'
import { Differences } from './Differences'

interface Pinned {
  readonly id: string
  readonly name: string
  readonly serial: string
  readonly siteName: string
  readonly cardVersion: number
}

/** The appliances of a card by the version that judges them; those on an older one can be moved, after a look at what changes. */
export function MoveAppliances({
  cardId,
  newest,
  pinned,
  changes,
  versions,
  units,
  allowed,
}: {
  readonly cardId: string
  readonly newest: number
  readonly pinned: readonly Pinned[]
  readonly changes: Readonly<Record<number, readonly Difference[]>>
  readonly versions: Readonly<Record<number, Row>>
  readonly units: Units
  readonly allowed: boolean
}) {
  const router = useRouter()
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const [asking, setAsking] = useState(false)
  const [said, setSaid] = useState<string | null>(null)
  const moving = pinned.filter((p) => chosen.has(p.id))
  const from = [...new Set(moving.map((p) => p.cardVersion))].sort((a, b) => a - b)
  const close = () => {
    setAsking(false)
    setSaid(null)
  }
  const move = async () => {
    const answer = await ask('POST', `/api/v1/documents/card/${cardId}/appliances`, { version: newest, applianceIds: [...chosen] })
    if (!answer.ok) return setSaid(answer.problem.detail)
    toast(t('cards.moved', { count: moving.length }))
    setChosen(new Set())
    close()
    router.refresh()
  }
  return (
    <section>
      <h2 className="mb-1 text-lg font-semibold">{t('cards.appliances')}</h2>
      {pinned.length === 0 && <p className="border-y hairline py-6 text-center quiet">{t('cards.none')}</p>}
      <ul className="divide-y divide-(--hairline) border-y hairline empty:border-0">
        {pinned.map((p) => (
          <li key={p.id} className="flex min-h-12 items-center gap-3 py-1.5">
            {allowed && p.cardVersion < newest && (
              <input
                type="checkbox"
                className="checkbox"
                aria-label={`${p.name}, ${p.siteName}`}
                checked={chosen.has(p.id)}
                onChange={(e) => setChosen(new Set(e.target.checked ? [...chosen, p.id] : [...chosen].filter((x) => x !== p.id)))}
              />
            )}
            <span className="min-w-0 flex-1">
              <Link href={`/appliances/${p.id}`} className="link text-primary">
                {p.name}
              </Link>{' '}
              <span className="text-sm quiet">
                {p.serial} · {p.siteName}
              </span>
            </span>
            <span className={`text-sm whitespace-nowrap ${p.cardVersion < newest ? 'text-warning' : 'quiet'}`}>
              {p.cardVersion < newest && <WarningSign size={14} />} {t('cards.on-version', { version: p.cardVersion })}
            </span>
          </li>
        ))}
      </ul>
      {moving.length > 0 && (
        <button type="button" className="btn mt-3 btn-primary" onClick={() => setAsking(true)}>
          {t('cards.move', { version: newest })}
        </button>
      )}
      {asking && (
        <Dialog title={t('cards.move-what')} onClose={close}>
          <div className="flex flex-col gap-4">
            {from.map((v) => (
              <div key={v}>
                <p className="mb-2 text-sm quiet">{t('doc.compare-title', { a: v, b: newest })}</p>
                <Differences kind="card" list={changes[v] ?? []} before={versions[v] ?? {}} after={versions[newest] ?? {}} units={units} />
              </div>
            ))}
            {said && <p role="alert">{said}</p>}
            <button type="button" className="btn self-start btn-primary" onClick={() => void move()}>
              {t('cards.move-sure', { count: moving.length, version: newest })}
            </button>
          </div>
        </Dialog>
      )}
    </section>
  )
}
