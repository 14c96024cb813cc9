'use client'

import { type Advice, priceOf, type VisitAdvice } from '@lucerna/core/advice'
import type { Adjuster } from '@lucerna/core/appliance'
import type { Step } from '@lucerna/core/procedure'
import { bandFor, readingKey } from '@lucerna/core/visit'
import { clockText } from '@/ui/dates'
import { Gauge } from '@/ui/Gauge'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import { useMemo } from 'react'
import { rateLabel, useDesk } from '../parts/context'
import { ClickMetronome } from './ClickMetronome'
import { amountText, Dial, ScrewCautions } from './Dial'
import { effectBare, effectValue, measurandOf, priceText } from './effectText'
import { useTurn } from './useTurn'

/** CO below this share of its limit is not worth a line. */
const QUIET_CO = 0.3

type Move = Extract<Advice, { code: 'move' }>

/** What to do next at the screws, and what it will do. */
export function Proposal({ step, advice: whole }: { readonly step: Step; readonly advice: VisitAdvice }) {
  const { appliance, context } = useDesk()
  const { advice, desk } = whole
  switch (advice.code) {
    case 'move': {
      const adjuster = appliance.card.adjusters.find((a) => a.id === advice.screwId)
      return adjuster ? <MoveProposed step={step} advice={whole} move={advice} adjuster={adjuster} /> : null
    }
    case 'read':
      return (
        <Said>
          {t('setup.read', {
            figures: advice.figures.map((f) => t(`short.${measurandOf(f === 'inlet' ? 'pressure' : f) ?? 'input.net'}`)).join(', '),
            rate: rateLabel(appliance, advice.rateId).toLowerCase(),
          })}
          <GoToRate rateId={advice.rateId} figures={advice.figures} step={step} />
        </Said>
      )
    case 'leave':
      return (
        <Said>
          {t('adjust.advice.leave')}{' '}
          <span className="quiet">{t('adjust.advice.rule', { source: context.practice.adjustInside.source })}</span>
        </Said>
      )
    case 'done':
      return <Said>{t('setup.done', { count: advice.moves, rates: desk.rates.length })}</Said>
    case 'no-target':
      return <Said>{t('setup.no-target', { missing: advice.missing.map((m) => t(`setup.missing.${m}`)).join(', ') })}</Said>
    case 'call-out':
      return (
        <div role="alert" className="flex flex-col gap-2 rounded-md border border-warning p-3">
          <p className="flex gap-2 font-semibold text-warning">
            <WarningSign size={20} />
            {t(advice.moves === 0 ? 'setup.called.at-once' : 'setup.called', { count: advice.moves })}
          </p>
          <ul className="list-disc pl-5 text-sm">
            {advice.suspicions.map(({ code }) => (
              <li key={code}>{t(`setup.suspect.${code}`)}</li>
            ))}
          </ul>
        </div>
      )
  }
}

const Said = ({ children }: { readonly children: React.ReactNode }) => <p className="border-l-4 border-info pl-3 text-sm">{children}</p>

/** To the step that reads something at another rate. */
function GoToRate({ rateId, figures, step }: { readonly rateId: string; readonly figures?: readonly string[]; readonly step: Step }) {
  const { steps, goTo, appliance } = useDesk()
  const wanted = (s: Step) =>
    s.firingStateId === rateId &&
    (s.kind === 'flue' || s.kind === 'manifold') &&
    (!figures || s.needs.some((n) => figures.some((f) => n.measurandId === measurandOf(f as 'co'))))
  const there = wanted(step) ? undefined : (steps.findLast((s) => wanted(s)) ?? steps.findLast((s) => s.firingStateId === rateId))
  if (!there || there.id === step.id) return null
  return (
    <button type="button" className="btn mt-2 press btn-block btn-outline" onClick={() => goTo(there.id)}>
      {t('setup.go-to-rate', { rate: rateLabel(appliance, rateId).toLowerCase() })}
    </button>
  )
}

function MoveProposed({
  step,
  advice: { desk },
  move,
  adjuster,
}: {
  readonly step: Step
  readonly advice: VisitAdvice
  readonly move: Move
  readonly adjuster: Adjuster
}) {
  const { appliance, state, context, units } = useDesk()
  const turn = useTurn(step)
  const net = state.netTurns[adjuster.id] ?? 0
  const price = useMemo(() => {
    const read = (measurandId: string) =>
      [...state.latest.values()].find((r) => r.measurandId === measurandId && r.firingStateId === move.rateId)?.valueSi ?? null
    return priceOf(desk, move.effects, move.rateId, { flueK: read('temperature.flue'), airK: read('temperature.air') })
  }, [state.latest, desk, move])
  const said = priceText(price, units)
  const here = step.firingStateId === move.rateId
  return (
    <div className="flex flex-col gap-3 rounded-md border-2 border-primary p-3" data-proposal={adjuster.id}>
      <div className="flex items-center gap-3">
        <Dial net={adjuster.unit === 'turn' ? net : net / 12} by={adjuster.unit === 'turn' ? move.amount : move.amount / 12} size={72} />
        <div>
          <p className="text-lg/6 font-semibold">
            {t(move.amount > 0 ? 'setup.turn.clockwise' : 'setup.turn.anticlockwise', {
              amount: amountText(move.amount, adjuster.unit),
            })}
          </p>
          <p className="text-sm">
            {adjuster.label} · {t('setup.at', { rate: rateLabel(appliance, move.rateId).toLowerCase() })}
          </p>
          {adjuster.tool && <p className="text-sm quiet">{adjuster.tool}</p>}
        </div>
      </div>
      {said && <p className="text-sm font-semibold">{said}</p>}
      {move.tiny && <p className="text-sm">{t('setup.tiny')}</p>}
      {adjuster.unit === 'click' && Math.abs(move.amount) > 1 && (
        <>
          <p className="text-sm">{t('setup.click-a-second')}</p>
          <ClickMetronome key={`${move.screwId} ${move.amount}`} clicks={Math.abs(move.amount)} />
        </>
      )}
      <ScrewCautions adjuster={adjuster} />
      <ul className="flex flex-col gap-2">
        {move.effects
          .flatMap((e) => (e.figure === 'input' ? [] : [{ ...e, figure: e.figure }]))
          .map((e) => {
            const measurandId = measurandOf(e.figure)!
            const sectionId = e.section === null ? null : (appliance.card.sections[e.section]?.id ?? null)
            const key = { measurandId, stationId: e.figure === 'pressure' ? 'burner' : 'flue', firingStateId: e.rateId, sectionId } as const
            const band = bandFor(appliance, context.practice, key)
            // Far below its limit before and after, CO is no news.
            if (e.figure === 'co' && band?.max !== undefined && e.high < QUIET_CO * band.max) return null
            const latest = state.latest.get(readingKey(key))
            const label = t('setup.effect', {
              what: t(`short.${measurandId}`),
              rate: rateLabel(appliance, e.rateId).toLowerCase(),
              now: effectValue(e.figure, e.now, units),
              to: effectValue(e.figure, e.to, units),
              low: effectBare(e.figure, e.low, units),
              high: effectBare(e.figure, e.high, units),
            })
            return (
              <li key={`${e.figure} ${e.rateId} ${e.section}`} className="text-sm">
                <p>{label}</p>
                {band && <Gauge verdict={latest?.verdict} band={band} orientation="horizontal" length={250} label={label} ghost={e} />}
              </li>
            )
          })}
      </ul>
      {here ? (
        <>
          <button type="button" className="btn press btn-primary" onClick={() => turn(adjuster, move.amount, move.rateId)}>
            {t('setup.made')}
          </button>
          <p className="text-sm quiet">{t('setup.wait', { time: clockText(move.waitS) })}</p>
        </>
      ) : (
        <GoToRate rateId={move.rateId} step={step} />
      )}
    </div>
  )
}
