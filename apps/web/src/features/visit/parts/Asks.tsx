'use client'

import { answeredTogether, type Ask, familyOf, isGoodAnswer, type Step, wantsDetail } from '@lucerna/core/procedure'
import { outletQuestion } from '@lucerna/core/visit'
import { useState } from 'react'
import { Field } from '@/ui/Field'
import { answerText, askText } from '@/ui/askText'
import { HoldButton } from '@/ui/HoldButton'
import { t } from '@/messages/visit'
import { may, useDesk } from './context'

/** More looks than fit one screen of a phone are folded: the hold says how many there are. */
const MANY = 9

/**
 * What a step wants looked at, proved or ticked: one row each, the good answer first. What decides life has its buttons open; what may be answered in one go
 * is a short row with what it is listed with, and one button held answers all that is still open.
 */
export function Asks({ step }: { readonly step: Step }) {
  const { state, context, appliance, visit, role, record } = useDesk()
  const outlet = outletQuestion(step, state, context.practice)
  const asks = outlet ? [...step.asks, outlet] : step.asks
  if (asks.length === 0) return null
  const family = familyOf(asks.find((a) => familyOf(a.id))?.id ?? '')
  const title = family && family !== 'own' && family !== 'danger' && family !== 'outlet-shut' ? t(`asks.title.${family}`) : t('asks.title')
  const listed = answeredTogether(step.asks, context.practice)
  const open = listed.filter(({ ask }) => !state.observations[ask.id])
  const writes = may(role, 'observation.made') && visit.status === 'open'
  const rows = (of: readonly Ask[]) =>
    of.length > 0 && (
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {of.map((ask) => {
          const as = listed.find((l) => l.ask === ask)?.answer
          return as === undefined ? <AskRow key={ask.id} ask={ask} step={step} /> : <ListedRow key={ask.id} ask={ask} as={as} step={step} />
        })}
      </ul>
    )
  return (
    <section>
      <h3 className="mt-4 mb-1 text-sm quiet">{title}</h3>
      {listed.length > MANY ? (
        <>
          {rows(asks.filter((a) => !listed.some((l) => l.ask === a)))}
          <details className="border-b hairline">
            <summary className="flex min-h-11 cursor-pointer items-center text-primary">
              {t('asks.unfold', { count: listed.length })}
            </summary>
            {rows(listed.map((l) => l.ask))}
          </details>
        </>
      ) : (
        rows(asks)
      )}
      {writes && open.length > 1 && (
        <HoldButton
          className="mt-2 press w-full btn-primary"
          hint={t('asks.hold-longer')}
          onHeld={() =>
            void record(
              open.map(({ ask, answer }) => ({
                type: 'observation.made' as const,
                stepId: step.id,
                applianceId: appliance.id,
                data: { observationId: ask.id, answer, together: true as const },
              })),
            )
          }
        >
          {t('asks.together', { count: open.length })}
        </HoldButton>
      )}
    </section>
  )
}

/** A look that may be answered with others: what it is listed with is one press, anything else opens its answers. */
function ListedRow({ ask, as, step }: { readonly ask: Ask; readonly as: string; readonly step: Step }) {
  const { state, visit, role, appliance, record } = useDesk()
  const [unfolded, setUnfolded] = useState(false)
  const given = state.observations[ask.id]?.answer
  const readOnly = !may(role, 'observation.made') || visit.status !== 'open'
  if (unfolded || (given !== undefined && given !== as)) return <AskRow ask={ask} step={step} />
  const others = ask.answers.filter((a) => a !== as)
  const say = (answer: string) =>
    void record([{ type: 'observation.made', stepId: step.id, applianceId: appliance.id, data: { observationId: ask.id, answer } }])
  return (
    <li className="py-1">
      <div role="group" aria-label={askText(ask)} data-ask={ask.id} className="flex items-stretch gap-2">
        <button
          type="button"
          disabled={readOnly}
          aria-pressed={given === as}
          onClick={() => say(as)}
          className="flex min-h-12 flex-1 cursor-pointer flex-wrap items-center gap-x-2 rounded-md text-left disabled:cursor-default"
        >
          <span>{askText(ask)}</span>
          <span className={given === as ? 'font-semibold text-info' : 'quiet'}>
            {given === as ? '● ' : '○ '}
            {answerText(ask, as)}
          </span>
          {ask.how && <span className="w-full text-sm quiet">{ask.how}</span>}
        </button>
        {others.length === 1 ? (
          <button
            type="button"
            disabled={readOnly}
            aria-pressed={false}
            onClick={() => say(others[0]!)}
            className="btn press btn-outline px-3"
          >
            {answerText(ask, others[0]!)}
          </button>
        ) : (
          <button type="button" disabled={readOnly} onClick={() => setUnfolded(true)} className="btn press btn-outline px-3">
            {t('asks.other')}
          </button>
        )}
      </div>
    </li>
  )
}

/** What follows from an answer that is a finding and no stop: said where it was given. */
const NEXT: Partial<
  Record<
    string,
    'asks.next.weeps' | 'asks.next.never-fitted' | 'asks.next.others-running' | 'asks.next.vented-zero' | 'asks.next.comes-back'
  >
> = {
  'outlet-shut.others-running': 'asks.next.others-running',
  'outlet-shut.vented-zero': 'asks.next.vented-zero',
  'outlet-shut.comes-back': 'asks.next.comes-back',
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
      {given && wantsDetail(ask.id, given) && <Detail ask={ask} answer={given} step={step} readOnly={readOnly} />}
      <span role="group" aria-label={label} data-ask={ask.id} className="flex flex-wrap gap-2 md:justify-end">
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

/** Where it is and how large, with a picture: kept when the field is left. */
function Detail({
  ask,
  answer,
  step,
  readOnly,
}: {
  readonly ask: Ask
  readonly answer: string
  readonly step: Step
  readonly readOnly: boolean
}) {
  const { state, appliance, record, openDialog } = useDesk()
  const kept = state.observations[ask.id]?.detail ?? ''
  const [text, setText] = useState<string | null>(null)
  const id = `detail-${ask.id}`
  const keep = () => {
    const said = text?.trim() ?? ''
    if (said && said !== kept)
      void record([
        {
          type: 'observation.made',
          stepId: step.id,
          applianceId: appliance.id,
          data: { observationId: ask.id, answer, detail: said },
        },
      ])
  }
  return (
    <span className="order-last flex w-full flex-wrap items-end gap-3">
      <span className="min-w-52 flex-1">
        <Field id={id} label={t(ask.id === 'exchanger' ? 'asks.detail.crack' : 'asks.detail.leak')}>
          <input
            id={id}
            className="input press w-full"
            maxLength={300}
            readOnly={readOnly}
            value={text ?? kept}
            onChange={(e) => setText(e.target.value)}
            onBlur={keep}
          />
        </Field>
      </span>
      <button type="button" className="btn press btn-outline" onClick={() => openDialog('photos')}>
        {t('step.photo')}
      </button>
    </span>
  )
}
