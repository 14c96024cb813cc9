'use client'

import { MEASURANDS, shownAs, takeReading } from '@lucerna/core/measure'
import { type Need, opensByReading, type Step } from '@lucerna/core/procedure'
import { bandFor, instrumentFor, missingIn, readingKey, stillToRead, type Verdict } from '@lucerna/core/visit'
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react'
import { toast } from '@/ui/toast'
import { v7 as uuidv7 } from 'uuid'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import { useDeviceId } from '../client/useDeviceId'
import { useNow } from '../client/useNow'
import { settlingOf, stepComplete } from '../view'
import { Computed } from './Computed'
import { may, rateLabel, useDesk } from './context'
import { type Elsewhere, takenElsewhere } from './elsewhere'
import { Keypad } from './Keypad'
import { Ladder } from './Ladder'
import { type Draft, draftOf, fieldId, isSure, NeedRow } from './NeedRow'
import { RateNow } from './RateNow'
import { RecordBar } from './RecordBar'
import { SequenceTimer } from './later'
import { TakenTwice } from './TakenTwice'
import { readingsOf, type ToTake } from './toTake'
import { useGoOn } from './useGoOn'
import { useKeypad } from './useKeypad'
import { usePrepared } from './usePrepared'
import { useZeroHere } from './useZeroHere'
import { zeroProved } from '../live/zeroProved'
import { LiveOffer } from '../live/LiveOffer'
import { keptTrace } from '../live/keptTraces'
import { useLiveFigures } from '../live/useLiveFigures'

/** The units of both schools, without those that are the bare number. */
const unitsOffered = ({ measurandId }: Need): string[] => [
  ...new Set([shownAs(measurandId, 'metric').unit, shownAs(measurandId, 'imperial').unit].filter((u) => u !== '1')),
]

const instant = (): number => Date.now()
const channelOf = ({ measurandId }: Need) => MEASURANDS[measurandId].channel

/** Puts the cursor into the field after one, round to the first. */
function focusAfter(needs: readonly Need[], need: Need): void {
  const at = needs.findIndex((n) => readingKey(n) === readingKey(need))
  const next = needs[(at + 1) % needs.length]
  if (next) document.getElementById(fieldId(next))?.focus()
}

/** Within limits, or without any: nothing that somebody has to look at first. */
const isClear = (v: Verdict | undefined): boolean =>
  v !== undefined && (v.status === 'inside' || v.status === 'edge' || v.because === 'no-band' || v.because === 'no-instrument')

/** A step of readings: bring the burner there, type, see the verdict, record, go on. */
export function ReadingsPanel({ step, children }: { readonly step: Step; readonly children?: ReactNode }) {
  const desk = useDesk()
  const { context, appliance, state, visit, units, record, role, prefill } = desk
  const now = useNow()
  const [texts, setTexts] = useState<Readonly<Record<string, string>>>(
    prefill?.stepId === step.id && (prefill.applianceId ?? appliance.id) === appliance.id ? prefill.texts : {},
  )
  const deviceId = useDeviceId()
  const [twice, setTwice] = useState<Elsewhere | null>(null)
  const keys = useKeypad()
  const [declared, setDeclared] = useState(false)
  const [unfolded, setUnfolded] = useState(false)
  const readOnly = !may(role, 'reading.taken') || visit.status !== 'open'
  const drafts = useMemo(
    () =>
      step.needs.map(
        (need) =>
          [
            need,
            draftOf(need, texts[readingKey(need)] ?? '', units, bandFor(appliance, context.practice, need), appliance.facts.gas),
          ] as const,
      ),
    [step.needs, texts, units, appliance, context.practice],
  )
  const typed = drafts.filter(([, d]) => d.parsed !== null)
  // Understood beyond doubt, and known what with: which of two instruments it was is asked before it is recorded.
  const unsure = typed.filter(
    ([need, d]) => !isSure(d) || instrumentFor(need.measurandId, desk.instruments, context.instruments).kind === 'ask',
  )
  const live = useLiveFigures(step)
  const { opens, wasOpen, opened, prepared, prepare } = usePrepared(step, !readOnly)
  // What is only read if it can be reached is folded away, unless an instrument shows it or something of it is there.
  const folded = step.needs.filter((n) => n.optional && !live.has(readingKey(n)) && !state.latest.has(readingKey(n)))
  const folds = folded.length < step.needs.length || step.asks.length > 0
  const open = folds && !unfolded ? step.needs.filter((n) => !folded.includes(n)) : step.needs
  // What instruments show stands in for what is not typed: first what is still to be read, then anything again.
  const toRead = stillToRead(step, state)
  const heard = prepared ? step.needs.filter((n) => (texts[readingKey(n)] ?? '') === '' && live.get(readingKey(n))?.valueSi != null) : []
  const sent = heard.some((n) => toRead.includes(n)) ? heard.filter((n) => toRead.includes(n)) : heard
  const offered = [...typed.map(([need]) => need), ...sent]
  const zero = useZeroHere(open, offered, step.id, (figure) => {
    const need = step.needs.find((n) => n === figure)
    const channel = need && live.get(readingKey(need))?.channel
    return channel && zeroProved(visit, channel)
  })
  const settling = step.firingStateId ? settlingOf(appliance, state, context, step.firingStateId, now) : null
  const early = settling !== null && settling.waitS > 0 && !declared
  const complete = stepComplete(step, state, visit, context)
  const latest = state.latest
  // Going on is offered, never urged, while something of this step is outside its band or was read too early.
  const verdicts = step.needs.flatMap((need) => latest.get(readingKey(need))?.verdict ?? [])
  const outside = verdicts.some((v) => v.status === 'outside')
  const tooEarly = verdicts.some((v) => v.because === 'early')
  const done = complete && typed.length === 0
  const corrects = may(role, 'reading.corrected') && step.needs.some((n) => state.latest.has(readingKey(n)))
  const undoneBy = useGoOn(step, !readOnly && typed.length === 0 && (prepared || step.kind === 'sequence'), folds ? unfolded : true)
  // With our own keys the first field is at hand as soon as nothing but figures is left to do: no tap for it.
  const onlyFigures = missingIn(step, state, visit, context).every((m) => m.code === 'reading')
  const firstField =
    keys.wanted && !readOnly && prepared && onlyFigures && step.kind !== 'sequence'
      ? toRead.find((n) => open.includes(n) && !live.has(readingKey(n)))
      : undefined
  const offeredFor = useRef<string | null>(null)
  const { openFor } = keys
  useEffect(() => {
    const key = firstField && readingKey(firstField)
    if (!key || offeredFor.current === step.id) return
    offeredFor.current = step.id
    openFor(key)
    document.getElementById(fieldId(firstField))?.focus({ preventScroll: true })
  }, [firstField, step.id, openFor])
  const padNeed = keys.wanted ? step.needs.find((n) => readingKey(n) === keys.at) : undefined
  const rate = rateLabel(appliance, step.firingStateId)
  const howTo = appliance.card.firingStates.find((s) => s.id === step.firingStateId)?.howToForce

  const byHand = typed.flatMap(([need, d]): ToTake[] =>
    d.parsed?.ok
      ? [{ need, valueSi: d.parsed.value.valueSi, entered: { text: d.text.trim().slice(0, 60), unit: d.parsed.value.unit } }]
      : [],
  )
  const fromLive = sent.flatMap((need): ToTake[] => {
    const one = live.get(readingKey(need))
    return one && one.valueSi !== null ? [{ need, valueSi: one.valueSi, sentBy: one.channel.spec, ready: one.ready }] : []
  })
  /** What is typed and what instruments show, as readings of one moment. */
  const taken = (newId: (need: Need | null) => string, takenAt: string) =>
    readingsOf([...byHand, ...fromLive], { settling, early, declared, desk, newId, takenAt })
  const asTyped = taken((need) => (need ? readingKey(need) : 'typed'), new Date(now).toISOString())
  const shown =
    asTyped.length === 0
      ? state
      : (desk
          .tryOut(
            [...zero.events, { type: 'reading.taken', stepId: step.id, applianceId: appliance.id, data: { readings: asTyped } }],
            new Date(now).toISOString(),
          )
          .appliances.find((a) => a.applianceId === appliance.id) ?? state)

  const save = (sure = false) => {
    if (offered.length === 0 || unsure.length > 0) return
    const elsewhere = takenElsewhere(desk.events, offered, appliance.id, deviceId, instant())
    if (elsewhere && !sure) return setTwice(elsewhere)
    setTwice(null)
    keys.close()
    const readings = taken(() => uuidv7(), new Date().toISOString())
    setTexts({})
    const ports = opens.filter((o) => opensByReading(o.kind) && !wasOpen(o)).map(opened)
    const trace = keptTrace(
      readings.flatMap((r) => {
        const channel = r.source.kind === 'instrument' ? live.get(readingKey(r))?.channel : undefined
        return channel ? [{ channel, measurandId: r.measurandId, readingId: r.id }] : []
      }),
      instant() / 1000,
    )
    void record([
      ...ports,
      ...zero.events,
      { type: 'reading.taken', stepId: step.id, applianceId: appliance.id, data: { readings } },
      ...(trace ? [{ ...trace, stepId: step.id, applianceId: appliance.id }] : []),
    ])
    const undo = () =>
      void record(
        readings.map((r) => ({
          type: 'reading.corrected' as const,
          stepId: step.id,
          applianceId: appliance.id,
          data: { readingId: r.id, reason: t('recorded.undone') },
        })),
      )
    undoneBy(undo)
    toast(t('recorded.said', { count: readings.length }), {
      // One at a time: undo belongs to what was recorded last.
      id: 'recorded',
      duration: 8000,
      action: { label: t('recorded.undo'), onClick: undo },
    })
  }

  /** A gauge that shows again what it showed at the last visit. */
  const again = (need: Need, text: string) => {
    const { parsed } = draftOf(need, text, units, undefined, appliance.facts.gas)
    if (!parsed?.ok) return
    const { valueSi, unit } = parsed.value
    const reading = takeReading({
      ...need,
      id: uuidv7(),
      valueSi,
      entered: { text, unit },
      instrument: undefined,
      settled: 'settled',
      takenAt: new Date().toISOString(),
    })
    void record([{ type: 'reading.taken', stepId: step.id, applianceId: appliance.id, data: { readings: [reading] } }])
  }

  const rows = drafts.map(([need, draft], i) => ({
    need,
    row: (
      <NeedRow
        key={readingKey(need)}
        need={need}
        draft={draft as Draft}
        shown={shown}
        first={need === (step.needs.find((n) => !folded.includes(n)) ?? open[0])}
        order={i}
        asksWhich={drafts.findIndex(([n]) => channelOf(n) === channelOf(need)) === i}
        readOnly={readOnly || !prepared}
        live={live.get(readingKey(need))}
        reads={sent.includes(need)}
        onChange={(text) => setTexts((before) => ({ ...before, [readingKey(need)]: text }))}
        keypad={keys.wanted}
        onFocus={() => keys.openFor(readingKey(need))}
        onAgain={(text) => again(need, text)}
        onUnit={(unit) =>
          setTexts((before) => ({
            ...before,
            [readingKey(need)]: `${(before[readingKey(need)] ?? '').replace(/%\s*$/, '').trim()} ${unit}`,
          }))
        }
      />
    ),
  }))

  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        save()
      }}
      noValidate
    >
      {step.kind === 'sequence' && <SequenceTimer step={step} />}
      {step.firingStateId && <RateNow rate={rate} settling={settling} declared={declared} onDeclared={setDeclared} howTo={howTo} />}
      {folds ? rows.filter(({ need }) => !folded.includes(need)).map(({ row }) => row) : rows.map(({ row }) => row)}
      {folds && folded.length > 0 && (
        <details className="border-b hairline" open={unfolded} onToggle={(e) => setUnfolded(e.currentTarget.open)} data-fold="">
          <summary className="flex min-h-11 cursor-pointer items-center text-primary">
            <span>
              {t('readings.if-reachable', { count: folded.length })}{' '}
              <span className="text-sm quiet">
                {folded.map((n) => `${t(`short.${n.measurandId}`)} (${t(`station.${n.stationId}`).toLowerCase()})`).join(', ')}
              </span>
            </span>
          </summary>
          {rows.filter(({ need }) => folded.includes(need)).map(({ row }) => row)}
        </details>
      )}
      <Computed step={step} state={shown} />
      {step.kind === 'working' && <Ladder />}
      {children}
      {done && outside && (
        <p className="flex gap-2 py-2 text-sm text-warning">
          <WarningSign size={18} />
          {t('record.outside')}
        </p>
      )}
      {!readOnly && (
        <div className="sticky bottom-16 z-10 border-t hairline bg-base-100 py-3 lg:bottom-0">
          {padNeed && prepared && (
            <Keypad
              units={unitsOffered(padNeed)}
              text={texts[readingKey(padNeed)] ?? ''}
              onText={(text) => setTexts((before) => ({ ...before, [readingKey(padNeed)]: text }))}
              onNext={() => focusAfter(open, padNeed)}
            />
          )}
          {prepared && zero.box}
          {prepared && sent.length > 0 && (
            <LiveOffer
              step={step}
              live={live}
              needs={sent}
              toRead={toRead}
              waits={early || settling?.blanked === true || typed.length > 0 || zero.missing}
              clear={sent.every((n) => isClear(shown.latest.get(readingKey(n))?.verdict))}
              onRecord={save}
            />
          )}
          <RecordBar
            step={step}
            rate={rate.toLowerCase()}
            prepared={prepared}
            onPrepare={() => prepare()}
            early={early || settling?.blanked === true}
            recordable={offered.length > 0 && unsure.length === 0}
            complete={complete && typed.length === 0}
            inOrder={!outside && !tooEarly}
            corrects={done && corrects}
            keys={keys}
          />
        </div>
      )}
      {twice && (
        <TakenTwice
          twice={twice}
          now={now}
          units={units}
          onClose={() => setTwice(null)}
          onMineToo={() => save(true)}
          onTheirs={() => {
            setTexts({})
            setTwice(null)
          }}
        />
      )}
    </form>
  )
}
