'use client'

import { useState } from 'react'
import { ask } from '@/ui/ask'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import { nextDeviceNumbers } from '../client/queue'
import { useDesk } from './context'

/** A licensed person confirms what waits here, on this device, with their own passcode: it needs the server. */
export function ConfirmByPasscode() {
  const { visit, confirmers, allSent, catchUp } = useDesk()
  const [confirmerId, setConfirmerId] = useState(confirmers[0]?.id ?? '')
  const [passcode, setPasscode] = useState('')
  const [busy, setBusy] = useState(false)
  const [error, setError] = useState<string | null>(null)
  if (confirmers.length === 0) return <p className="mt-1 text-sm quiet">{t('confirm.nobody')}</p>
  const confirm = async () => {
    setBusy(true)
    setError(null)
    const { deviceId } = await nextDeviceNumbers(0)
    const answer = await ask('POST', `/api/v1/visits/${visit.visitId}/confirmations`, {
      confirmerId,
      passcode,
      deviceId,
      eventIds: [...visit.unconfirmed],
    })
    setPasscode('')
    if (answer.ok) await catchUp()
    else setError(answer.problem.detail)
    setBusy(false)
  }
  return (
    <form
      className="mt-2 flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        void confirm()
      }}
    >
      <p className="text-sm quiet">{t('confirm.who')}</p>
      <div className="grid gap-3 sm:grid-cols-[1fr_10rem_auto] sm:items-end">
        <label className="flex flex-col gap-1">
          <span className="text-sm quiet">{t('confirm.person')}</span>
          <select className="select press w-full" value={confirmerId} onChange={(e) => setConfirmerId(e.target.value)}>
            {confirmers.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </select>
        </label>
        <label className="flex flex-col gap-1">
          <span className="text-sm quiet">{t('confirm.passcode')}</span>
          <input
            type="password"
            inputMode="numeric"
            autoComplete="off"
            className="input press w-full"
            value={passcode}
            onChange={(e) => setPasscode(e.target.value)}
          />
        </label>
        <button className="btn press btn-primary" disabled={busy || !allSent || passcode.length < 6}>
          {t('confirm.by-passcode')}
        </button>
      </div>
      {!allSent && <p className="text-sm quiet">{t('confirm.not-sent')}</p>}
      {error && (
        <p role="alert" className="flex gap-2 text-error">
          <WarningSign /> {error}
        </p>
      )}
    </form>
  )
}
