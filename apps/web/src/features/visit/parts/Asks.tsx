'use client'

import { type Ask, familyOf, isGoodAnswer, type Step } from '@lucerna/core/procedure'
import { answerText, askText } from '@/ui/askText'
import { t } from '@/messages/visit'
import { may, useDesk } from './context'

/** What a step wants looked at, proved or ticked: one row each, the good answer first. */
export function Asks({ step }: { readonly step: Step }) {
  if (step.asks.length === 0) return null
  const family = familyOf(step.asks.find((a) => familyOf(a.id))?.id ?? '')
  const title = family && family !== 'own' && family !== 'danger' ? t(`asks.title.${family}`) : t('asks.title')
  return (
    <section>
      <h3 className="mt-4 mb-1 text-sm quiet">{title}</h3>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {step.asks.map((ask) => (
          <AskRow key={ask.id} ask={ask} step={step} />
        ))}
      </ul>
    </section>
  )
}

/** What follows from an answer that is a finding and no stop: said where it was given. */
const NEXT: Partial<Record<string, 'asks.next.weeps' | 'asks.next.never-fitted'>> = {
  'relief-valve.weeps': 'asks.next.weeps',
  'safety.never-fitted': 'asks.next.never-fitted',
}

function AskRow({ ask, step }: { readonly ask: Ask; readonly step: Step }) {
  const { state, visit, role, appliance, record } = useDesk()
  const given = state.observations[ask.id]?.answer
  const readOnly = !may(role, 'observation.made') || visit.status !== 'open'
  const label = askText(ask)
  const next = given && NEXT[`${familyOf(ask.id) ?? ask.id}.${given}`]
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-2 py-2">
      <span className="min-w-40 flex-1">
        {label}
        {ask.mustRenew && <span className="ml-2 text-sm text-warning">{t('asks.must-renew')}</span>}
        {ask.how && <span className="block text-sm quiet">{ask.how}</span>}
        {next && <span className="block text-sm text-warning">{t(next)}</span>}
      </span>
      <span role="group" aria-label={label} data-ask={ask.id} className="flex flex-wrap justify-end gap-2">
        {ask.answers.map((answer) => {
          const chosen = given === answer
          const good = isGoodAnswer(ask.id, answer)
          return (
            <button
              key={answer}
              type="button"
              disabled={readOnly}
              aria-pressed={chosen}
              onClick={() =>
                void record([
                  {
                    type: 'observation.made',
                    stepId: step.id,
                    applianceId: appliance.id,
                    data: { observationId: ask.id, answer },
                  },
                ])
              }
              className={`btn press min-w-24 px-3 ${chosen ? (good ? 'border-2 btn-outline btn-info' : 'btn-error') : 'btn-outline'}`}
            >
              {chosen ? (good ? '● ' : '▲ ') : ''}
              {answerText(ask, answer)}
            </button>
          )
        })}
      </span>
    </li>
  )
}
