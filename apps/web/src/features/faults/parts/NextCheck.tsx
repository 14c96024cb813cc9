import { type Diagnosis, type FaultMap, type Finding, isMeasured, type Next, type Way } from '@lucerna/core/faults'
import { MEASURANDS, shownAs } from '@lucerna/core/measure'
import { parseQuantity } from '@lucerna/core/units'
import { Calculator } from 'lucide-react'
import { Link } from '@/ui/Link'
import { type ReactNode, useEffect, useRef, useState } from 'react'
import { described, Field } from '@/ui/Field'
import { figureWithUnit, type Units } from '@/ui/figures'
import { Typed } from '@/ui/Typed'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/faults'
import type { Shown } from './deskCase'
import { causeName, percent } from './said'

/** What works out what a check should show. */
const CALCULATORS: Readonly<Record<string, string>> = {
  'igniter-ohms': 'igniter',
  'coil-volts': 'coil',
  'coil-volts-board': 'coil',
  'coil-ohms': 'coil',
  'flame-current': 'flame-current',
  combustion: 'flue-gas',
  'gas-rate': 'gas-rate',
  'orifice-look': 'orifice',
  'burner-pressure': 'manifold',
  'inlet-pressure': 'pressure-ladder',
  'air-rise': 'air-rise',
  'water-flow': 'water-side',
  'valve-tight': 'valve-proving',
}

/** The next check, large: how, with what, how long, and what each outcome would mean. */
export function NextCheck({
  next,
  diagnosis,
  map,
  units,
  way,
  band,
  leads,
  readOnly = false,
  showing,
  guard,
  onShown,
  onLeftOut,
}: {
  readonly next: Extract<Next, { code: 'check' }>
  readonly diagnosis: Diagnosis
  readonly map: FaultMap
  readonly units: Units
  readonly way: Way
  readonly band: Finding['band']
  /** Where the leads, the gauge or the eye go on this model. */
  readonly leads: string | null
  readonly readOnly?: boolean
  /** What is known of it without making it. */
  readonly showing?: ReactNode
  /** What has to be done first. */
  readonly guard?: ReactNode
  readonly onShown: (shown: Shown) => void
  readonly onLeftOut: (reason: string) => void
}) {
  const { check, before, again, minutes } = next
  const calculator = CALCULATORS[check.id]
  const closed = readOnly || !!guard
  const list = useRef<HTMLUListElement>(null)
  useEffect(() => {
    // A digit is a result, wherever the cursor is but in a field.
    const onKey = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || (e.target as HTMLElement).closest('input, textarea, select')) return
      const button = /^[1-9]$/.test(e.key) ? list.current?.querySelectorAll('button')[Number(e.key) - 1] : undefined
      if (button && !button.disabled) button.click()
    }
    document.addEventListener('keydown', onKey)
    return () => document.removeEventListener('keydown', onKey)
  }, [])
  const outcomes = new Map(diagnosis.outcomes(check).map((o) => [o.result, o]))
  return (
    <section aria-labelledby="next-check" data-check={check.id} className="flex flex-col gap-3">
      <p className="text-sm quiet">
        {t('faults.next')}, {t('faults.minutes', { count: Math.round(minutes) })}
      </p>
      <h2 id="next-check" className="text-2xl font-semibold">
        {check.label}
      </h2>
      {again && <p className="border-l-4 border-info pl-3 text-sm">{t('faults.again')}</p>}
      {before && <p className="border-l-4 border-info pl-3 text-sm">{t('faults.before', { check: before.label })}</p>}
      <p>{check.method}</p>
      {leads && (
        <p className="border-l-4 border-primary pl-3" data-leads>
          <span className="text-sm quiet">{t('faults.leads')}</span> {leads}
        </p>
      )}
      <p className={`flex gap-2 text-sm ${check.access === 'live' ? 'font-semibold text-warning' : 'quiet'}`}>
        {check.access === 'live' && <WarningSign size={18} />}
        {[t(`faults.access.${check.access}`), ...check.tools].join(' · ')}
      </p>
      {check.instead && <p className="text-sm quiet">{t('faults.instead', { of: check.instead.of, why: check.instead.why })}</p>}
      {calculator && (
        <Link
          href={`/calculators/${calculator}`}
          className="inline-flex min-h-11 items-center gap-2 self-start text-primary hover:underline"
        >
          <Calculator size={18} aria-hidden="true" />
          {t('faults.calculator')}
        </Link>
      )}
      {guard}
      {!closed && showing}
      {!closed && check.measurandId && isMeasured(check, band) && (
        <Measured measurandId={check.measurandId} units={units} band={band} onEnter={(valueSi, text) => onShown({ valueSi, text })} />
      )}
      <ul ref={list} className="flex flex-col gap-2">
        {check.results.map((r, i) => {
          const then = outcomes.get(r.id)
          return (
            <li key={r.id}>
              <button
                type="button"
                data-result={r.id}
                disabled={closed}
                className="btn h-auto min-h-12 press w-full justify-between gap-3 btn-outline py-2 text-left"
                onClick={() => onShown({ result: r.id })}
              >
                <span className="text-base">
                  <kbd aria-hidden="true" className="mr-3 hidden font-sans text-sm font-normal quiet lg:inline">
                    {i + 1}
                  </kbd>
                  {r.label}
                </span>
                <span className="text-right text-sm font-normal quiet">
                  {r.wrongMethod ??
                    (then && t('faults.would', { cause: causeName(map, then.causeId).toLowerCase(), odds: percent(then.then) }))}
                </span>
              </button>
            </li>
          )
        })}
      </ul>
      {!readOnly && <LeftOut written={way === 'book'} onLeftOut={onLeftOut} />}
    </section>
  )
}

/** By the book nothing is left out without a reason; on the shortest way it may be said why. */
function LeftOut({ written, onLeftOut }: { readonly written: boolean; readonly onLeftOut: (reason: string) => void }) {
  const [open, setOpen] = useState(false)
  const [reason, setReason] = useState('')
  if (!open)
    return (
      <button
        type="button"
        className="btn press self-start btn-ghost text-primary"
        onClick={() => (written ? setOpen(true) : onLeftOut(''))}
      >
        {t('faults.cannot')}
      </button>
    )
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault()
        if (reason.trim() !== '') onLeftOut(reason.trim())
      }}
    >
      <Field id="left-out" label={t('faults.cannot-why')}>
        <input
          {...described('left-out', undefined)}
          className="input press w-full"
          value={reason}
          maxLength={200}
          onChange={(e) => setReason(e.target.value)}
        />
      </Field>
      <button type="submit" className="btn press btn-outline" disabled={reason.trim() === ''}>
        {t('faults.leave-out')}
      </button>
    </form>
  )
}

/** A figure to type instead of a result: its limits say which it is. */
function Measured({
  measurandId,
  units,
  band,
  onEnter,
}: {
  readonly measurandId: NonNullable<FaultMap['checks'][number]['measurandId']>
  readonly units: Units
  readonly band: Finding['band']
  readonly onEnter: (valueSi: number, text: string) => void
}) {
  const { unit } = shownAs(measurandId, units)
  const [text, setText] = useState('')
  const [tried, setTried] = useState(false)
  const read = parseQuantity(text, MEASURANDS[measurandId].quantity, unit)
  const limit = [band?.min, band?.max].map((x) => (x === undefined ? '' : figureWithUnit(measurandId, x, units)))
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault()
        setTried(true)
        if (read.ok) onEnter(read.value.valueSi, `${text.trim()} ${unit}`)
      }}
    >
      <Typed
        label={[t('faults.measured'), limit.some(Boolean) ? `(${limit.join(' … ')})` : ''].filter(Boolean).join(' ')}
        unit={unit}
        text={text}
        onText={setText}
        error={tried && !read.ok ? t('faults.unreadable', { unit }) : undefined}
      />
      <button type="submit" className="btn press btn-primary">
        {t('faults.enter')}
      </button>
    </form>
  )
}
