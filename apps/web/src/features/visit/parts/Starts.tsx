'use client'

import { failedStarts, firingStops, type Start, startsAllowed } from '@lucerna/core/visit'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { timeAt } from '@/ui/dates'
import { Field } from '@/ui/Field'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import type { NewEvent } from '../client/writeDown'
import { startResult } from '@/ui/startResult'
import { wordsFor } from '@/ui/words'
import { may, useDesk } from './context'

const GAS = ['on', 'shut', 'fan-only'] as const
const HOW = ['off', 'open', 'bridged'] as const
type Stood = Start['stood'][number]

/** Every start is logged with what it was tried with and what was off, open or bridged; the failed ones with gas in a row are counted. */
export function Starts({ stepId }: { readonly stepId: string }) {
  const { visit, state, appliance, context, record, role, timeZone } = useDesk()
  // What must not fire can still be looked at: the spark with the gas shut, the fan alone.
  const stopped = firingStops(appliance, state, visit, context).length > 0
  const [chosen, setGas] = useState<Start['gas']>('on')
  const gas = stopped && chosen === 'on' ? 'shut' : chosen
  const [tries, setTries] = useState(1)
  const [stood, setStood] = useState<readonly Stood[]>([])
  const own = visit.starts.filter((s) => s.applianceId === appliance.id)
  const readOnly = !may(role, 'start.tried') || visit.status !== 'open'
  const most = startsAllowed(appliance, visit, context.practice)
  const usual = startsAllowed(appliance, { ...visit, looseEnds: [], disturbed: [] }, context.practice)
  const tried = (worked: boolean) => {
    // A bridge outlives the start that it was set for: it hangs until it is taken out.
    const bridges = stood
      .filter((s) => s.how === 'bridged' && !visit.looseEnds.some((l) => l.kind === 'bridge' && !l.closedAt && l.label === s.what))
      .map((s): NewEvent => {
        const looseEndId = uuidv7()
        return {
          type: 'loose-end.opened',
          stepId,
          applianceId: appliance.id,
          data: { looseEndId, kind: 'bridge', key: `bridge.${looseEndId}`, label: s.what },
        }
      })
    void record([
      ...bridges,
      {
        type: 'start.tried',
        stepId,
        applianceId: appliance.id,
        data: {
          gas,
          lit: gas === 'on' && worked,
          ...(gas !== 'on' && { seen: worked }),
          ...(gas === 'on' && tries > 1 && { tries }),
          ...(stood.length > 0 && { stood: [...stood] }),
        },
      },
    ])
    setTries(1)
  }
  const [worked, failed] = {
    on: [t('start.lit'), t('start.failed')],
    shut: [t('start.seen'), t('start.not-seen')],
    'fan-only': [t('start.fan-runs'), t('start.no-fan')],
  }[gas]
  return (
    <section className="mt-4 flex flex-col gap-3" aria-labelledby="starts">
      <h3 id="starts" className="text-sm quiet">
        {t('start.title')}
      </h3>
      <p className="text-sm">
        {own.length === 0 ? t('start.none') : t('start.count', { failed: failedStarts(visit.starts, visit.timers, appliance.id), most })}
        {most > usual && <span className="block text-info">{t('start.air', { extra: most - usual })}</span>}
      </p>
      {own.length > 0 && (
        <ul className="text-sm">
          {own.map((s) => (
            <li key={s.at + s.index}>
              {t('start.row', { time: timeAt(s.at, timeZone), gas: t(`start.gas.${s.gas}`), result: wordsFor(startResult(s)) })}
              {s.tries > 1 && ` · ${t('start.row-tries', { count: s.tries })}`}
              {s.stood.map((x) => ` · ${t(`start.stood.${x.how}`)}: ${x.what}`).join('')}
              {s.configuration && ` · ${s.configuration}`}
            </li>
          ))}
        </ul>
      )}
      {!readOnly && (
        <>
          <div role="radiogroup" aria-label={t('start.gas')} className="flex flex-wrap gap-2">
            {GAS.map((g) => (
              <button
                key={g}
                type="button"
                role="radio"
                aria-checked={gas === g}
                disabled={g === 'on' && stopped}
                className={`btn press ${gas === g ? 'btn-primary' : 'btn-outline'}`}
                onClick={() => setGas(g)}
              >
                {t(`start.gas.${g}`)}
              </button>
            ))}
          </div>
          {gas !== 'on' && (
            <p className="flex gap-2 text-sm text-warning">
              <WarningSign size={17} />
              <span>
                {gas === 'shut' && `${t('start.spark-only')} `}
                {t('start.not-counted')}
              </span>
            </p>
          )}
          <StoodFields stood={stood} onChange={setStood} />
          <div className="flex flex-wrap items-end gap-3">
            {gas === 'on' && (
              <Field id="start-tries" label={t('start.tries')}>
                <select id="start-tries" className="select press w-24" value={tries} onChange={(e) => setTries(Number(e.target.value))}>
                  {[1, 2, 3, 4, 5].map((n) => (
                    <option key={n}>{n}</option>
                  ))}
                </select>
              </Field>
            )}
            <button type="button" className="btn press btn-outline" onClick={() => tried(true)}>
              {worked}
            </button>
            <button type="button" className="btn press btn-outline" onClick={() => tried(false)}>
              {failed}
            </button>
          </div>
        </>
      )}
    </section>
  )
}

/** What is off, open or bridged while it is tried: it stays for the next try until it is taken off the list. */
function StoodFields({ stood, onChange }: { readonly stood: readonly Stood[]; readonly onChange: (stood: readonly Stood[]) => void }) {
  const [how, setHow] = useState<Stood['how']>('off')
  const [what, setWhat] = useState('')
  return (
    <details>
      <summary className="flex min-h-11 cursor-pointer items-center text-sm text-primary">
        {t('start.stood')}
        {stood.length > 0 && `: ${stood.map((s) => `${t(`start.stood.${s.how}`)} ${s.what}`).join(', ')}`}
      </summary>
      <div className="flex flex-wrap items-end gap-3 pb-2">
        <select
          aria-label={t('start.stood')}
          className="select press w-36"
          value={how}
          onChange={(e) => setHow(e.target.value as Stood['how'])}
        >
          {HOW.map((h) => (
            <option key={h} value={h}>
              {t(`start.stood.${h}`)}
            </option>
          ))}
        </select>
        <div className="min-w-44 flex-1">
          <Field id="start-stood" label={t('start.stood.what')}>
            <input id="start-stood" className="input press w-full" maxLength={80} value={what} onChange={(e) => setWhat(e.target.value)} />
          </Field>
        </div>
        <button
          type="button"
          className="btn press btn-outline"
          disabled={what.trim().length < 2 || stood.length >= 10}
          onClick={() => {
            onChange([...stood, { how, what: what.trim() }])
            setWhat('')
          }}
        >
          {t('start.stood.add')}
        </button>
        {stood.length > 0 && (
          <button type="button" className="btn press btn-ghost" onClick={() => onChange([])}>
            {t('start.stood.clear')}
          </button>
        )}
      </div>
      {how === 'bridged' && (
        <p className="flex gap-2 pb-2 text-sm text-warning">
          <WarningSign size={17} />
          {t('start.bridge-warning')}
        </p>
      )}
    </details>
  )
}
