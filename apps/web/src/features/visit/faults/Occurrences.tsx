import { bringFor, type Diagnosis, patternOf, RATES, SERVICES } from '@lucerna/core/faults'
import type { FaultCase, Occurrence } from '@lucerna/core/visit'
import { X } from 'lucide-react'
import { useState } from 'react'
import { Choose } from '@/ui/Choose'
import { dateAt, timeAt } from '@/ui/dates'
import { Field } from '@/ui/Field'
import { dayAt, hourAt, instantAt } from '@/ui/zoned'
import { t } from '@/messages/faults'
import { useDesk } from '../parts/context'

type Note = Pick<Occurrence, 'happenedAt'> & { readonly [K in 'service' | 'rate' | 'weather' | 'code']?: NonNullable<Occurrence[K]> } & {
  /** Of a note that a customer left. */
  readonly occurrenceId?: string
}

const WEATHERS = ['calm', 'wind', 'rain', 'frost'] as const
const HOURS = [0, 6, 12, 18, 24]

/** A fault that comes and goes: each time that it happened, the picture of them, what to provoke, what to bring and when to come. */
export function Occurrences({
  fault,
  diagnosis,
  readOnly,
  onNote,
  onWithdraw,
}: {
  readonly fault: FaultCase
  readonly diagnosis: Diagnosis
  readonly readOnly: boolean
  readonly onNote: (note: Note) => void
  readonly onWithdraw: (id: string) => void
}) {
  const { timeZone, appliance } = useDesk()
  const { occurrences } = fault
  const told = (appliance.lockOuts ?? []).filter((n) => !occurrences.some((o) => o.id === n.id))
  if (!fault.intermittent && occurrences.length === 0 && told.length === 0) return null
  const { cells, provoke, come } = patternOf(occurrences, (at) => hourAt(at, timeZone))
  const { tools, parts } = bringFor(diagnosis)
  return (
    <section aria-labelledby="occurrences" className="flex flex-col gap-3">
      <h2 id="occurrences" className="text-lg font-semibold">
        {t('faults.occurrences')}
      </h2>
      {occurrences.length > 0 && (
        <>
          <table className="w-full max-w-2xl border-collapse text-sm">
            <thead>
              <tr className="text-left quiet">
                <th scope="col" className="py-1 pr-4 font-normal">
                  {t('faults.occurrence.in')}
                </th>
                <th scope="col" className="w-1/2 py-1 font-normal">
                  <span className="flex justify-between">
                    {HOURS.map((h) => (
                      <span key={h}>{h}</span>
                    ))}
                  </span>
                </th>
              </tr>
            </thead>
            <tbody>
              {cells.map((c) => (
                <tr key={`${c.service} ${c.rate}`} className="border-t hairline">
                  <th scope="row" className="py-2 pr-4 text-left font-normal">
                    {[c.service ? t(`faults.service.${c.service}`) : t('faults.occurrence.unknown'), c.rate && t(`faults.rate.${c.rate}`)]
                      .filter(Boolean)
                      .join(', ')}{' '}
                    <span className="quiet">× {c.hours.length}</span>
                  </th>
                  <td className="py-2">
                    <span
                      role="img"
                      aria-label={t('faults.occurrence.hours', { hours: c.hours.map((h) => Math.floor(h)).join(', ') })}
                      className="relative block h-5 border-x border-b hairline"
                    >
                      {c.hours.map((h, i) => (
                        <span
                          key={i}
                          className="absolute bottom-0.5 size-3 -translate-x-1/2 rounded-full border-2 border-base-100 bg-primary"
                          style={{ left: `${(100 * h) / 24}%` }}
                        />
                      ))}
                    </span>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <ul className="text-sm">
            {occurrences.map((o) => (
              <li key={o.id} className="flex items-center justify-between gap-3">
                <span>
                  {dateAt(o.happenedAt, timeZone)}, {timeAt(o.happenedAt, timeZone)}
                  {[
                    o.service && t(`faults.service.${o.service}`),
                    o.rate && t(`faults.rate.${o.rate}`),
                    o.weather && t(`faults.weather.${o.weather}`),
                    o.code,
                  ]
                    .filter(Boolean)
                    .map((x) => ` · ${x}`)
                    .join('')}{' '}
                  <span className="quiet">({o.by})</span>
                </span>
                {!readOnly && (
                  <button
                    type="button"
                    className="btn btn-square press btn-ghost"
                    aria-label={t('faults.occurrence.remove')}
                    onClick={() => onWithdraw(o.id)}
                  >
                    <X size={18} aria-hidden="true" />
                  </button>
                )}
              </li>
            ))}
          </ul>
        </>
      )}
      {!readOnly &&
        told.map((n) => (
          <p key={n.id} className="flex flex-wrap items-center justify-between gap-3 border-l-4 border-info pl-3 text-sm">
            <span>
              {t('faults.told')} {dateAt(n.happenedAt, timeZone)}, {timeAt(n.happenedAt, timeZone)}
              {[n.service && t(`faults.service.${n.service}`), n.code].filter(Boolean).map((x) => ` · ${x}`)}
            </span>
            <button
              type="button"
              className="btn press btn-outline"
              onClick={() =>
                onNote({
                  occurrenceId: n.id,
                  happenedAt: n.happenedAt,
                  ...(n.service && { service: n.service }),
                  ...(n.code && { code: n.code }),
                })
              }
            >
              {t('faults.told.add')}
            </button>
          </p>
        ))}
      <dl className="grid max-w-2xl grid-cols-[8rem_minmax(0,1fr)] gap-x-4 gap-y-1 text-sm">
        {provoke.length > 0 && <Line label={t('faults.provoke')} text={provoke.map((c) => t(`faults.when.${c}`)).join(', ')} />}
        {come && <Line label={t('faults.come')} text={t('faults.come.between', { from: come.from, to: come.to })} />}
        {tools.length > 0 && <Line label={t('faults.bring')} text={tools.join(', ')} />}
        {parts.length > 0 && <Line label={t('faults.bring-parts')} text={parts.join(', ')} />}
      </dl>
      {!readOnly && <NoteForm onNote={onNote} />}
    </section>
  )
}

const Line = ({ label, text }: { readonly label: string; readonly text: string }) => (
  <>
    <dt className="quiet">{label}</dt>
    <dd>{text}</dd>
  </>
)

function NoteForm({ onNote }: { readonly onNote: (note: Note) => void }) {
  const { timeZone } = useDesk()
  const [day, setDay] = useState(() => dayAt(new Date(), timeZone))
  const [time, setTime] = useState('')
  const [service, setService] = useState('')
  const [rate, setRate] = useState('')
  const [weather, setWeather] = useState('')
  const chosen = <T extends string>(key: string, value: string) => (value === '' ? {} : { [key]: value as T })
  const options = <K extends string>(all: readonly K[], say: (k: K) => string) =>
    [['', t('faults.occurrence.unknown')], ...all.map((k) => [k, say(k)] as const)] as const
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault()
        onNote({
          happenedAt: instantAt(day, time, timeZone),
          ...chosen('service', service),
          ...chosen('rate', rate),
          ...chosen('weather', weather),
        })
        setTime('')
      }}
    >
      <Field id="occurrence-day" label={t('faults.occurrence.day')}>
        <input id="occurrence-day" type="date" required className="input press" value={day} onChange={(e) => setDay(e.target.value)} />
      </Field>
      <Field id="occurrence-time" label={t('faults.occurrence.time')}>
        <input id="occurrence-time" type="time" required className="input press" value={time} onChange={(e) => setTime(e.target.value)} />
      </Field>
      <Choose
        label={t('faults.occurrence.service')}
        value={service}
        onChange={setService}
        options={options(SERVICES, (k) => t(`faults.service.${k}`))}
      />
      <Choose label={t('faults.occurrence.rate')} value={rate} onChange={setRate} options={options(RATES, (k) => t(`faults.rate.${k}`))} />
      <Choose
        label={t('faults.occurrence.weather')}
        value={weather}
        onChange={setWeather}
        options={options(WEATHERS, (k) => t(`faults.weather.${k}`))}
      />
      <button type="submit" className="btn press btn-outline" disabled={day === '' || time === ''}>
        {t('faults.occurrence.add')}
      </button>
    </form>
  )
}
