'use client'

import { unpackTrace } from '@lucerna/core/live'
import { MEASURANDS } from '@lucerna/core/measure'
import { dateAt, timeAt } from '@/ui/dates'
import { StartSeenView } from '@/ui/StartSeenView'
import { shownFor, type TraceChannel, TraceView } from '@/ui/TraceView'
import { t } from '@/messages/traces'
import type { ShownTraces } from './queries'

/** Everything that instruments sent in a visit: each start on its time line, and the trace around every recorded figure. */
export function TracesSheet({ shown }: { readonly shown: ShownTraces }) {
  const { units, timeZone } = shown
  const at = (instant: string) => `${dateAt(instant, timeZone)}, ${timeAt(instant, timeZone)}`
  return (
    <article className="mx-auto flex max-w-4xl flex-col gap-8 px-4 py-6 print:max-w-none print:p-0">
      <p className="quiet">{shown.traces.length + shown.starts.length === 0 ? t('traces.none') : t('traces.why')}</p>
      {shown.starts.length > 0 && (
        <section aria-labelledby="starts" className="flex flex-col gap-6">
          <h2 id="starts" className="text-xl font-semibold">
            {t('traces.starts')}
          </h2>
          {shown.starts.map(({ id, appliance, record, good }) => (
            <section key={id} id={id} aria-label={at(record.at)}>
              <h3 className="mb-2 font-semibold">
                {at(record.at)} <span className="font-normal quiet">{appliance}</span>
              </h3>
              <StartSeenView record={record} good={good} units={units} timeZone={timeZone} />
            </section>
          ))}
        </section>
      )}
      {shown.traces.map((trace) => {
        const channels = trace.channels.flatMap((c): TraceChannel[] => {
          const samples = unpackTrace(c.chunks)
          const measurandId = c.measurandId ?? shownFor(c.channel)
          return samples.ok && samples.value.length > 0
            ? [{ label: labelOf(measurandId, c.channelId, trace.channels), measurandId, samples: samples.value }]
            : []
        })
        return (
          <section key={trace.id} id={trace.id} aria-label={at(trace.at)} className="scroll-mt-20 border-t hairline pt-4">
            <h2 className="mb-1 font-semibold">
              {at(trace.at)} <span className="font-normal quiet">{trace.appliance}</span>
            </h2>
            {trace.file && <p className="text-sm">{t('traces.file', { name: trace.file })}</p>}
            {trace.read.length > 0 && (
              <p className="mb-2 text-sm quiet">
                {t('traces.read', {
                  names: trace.read.map((r) => `${t(`short.${r.measurandId}`)}${r.rate ? ` (${r.rate.toLowerCase()})` : ''}`).join(', '),
                })}
              </p>
            )}
            {channels.length === 0 ? <p>{t('traces.unreadable')}</p> : <TraceView channels={channels} units={units} timeZone={timeZone} />}
          </section>
        )
      })}
    </article>
  )
}

/** The figure's own name; with the channel behind it where a trace has the same twice. */
function labelOf(measurandId: TraceChannel['measurandId'], channelId: string, all: ShownTraces['traces'][number]['channels']): string {
  const name = t(`short.${measurandId}`)
  const same = all.filter((c) => (c.measurandId ?? shownFor(c.channel)) === measurandId).length
  return same > 1 || (MEASURANDS[measurandId].channel === 'pressure' && all.length > 1) ? `${name} ${channelId}` : name
}
