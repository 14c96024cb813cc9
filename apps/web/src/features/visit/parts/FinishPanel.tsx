'use client'

import { dangerOf, type Gate, isNoticed, serviceGates } from '@lucerna/core/visit'
import { useState } from 'react'
import { timeAt } from '@/ui/dates'
import { BeadSign } from '@/ui/Gauge'
import { ConfirmByPasscode } from './ConfirmByPasscode'
import { unanswered } from './unanswered'
import { WarningSign } from '@/ui/WarningSign'
import { emergencyNumber } from '@/ui/emergency'
import { dayAt, yearAfter } from '@/ui/zoned'
import { t } from '@/messages/visit'
import { wordsFor } from '@/ui/words'
import type { NewEvent } from '../client/writeDown'
import { Notices } from './Notices'
import { gateText, may, useDesk } from './context'

const OUTCOMES = ['in-normal-service', 'left-isolated', 'handed-over'] as const

/** What stands against normal service, the ending, and the close. Isolating or handing over is always possible. */
export function FinishPanel({ onClosed, waiting }: { readonly onClosed: () => void; readonly waiting: boolean }) {
  const { appliance, state, visit, steps, sheets, context, record, role, timeZone, goTo } = useDesk()
  const gates = serviceGates(appliance, state, steps, visit, context)
  const danger = dangerOf(appliance, state, visit, context)
  const unsaid = danger ? unanswered(danger, state.observations) : []
  const several = context.appliances.length > 1
  const others = context.appliances.filter((a) => a.id !== appliance.id)
  const endingOf = (id: string) => visit.appliances.find((a) => a.applianceId === id)?.outcome ?? null
  const hard = gates.filter((g) => g.hard)
  const [outcome, setOutcome] = useState<(typeof OUTCOMES)[number] | null>(null)
  const [reason, setReason] = useState(state.outcome?.reason ?? '')
  const [today] = useState(() => dayAt(new Date(), timeZone))
  const [nextDueOn, setNextDueOn] = useState(() => yearAfter(today))
  // What was called in normal service and no longer can be is chosen anew.
  const stands = state.outcome && !(state.outcome.outcome === 'in-normal-service' && gates.length > 0) ? state.outcome.outcome : null
  const chosen = outcome ?? stands ?? (gates.length === 0 ? 'in-normal-service' : null)
  const closer = may(role, 'visit.closed')
  const ready = chosen !== null && (chosen === 'in-normal-service' ? gates.length === 0 : reason.trim().length >= 3) && closer

  const settled = state.outcome?.outcome === chosen && (state.outcome?.reason ?? '') === reason.trim()
  /** The others that still need an ending, or whose ending no longer holds. */
  const unended = others.filter((a) => {
    const ending = endingOf(a.id)
    const own = visit.appliances.find((s) => s.applianceId === a.id)
    return (
      !ending || !own || (ending.outcome === 'in-normal-service' && serviceGates(a, own, sheets[a.id] ?? [], visit, context).length > 0)
    )
  })
  const last = unended.length === 0
  const anyInService = chosen === 'in-normal-service' || others.some((a) => endingOf(a.id)?.outcome === 'in-normal-service')

  const close = async () => {
    if (!ready || chosen === null) return
    const set: NewEvent = {
      type: 'appliance.outcome-set',
      stepId: 'finish',
      applianceId: appliance.id,
      data: { outcome: chosen, ...(reason.trim() && { reason: reason.trim() }) },
    }
    const closed: NewEvent = { type: 'visit.closed', stepId: 'finish', data: { nextDueOn: anyInService ? nextDueOn : null } }
    await record([...(settled ? [] : [set]), ...(last ? [closed] : [])])
    if (last) onClosed()
  }

  return (
    <div className="flex flex-col gap-6 py-4">
      {(visit.notices.length > 0 || visit.defects.some(isNoticed)) && <Notices stepId="finish" />}
      {visit.unconfirmed.length > 0 && (
        <section className="rounded-md border border-warning bg-base-200 p-4">
          <p className="flex gap-2 font-semibold text-warning">
            <WarningSign />
            {t('confirm.waiting', { count: visit.unconfirmed.length })}
          </p>
          {may(role, 'work.confirmed') ? (
            <>
              <p className="mt-3">{t('confirm.checked')}</p>
              <button
                type="button"
                className="btn mt-3 press btn-outline"
                onClick={() => void record([{ type: 'work.confirmed', data: { eventIds: [...visit.unconfirmed] } }])}
              >
                {t('confirm.do')}
              </button>
            </>
          ) : (
            <ConfirmByPasscode />
          )}
        </section>
      )}
      {gates.length === 0 ? (
        <p className="flex items-center gap-3 border-y hairline py-5 text-lg font-semibold text-info">
          <BeadSign status="inside" size={22} />
          {t('finish.clear')}
        </p>
      ) : (
        <section>
          <h3 className="mb-1 font-semibold">{t('finish.against', { count: gates.length })}</h3>
          <ul className="divide-y divide-(--hairline) border-y hairline">
            {gates.map((g) => (
              <GateRow key={g.id} gate={g} />
            ))}
          </ul>
        </section>
      )}
      <section>
        <h3 className="mb-2 font-semibold">{several ? t('finish.how-of', { name: appliance.name }) : t('finish.how')}</h3>
        <div role="radiogroup" aria-label={t('finish.how')} className="grid gap-3 sm:grid-cols-3">
          {OUTCOMES.map((o) => {
            const barred = o === 'in-normal-service' && gates.length > 0
            return (
              <button
                key={o}
                type="button"
                role="radio"
                aria-checked={chosen === o}
                disabled={barred}
                onClick={() => setOutcome(o)}
                className={`press rounded-md border px-4 py-3 text-left disabled:opacity-60 ${barred ? '' : 'cursor-pointer'} ${chosen === o ? 'border-2 border-primary bg-base-300' : 'border-(--control)'}`}
              >
                <span className="block font-semibold">
                  {chosen === o ? '● ' : '○ '}
                  {t(`outcome.${o}`)}
                </span>
                <span className="block text-sm quiet">{barred ? t('finish.barred') : t(`outcome.${o}.what`)}</span>
              </button>
            )
          })}
        </div>
      </section>
      {chosen && chosen !== 'in-normal-service' && (
        <label className="flex flex-col gap-1">
          <span className="font-semibold">{t('finish.reason')}</span>
          <textarea className="textarea min-h-24 w-full" value={reason} maxLength={2000} onChange={(e) => setReason(e.target.value)} />
          <span className="text-sm quiet">{t('finish.reason-why')}</span>
        </label>
      )}
      {several && (
        <section>
          <h3 className="mb-1 font-semibold">{t('finish.others')}</h3>
          <ul className="divide-y divide-(--hairline) border-y hairline">
            {others.map((a) => {
              const ending = endingOf(a.id)
              return (
                <li key={a.id} className="flex flex-wrap items-center gap-3 py-2">
                  <span className="min-w-40 flex-1">
                    {a.name}
                    <span className={`block text-sm ${unended.includes(a) ? 'text-warning' : 'quiet'}`}>
                      {ending ? `${t(`outcome.${ending.outcome}`)} · ${timeAt(ending.at, timeZone)}` : t('finish.no-ending')}
                    </span>
                  </span>
                  <button type="button" className="btn press btn-outline" onClick={() => goTo('finish', a.id)}>
                    {t('gate.go')}
                  </button>
                </li>
              )
            })}
          </ul>
        </section>
      )}
      {last && anyInService && (
        <label className="flex max-w-xs flex-col gap-1">
          <span className="font-semibold">{t('finish.next-due')}</span>
          <input
            type="date"
            className="input press"
            value={nextDueOn}
            min={today}
            onChange={(e) => setNextDueOn(e.target.value)}
            required
          />
        </label>
      )}
      {unsaid.length > 0 && (
        <p className="flex gap-2 text-warning">
          <WarningSign />
          {t('danger.not-said', {
            actions: unsaid.map((a) => wordsFor(`danger.${a}.do`, { number: emergencyNumber(context.emergencyNumber) })).join(', '),
          })}
        </p>
      )}
      {!closer && (
        <p className="flex gap-2 text-warning">
          <WarningSign />
          {t('finish.licensed-only')}
        </p>
      )}
      <button
        type="button"
        data-key="r"
        disabled={!ready || waiting || (settled && !last)}
        className="btn press text-lg btn-primary"
        onClick={() => void close()}
      >
        {waiting
          ? t('finish.waiting')
          : last
            ? t('finish.close')
            : settled
              ? t('finish.set')
              : t('finish.set-ending', { name: appliance.name })}
      </button>
      <p className="text-sm quiet">
        {t('finish.keep-in-mind')}
        {hard.length > 0 ? ` ${t('finish.hard-why')}` : ''}
      </p>
    </div>
  )
}

function GateRow({ gate }: { readonly gate: Gate }) {
  const { appliance, steps, goTo, record, role, context } = useDesk()
  const [reason, setReason] = useState<string | null>(null)
  return (
    <li className="flex flex-col gap-2 py-2">
      <div className="flex flex-wrap items-center gap-3">
        <span className={`flex min-w-52 flex-1 items-start gap-2 ${gate.hard ? 'font-semibold text-error' : 'text-warning'}`}>
          <WarningSign size={19} />
          {gateText(gate, appliance, steps, context.emergencyNumber)}
        </span>
        {gate.stepId && (
          <button type="button" className="btn btn-outline btn-sm" onClick={() => goTo(gate.stepId ?? 'finish')}>
            {t('gate.go')}
          </button>
        )}
        {!gate.hard && may(role, 'gate.overridden') && (
          <button type="button" className="btn btn-outline btn-sm" onClick={() => setReason(reason === null ? '' : null)}>
            {t('gate.answer')}
          </button>
        )}
      </div>
      {reason !== null && (
        <form
          className="flex flex-wrap gap-2"
          onSubmit={(e) => {
            e.preventDefault()
            if (reason.trim().length >= 3)
              void record([{ type: 'gate.overridden', applianceId: appliance.id, data: { gate: gate.id, reason: reason.trim() } }])
          }}
        >
          <label className="flex flex-1 flex-col gap-1 text-sm">
            {t('gate.reason')}
            <input autoFocus className="input w-full" value={reason} maxLength={2000} onChange={(e) => setReason(e.target.value)} />
          </label>
          <button className="btn self-end btn-primary" disabled={reason.trim().length < 3}>
            {t('gate.save')}
          </button>
        </form>
      )}
    </li>
  )
}
