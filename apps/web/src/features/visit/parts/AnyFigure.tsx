'use client'

import { type Card, firingState, ratesOf } from '@lucerna/core/appliance'
import {
  type Instance,
  instancesOf,
  isAlsoWhole,
  type MeasurandId,
  MEASURANDS,
  type Special,
  specialsOf,
  type Station,
  takeReading,
} from '@lucerna/core/measure'
import type { Need } from '@lucerna/core/procedure'
import { bandFor, instrumentFor } from '@lucerna/core/visit'
import { useId, useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { Choose } from '@/ui/Choose'
import { bandText } from '@/ui/figures'
import { useZeroHere } from './useZeroHere'
import { specialText } from '@/ui/specialText'
import { toast } from '@/ui/toast'
import { t } from '@/messages/figure'
import { t as visitWords } from '@/messages/visit'
import { wordsFor } from '@/ui/words'
import { findFigures } from '../findFigure'
import { useDesk } from './context'
import { draftOf, isSure } from './NeedRow'
import { ReadWithLine } from './ReadWithLine'
import { ValueField } from './ValueField'

/** So many are offered at once: what is not among them is found by another word. */
const OFFERED = 12

/** Records any reading at any step: found by what it is called, with its place, state and which of several; a number, or what was seen in its place. */
export function AnyFigure({
  stepId,
  firingStateId,
  onClose,
}: {
  readonly stepId: string
  readonly firingStateId: string | null
  readonly onClose: () => void
}) {
  const { appliance } = useDesk()
  const [text, setText] = useState('')
  const [chosen, setChosen] = useState<MeasurandId | null>(null)
  const found = findFigures(text, appliance.card)
  const listId = useId()
  if (chosen)
    return <OneFigure id={chosen} stepId={stepId} firingStateId={firingStateId} onBack={() => setChosen(null)} onClose={onClose} />
  return (
    <div className="flex flex-col gap-3">
      <label className="flex flex-col gap-1">
        <span className="font-semibold">{t('figure.find')}</span>
        <input
          autoFocus
          className="input press w-full text-lg"
          value={text}
          placeholder={t('figure.find-hint')}
          aria-controls={listId}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => e.key === 'Enter' && found[0] && setChosen(found[0])}
        />
      </label>
      <p className="text-sm quiet">{t(text.trim() ? 'figure.all' : 'figure.from-card')}</p>
      {found.length === 0 && <p className="border-y hairline py-4 quiet">{t('figure.none', { text: text.trim() })}</p>}
      <ul id={listId} className="divide-y divide-(--hairline) border-y hairline empty:border-0">
        {found.slice(0, OFFERED).map((id) => (
          <li key={id}>
            <button
              type="button"
              className="flex min-h-12 w-full items-center justify-between gap-3 px-1 text-left hover:bg-base-300"
              onClick={() => setChosen(id)}
            >
              <span>{wordsFor(`measurand.${id}`)}</span>
              <span className="text-sm quiet">{MEASURANDS[id].stations.map((s) => wordsFor(`station.${s}`).toLowerCase()).join(', ')}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  )
}

function OneFigure({
  id,
  stepId,
  firingStateId,
  onBack,
  onClose,
}: {
  readonly id: MeasurandId
  readonly stepId: string
  readonly firingStateId: string | null
  readonly onBack: () => void
  readonly onClose: () => void
}) {
  const desk = useDesk()
  const { appliance, context, units, state } = desk
  const { card } = appliance
  const { stations } = MEASURANDS[id]
  // The card says where and when it is judged; else it is read as things stand.
  const limit = card.limits.find((l) => l.measurandId === id)
  const [station, setStation] = useState<Station>(limit?.stationId ?? stations[0]!)
  const [stateId, setStateId] = useState(() => stateFor(id, card, firingStateId ?? state.commanded?.firingStateId ?? null))
  const [sectionId, setSectionId] = useState(card.sections.length > 1 ? card.sections[0]!.id : undefined)
  const instances = instancesOf(id)
  const [instanceId, setInstanceId] = useState<Instance | undefined>(isAlsoWhole(id) ? undefined : instances[0])
  const [text, setText] = useState('')
  const [ends, setEnds] = useState<{ from: string; to: string } | null>(null)
  const place = {
    measurandId: id,
    stationId: station,
    firingStateId: stateId,
    ...(sectionId && { sectionId }),
    ...(instanceId && { instanceId }),
  }
  const need = { ...place, optional: true } as unknown as Need
  const zero = useZeroHere([place], [place], stepId)
  const band = bandFor(appliance, context.practice, place)
  const read = (typed: string) => draftOf(need, typed, units, band, appliance.facts.gas)
  const draft = read(text)
  const found = instrumentFor(id, desk.instruments, context.instruments)
  const name = [wordsFor(`measurand.${id}`), instanceId && t(`instance.${instanceId}`)].filter(Boolean).join(', ')
  const withdraw = (readingId: string) =>
    void desk.record([
      { type: 'reading.corrected', stepId, applianceId: appliance.id, data: { readingId, reason: visitWords('recorded.undone') } },
    ])
  const told = (said: string, readingId: string) => {
    toast(said, { id: 'recorded', duration: 8000, action: { label: visitWords('recorded.undo'), onClick: () => withdraw(readingId) } })
    onClose()
  }
  const record = () => {
    if (!draft.parsed?.ok) return
    const { valueSi, unit } = draft.parsed.value
    const reading = takeReading({
      ...place,
      id: uuidv7(),
      valueSi,
      entered: { text: text.trim().slice(0, 60), unit },
      instrument: found.kind === 'one' ? found.instrument : undefined,
      settled: 'settled',
      takenAt: new Date().toISOString(),
    })
    void desk.record([...zero.events, { type: 'reading.taken', stepId, applianceId: appliance.id, data: { readings: [reading] } }])
    told(visitWords('recorded.said', { count: 1 }), reading.id)
  }
  const recordSpecial = (special: Special) => {
    const readingId = uuidv7()
    void desk.record([{ type: 'special.read', stepId, applianceId: appliance.id, data: { readingId, ...place, special } }])
    told(t('special.recorded', { figure: name, special: specialText(id, special, units) }), readingId)
  }
  const [from, to] = [read(ends?.from ?? ''), read(ends?.to ?? '')]
  /** Where it can be chosen at all. */
  const places: readonly (readonly [string, string, readonly (readonly [string, string])[], (v: string) => void])[] = [
    [t('figure.where'), station, stations.map((s) => [s, wordsFor(`station.${s}`)]), (s) => setStation(s as Station)],
    [t('figure.rate'), stateId, card.firingStates.map((s) => [s.id, s.label]), setStateId],
    [t('figure.section'), sectionId ?? '', card.sections.map((s) => [s.id, s.label]), setSectionId],
    [
      t('figure.instance'),
      instanceId ?? '',
      [...(isAlsoWhole(id) ? [['', t('instance.whole')] as const] : []), ...instances.map((i) => [i, t(`instance.${i}`)] as const)],
      (i) => setInstanceId(i ? (i as Instance) : undefined),
    ],
  ]
  return (
    <form
      noValidate
      className="flex flex-col gap-4"
      onSubmit={(e) => {
        e.preventDefault()
        record()
      }}
    >
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h3 className="text-lg font-semibold">{wordsFor(`measurand.${id}`)}</h3>
        <button type="button" className="btn btn-ghost text-primary btn-sm" onClick={onBack}>
          {t('figure.other')}
        </button>
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        {places.map(([label, value, options, choose]) =>
          options.length > 1 ? <Choose key={label} label={label} value={value} options={options} onChange={choose} /> : null,
        )}
      </div>
      <ValueField need={need} draft={draft} units={units} onText={setText}>
        <span className="flex flex-wrap justify-between gap-x-3 text-sm quiet">
          {t('figure.value')}
          {band && <span>{bandText(id, band, units, { upTo: visitWords('band.up-to'), from: visitWords('band.from') })}</span>}
        </span>
      </ValueField>
      <ReadWithLine need={need} found={found} asks />
      {zero.box}
      {found.kind === 'none' && <p className="text-sm text-warning">{t('figure.no-instrument')}</p>}
      <button className="btn press btn-primary" disabled={!draft.parsed?.ok || !isSure(draft)}>
        {t('figure.record')}
      </button>
      <fieldset className="border-t hairline pt-3">
        <legend className="float-left w-full pb-2 text-sm quiet">{t('figure.or')}</legend>
        <div className="clear-both flex flex-wrap gap-2">
          {specialsOf(id).map((kind) => (
            <button
              key={kind}
              type="button"
              aria-pressed={kind === 'varies' ? ends !== null : undefined}
              className="btn min-h-12 btn-outline"
              onClick={() => (kind === 'varies' ? setEnds(ends ? null : { from: '', to: '' }) : recordSpecial({ kind }))}
            >
              {t(`special.${kind}`)}
            </button>
          ))}
        </div>
        {ends && (
          <div className="mt-3 grid grid-cols-2 gap-3">
            {(['from', 'to'] as const).map((end) => (
              <label key={end} className="flex flex-col gap-1 text-sm">
                {t(`figure.${end}`)}
                <input
                  inputMode="decimal"
                  autoComplete="off"
                  className="input w-full"
                  value={ends[end]}
                  onChange={(e) => setEnds({ ...ends, [end]: e.target.value })}
                />
              </label>
            ))}
            <p className="col-span-2 text-sm quiet">{t('figure.both-ends')}</p>
            <button
              type="button"
              className="btn col-span-2 press btn-primary"
              disabled={!from.parsed?.ok || !to.parsed?.ok}
              onClick={() =>
                from.parsed?.ok &&
                to.parsed?.ok &&
                recordSpecial({ kind: 'varies', fromSi: from.parsed.value.valueSi, toSi: to.parsed.value.valueSi })
              }
            >
              {t('figure.record')}
            </button>
          </div>
        )}
      </fieldset>
    </form>
  )
}

/** In which state a figure is read, if nobody says otherwise: as things stand, unless the card judges it in another or nothing burns that it could be read of. */
function stateFor(id: MeasurandId, card: Card, now: string | null): string {
  const own = card.limits.filter((l) => l.measurandId === id).map((l) => l.firingStateId)
  if (now && own.includes(now)) return now
  if (own[0]) return own[0]
  const burning = now !== null && firingState(card, now)?.kind === 'rate'
  const rate = ratesOf(card)[0]?.id
  if (MEASURANDS[id].lightOffBlanking && !burning && rate) return rate
  return now ?? card.firingStates[0]!.id
}
