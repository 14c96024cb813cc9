'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ask } from '@/ui/ask'
import { t } from '@/messages/label'
import { WarningSign } from '@/ui/WarningSign'
import { LABEL_SIZES, type LabelModel, type LabelSize } from './model'

interface LinkRow {
  readonly token: string
  readonly said: string
  readonly revoked: boolean
}

/** Chooses a size, shows what will stand on the label, opens the PDF, and revokes links that should lead nowhere any more. */
export function LabelDesk({
  applianceId,
  models,
  links,
}: {
  readonly applianceId: string
  readonly models: Readonly<Record<LabelSize, LabelModel>>
  readonly links: readonly LinkRow[]
}) {
  const router = useRouter()
  const [size, setSize] = useState<LabelSize>('medium')
  const [said, setSaid] = useState<string | null>(null)
  const model = models[size]
  const { widthMm, heightMm } = LABEL_SIZES[size]
  const open = async () => {
    // Opened at once, so that it is not taken for a pop-up; filled when the link stands.
    const tab = window.open('about:blank', '_blank')
    const answer = await ask('POST', `/api/v1/appliances/${applianceId}/links`)
    if (!answer.ok) {
      tab?.close()
      return setSaid(answer.problem.detail)
    }
    const url = `/api/v1/appliances/${applianceId}/label?size=${size}`
    if (tab) tab.location.href = url
    else window.open(url, '_self')
    router.refresh()
  }
  const revoke = async (token: string) => {
    const answer = await ask('DELETE', `/api/v1/links/${token}`)
    setSaid(answer.ok ? null : answer.problem.detail)
    router.refresh()
  }
  return (
    <div className="flex flex-col gap-6">
      <fieldset>
        <legend className="mb-2 font-semibold">{t('label.size')}</legend>
        <div className="flex flex-wrap gap-x-6 gap-y-1">
          {(Object.keys(LABEL_SIZES) as LabelSize[]).map((s) => (
            <label key={s} className="flex min-h-11 items-center gap-2">
              <input type="radio" name="size" className="radio" checked={size === s} onChange={() => setSize(s)} />
              {t(`label.size.${s}`)} <span className="text-sm quiet">{`${LABEL_SIZES[s].widthMm} × ${LABEL_SIZES[s].heightMm} mm`}</span>
            </label>
          ))}
        </div>
      </fieldset>
      <section aria-label={t('label.preview')}>
        <div
          className="max-w-full border border-(--control) bg-white p-3 text-black"
          style={{ width: `${widthMm * 4}px`, minHeight: `${heightMm * 4}px` }}
        >
          <p className="figure text-xl font-semibold">{model.title}</p>
          <p className="text-sm">
            {model.serial}
            {model.measuredOn && ` · ${t('label.left-on', { date: model.measuredOn })}`}
          </p>
          {model.lines.length === 0 && <p className="mt-2 text-sm">{t('label.nothing')}</p>}
          <dl className="mt-1 text-sm">
            {model.lines.map((l) => (
              <div key={l.what} className="flex justify-between border-b border-black/60">
                <dt>{l.what}</dt>
                <dd className="font-semibold">{l.value}</dd>
              </div>
            ))}
          </dl>
          <p className="mt-2 text-sm font-semibold">{model.nextDue ? t('label.next', { date: model.nextDue }) : t('label.no-next')}</p>
          <p className="text-sm">
            {model.smell} · {model.firm}
          </p>
        </div>
      </section>
      <button type="button" className="btn self-start btn-primary" onClick={() => void open()}>
        {t('label.open')}
      </button>
      {said && (
        <p role="alert" className="flex items-center gap-2 text-warning">
          <WarningSign size={16} /> {said}
        </p>
      )}
      <section>
        <h2 className="mb-1 font-semibold">{t('label.links')}</h2>
        <p className="mb-2 text-sm quiet">{t('label.links-what')}</p>
        {links.length === 0 && <p className="border-y hairline py-4 text-center quiet">{t('label.no-links')}</p>}
        <ul className="divide-y divide-(--hairline) border-y hairline empty:border-0">
          {links.map((l) => (
            <li key={l.token} className="flex min-h-12 items-center justify-between gap-3 py-1">
              <span className={l.revoked ? 'quiet line-through' : ''}>{l.said}</span>
              {l.revoked ? (
                <span className="text-sm quiet">{t('label.revoked')}</span>
              ) : (
                <button type="button" className="btn btn-outline btn-sm" onClick={() => void revoke(l.token)}>
                  {t('label.revoke')}
                </button>
              )}
            </li>
          ))}
        </ul>
      </section>
    </div>
  )
}
