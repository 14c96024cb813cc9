'use client'

import type { Adjuster } from '@lucerna/core/appliance'
import { conditionAskedIn, mayAdjustIn, type Step } from '@lucerna/core/procedure'
import { type AdjustAdvice, adjustAdvice, netTurnsAt, worksOf } from '@lucerna/core/visit'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { figureWithUnit } from '@/ui/figures'
import { turnsText } from '@/ui/turns'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import type { NewEvent } from '../client/writeDown'
import { may, rateLabel, useDesk } from './context'

/** The screws that act at this rate: what was turned is written down, so that there is a way home. */
export function AdjustPanel({ step }: { readonly step: Step }) {
  const { appliance, state, visit, role, steps, goTo, context } = useDesk()
  const works = worksOf(context, state)
  const acting = appliance.card.adjusters.filter((a) => step.firingStateId !== null && a.actsAt.includes(step.firingStateId))
  if (acting.length === 0 || !may(role, 'adjustment.made') || visit.status !== 'open' || !mayAdjustIn(works)) return null
  const unanswered = conditionAskedIn(works) && !state.observations.condition
  const advice = adjustAdvice(context.practice, state, step.firingStateId ?? '')
  const touched = state.adjustments.length > 0
  const shutter = acting.find((a) => a.function === 'air-shutter' && state.adjustments.some((x) => x.adjusterId === a.id))
  return (
    <section aria-labelledby="adjust" className="flex flex-col gap-4">
      <h2 id="adjust" className="text-lg font-semibold">
        {t('adjust.title')}
      </h2>
      <p className="text-sm">{t(`adjust.why.${context.practice.adjustInside.mode}`)}</p>
      {!unanswered && advice && <Advice advice={advice} />}
      {unanswered ? (
        <div className="border-y hairline py-4">
          <p className="flex gap-2 text-sm text-warning">
            <WarningSign size={18} />
            {t('adjust.first-condition')}
          </p>
          {steps.some((s) => s.id === 'condition') && (
            <button type="button" className="btn mt-3 press btn-outline" onClick={() => goTo('condition')}>
              {t('gate.go')}
            </button>
          )}
        </div>
      ) : (
        acting.map((a) => <Screw key={a.id} adjuster={a} step={step} />)
      )}
      {shutter && <ShutterMark step={step} />}
      {touched && (
        <p className="flex gap-2 text-sm text-warning">
          <WarningSign size={18} />
          {t('adjust.again')}
        </p>
      )}
      {role === 'apprentice' && (
        <p className="flex gap-2 text-sm text-warning">
          <WarningSign size={18} />
          {t('adjust.provisional')}
        </p>
      )}
    </section>
  )
}

/** What the readings of this rate say by the practice's rule, with the rule. */
function Advice({ advice }: { readonly advice: AdjustAdvice }) {
  const { units } = useDesk()
  return (
    <p className="border-l-4 border-info pl-3 text-sm">
      {advice.code === 'leave'
        ? t('adjust.advice.leave')
        : t('adjust.advice.to-centre', {
            value: figureWithUnit(advice.measurandId, advice.valueSi, units),
            target: figureWithUnit(advice.measurandId, advice.targetSi, units),
          })}{' '}
      <span className="quiet">{t('adjust.advice.rule', { source: advice.source })}</span>
    </p>
  )
}

function Screw({ adjuster, step }: { readonly adjuster: Adjuster; readonly step: Step }) {
  const { appliance, state, visit, record } = useDesk()
  const [amount, setAmount] = useState(adjuster.unit === 'turn' ? 0.125 : 1)
  const net = state.netTurns[adjuster.id] ?? 0
  const byRate = Object.entries(netTurnsAt(state, adjuster.id))
  const by = adjuster.unit === 'turn' ? 0.125 : 1
  const amountText =
    adjuster.unit === 'turn' ? t('adjust.turns', { n: turnsText(amount) }) : t('adjust.steps', { n: amount, unit: adjuster.unit })
  const turn = (direction: 'clockwise' | 'anticlockwise') => {
    const key = `cap.${adjuster.id}`
    const capOff = adjuster.cap !== null && !visit.looseEnds.some((l) => l.key === key && !l.closedAt)
    const events: NewEvent[] = capOff
      ? [
          {
            type: 'loose-end.opened',
            stepId: step.id,
            applianceId: appliance.id,
            data: { looseEndId: uuidv7(), kind: 'adjuster-cap', key, label: adjuster.cap ?? adjuster.label },
          },
        ]
      : []
    const inside = adjuster.insideCase && !visit.looseEnds.some((l) => l.kind === 'live-test' && !l.closedAt)
    if (inside)
      events.push({
        type: 'live-test.allowed',
        stepId: step.id,
        applianceId: appliance.id,
        data: { looseEndId: uuidv7(), test: t('loose.live-test', { what: adjuster.label }) },
      })
    void record([
      ...events,
      {
        type: 'adjustment.made',
        stepId: step.id,
        applianceId: appliance.id,
        data: { adjusterId: adjuster.id, direction, amount, unit: adjuster.unit, firingStateId: step.firingStateId ?? '' },
      },
    ])
  }
  return (
    <div className="flex flex-col gap-2 border-t hairline pt-3">
      <p className="flex items-baseline justify-between gap-3">
        <span className="font-semibold">{adjuster.label}</span>
        <span className="text-sm quiet">{adjuster.tool}</span>
      </p>
      <p className="text-sm">
        {t(`adjust.clockwise.${adjuster.clockwise}`)} ·{' '}
        {t('adjust.acts-at', { rates: adjuster.actsAt.map((s) => rateLabel(appliance, s).toLowerCase()).join(', ') })}
      </p>
      {adjuster.insideCase && (
        <p className="flex gap-2 text-sm text-warning">
          <WarningSign size={18} />
          {t('adjust.inside-case')}
        </p>
      )}
      {adjuster.keepOff && (
        <p className="flex gap-2 text-sm text-warning">
          <WarningSign size={18} />
          {t('adjust.keep-off', { what: adjuster.keepOff })}
        </p>
      )}
      <div className="flex items-center gap-3">
        <Dial net={net} />
        <div className="flex-1">
          <div className="flex items-center gap-2">
            <button
              type="button"
              className="btn btn-square btn-outline"
              aria-label={t('adjust.less')}
              onClick={() => setAmount(Math.max(by, amount - by))}
            >
              −
            </button>
            <span className="min-w-24 text-center figure text-2xl">{amountText}</span>
            <button
              type="button"
              className="btn btn-square btn-outline"
              aria-label={t('adjust.more')}
              onClick={() => setAmount(Math.min(adjuster.unit === 'turn' ? 1 : 10, amount + by))}
            >
              +
            </button>
          </div>
          <p className="mt-1 text-sm quiet">{netText(net, adjuster.unit)}</p>
          {byRate.length > 1 &&
            byRate.map(([rate, n]) => (
              <p key={rate} className="text-sm quiet">
                {rateLabel(appliance, rate)}: {netText(n, adjuster.unit)}
              </p>
            ))}
        </div>
      </div>
      <div className="grid grid-cols-2 gap-3">
        <button type="button" className="btn press btn-outline" onClick={() => turn('anticlockwise')}>
          ↺ {t('adjust.anticlockwise')}
        </button>
        <button type="button" className="btn press btn-outline" onClick={() => turn('clockwise')}>
          ↻ {t('adjust.clockwise')}
        </button>
      </div>
    </div>
  )
}

const netText = (net: number, unit: Adjuster['unit']): string =>
  net === 0
    ? t('adjust.untouched')
    : t(net > 0 ? 'adjust.net-clockwise' : 'adjust.net-anticlockwise', { n: unit === 'turn' ? turnsText(net) : Math.abs(net) })

/** A shutter that was moved is marked where it is now, with the day. */
function ShutterMark({ step }: { readonly step: Step }) {
  const { state, appliance, record } = useDesk()
  const marked = state.observations['shutter-mark']?.answer === 'marked-and-dated'
  return (
    <div className="border-t hairline pt-3">
      <p className="text-sm">{t('adjust.shutter-mark')}</p>
      <button
        type="button"
        aria-pressed={marked}
        disabled={marked}
        className={`btn mt-2 press ${marked ? 'btn-outline' : 'btn-primary'}`}
        onClick={() =>
          void record([
            {
              type: 'observation.made',
              stepId: step.id,
              applianceId: appliance.id,
              data: { observationId: 'shutter-mark', answer: 'marked-and-dated' },
            },
          ])
        }
      >
        {marked ? `✓ ${t('answer.marked-and-dated')}` : t('answer.marked-and-dated')}
      </button>
    </div>
  )
}

/** The screw's head: the slot as it stands, the arc turned from as found. */
function Dial({ net }: { readonly net: number }) {
  const angle = Math.max(-0.999, Math.min(0.999, net)) * 2 * Math.PI
  const end = { x: 28 + 22 * Math.sin(angle), y: 28 - 22 * Math.cos(angle) }
  return (
    <svg width="56" height="56" viewBox="0 0 56 56" aria-hidden="true" className="shrink-0">
      <circle cx="28" cy="28" r="22" fill="none" stroke="var(--hairline)" strokeWidth="3" />
      {net !== 0 && (
        <path
          d={`M28 6A22 22 0 ${Math.abs(angle) > Math.PI ? 1 : 0} ${angle > 0 ? 1 : 0} ${end.x} ${end.y}`}
          fill="none"
          stroke="var(--color-primary)"
          strokeWidth="4"
        />
      )}
      <path
        d="M14 28H42"
        stroke="var(--color-base-content)"
        strokeWidth="4"
        strokeLinecap="round"
        transform={`rotate(${net * 360} 28 28)`}
      />
    </svg>
  )
}
