'use client'

import { adviseVisit, gasPlan } from '@lucerna/core/advice'
import type { Card, InstalledFacts } from '@lucerna/core/appliance'
import type { Practice } from '@lucerna/core/practice'
import { fromSi, parseQuantity } from '@lucerna/core/units'
import { readingKey } from '@lucerna/core/visit'
import { seededRandom } from '@lucerna/sim/random'
import { Printer } from 'lucide-react'
import { useMemo, useState, useSyncExternalStore } from 'react'
import { Choose } from '@/ui/Choose'
import { figureWithUnit, type Units } from '@/ui/figures'
import { toldWithUndo } from '@/ui/undo'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/setup'
import { BurnWindow } from '../parts/BurnWindow'
import { rateName, type SetUp, SetUpProvider } from '../parts/desk'
import { GasPlanList } from '../parts/GasPlanList'
import { Moves } from '../parts/Moves'
import { Proposal } from '../parts/Proposal'
import { SpokenProposals } from '../parts/SpokenProposals'
import { Typed } from '@/ui/Typed'
import { TwoScrewMap } from '../parts/TwoScrewMap'
import { FreeLog, gasOf, latestOf, NOTHING, stateOf, stoppingCo } from './log'
import { ReadForm } from './ReadForm'
import { Results } from './Results'

/** The set-up desk without a visit: any card, figures as they are read, and what to turn next. It is kept on this device. */
export function FreeDesk({
  card,
  practice,
  units,
  timeZone,
  who,
}: {
  readonly card: Card
  readonly practice: Practice
  readonly units: Units
  readonly timeZone: string
  /** Whose desk it is: a device may have several people. */
  readonly who: string
}) {
  const [log] = useState(() => new FreeLog(`lucerna.set-up.${who}.${card.id}`))
  const kept = useSyncExternalStore(log.subscribe, log.getSnapshot, () => NOTHING)
  // Where the technician looks, until the next thing is done: then where the advice leads.
  const [chosen, setChosen] = useState<string | null>(null)
  const gas = gasOf(card, kept)
  const { altitudeM, entries, changesGas } = kept
  const appliance = useMemo(() => ({ card, facts: { gas, altitudeM } satisfies InstalledFacts }), [card, gas, altitudeM])
  const { advised, state } = useMemo(() => {
    const state = stateOf(entries, appliance, practice)
    return { state, advised: adviseVisit(appliance, state, practice, seededRandom(1)) }
  }, [entries, appliance, practice])
  const { advice, desk } = advised
  const rateId = chosen ?? ('rateId' in advice ? advice.rateId : undefined) ?? desk.rates[0]?.id ?? null
  const latest = useMemo(() => latestOf(state.readings), [state.readings])
  const stopping = stoppingCo(latest, practice)
  const setUp: SetUp = {
    appliance,
    practice,
    units,
    timeZone,
    advised,
    rateId,
    netTurns: state.netTurns,
    latest,
    readings: state.readings,
    whenOf: (id) => entries.find((e) => e.id === id)?.at ?? null,
    turn: (adjuster, amount, at) => {
      setChosen(null)
      log.add({ kind: 'move', adjusterId: adjuster.id, amount, rateId: at })
    },
    correct: (id, adjuster, amount) => log.correct(id, adjuster.id, amount),
    toRate: (id) => (id === rateId ? null : () => setChosen(id)),
  }
  const back = (to: typeof kept, said: string) => toldWithUndo(said, () => log.put(to))
  const last = entries.at(-1)
  return (
    <SetUpProvider value={setUp}>
      <div className="mx-auto flex max-w-5xl flex-col gap-5 p-4 lg:py-8">
        <p className="flex gap-2 text-sm text-warning">
          <WarningSign size={18} />
          {t('setup.free.caution')}
        </p>
        <div className="flex flex-wrap items-end gap-3">
          {card.ratings.length > 1 && (
            <Choose
              label={t('setup.free.gas')}
              value={gas}
              onChange={(g) => {
                log.put({ gas: g, entries: [] })
                // Readings of another gas tell nothing of this one.
                if (entries.length > 0) back(kept, t('setup.free.begun'))
              }}
              options={card.ratings.map((r) => [r.gas, t(`gas.${r.gas}`)])}
            />
          )}
          <Altitude key={altitudeM} altitudeM={altitudeM} units={units} onAltitude={(m) => log.put({ altitudeM: m })} />
          <label className="flex min-h-11 cursor-pointer items-center gap-3">
            <input type="checkbox" className="toggle" checked={changesGas} onChange={(e) => log.put({ changesGas: e.target.checked })} />
            {t('setup.free.changes-gas')}
          </label>
        </div>
        {changesGas && (
          <GasPlanList
            plan={gasPlan(appliance, practice, {
              answers: {},
              adjusted: state.adjustments.map((a) => a.adjusterId),
              verdictOf: (key) => latest.get(key)?.verdict.status ?? null,
            })}
            gas={gas}
            card={card}
            units={units}
          />
        )}
        <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)] lg:grid-rows-[auto_1fr]">
          <div className="flex flex-col gap-4 lg:col-start-2">
            {stopping === null ? (
              <>
                <Proposal />
                <SpokenProposals />
              </>
            ) : (
              <p role="alert" className="flex gap-2 rounded-md border border-error p-3 font-semibold text-error">
                <WarningSign size={20} />
                {t('setup.free.high-co', { co: figureWithUnit('co.flue', stopping, units) })}
              </p>
            )}
          </div>
          <div className="flex flex-col gap-4 lg:col-start-1 lg:row-span-2 lg:row-start-1">
            {desk.rates.length > 1 && (
              <div role="radiogroup" aria-label={t('setup.free.rate')} className="flex flex-wrap gap-2">
                {desk.rates.map(({ id }) => (
                  <button
                    key={id}
                    type="button"
                    role="radio"
                    aria-checked={id === rateId}
                    className={`btn press ${id === rateId ? 'btn-primary' : 'btn-outline'}`}
                    onClick={() => setChosen(id)}
                  >
                    <span className="first-letter:uppercase">{rateName(setUp, id)}</span>
                  </button>
                ))}
              </div>
            )}
            {rateId !== null && (
              <ReadForm
                key={`${rateId} ${gas}`}
                reads={desk.reads}
                rateId={rateId}
                known={(field, stationId) => latest.get(readingKey({ ...field, stationId, firingStateId: rateId }))}
                onRead={(figures) => {
                  setChosen(null)
                  log.add({ kind: 'read', rateId, figures: [...figures] })
                }}
              />
            )}
            <div className="flex flex-wrap gap-2">
              {last && (
                <button
                  type="button"
                  className="btn press btn-outline"
                  onClick={() => {
                    log.put({ entries: entries.slice(0, -1) })
                    back(kept, t('setup.free.taken-back'))
                  }}
                >
                  {t('setup.free.take-back')}
                </button>
              )}
              {last && (
                <button
                  type="button"
                  className="btn press btn-outline"
                  onClick={() => {
                    log.put(NOTHING)
                    setChosen(null)
                    back(kept, t('setup.free.begun'))
                  }}
                >
                  {t('setup.free.begin')}
                </button>
              )}
              {advised.moves.length > 0 && (
                <button type="button" className="btn press btn-outline" onClick={() => window.print()}>
                  <Printer size={18} aria-hidden="true" />
                  {t('setup.free.print')}
                </button>
              )}
            </div>
          </div>
          <div className="flex flex-col gap-4 lg:col-start-2">
            <TwoScrewMap />
            <Moves />
            {advised.advice.code !== 'calibrate' && <BurnWindow />}
            <Results state={state} />
          </div>
        </div>
      </div>
    </SetUpProvider>
  )
}

/** Altitude of the site: some limits of a card depend on it. Taken once the field is left. */
function Altitude({
  altitudeM,
  units,
  onAltitude,
}: {
  readonly altitudeM: number
  readonly units: Units
  readonly onAltitude: (altitudeM: number) => void
}) {
  const unit = units === 'metric' ? 'm' : 'ft'
  const [text, setText] = useState(String(Math.round(fromSi(altitudeM, unit, 'length'))))
  const read = parseQuantity(text, 'length', unit)
  const good = read.ok && read.value.valueSi >= -500 && read.value.valueSi <= 5000
  return (
    <div className="w-32" onBlur={() => good && read.value.valueSi !== altitudeM && onAltitude(read.value.valueSi)}>
      <Typed
        label={t('setup.free.altitude')}
        unit={unit}
        text={text}
        onText={setText}
        error={good ? undefined : t('setup.free.unreadable', { unit })}
      />
    </div>
  )
}
