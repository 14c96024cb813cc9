'use client'

import { type Advice, priceOf } from '@lucerna/core/advice'
import type { Adjuster } from '@lucerna/core/appliance'
import type { MeasurandId } from '@lucerna/core/measure'
import { bandFor, readingKey } from '@lucerna/core/visit'
import { clockText } from '@/ui/dates'
import { Gauge } from '@/ui/Gauge'
import { printedEffectText } from '@/ui/turns'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/setup'
import { useMemo, useState } from 'react'
import { Calibrate } from './Calibrate'
import { ClickMetronome } from './ClickMetronome'
import { rateName, useSetUp } from './desk'
import { Dial, ScrewCautions, turnText } from './Dial'
import { Doubted } from './Doubted'
import { isSettled, settle } from './settled'
import { effectBare, effectValue, measurandOf, priceText } from './effectText'

/** CO below this share of its limit is not worth a line. */
const QUIET_CO = 0.3

type Move = Extract<Advice, { code: 'move' }>

/** What to do next at the screws, and what it will do; first, what contradicts the last move. */
export function Proposal() {
  const { advised } = useSetUp()
  const last = advised.moves.at(-1)?.id
  const [, look] = useState(0)
  const onSettled = () => {
    if (last !== undefined) settle(last)
    look((n) => n + 1)
  }
  return advised.doubt && !isSettled(last) ? <Doubted doubt={advised.doubt} onSettled={onSettled} /> : <Proposed />
}

function Proposed() {
  const setUp = useSetUp()
  const { appliance, practice } = setUp
  const { advice, desk } = setUp.advised
  switch (advice.code) {
    case 'move': {
      const adjuster = appliance.card.adjusters.find((a) => a.id === advice.screwId)
      return adjuster ? <MoveProposed move={advice} adjuster={adjuster} /> : null
    }
    case 'calibrate': {
      const adjuster = appliance.card.adjusters.find((a) => a.id === advice.screwId)
      return adjuster ? <Calibrate adjuster={adjuster} /> : null
    }
    case 'read':
      return (
        <Said>
          {t('setup.read', {
            figures: advice.figures.map((f) => t(`short.${measurandOf(f === 'inlet' ? 'pressure' : f) ?? 'input.net'}`)).join(', '),
            rate: rateName(setUp, advice.rateId),
          })}
          <GoToRate rateId={advice.rateId} figures={advice.figures.flatMap((f) => measurandOf(f === 'inlet' ? 'pressure' : f) ?? [])} />
        </Said>
      )
    case 'leave':
      return (
        <Said>
          {t('adjust.advice.leave')} <span className="quiet">{t('adjust.advice.rule', { source: practice.adjustInside.source })}</span>
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

/** To where something is read at another rate. */
function GoToRate({ rateId, figures }: { readonly rateId: string; readonly figures?: readonly MeasurandId[] }) {
  const setUp = useSetUp()
  const go = setUp.toRate(rateId, figures)
  return (
    go && (
      <button type="button" className="btn mt-2 press btn-block btn-outline" onClick={go}>
        {t('setup.go-to-rate', { rate: rateName(setUp, rateId) })}
      </button>
    )
  )
}

/** What the first amount of a screw follows from: an earlier visit before the card; nothing where it is only the usual. */
function Grounds({ adjuster }: { readonly adjuster: Adjuster }) {
  const { advised } = useSetUp()
  const printed = printedEffectText(adjuster)
  const said = advised.known.includes(adjuster.id)
    ? t('setup.known')
    : printed && t('setup.printed', { page: adjuster.source.page, effect: printed })
  return said && <p className="text-sm quiet">{said}</p>
}

function MoveProposed({ move, adjuster }: { readonly move: Move; readonly adjuster: Adjuster }) {
  const setUp = useSetUp()
  const { appliance, practice, units, netTurns, latest, rateId, turn } = setUp
  const { desk, moves } = setUp.advised
  const moved = moves.some((m) => m.move.screwId === adjuster.id)
  const net = netTurns[adjuster.id] ?? 0
  const price = useMemo(() => {
    const of = (measurandId: string) =>
      [...latest.values()].find((r) => r.measurandId === measurandId && r.firingStateId === move.rateId)?.valueSi ?? null
    return priceOf(desk, move.effects, move.rateId, { flueK: of('temperature.flue'), airK: of('temperature.air') })
  }, [latest, desk, move])
  const said = priceText(price, units)
  const here = rateId === move.rateId
  return (
    <div
      className="flex flex-col gap-3 rounded-md border-2 border-primary p-3"
      data-proposal={adjuster.id}
      data-amount={move.amount}
      data-rate={move.rateId}
    >
      <div className="flex items-center gap-3">
        <Dial net={adjuster.unit === 'turn' ? net : net / 12} by={adjuster.unit === 'turn' ? move.amount : move.amount / 12} size={72} />
        <div>
          <p className="text-lg/6 font-semibold">{turnText(move.amount, adjuster.unit)}</p>
          <p className="text-sm">
            {adjuster.label} · {t('setup.at', { rate: rateName(setUp, move.rateId) })}
          </p>
          {adjuster.tool && <p className="text-sm quiet">{adjuster.tool}</p>}
        </div>
      </div>
      {said && <p className="text-sm font-semibold">{said}</p>}
      {move.tiny && <p className="text-sm">{t('setup.tiny')}</p>}
      {!moved && <Grounds adjuster={adjuster} />}
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
            const band = bandFor(appliance, practice, key)
            // Far below its limit before and after, CO is no news.
            if (e.figure === 'co' && band?.max !== undefined && e.high < QUIET_CO * band.max) return null
            const read = latest.get(readingKey(key))
            const label = t('setup.effect', {
              what: t(`short.${measurandId}`),
              rate: rateName(setUp, e.rateId),
              now: effectValue(e.figure, e.now, units),
              to: effectValue(e.figure, e.to, units),
              low: effectBare(e.figure, e.low, units),
              high: effectBare(e.figure, e.high, units),
            })
            return (
              <li key={`${e.figure} ${e.rateId} ${e.section}`} className="text-sm">
                <p>{label}</p>
                {band && <Gauge verdict={read?.verdict} band={band} orientation="horizontal" length={250} label={label} ghost={e} />}
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
        <GoToRate rateId={move.rateId} />
      )}
    </div>
  )
}
