'use client'

import { type Danger, isNoticed } from '@lucerna/core/visit'
import { useState } from 'react'
import { WarningSign } from '@/ui/WarningSign'
import { emergencyNumber } from '@/ui/emergency'
import { t } from '@/messages/visit'
import { wordsFor } from '@/ui/words'
import { gateText, may, useDesk } from './context'
import { Notices } from './later'
import { unanswered } from './unanswered'

const ANSWERS = ['done', 'refused', 'not-possible'] as const

/** Across the whole top while there is danger: the action first, then why. */
export function DangerBand({ danger, onOpen }: { readonly danger: Danger; readonly onOpen: () => void }) {
  const { appliance, steps, state, context } = useDesk()
  const first = unanswered(danger, state.observations)[0]
  return (
    <div role="alert" className="flex flex-wrap items-center gap-x-6 gap-y-2 bg-error px-4 py-3 text-error-content lg:px-6">
      <span className="flex min-w-56 flex-1 items-center gap-3">
        <WarningSign size={34} />
        <span>
          <span className="block text-xl font-bold">
            {t('danger.title')}{' '}
            {first ? wordsFor(`danger.${first}.do`, { number: emergencyNumber(context.emergencyNumber) }) + '.' : t('danger.stays')}
          </span>
          <span className="block">{danger.causes.map((c) => gateText(c, appliance, steps, context.emergencyNumber)).join(' · ')}</span>
        </span>
      </span>
      <button type="button" className="btn press border-error-content bg-transparent btn-outline text-error-content" onClick={onOpen}>
        {t('danger.what-to-do')}
      </button>
    </div>
  )
}

/** Safety first, then paper: each action with what became of it, refusals written down; then how the visit ends. */
export function DangerPanel({ danger, onLeave }: { readonly danger: Danger; readonly onLeave: () => void }) {
  const { appliance, state, visit, steps, record, role, goTo, context } = useDesk()
  const readOnly = !may(role, 'observation.made') || visit.status !== 'open'
  const left = unanswered(danger, state.observations)
  return (
    <div className="flex flex-col gap-6 py-2">
      <h2 id="now" tabIndex={-1} className="flex items-center gap-3 text-2xl font-bold text-error">
        <WarningSign size={30} />
        {t('danger.first')}
      </h2>
      <ol className="divide-y divide-(--hairline) border-y hairline">
        {danger.actions.map((action, i) => {
          const given = state.observations[`danger.${action}`]?.answer
          return (
            <li key={action} className="flex flex-wrap items-center gap-x-4 gap-y-2 py-3">
              <span className="min-w-56 flex-1">
                <span className="block text-lg font-semibold">
                  {i + 1}. {wordsFor(`danger.${action}.do`, { number: emergencyNumber(context.emergencyNumber) })}
                </span>
                <span className="block text-sm quiet">{wordsFor(`danger.${action}.how`)}</span>
              </span>
              <span
                role="group"
                aria-label={wordsFor(`danger.${action}.do`, { number: emergencyNumber(context.emergencyNumber) })}
                data-ask={`danger.${action}`}
                className="flex flex-wrap gap-2"
              >
                {ANSWERS.map((answer) => (
                  <button
                    key={answer}
                    type="button"
                    disabled={readOnly}
                    aria-pressed={given === answer}
                    className={`btn press px-4 ${given === answer ? 'border-2 btn-outline btn-info' : action === left[0] && answer === 'done' ? 'btn-primary' : 'btn-outline'}`}
                    onClick={() =>
                      void record([
                        {
                          type: 'observation.made',
                          applianceId: appliance.id,
                          data: { observationId: `danger.${action}`, answer },
                        },
                      ])
                    }
                  >
                    {given === answer ? '● ' : ''}
                    {t(`answer.${answer}`)}
                  </button>
                ))}
              </span>
            </li>
          )
        })}
      </ol>
      <section>
        <h3 className="mb-1 text-sm quiet">{t('danger.why')}</h3>
        <ul className="divide-y divide-(--hairline) border-y hairline">
          {danger.causes.map((c) => {
            const defect = c.id.startsWith('defect.') ? c.id.slice('defect.'.length) : null
            const step = steps.find((s) => s.id === c.stepId || s.asks.some((a) => a.id === c.params.observation))
            return (
              <li key={c.id} className="flex flex-wrap items-center gap-3 py-2">
                <span className="flex min-w-52 flex-1 gap-2 font-semibold text-error">
                  <WarningSign size={19} />
                  {gateText(c, appliance, steps, context.emergencyNumber)}
                </span>
                {step && (
                  <button type="button" className="btn press btn-outline" onClick={() => goTo(step.id)}>
                    {t('danger.look-again')}
                  </button>
                )}
                {defect && !readOnly && <Mended defectId={defect} />}
              </li>
            )
          })}
        </ul>
      </section>
      {(visit.notices.length > 0 || visit.defects.some(isNoticed)) && <Notices stepId="finish" />}
      <div className="flex flex-wrap gap-3">
        <button
          type="button"
          data-key="r"
          className={`btn press flex-1 text-lg ${left.length === 0 ? 'btn-primary' : 'btn-outline'}`}
          onClick={() => goTo('finish')}
        >
          {t('danger.to-finish')}
        </button>
        <button type="button" className="btn press btn-outline" onClick={onLeave}>
          {t('danger.back-to-sheet')}
        </button>
      </div>
      <p className="text-sm quiet">{t('danger.rules')}</p>
    </div>
  )
}

function Mended({ defectId }: { readonly defectId: string }) {
  const { record, appliance } = useDesk()
  const [how, setHow] = useState<string | null>(null)
  if (how === null)
    return (
      <button type="button" className="btn press btn-outline" onClick={() => setHow('')}>
        {t('danger.mended')}
      </button>
    )
  return (
    <form
      className="flex w-full flex-wrap gap-2"
      onSubmit={(e) => {
        e.preventDefault()
        if (how.trim().length >= 3) void record([{ type: 'defect.mended', applianceId: appliance.id, data: { defectId, how: how.trim() } }])
      }}
    >
      <label className="flex min-w-56 flex-1 flex-col gap-1 text-sm">
        {t('danger.mended-how')}
        <input autoFocus className="input press w-full" value={how} maxLength={2000} onChange={(e) => setHow(e.target.value)} />
      </label>
      <button className="btn press self-end btn-primary" disabled={how.trim().length < 3}>
        {t('gate.save')}
      </button>
    </form>
  )
}
