'use client'

import type { JobKind } from '@lucerna/core/procedure'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from '@/ui/toast'
import { ask } from '@/ui/ask'
import { described, Field } from '@/ui/Field'
import { Dialog } from '@/ui/Dialog'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/places'
import { instantAt } from '@/ui/zoned'
import { type Choice, ChooseAppliances } from './ChooseAppliances'
import { JobSelect } from './JobSelect'

/** Plans a visit for a day, a time and somebody, or for nobody yet. */
export function PlanVisit({
  siteId,
  appliances,
  timeZone,
  people,
}: {
  readonly siteId: string
  readonly appliances: readonly Choice[]
  readonly timeZone: string
  readonly people: readonly { readonly id: string; readonly name: string }[]
}) {
  const router = useRouter()
  const [open, setOpen] = useState(false)
  const [draft, setDraft] = useState({ jobKind: 'annual-service' as JobKind, day: '', time: '09:00', assignedTo: '', remark: '' })
  const [applianceIds, setApplianceIds] = useState<readonly string[]>(appliances.map((a) => a.id))
  const [problem, setProblem] = useState<{ detail: string; fields: Readonly<Record<string, string>> } | null>(null)
  const [busy, setBusy] = useState(false)
  const set = (part: Partial<typeof draft>) => setDraft((d) => ({ ...d, ...part }))
  const plan = async () => {
    if (!/^\d{4}-\d\d-\d\d$/.test(draft.day))
      return setProblem({ detail: t('form.some-wrong'), fields: { plannedFor: t('field.bad-date') } })
    setBusy(true)
    const answer = await ask('POST', '/api/v1/visits', {
      siteId,
      applianceIds,
      jobKind: draft.jobKind,
      plannedFor: instantAt(draft.day, draft.time || '09:00', timeZone),
      assignedTo: draft.assignedTo || null,
      ...(draft.remark.trim() && { remark: draft.remark.trim() }),
    })
    setBusy(false)
    if (!answer.ok) return setProblem(answer.problem)
    setOpen(false)
    toast(t('plan.planned'))
    router.refresh()
  }
  return (
    <>
      <button type="button" className="btn btn-outline" onClick={() => setOpen(true)}>
        {t('plan.open')}
      </button>
      {open && (
        <Dialog title={t('plan.title')} onClose={() => setOpen(false)}>
          <form
            noValidate
            className="flex flex-col gap-4"
            onSubmit={(e) => {
              e.preventDefault()
              void plan()
            }}
          >
            <JobSelect id="plan-job" value={draft.jobKind} onChange={(jobKind) => set({ jobKind })} />
            <ChooseAppliances id="plan" appliances={appliances} chosen={applianceIds} onChange={setApplianceIds} />
            <div className="grid grid-cols-[1fr_8rem] gap-3">
              <Field id="plan-day" label={t('plan.day')} error={problem?.fields.plannedFor}>
                <input
                  type="date"
                  {...described('plan-day', problem?.fields.plannedFor)}
                  className="input press w-full"
                  value={draft.day}
                  onChange={(e) => set({ day: e.target.value })}
                />
              </Field>
              <Field id="plan-time" label={t('plan.time')}>
                <input
                  id="plan-time"
                  type="time"
                  className="input press w-full"
                  value={draft.time}
                  onChange={(e) => set({ time: e.target.value })}
                />
              </Field>
            </div>
            <Field id="plan-who" label={t('plan.who')} error={problem?.fields.assignedTo}>
              <select
                id="plan-who"
                className="select press w-full"
                value={draft.assignedTo}
                onChange={(e) => set({ assignedTo: e.target.value })}
              >
                <option value="">{t('today.unassigned')}</option>
                {people.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}
                  </option>
                ))}
              </select>
            </Field>
            <Field id="plan-remark" label={t('plan.remark')} error={problem?.fields.remark}>
              <input
                id="plan-remark"
                className="input press w-full"
                maxLength={500}
                value={draft.remark}
                onChange={(e) => set({ remark: e.target.value })}
              />
            </Field>
            {problem && (
              <p role="alert" className="flex gap-2 text-error">
                <WarningSign /> {problem.fields.applianceIds ?? problem.detail}
              </p>
            )}
            <button className="btn press btn-primary" disabled={busy || applianceIds.length === 0}>
              {busy ? t('form.saving') : t('plan.do')}
            </button>
          </form>
        </Dialog>
      )}
    </>
  )
}
