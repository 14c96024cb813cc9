'use client'

import { useState } from 'react'
import { toast } from '@/ui/toast'
import { ask } from '@/ui/ask'
import { described, Field } from '@/ui/Field'
import { t } from '@/messages/people'

/** Sets the passcode for confirming work on somebody else's device. */
export function Passcode({ has }: { readonly has: boolean }) {
  const [draft, setDraft] = useState({ passcode: '', password: '' })
  const [fields, setFields] = useState<Readonly<Record<string, string>>>({})
  const [set, setSet] = useState(has)
  const save = async () => {
    const answer = await ask('PUT', '/api/v1/me/passcode', draft)
    if (!answer.ok) {
      setFields(Object.keys(answer.problem.fields).length > 0 ? answer.problem.fields : { password: answer.problem.detail })
      return
    }
    setFields({})
    setDraft({ passcode: '', password: '' })
    setSet(true)
    toast(t('settings.passcode-set'))
  }
  return (
    <form
      noValidate
      className="grid gap-4 sm:grid-cols-[1fr_1fr_auto] sm:items-start"
      onSubmit={(e) => {
        e.preventDefault()
        void save()
      }}
    >
      <Field id="passcode" label={t(set ? 'settings.passcode-new' : 'settings.passcode-first')} error={fields.passcode}>
        <input
          {...described('passcode', fields.passcode)}
          type="password"
          inputMode="numeric"
          autoComplete="new-password"
          className="input w-full"
          value={draft.passcode}
          onChange={(e) => setDraft((d) => ({ ...d, passcode: e.target.value }))}
        />
      </Field>
      <Field id="passcode-password" label={t('settings.passcode-password')} error={fields.password}>
        <input
          {...described('passcode-password', fields.password)}
          type="password"
          autoComplete="current-password"
          className="input w-full"
          value={draft.password}
          onChange={(e) => setDraft((d) => ({ ...d, password: e.target.value }))}
        />
      </Field>
      <button className="btn btn-primary sm:mt-6">{t('form.save')}</button>
    </form>
  )
}
