'use client'

import type { LoggedReading } from '@lucerna/core/advice'
import { MEASURANDS, type Station } from '@lucerna/core/measure'
import { parseQuantity } from '@lucerna/core/units'
import { bandFor } from '@lucerna/core/visit'
import { useRef, useState } from 'react'
import { figureWithUnit, unitSymbol, unitText } from '@/ui/figures'
import { Gauge } from '@/ui/Gauge'
import { shownAs } from '@lucerna/core/measure'
import { t } from '@/messages/setup'
import { rateName, useSetUp } from '../parts/desk'
import { Typed } from '@/ui/Typed'
import { type Field, fieldsAt, stationOf } from './log'

/** Whether an instrument can show it at all: 98 for 9.8 is a slip of the finger, and no reading. */
const isPossible = (f: Field, valueSi: number): boolean => {
  const { min, max } = MEASURANDS[f.measurandId].range
  return valueSi >= min && valueSi <= max
}

/** Figures of one rate as they are read there: what has to be read first, and what tells more. */
export function ReadForm({
  reads,
  rateId,
  known,
  onRead,
}: {
  readonly reads: 'o2' | 'co2'
  readonly rateId: string
  readonly known: (field: Field, stationId: Station) => LoggedReading | undefined
  readonly onRead: (figures: readonly (Field & { readonly valueSi: number })[]) => void
}) {
  const setUp = useSetUp()
  const { appliance, practice, units } = setUp
  const { needed, more } = fieldsAt(appliance, practice, reads, rateId)
  const [texts, setTexts] = useState<Readonly<Record<string, string>>>({})
  const [asked, setAsked] = useState(false)
  const form = useRef<HTMLFormElement>(null)
  const keyOf = (f: Field) => `${f.measurandId} ${f.sectionId ?? ''}`
  const label = (f: Field) => {
    const section = appliance.card.sections.find((s) => s.id === f.sectionId)?.label
    return [t(`short.${f.measurandId}`), section].filter(Boolean).join(', ')
  }
  const read = (f: Field) => {
    const text = (texts[keyOf(f)] ?? '').trim()
    return text === '' ? null : parseQuantity(text, MEASURANDS[f.measurandId].quantity, shownAs(f.measurandId, units).unit)
  }
  const errorOf = (f: Field): string | undefined => {
    const parsed = read(f)
    if (!asked) return undefined
    if (parsed === null) return needed.includes(f) ? t('setup.free.missing') : undefined
    if (!parsed.ok) return t('setup.free.unreadable', { unit: unitSymbol(shownAs(f.measurandId, units).unit) })
    if (isPossible(f, parsed.value.valueSi)) return undefined
    const { min, max } = MEASURANDS[f.measurandId].range
    return t('setup.free.impossible', { from: figureWithUnit(f.measurandId, min, units), to: figureWithUnit(f.measurandId, max, units) })
  }
  const submit = () => {
    setAsked(true)
    const all = [...needed, ...more].map((f) => ({ f, parsed: read(f) }))
    if (all.some(({ f, parsed }) => (parsed === null ? needed.includes(f) : !parsed.ok || !isPossible(f, parsed.value.valueSi)))) return
    onRead(all.flatMap(({ f, parsed }) => (parsed?.ok ? [{ ...f, valueSi: parsed.value.valueSi }] : [])))
    setTexts({})
    setAsked(false)
    form.current?.querySelector('input')?.focus()
  }
  const one = (f: Field) => {
    const stationId = stationOf(f.measurandId)
    const last = known(f, stationId)
    const band = bandFor(appliance, practice, { ...f, stationId, firingStateId: rateId })
    const said = last && figureWithUnit(f.measurandId, last.valueSi, units)
    return (
      <div key={keyOf(f)}>
        <Typed
          name={keyOf(f).trim()}
          label={said ? t('setup.free.last', { what: label(f), value: said }) : label(f)}
          unit={unitText(f.measurandId, units)}
          text={texts[keyOf(f)] ?? ''}
          onText={(text) => setTexts((before) => ({ ...before, [keyOf(f)]: text }))}
          error={errorOf(f)}
        />
        {last && band && <Gauge verdict={last.verdict} band={band} orientation="horizontal" length={250} label={`${label(f)} ${said}`} />}
      </div>
    )
  }
  return (
    <form
      ref={form}
      noValidate
      data-rate={rateId}
      className="flex flex-col gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        submit()
      }}
    >
      <h2 className="text-lg font-semibold">{t('setup.free.readings', { rate: rateName(setUp, rateId) })}</h2>
      <div className="grid gap-3 sm:grid-cols-2">{needed.map(one)}</div>
      <details>
        <summary className="min-h-11 cursor-pointer content-center text-sm">{t('setup.free.more')}</summary>
        <div className="grid gap-3 sm:grid-cols-2">{more.map(one)}</div>
      </details>
      <button
        className={`btn press ${setUp.advised.advice.code === 'read' || Object.values(texts).some(Boolean) ? 'btn-primary' : 'btn-outline'}`}
      >
        {t('setup.free.record')}
      </button>
    </form>
  )
}
