'use client'

import type { Card, GasId } from '@lucerna/core/appliance'
import { sequenceOf } from '@lucerna/core/sequence'
import { AT_REST, type Controls, type FaultId, type GasReading, type PointReading, type Setup } from '@lucerna/sim/engine'
import { useMemo, useState } from 'react'
import { Choose } from '@/ui/Choose'
import { clockText } from '@/ui/dates'
import { figureWithUnit, type Units } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/room'
import { wordsFor } from '@/ui/words'
import { useRoom } from './client/useRoom'
import { ControlsPanel } from './parts/ControlsPanel'
import { RoomLine } from './parts/RoomLine'
import { Traces } from './parts/Traces'
import { WearPanel } from './parts/WearPanel'

const SPEEDS = [0, 1, 10, 60, 300] as const
const ALTITUDES = [0, 410, 1480, 2500] as const

/** A simulated appliance to look at and to touch: choose one, wear it out, turn its screws, and watch. */
export function RoomScreen({ cards, units }: { readonly cards: readonly Card[]; readonly units: Units }) {
  const [cardId, setCardId] = useState(cards[0]?.id ?? '')
  const card = cards.find((c) => c.id === cardId) ?? cards[0]
  const [gas, setGas] = useState<GasId | null>(null)
  const [altitudeM, setAltitudeM] = useState<number>(410)
  const [seed, setSeed] = useState(1)
  if (!card) return <p className="p-6 quiet">{t('room.no-cards')}</p>
  const fits = card.ratings.some((r) => r.gas === gas) ? gas! : card.ratings[0]!.gas
  return (
    <div className="px-4 py-4 lg:px-6">
      <p className="mb-3 flex gap-2 text-sm text-warning">
        <WarningSign size={18} />
        {t('room.what')}
      </p>
      <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-4">
        <Choose label={t('room.card')} value={card.id} onChange={setCardId} options={cards.map((c) => [c.id, `${c.maker} ${c.model}`])} />
        <Choose
          label={t('room.gas')}
          value={fits}
          onChange={(g) => setGas(g as GasId)}
          options={card.ratings.map((r) => [r.gas, t(`gas.${r.gas}`)])}
        />
        <Choose
          label={t('room.altitude')}
          value={String(altitudeM)}
          onChange={(m) => setAltitudeM(Number(m))}
          options={ALTITUDES.map((m) => [String(m), `${m} m`])}
        />
        <Choose
          label={t('room.seed')}
          value={String(seed)}
          onChange={(n) => setSeed(Number(n))}
          options={[1, 2, 3, 4, 5].map((n) => [String(n), String(n)])}
        />
      </div>
      <Desk key={`${card.id} ${fits} ${altitudeM} ${seed}`} card={card} gas={fits} altitudeM={altitudeM} seed={seed} units={units} />
    </div>
  )
}

function Desk({
  card,
  gas,
  altitudeM,
  seed,
  units,
}: {
  readonly card: Card
  readonly gas: GasId
  readonly altitudeM: number
  readonly seed: number
  readonly units: Units
}) {
  const setup = useMemo<Setup>(() => ({ card, gas, altitudeM, seed }), [card, gas, altitudeM, seed])
  const [speed, setSpeed] = useState<number>(10)
  const [controls, setControls] = useState<Controls>(AT_REST)
  const [faults, setFaults] = useState<Partial<Record<FaultId, number>>>({})
  const room = useRoom(setup, speed)
  const { frame } = room
  const chain = useMemo(() => sequenceOf(card), [card])
  const change = (part: Partial<Controls>) => {
    setControls((c) => ({ ...c, ...part }))
    room.set(part)
  }
  const s = frame?.snapshot
  return (
    <>
      <div className="my-4 flex flex-wrap items-center gap-3">
        <div role="radiogroup" aria-label={t('room.speed')} className="flex flex-wrap gap-2">
          {SPEEDS.map((x) => (
            <button
              key={x}
              type="button"
              role="radio"
              aria-checked={speed === x}
              className={`btn press px-4 ${speed === x ? 'btn-primary' : 'btn-outline'}`}
              onClick={() => setSpeed(x)}
            >
              {x === 0 ? t('room.pause') : `${x} ×`}
            </button>
          ))}
        </div>
        <p className="text-lg" role="status">
          {s ? (
            <>
              <span className="figure text-2xl">{clockText(s.timeS)}</span> · {t(`room.phase.${s.phase}`)}
              {s.waitingFor && ` · ${t('room.waits-for', { event: wordsFor(`sequence.${s.waitingFor}`) })}`}
              {s.lockOut && <span className="text-error"> · {wordsFor(`room.lock-out.${s.lockOut}`)}</span>}
            </>
          ) : (
            t('room.starting')
          )}
        </p>
      </div>
      {room.problem && (
        <p role="alert" className="mb-3 flex gap-2 text-error">
          <WarningSign /> {t('room.refused', { code: room.problem.code })}
        </p>
      )}
      {s && <RoomLine card={card} gas={gas} altitudeM={altitudeM} snapshot={s} units={units} />}
      <div className="mt-4 grid gap-6 lg:grid-cols-[19rem_minmax(0,1fr)] xl:grid-cols-[19rem_minmax(0,1fr)_19rem]">
        <ControlsPanel card={card} controls={controls} onChange={change} />
        <div className="flex min-w-0 flex-col gap-6">
          <Traces points={room.trace} />
          <section aria-labelledby="room-chain">
            <h2 id="room-chain" className="mb-1 font-semibold">
              {t('room.chain')}
            </h2>
            <ol className="flex flex-wrap gap-x-5 gap-y-1 text-sm">
              {chain.map((e) => {
                const happened = frame?.signature.find((h) => h.id === e.id)
                const waits = s?.waitingFor === e.id
                return (
                  <li key={e.id} className={happened ? '' : waits ? 'font-semibold text-warning' : 'quiet'}>
                    {happened ? '✓' : waits ? '●' : '○'} {wordsFor(`sequence.${e.id}`)}
                    {happened && <span className="quiet"> {clockText(happened.atS)}</span>}
                  </li>
                )
              })}
            </ol>
          </section>
          {frame && (
            <section aria-labelledby="room-points">
              <h2 id="room-points" className="mb-1 font-semibold">
                {t('room.points')}
              </h2>
              <dl className="grid gap-x-6 text-sm sm:grid-cols-2">
                {[
                  ...frame.readings.map((r) => [r.point, pointText(r, units)] as const),
                  ...frame.gases.map((g) => [g.point, gasText(g, units)] as const),
                ].map(([point, text]) => (
                  <div key={point} className="flex justify-between gap-3 border-b hairline py-1">
                    <dt className="quiet">{t(`room.point.${point}`)}</dt>
                    <dd className="text-right tabular-nums">{text}</dd>
                  </div>
                ))}
              </dl>
            </section>
          )}
        </div>
        <WearPanel
          faults={faults}
          onChange={(id, value) => {
            setFaults((f) => ({ ...f, [id]: value }))
            room.wear({ [id]: value })
          }}
        />
      </div>
    </>
  )
}

const OF_UNIT = { Pa: 'pressure.chamberDifferential', A: 'flame.current', V: 'pilotGenerator.open', Ω: 'coil.resistance' } as const

/** What an instrument would show, in the digits of its measurand. */
const pointText = (r: PointReading, units: Units): string =>
  figureWithUnit(r.unit === 'V' && r.value > 2 ? 'coil.holdVoltage' : OF_UNIT[r.unit], r.value, units)
const gasText = (g: GasReading, units: Units): string =>
  [
    `O₂ ${figureWithUnit('o2.flue', g.o2Dry, units)}`,
    `CO ${figureWithUnit('co.flue', g.coDry, units)}`,
    figureWithUnit('temperature.flue', g.temperatureK, units),
  ].join(' · ')
