'use client'

import { takeReading } from '@lucerna/core/measure'
import type { Need, Step } from '@lucerna/core/procedure'
import { bandFor, type JudgedReading } from '@lucerna/core/visit'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { timeAt } from '@/ui/dates'
import { figureWithUnit } from '@/ui/figures'
import { toast } from '@/ui/toast'
import { t } from '@/messages/figure'
import { wordsFor } from '@/ui/words'
import { rateLabel, useDesk } from './context'
import { draftOf, isSure } from './NeedRow'
import { ValueField } from './ValueField'

const REASONS = ['typed', 'zero', 'early', 'place'] as const

/** A reading that was written down wrongly, here or at another step, open or closed: the right value in its place, or nothing. What was written first stays in the log. */
export function CorrectDialog({ step, onClose }: { readonly step: Step; readonly onClose: () => void }) {
  const { state } = useDesk()
  const [chosen, setChosen] = useState<JudgedReading | null>(null)
  const own = state.readings.filter((r) => r.origin === 'measured').toReversed()
  const isHere = (r: JudgedReading) => step.needs.some((n) => n.measurandId === r.measurandId && n.firingStateId === r.firingStateId)
  if (chosen) return <Correction old={chosen} step={step} onBack={() => setChosen(null)} onClose={onClose} />
  if (own.length === 0) return <p className="border-y hairline py-4 quiet">{t('correct.none')}</p>
  return (
    <ul className="divide-y divide-(--hairline) border-y hairline">
      {[...own.filter(isHere), ...own.filter((r) => !isHere(r))].map((r) => (
        <li key={r.readingId}>
          <button
            type="button"
            className="flex min-h-14 w-full items-center justify-between gap-3 px-1 text-left hover:bg-base-300"
            onClick={() => setChosen(r)}
          >
            <Which of={r} />
            <Value of={r} />
          </button>
        </li>
      ))}
    </ul>
  )
}

/** What a reading is of, when it was taken, and what it counts as. */
function Which({ of: r }: { readonly of: JudgedReading }) {
  const { appliance, state, timeZone } = useDesk()
  const fl = state.foundAndLeft.find((x) => x.key === r.key)
  const as = (['asFound', 'afterWork', 'asLeft'] as const).filter((stage) => fl?.[stage]?.readingId === r.readingId)
  const rate = appliance.card.firingStates.find((s) => s.id === r.firingStateId && s.kind === 'rate')
  return (
    <span>
      <span className="font-semibold">
        {wordsFor(`measurand.${r.measurandId}`)}
        {r.instanceId && `, ${t(`instance.${r.instanceId}`).toLowerCase()}`}
      </span>
      <span className="block text-sm quiet">
        {[
          wordsFor(`station.${r.stationId}`).toLowerCase(),
          rate && rateLabel(appliance, rate.id).toLowerCase(),
          timeAt(r.takenAt, timeZone),
          ...as.map((stage) => t(`correct.${stage}`)),
        ]
          .filter(Boolean)
          .join(' · ')}
      </span>
    </span>
  )
}

const Value = ({ of: r }: { readonly of: JudgedReading }) => (
  <span className="figure text-2xl whitespace-nowrap">{figureWithUnit(r.measurandId, r.valueSi, useDesk().units)}</span>
)

function Correction({
  old,
  step,
  onBack,
  onClose,
}: {
  readonly old: JudgedReading
  readonly step: Step
  readonly onBack: () => void
  readonly onClose: () => void
}) {
  const { appliance, context, units, record, visit } = useDesk()
  const [text, setText] = useState('')
  const [reason, setReason] = useState(() => t('correct.why.typed'))
  const place = {
    measurandId: old.measurandId,
    stationId: old.stationId,
    firingStateId: old.firingStateId,
    ...(old.sectionId && { sectionId: old.sectionId }),
    ...(old.instanceId && { instanceId: old.instanceId }),
  }
  const need = { ...place, optional: true } as unknown as Need
  const draft = draftOf(need, text, units, bandFor(appliance, context.practice, place), appliance.facts.gas)
  const said = reason.trim().length >= 3
  const write = (replacement: Parameters<typeof takeReading>[0] | null) => {
    const data = { readingId: old.readingId, reason: reason.trim(), ...(replacement && { replacement: takeReading(replacement) }) }
    void record([{ type: 'reading.corrected', stepId: step.id, applianceId: appliance.id, data }])
    toast(t(visit.status === 'closed' ? 'correct.said-closed' : replacement ? 'correct.said' : 'correct.withdrawn'), { id: 'recorded' })
    onClose()
  }
  const correct = () => {
    if (!draft.parsed?.ok || !isSure(draft) || !said) return
    const { valueSi, unit } = draft.parsed.value
    write({
      ...place,
      id: uuidv7(),
      ...(old.groupId && { groupId: old.groupId }),
      valueSi,
      entered: { text: text.trim().slice(0, 60), unit },
      instrument: context.instruments.find((i) => i.id === old.instrumentId),
      settled: old.settled,
      takenAt: old.takenAt,
    })
  }
  return (
    <form
      noValidate
      className="flex flex-col gap-4"
      onSubmit={(e) => {
        e.preventDefault()
        correct()
      }}
    >
      <div className="flex items-center justify-between gap-3 border-b hairline pb-3">
        <Which of={old} />
        <Value of={old} />
      </div>
      <ValueField need={need} draft={draft} units={units} onText={setText}>
        <span className="font-semibold">{t('correct.right')}</span>
      </ValueField>
      <div className="flex flex-col gap-2">
        <label className="flex flex-col gap-1">
          <span className="font-semibold">{t('correct.reason')}</span>
          <input className="input press w-full" maxLength={2000} value={reason} onChange={(e) => setReason(e.target.value)} />
        </label>
        <div className="flex flex-wrap gap-2">
          {REASONS.map((why) => (
            <button
              key={why}
              type="button"
              aria-pressed={reason === t(`correct.why.${why}`)}
              className={`btn min-h-11 btn-outline ${reason === t(`correct.why.${why}`) ? 'border-2 btn-info' : ''}`}
              onClick={() => setReason(t(`correct.why.${why}`))}
            >
              {t(`correct.why.${why}`)}
            </button>
          ))}
        </div>
      </div>
      <p className="text-sm quiet">{t(visit.status === 'closed' ? 'correct.stays-closed' : 'correct.stays')}</p>
      <div className="flex flex-wrap gap-3">
        <button className="btn press flex-1 btn-primary" disabled={!draft.parsed?.ok || !isSure(draft) || !said}>
          {t('correct.do')}
        </button>
        <button type="button" className="btn press btn-outline" disabled={!said} onClick={() => write(null)}>
          {t('correct.withdraw')}
        </button>
        <button type="button" className="btn press btn-ghost text-primary" onClick={onBack}>
          {t('figure.other')}
        </button>
      </div>
    </form>
  )
}
