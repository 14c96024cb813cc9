'use client'

import { UserPlus } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { toast } from '@/ui/toast'
import { ask } from '@/ui/ask'
import { described, Field } from '@/ui/Field'
import { Dialog } from '@/ui/Dialog'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/people'
import { LicenceFields, roleFields } from './LicenceFields'

const EMPTY = { name: '', email: '', role: 'technician', licenceNumber: '', licenceUntil: '' }

/** Invites somebody by mail. */
export function InviteForm() {
  const router = useRouter()
  const [open, setOpen] = useState(false)
  const [draft, setDraft] = useState(EMPTY)
  const [problem, setProblem] = useState<{ detail: string; fields: Readonly<Record<string, string>> } | null>(null)
  const [busy, setBusy] = useState(false)
  const set = (part: Partial<typeof EMPTY>) => setDraft((d) => ({ ...d, ...part }))
  const fields = problem?.fields ?? {}
  const send = async () => {
    setBusy(true)
    const answer = await ask('POST', '/api/v1/people/invitations', { name: draft.name, email: draft.email, ...roleFields(draft) })
    setBusy(false)
    if (!answer.ok) return setProblem(answer.problem)
    setOpen(false)
    setDraft(EMPTY)
    setProblem(null)
    toast(t('people.invited', { email: draft.email.trim() }))
    router.refresh()
  }
  return (
    <>
      <button type="button" className="btn self-start btn-primary" onClick={() => setOpen(true)}>
        <UserPlus size={18} aria-hidden="true" /> {t('people.invite')}
      </button>
      {open && (
        <Dialog title={t('people.invite')} onClose={() => setOpen(false)}>
          <form
            noValidate
            className="flex flex-col gap-4"
            onSubmit={(e) => {
              e.preventDefault()
              void send()
            }}
          >
            {(['name', 'email'] as const).map((f) => (
              <Field key={f} id={`invite-${f}`} label={t(`people.${f}`)} error={fields[f]}>
                <input
                  {...described(`invite-${f}`, fields[f])}
                  type={f === 'email' ? 'email' : 'text'}
                  autoComplete="off"
                  className="input w-full"
                  value={draft[f]}
                  onChange={(e) => set({ [f]: e.target.value })}
                />
              </Field>
            ))}
            <LicenceFields prefix="invite" draft={draft} problems={fields} onChange={set} />
            {problem && (
              <p role="alert" className="flex gap-2 text-error">
                <WarningSign /> {problem.detail}
              </p>
            )}
            <button className="btn press btn-primary" disabled={busy}>
              {busy ? t('form.saving') : t('people.invite-send')}
            </button>
          </form>
        </Dialog>
      )}
    </>
  )
}
