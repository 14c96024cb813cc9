'use client'

import { faultCode } from '@lucerna/core/appliance'
import type { VisitEvent } from '@lucerna/core/visit'
import { type ReactNode, useState } from 'react'
import { Field } from '@/ui/Field'
import { t } from '@/messages/visitLater'
import { wordsFor } from '@/ui/words'
import { may, useDesk } from './context'

type Said = Extract<VisitEvent, { type: 'complaint.noted' }>['data']

const CHOICES = {
  service: ['heating', 'hot-water', 'both', 'none'],
  weather: ['calm', 'wind', 'rain', 'frost'],
  often: ['always', 'daily', 'weekly', 'once'],
} as const

/** What was complained of, in what circumstances, and the code on the display with what the card says of it. */
export function Complaint({ stepId }: { readonly stepId: string }) {
  const { role, visit } = useDesk()
  const readOnly = !may(role, 'complaint.noted') || visit.status !== 'open'
  return (
    <>
      <Codes stepId={stepId} readOnly={readOnly} />
      <Circumstances stepId={stepId} readOnly={readOnly} />
    </>
  )
}

function Codes({ stepId, readOnly }: { readonly stepId: string; readonly readOnly: boolean }) {
  const { appliance, visit, record } = useDesk()
  const [typed, setTyped] = useState('')
  const shown = visit.codes.filter((c) => c.applianceId === appliance.id)
  const known = appliance.card.faultCodes.filter((f) => !shown.some((c) => faultCode(appliance.card, c.code) === f))
  const add = (code: string) => {
    void record([{ type: 'code.shown', stepId, applianceId: appliance.id, data: { code } }])
    setTyped('')
  }
  return (
    <section className="mt-5 flex flex-col gap-2" aria-labelledby="codes">
      <h3 id="codes" className="text-sm quiet">
        {t('code.title')}
      </h3>
      {shown.map((c) => (
        <CodeSaid key={c.at + c.code} code={c.code} />
      ))}
      {!readOnly && (
        <>
          {known.length > 0 && (
            <div role="group" aria-label={t('code.of-card')} className="flex flex-wrap gap-2">
              {known.map((f) => (
                <button key={f.code} type="button" className="btn press btn-outline" onClick={() => add(f.code)}>
                  {f.code}
                </button>
              ))}
            </div>
          )}
          <form
            className="flex items-end gap-3"
            onSubmit={(e) => {
              e.preventDefault()
              if (typed.trim()) add(typed.trim())
            }}
          >
            <div className="min-w-40 flex-1">
              <Field id="code-typed" label={t('code.type')}>
                <input
                  id="code-typed"
                  className="input press w-full"
                  maxLength={30}
                  value={typed}
                  onChange={(e) => setTyped(e.target.value)}
                />
              </Field>
            </div>
            <button className="btn press btn-outline" disabled={typed.trim().length === 0}>
              {t('code.add')}
            </button>
          </form>
        </>
      )}
    </section>
  )
}

/** A code with what the card says of it, and what its maker has checked first. */
function CodeSaid({ code }: { readonly code: string }) {
  const { appliance } = useDesk()
  const known = faultCode(appliance.card, code)
  if (!known) return <p className="border-l-4 border-warning pl-3">{t('code.unknown', { code })}</p>
  return (
    <div className="border-l-4 border-info pl-3">
      <p>
        <b>{known.code}</b> {known.meaning}
        {known.page && <span className="text-sm quiet"> ({t('band.page', { page: known.page })})</span>}
      </p>
      {known.causes.length > 0 && (
        <p className="text-sm">{t('code.checks', { causes: known.causes.map((c) => c.replaceAll('-', ' ')).join(', ') })}</p>
      )}
    </div>
  )
}

function Circumstances({ stepId, readOnly }: { readonly stepId: string; readonly readOnly: boolean }) {
  const { appliance, visit, record } = useDesk()
  const own = visit.complaints.filter((c) => c.applianceId === appliance.id)
  const last = <K extends keyof Said>(key: K) => own.findLast((c) => c[key] !== null)?.[key] ?? null
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>({})
  const say = (data: Said) => void record([{ type: 'complaint.noted', stepId, applianceId: appliance.id, data }])
  const fresh = Object.fromEntries(
    Object.entries(typed).flatMap(([key, text]) =>
      text.trim().length > 1 && text.trim() !== last(key as keyof Said) ? [[key, text.trim()]] : [],
    ),
  ) as Said
  const line = (key: 'text' | 'toldBy' | 'since' | 'changed', most: number, label: string) => (
    <Field id={`complaint-${key}`} label={label}>
      <input
        id={`complaint-${key}`}
        className="input press w-full"
        maxLength={most}
        readOnly={readOnly}
        value={typed[key] ?? last(key) ?? ''}
        onChange={(e) => setTyped((before) => ({ ...before, [key]: e.target.value }))}
        // Nothing typed is lost by going on without the button.
        onBlur={() => Object.keys(fresh).length > 0 && say(fresh)}
      />
    </Field>
  )
  return (
    <section className="mt-5 flex flex-col gap-3" aria-labelledby="complaint">
      <h3 id="complaint" className="text-sm quiet">
        {t('complaint.more')}
      </h3>
      {line('text', 1000, t('complaint.text'))}
      {(Object.keys(CHOICES) as (keyof typeof CHOICES)[]).map((key) => (
        <Row key={key} label={t(`complaint.${key}`)}>
          {CHOICES[key].map((value) => (
            <button
              key={value}
              type="button"
              disabled={readOnly}
              aria-pressed={last(key) === value}
              className={`btn press ${last(key) === value ? 'border-2 btn-outline btn-info' : 'btn-outline'}`}
              onClick={() => say({ [key]: value })}
            >
              {wordsFor(`complaint.${key}.${value}`)}
            </button>
          ))}
        </Row>
      ))}
      <div className="grid gap-3 sm:grid-cols-2">
        {line('since', 120, t('complaint.since'))}
        {line('toldBy', 120, t('complaint.told-by'))}
      </div>
      {line('changed', 500, t('complaint.changed'))}
    </section>
  )
}

const Row = ({ label, children }: { readonly label: string; readonly children: ReactNode }) => (
  <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
    <span className="min-w-36 flex-1">{label}</span>
    <span role="group" aria-label={label} className="flex flex-wrap gap-2">
      {children}
    </span>
  </div>
)
