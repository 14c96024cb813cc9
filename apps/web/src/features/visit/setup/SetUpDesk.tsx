'use client'

import { type Adjuster, isCalibration } from '@lucerna/core/appliance'
import type { Step } from '@lucerna/core/procedure'
import { netTurnsAt } from '@lucerna/core/visit'
import { useState } from 'react'
import { amountText } from '@/ui/turns'
import { WarningSign } from '@/ui/WarningSign'
import { t as setUpWords } from '@/messages/setup'
import { t } from '@/messages/visitLater'
import {
  BurnWindow,
  Dial,
  Moves,
  netText,
  Proposal,
  ScrewCautions,
  type SetUp,
  SetUpProvider,
  SpokenProposals,
  TwoScrewMap,
} from '@/features/setup'
import { rateLabel, useDesk } from '../parts/context'
import { GasPlan } from './GasPlan'
import { useInSight } from './useInSight'
import { settingAt, useSetUpHere } from './useSetUpHere'

/** The set-up desk at the steps where something is set: what to turn, which way, how much, and when to stop; every move is written down, so that there is a way home. */
export function SetUpDesk({ step }: { readonly step: Step }) {
  const desk = useDesk()
  const { appliance, state, role, steps, goTo } = desk
  const setUp = useSetUpHere(step)
  const setting = settingAt(step, desk)
  if (setting === 'never') return null
  const touched = state.adjustments.length > 0
  const acting = appliance.card.adjusters.filter((a) => step.firingStateId !== null && a.actsAt.includes(step.firingStateId))
  const shutter = acting.find((a) => a.function === 'air-shutter' && state.adjustments.some((x) => x.adjusterId === a.id))
  return (
    <section aria-labelledby="adjust" className="flex flex-col gap-4">
      <h2 id="adjust" className="scroll-mt-4 text-lg font-semibold">
        {setUpWords('setup.title')}
      </h2>
      <GasPlan />
      {setUp === null ? (
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
        <Unlocked step={step} acting={acting} setUp={setUp} />
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

function Unlocked({ step, acting, setUp }: { readonly step: Step; readonly acting: readonly Adjuster[]; readonly setUp: SetUp }) {
  useInSight(setUp.advised, step)
  return (
    <SetUpProvider value={setUp}>
      <Proposal />
      <SpokenProposals />
      {acting.length > 0 && (
        <details className="border-t hairline pt-2">
          <summary className="min-h-11 cursor-pointer font-semibold">{setUpWords('setup.another-move')}</summary>
          <p className="mb-3 text-sm">{t(`adjust.why.${setUp.practice.adjustInside.mode}`)}</p>
          {acting.filter(isCalibration).map((a) => (
            <button
              key={a.id}
              type="button"
              className="btn mb-3 press btn-block btn-outline"
              onClick={() => setUp.turn(a, 1, step.firingStateId ?? '')}
            >
              {setUpWords('setup.calibrate.run', { what: a.label })}
            </button>
          ))}
          {acting
            .filter((a) => !isCalibration(a))
            .map((a) => (
              <Screw key={a.id} adjuster={a} step={step} turn={setUp.turn} />
            ))}
        </details>
      )}
      <TwoScrewMap />
      <Moves />
      {setUp.advised.advice.code !== 'calibrate' && <BurnWindow />}
    </SetUpProvider>
  )
}

function Screw({ adjuster, step, turn: write }: { readonly adjuster: Adjuster; readonly step: Step; readonly turn: SetUp['turn'] }) {
  const { appliance, state } = useDesk()
  const [amount, setAmount] = useState(adjuster.unit === 'turn' ? 0.125 : 1)
  const net = state.netTurns[adjuster.id] ?? 0
  const byRate = Object.entries(netTurnsAt(state, adjuster.id))
  const by = adjuster.unit === 'turn' ? 0.125 : 1
  const turn = (sign: 1 | -1) => write(adjuster, sign * amount, step.firingStateId ?? '')
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
      <ScrewCautions adjuster={adjuster} />
      <div className="flex items-center gap-3">
        <Dial net={adjuster.unit === 'turn' ? net : net / 12} />
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
            <span className="min-w-24 text-center figure text-2xl">{amountText(amount, adjuster.unit)}</span>
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
        <button type="button" className="btn press btn-outline" onClick={() => turn(-1)}>
          ↺ {t('adjust.anticlockwise')}
        </button>
        <button type="button" className="btn press btn-outline" onClick={() => turn(1)}>
          ↻ {t('adjust.clockwise')}
        </button>
      </div>
    </div>
  )
}

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
