'use client'

import { LOOSE_END_KINDS, type Step } from '@lucerna/core/procedure'
import type { LooseEnd } from '@lucerna/core/visit'
import { useState } from 'react'
import { timeAt } from '@/ui/dates'
import { HoldButton } from '@/ui/HoldButton'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/visit'
import { wordsFor } from '@/ui/words'
import { AddLooseEnd } from './AddLooseEnd'
import { Asks } from './Asks'
import { Picture } from './Picture'
import { may, useDesk } from './context'
import { DisturbedPanel } from './DisturbedPanel'
import { useGoOn } from './useGoOn'

const METHODS = ['detector-and-fluid', 'detector', 'fluid'] as const

/** Everything that hangs, to be put back in reverse; a gas joint asks for its leak check. */
export function LooseEndsPanel({ step }: { readonly step: Step }) {
  const { visit, timeZone, appliance, steps, goTo, finishStep, state, record, role } = useDesk()
  const mine = (l: LooseEnd) => l.applianceId === null || l.applianceId === appliance.id
  const open = visit.looseEnds.filter((l) => !l.closedAt && mine(l)).reverse()
  const closed = visit.looseEnds.filter((l) => l.closedAt && mine(l))
  const writes = may(role, 'loose-end.closed') && visit.status === 'open'
  useGoOn(step, writes, false)
  // What only has to be put back; a gas joint has its leak check.
  const plain = open.filter((l) => !LOOSE_END_KINDS[l.kind].gasJoint)
  return (
    <div className="flex flex-col gap-3 py-4 lg:gap-6">
      {open.length === 0 ? (
        <div className="border-y hairline py-6">
          <p className="text-lg font-semibold">{t('loose.none')}</p>
          <p className="quiet">{t('loose.none-why')}</p>
        </div>
      ) : (
        <ul className="divide-y divide-(--hairline) border-y hairline">
          {open.map((end) => (
            <OpenEnd key={end.id} end={end} first={end === open.find((l) => LOOSE_END_KINDS[l.kind].gasJoint)} />
          ))}
        </ul>
      )}
      {writes && plain.length > 1 && (
        <HoldButton
          className="press btn-outline"
          hint={t('asks.hold-longer')}
          onHeld={() =>
            void record(
              plain.map((end) => ({
                type: 'loose-end.closed' as const,
                stepId: 'loose-ends',
                ...(end.applianceId && { applianceId: end.applianceId }),
                data: { looseEndId: end.id },
              })),
            )
          }
        >
          {t('loose.all-back', { count: plain.length })}
        </HoldButton>
      )}
      {closed.length > 0 && (
        <details>
          <summary className="flex min-h-11 cursor-pointer items-center text-primary">
            {t('loose.closed')}: {closed.length}
          </summary>
          <ul className="text-sm quiet">
            {closed.map((l) => (
              <li key={l.id} className="py-1">
                ✓ {l.label} · {timeAt(l.closedAt ?? l.openedAt, timeZone)}
                {l.leakCheck ? ` · ${t('loose.tight', { method: wordsFor(`leak.${l.leakCheck}`) })}` : ''}
              </li>
            ))}
          </ul>
        </details>
      )}
      <DisturbedPanel stepId={step.id} />
      <AddLooseEnd stepId="loose-ends" />
      <Asks step={step} />
      {open.length === 0 && (
        <button
          type="button"
          data-key="n"
          disabled={step.asks.some((a) => !state.observations[a.id])}
          className="btn press btn-primary"
          onClick={() => (state.steps[step.id] ? goTo(steps[steps.indexOf(step) + 1]?.id ?? 'finish') : finishStep(step))}
        >
          {t('record.next')}
        </button>
      )}
    </div>
  )
}

/** Gas joints that are still open, at the step that proves them: up to the valve before firing, beyond it while it burns. */
export function OpenJoints({ kind }: { readonly kind: 'gas-joint' | 'outlet-joint' }) {
  const { visit, appliance } = useDesk()
  const open = visit.looseEnds.filter((l) => !l.closedAt && l.kind === kind && (l.applianceId === null || l.applianceId === appliance.id))
  if (open.length === 0) return null
  return (
    <section className="mt-4">
      <h3 className="mb-1 text-sm quiet">{t('loose.joints-open')}</h3>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {open.map((end) => (
          <OpenEnd key={end.id} end={end} first={end === open[0]} />
        ))}
      </ul>
    </section>
  )
}

/** One thing that hangs; the first joint has its leak check open. */
function OpenEnd({ end, first }: { readonly end: LooseEnd; readonly first: boolean }) {
  const { record, role, visit, queuedPhotos } = useDesk()
  const [opened, setChecking] = useState(false)
  const [leaks, setLeaks] = useState(false)
  const joint = LOOSE_END_KINDS[end.kind].gasJoint
  const checking = opened || (first && joint)
  const disabled = !may(role, 'loose-end.closed') || visit.status !== 'open'
  const close = (method?: (typeof METHODS)[number]) =>
    void record([
      {
        type: 'loose-end.closed',
        stepId: 'loose-ends',
        ...(end.applianceId && { applianceId: end.applianceId }),
        data: { looseEndId: end.id, ...(method && { leakCheck: { method, tight: true } }) },
      },
    ])
  return (
    <li className="flex flex-col gap-2 py-2 lg:py-3">
      <div className="flex items-center gap-3 lg:flex-wrap">
        {end.photoId && (
          <span className="w-20">
            <Picture id={end.photoId} alt={end.label} queued={queuedPhotos.find((q) => q.id === end.photoId)} />
          </span>
        )}
        <div className="min-w-0 flex-1 lg:min-w-48">
          <p className="font-semibold lg:text-lg">{end.label}</p>
          {end.restore && <p className="text-sm quiet">{end.restore}</p>}
          {end.carried && <p className="text-sm text-warning">{t('loose.carried')}</p>}
        </div>
        <button
          type="button"
          disabled={disabled}
          className="btn press btn-primary max-lg:px-3 lg:min-w-40"
          onClick={() => (joint ? setChecking(true) : close())}
        >
          {joint ? t('loose.close-joint') : t('loose.close')}
        </button>
      </div>
      {checking && (
        <fieldset className="rounded-md border hairline bg-base-200 p-3">
          <legend className="sr-only">{t('loose.leak-check')}</legend>
          <p className="mb-2 font-semibold">{t('loose.leak-check')}</p>
          <p className="mb-3 flex gap-2 text-sm text-warning">
            <WarningSign size={18} />
            {t('loose.no-flame')}
          </p>
          <div className="flex flex-wrap gap-3">
            {METHODS.map((m) => (
              <button key={m} type="button" className="btn press btn-outline" onClick={() => close(m)}>
                {t('loose.tight', { method: t(`leak.${m}`) })}
              </button>
            ))}
            <button type="button" className="btn press btn-outline text-error" onClick={() => setLeaks(true)}>
              {t('loose.leaks')}
            </button>
          </div>
          {leaks && (
            <p role="alert" className="mt-3 flex gap-2 font-semibold text-error">
              <WarningSign />
              {t('loose.leaks-do')}
            </p>
          )}
        </fieldset>
      )}
    </li>
  )
}
