'use client'

import type { Need } from '@lucerna/core/procedure'
import { consentsFor, RUN_FIGURES, type Run, runTable } from '@lucerna/core/visit'
import { useState } from 'react'
import { v7 as uuidv7 } from 'uuid'
import { timeAt } from '@/ui/dates'
import { Field } from '@/ui/Field'
import { figure, unitText } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visitLater'
import { may, useDesk } from './context'
import { draftOf, isSure } from './NeedRow'

const needOf = (measurandId: (typeof RUN_FIGURES)[number], firingStateId: string): Need => ({
  measurandId,
  stationId: measurandId === 'temperature.burnerCompartment' ? 'burner' : 'flue',
  firingStateId,
  optional: true,
})

/** Two set-ups side by side: with and without a part, case on and off. Each is named, read minute by minute, and stands beside the other. */
export function RunsPanel({ stepId, firingStateId }: { readonly stepId: string; readonly firingStateId: string | null }) {
  const { visit, appliance, role } = useDesk()
  const own = visit.runs.filter((r) => r.applianceId === appliance.id)
  const running = own.find((r) => !r.endedAt)
  const writes = may(role, 'run.read') && visit.status === 'open'
  // While the next set-up is written down, no figure can fall to the one before it.
  const [beginning, setBeginning] = useState(false)
  return (
    <div className="flex flex-col gap-5">
      <p className="quiet">{t('runs.why')}</p>
      {own.length > 0 && <Table runs={own} />}
      {writes && running && !beginning && <Minute key={running.id} run={running} stepId={stepId} />}
      {writes && may(role, 'run.started') && (
        <Begin
          key={own.length}
          stepId={stepId}
          firingStateId={firingStateId}
          again={own.length > 0}
          beginning={beginning}
          onBeginning={setBeginning}
        />
      )}
    </div>
  )
}

function Begin({
  stepId,
  firingStateId,
  again,
  beginning,
  onBeginning,
}: {
  readonly stepId: string
  readonly firingStateId: string | null
  readonly again: boolean
  readonly beginning: boolean
  readonly onBeginning: (beginning: boolean) => void
}) {
  const { appliance, state, context, record } = useDesk()
  const needed = consentsFor(context.practice)
  const [name, setName] = useState('')
  const [alters, setAlters] = useState(false)
  const [consents, setConsents] = useState<readonly (typeof needed)[number][]>([])
  const agreed = !alters || needed.every((c) => consents.includes(c))
  const at = firingStateId ?? state.commanded?.firingStateId
  return (
    <form
      className="flex flex-col gap-3 border-t hairline pt-4"
      onSubmit={(e) => {
        e.preventDefault()
        onBeginning(true)
        void record([
          {
            type: 'run.started',
            stepId,
            applianceId: appliance.id,
            data: { runId: uuidv7(), name: name.trim(), alters, consents: [...consents], ...(at && { firingStateId: at }) },
          },
        ]).finally(() => onBeginning(false))
      }}
    >
      <Field id="run-name" label={t(again ? 'runs.next-name' : 'runs.name')}>
        <input id="run-name" className="input press w-full" maxLength={60} value={name} onChange={(e) => setName(e.target.value)} />
      </Field>
      <label className="flex min-h-11 cursor-pointer items-center gap-3">
        <input type="checkbox" className="checkbox" checked={alters} onChange={(e) => setAlters(e.target.checked)} />
        {t('runs.alters')}
      </label>
      {alters && (
        <fieldset className="border-l-4 border-warning pl-3">
          <legend className="flex gap-2 text-sm text-warning">
            <WarningSign size={17} />
            {t(needed.length > 1 ? 'runs.consents' : 'runs.consent-of-customer')}
          </legend>
          {needed.map((c) => (
            <label key={c} className="flex min-h-11 cursor-pointer items-center gap-3">
              <input
                type="checkbox"
                className="checkbox"
                checked={consents.includes(c)}
                onChange={(e) => setConsents((before) => (e.target.checked ? [...before, c] : before.filter((x) => x !== c)))}
              />
              {t(`runs.consent.${c}`)}
            </label>
          ))}
        </fieldset>
      )}
      <button className="btn press btn-primary" disabled={beginning || name.trim().length < 2 || !agreed}>
        {t('runs.begin')}
      </button>
    </form>
  )
}

/** One minute of the run at hand: what there is of the figures, in one press. */
function Minute({ run, stepId }: { readonly run: Run; readonly stepId: string }) {
  const { appliance, context, units, record } = useDesk()
  const [texts, setTexts] = useState<Readonly<Record<string, string>>>({})
  const byCo2 = context.practice.combustionBy === 'co2'
  const asked = RUN_FIGURES.filter((id) => id !== (byCo2 ? 'o2.flue' : 'co2.flue'))
  const drafts = asked.map(
    (id) => [id, draftOf(needOf(id, run.firingStateId ?? ''), texts[id] ?? '', units, undefined, appliance.facts.gas)] as const,
  )
  const figures = drafts.flatMap(([measurandId, d]) =>
    d.parsed?.ok && isSure(d) ? [{ measurandId, valueSi: d.parsed.value.valueSi }] : [],
  )
  const unread = drafts.some(([, d]) => d.parsed !== null && !(d.parsed.ok && isSure(d)))
  return (
    <form
      className="flex flex-col gap-3 border-t hairline pt-4"
      onSubmit={(e) => {
        e.preventDefault()
        if (figures.length === 0 || unread) return
        void record([{ type: 'run.read', stepId, applianceId: appliance.id, data: { runId: run.id, figures } }])
        setTexts({})
      }}
    >
      <h3 className="font-semibold">{t('runs.now', { name: run.name })}</h3>
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
        {drafts.map(([id, draft]) => (
          <Field
            key={id}
            id={`run-${id}`}
            label={`${t(`short.${id}`)} (${unitText(id, units)})`}
            error={draft.parsed !== null && !(draft.parsed.ok && isSure(draft)) ? t('runs.unread') : undefined}
          >
            <input
              id={`run-${id}`}
              inputMode="decimal"
              autoComplete="off"
              className="input press w-full figure text-xl"
              value={texts[id] ?? ''}
              onChange={(e) => setTexts((before) => ({ ...before, [id]: e.target.value }))}
            />
          </Field>
        ))}
      </div>
      <div className="flex gap-3">
        <button className="btn press flex-1 btn-primary" disabled={figures.length === 0 || unread}>
          {t('runs.record')}
        </button>
        <button
          type="button"
          className="btn press btn-outline"
          onClick={() => void record([{ type: 'run.ended', stepId, applianceId: appliance.id, data: { runId: run.id } }])}
        >
          {t('runs.end')}
        </button>
      </div>
    </form>
  )
}

function Table({ runs }: { readonly runs: readonly Run[] }) {
  const { units, timeZone } = useDesk()
  const ids = RUN_FIGURES.filter((id) => runs.some((r) => r.rows.some((row) => row.figures[id] !== undefined)))
  return (
    <div className="overflow-x-auto">
      <table className="w-full border-collapse text-right">
        <caption className="sr-only">{t('runs.title')}</caption>
        <thead>
          <tr className="border-b hairline text-sm">
            <th scope="col" className="py-1 pr-3 text-left font-normal quiet" rowSpan={2}>
              {t('runs.minute')}
            </th>
            {runs.map((r) => (
              <th
                key={r.id}
                scope="colgroup"
                colSpan={Math.max(1, ids.length)}
                className="border-l hairline px-2 py-1 text-left font-semibold"
              >
                {r.name} <span className="font-normal quiet">{timeAt(r.startedAt, timeZone)}</span>
              </th>
            ))}
          </tr>
          <tr className="border-b hairline text-xs quiet">
            {runs.map((r) =>
              ids.map((id) => (
                <th key={r.id + id} scope="col" className="px-2 py-1 font-normal">
                  {t(`short.${id}`)} {unitText(id, units)}
                </th>
              )),
            )}
          </tr>
        </thead>
        <tbody>
          {runTable(runs).map(({ minute, cells }) => (
            <tr key={minute} className="border-b hairline">
              <th scope="row" className="py-1 pr-3 text-left font-normal quiet">
                {minute}
              </th>
              {cells.map((cell, i) =>
                ids.map((id) => {
                  const value = cell?.[id]
                  return (
                    <td key={runs[i]!.id + id} className="px-2 py-1">
                      {value === undefined ? '–' : figure(id, value, units)}
                    </td>
                  )
                }),
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
