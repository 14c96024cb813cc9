'use client'

import { CHECK_KINDS, type CheckKind, type ChannelSpec } from '@lucerna/core/measure'
import { parseQuantity } from '@lucerna/core/units'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from '@/ui/toast'
import { ask } from '@/ui/ask'
import { Dialog } from '@/ui/Dialog'
import { described, Field } from '@/ui/Field'
import { unitSymbol, type Units } from '@/ui/figures'
import { t } from '@/messages/instruments'
import { channelUnit } from '../channels'
import { READ_CHECKS } from '../schemas'

/** Writes down a calibration, a zero or bump check, a battery or a water trap: per channel what was put on and what was shown. */
export function CheckDialog({
  instrumentId,
  channels,
  units,
  today,
  onClose,
}: {
  readonly instrumentId: string
  readonly channels: readonly ChannelSpec[]
  readonly units: Units
  readonly today: string
  readonly onClose: () => void
}) {
  const router = useRouter()
  const [kind, setKind] = useState<CheckKind>('zero')
  const [on, setOn] = useState(today)
  const [dueOn, setDueOn] = useState(`${Number(today.slice(0, 4)) + 1}${today.slice(4)}`.replace('-02-29', '-02-28'))
  const [passed, setPassed] = useState(true)
  const [certificate, setCertificate] = useState('')
  const [note, setNote] = useState('')
  const [typed, setTyped] = useState<Record<string, { applied: string; shown: string }>>({})
  const [problems, setProblems] = useState<Readonly<Record<string, string>>>({})
  const [busy, setBusy] = useState(false)
  const reads = READ_CHECKS.includes(kind)

  const save = async () => {
    const found: Record<string, string> = {}
    const readings = reads
      ? channels.flatMap((c) => {
          const row = typed[c.id]
          // A zero check puts nothing on: what is shown is the whole of it.
          const applied = kind === 'zero' && row?.shown ? row.applied || '0' : (row?.applied ?? '')
          if (!row || (applied.trim() === '' && row.shown.trim() === '')) return []
          const { quantity, unit } = channelUnit(c.channel, units)
          const [a, s] = [parseQuantity(applied, quantity, unit), parseQuantity(row.shown, quantity, unit)]
          if (!a.ok || !s.ok) {
            found[c.id] = t('instrument.check-unread')
            return []
          }
          return [{ channelId: c.id, appliedSi: a.value.valueSi, shownSi: s.value.valueSi }]
        })
      : []
    if (Object.keys(found).length > 0) return setProblems(found)
    setBusy(true)
    const { v7 } = await import('uuid')
    const answer = await ask('POST', `/api/v1/instruments/${instrumentId}/checks`, {
      id: v7(),
      kind,
      on,
      passed,
      readings,
      dueOn: kind === 'calibration' ? dueOn : null,
      certificate: certificate || null,
      note: note || null,
    })
    setBusy(false)
    if (!answer.ok) return setProblems({ '': answer.problem.detail, ...answer.problem.fields })
    toast(t('instrument.check-kept'))
    onClose()
    router.refresh()
  }
  return (
    <Dialog title={t('instrument.check-new')} onClose={onClose}>
      <form
        noValidate
        className="flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault()
          void save()
        }}
      >
        <div className="grid gap-4 sm:grid-cols-2">
          <Field id="check-kind" label={t('instrument.check-kind')}>
            <select id="check-kind" className="select w-full" value={kind} onChange={(e) => setKind(e.target.value as CheckKind)}>
              {CHECK_KINDS.map((k) => (
                <option key={k} value={k}>
                  {t(`check.${k}`)}
                </option>
              ))}
            </select>
          </Field>
          <Field id="check-on" label={t('instrument.check-on')} error={problems.on}>
            <input
              {...described('check-on', problems.on)}
              type="date"
              className="input w-full"
              value={on}
              onChange={(e) => setOn(e.target.value)}
            />
          </Field>
          {kind === 'calibration' && (
            <>
              <Field id="check-due" label={t('doc.field.calibration-due')} error={problems.dueOn}>
                <input
                  {...described('check-due', problems.dueOn)}
                  type="date"
                  className="input w-full"
                  value={dueOn}
                  onChange={(e) => setDueOn(e.target.value)}
                />
              </Field>
              <Field id="check-certificate" label={t('doc.field.certificate')}>
                <input
                  id="check-certificate"
                  className="input w-full"
                  value={certificate}
                  onChange={(e) => setCertificate(e.target.value)}
                />
              </Field>
            </>
          )}
        </div>
        {reads && (
          <table className="w-full text-left">
            <thead>
              <tr className="text-sm quiet">
                <th className="py-1 pr-2 font-normal">{t('doc.field.channel')}</th>
                <th className="py-1 pr-2 font-normal">{t('instrument.applied')}</th>
                <th className="py-1 font-normal">{t('instrument.shown')}</th>
              </tr>
            </thead>
            <tbody>
              {channels.map((c) => {
                const unit = unitSymbol(channelUnit(c.channel, units).unit)
                const row = typed[c.id] ?? { applied: '', shown: '' }
                const set = (part: Partial<typeof row>) => setTyped({ ...typed, [c.id]: { ...row, ...part } })
                return (
                  <tr key={c.id}>
                    <th scope="row" className="py-1 pr-2 font-normal">
                      {t(`channel.${c.channel}`)} <span className="text-sm quiet">{unit}</span>
                      {problems[c.id] && <span className="block text-sm text-error">{problems[c.id]}</span>}
                    </th>
                    {(['applied', 'shown'] as const).map((part) => (
                      <td key={part} className="py-1 pr-2">
                        <input
                          className="input w-28"
                          inputMode="decimal"
                          aria-label={`${t(`channel.${c.channel}`)}, ${t(`instrument.${part}`)}`}
                          placeholder={part === 'applied' && kind === 'zero' ? '0' : ''}
                          value={row[part]}
                          onChange={(e) => set({ [part]: e.target.value })}
                        />
                      </td>
                    ))}
                  </tr>
                )
              })}
            </tbody>
          </table>
        )}
        <label className="flex min-h-11 items-center gap-3">
          <input type="checkbox" className="checkbox" checked={passed} onChange={(e) => setPassed(e.target.checked)} />
          {t('instrument.passed')}
        </label>
        <Field id="check-note" label={t('instrument.check-note')} error={problems.note}>
          <input
            {...described('check-note', problems.note)}
            className="input w-full"
            value={note}
            onChange={(e) => setNote(e.target.value)}
          />
        </Field>
        {problems[''] && (
          <p role="alert" className="text-error">
            {problems['']}
          </p>
        )}
        <button className="btn self-start btn-primary" disabled={busy}>
          {t('instrument.check-keep')}
        </button>
      </form>
    </Dialog>
  )
}
