'use client'

import { type ReactNode, useActionState, useState, useSyncExternalStore } from 'react'
import { MailServerFields } from '@/features/people'
import { usePasskeysHere } from '@/features/sign-in'
import { Field } from '@/ui/Field'
import { useTimeZones } from '@/ui/useTimeZones'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/account'
import { type OpeningState, openingAction } from './openingAction'
import { keepSpare } from './spare'

const START: OpeningState = { problems: {}, typed: {} }

/** A new firm: who it is, who leads it, how it counts. Everything else is asked for when it is needed. */
export function OpeningForm({
  token,
  profiles,
}: {
  readonly token: string
  readonly profiles: readonly { readonly id: string; readonly title: string }[]
}) {
  const [{ problems, typed }, action, busy] = useActionState(openingAction, START)
  const passkeys = usePasskeysHere()
  const [wantsPassword, setWantsPassword] = useState(false)
  const byPasskey = passkeys && !wantsPassword
  // Nobody types it: it opens the account if the passkey cannot be added.
  const [spare] = useState(() => (typeof window === 'undefined' ? '' : `${crypto.randomUUID()}`))
  const zones = useTimeZones()
  const here = useSyncExternalStore(
    () => () => {},
    () => Intl.DateTimeFormat().resolvedOptions().timeZone,
    () => '',
  )
  const zone = typed.timeZone ?? here
  const line = (name: string, label: string, more: React.ComponentProps<'input'> = {}, hint?: string) => (
    <Field id={name} label={label} error={problems[name]} hint={hint}>
      <input
        id={name}
        name={name}
        className="input w-full"
        defaultValue={typed[name]}
        aria-invalid={problems[name] !== undefined}
        aria-describedby={`${name}-error`}
        {...more}
      />
    </Field>
  )
  return (
    // Drawn anew with what was typed whenever the server has answered.
    <form key={JSON.stringify(problems)} action={action} onSubmit={() => byPasskey && keepSpare(spare)} className="flex flex-col gap-5">
      <input type="hidden" name="token" value={token} />
      <Part title={t('begin.firm')}>
        {line('firm', t('begin.firm-name'), { autoComplete: 'organization', required: true })}
        <Field id="profile" label={t('begin.profile')} error={problems.profile} hint={t('begin.profile-hint')}>
          <select id="profile" name="profile" className="select w-full" defaultValue={typed.profile ?? profiles[0]?.id}>
            {profiles.map((p) => (
              <option key={p.id} value={p.id}>
                {p.title}
              </option>
            ))}
          </select>
        </Field>
        <Field id="timeZone" label={t('begin.time-zone')} error={problems.timeZone}>
          <select key={zone} id="timeZone" name="timeZone" className="select w-full" defaultValue={zone}>
            {(zone === '' || zones.includes(zone) ? zones : [zone, ...zones]).map((z) => (
              <option key={z} value={z}>
                {z.replaceAll('_', ' ')}
              </option>
            ))}
          </select>
        </Field>
        {line('emergencyNumber', t('begin.emergency'), { type: 'tel' }, t('begin.emergency-hint'))}
      </Part>
      <Part title={t('begin.lead')}>
        {line('name', t('begin.name'), { autoComplete: 'name', required: true })}
        {line('email', t('sign-in.email'), { type: 'email', autoComplete: 'username', required: true })}
        {passkeys && (
          <div role="radiogroup" aria-label={t('begin.by')} className="flex flex-wrap gap-2">
            {[false, true].map((password) => (
              <button
                key={String(password)}
                type="button"
                role="radio"
                aria-checked={wantsPassword === password}
                className={`press flex-1 cursor-pointer rounded-md border px-4 font-semibold ${wantsPassword === password ? 'border-2 border-primary bg-base-300' : 'border-(--control)'}`}
                onClick={() => setWantsPassword(password)}
              >
                {wantsPassword === password ? '● ' : '○ '}
                {t(password ? 'begin.by-password' : 'begin.by-passkey')}
              </button>
            ))}
          </div>
        )}
        {byPasskey ? (
          <>
            <p className="text-sm quiet">{t('begin.passkey-what')}</p>
            <input type="hidden" name="passkey" value="1" />
            <input type="hidden" name="password" value={spare} />
            <input type="hidden" name="again" value={spare} />
          </>
        ) : (
          <>
            {line(
              'password',
              t('door.password'),
              { type: 'password', autoComplete: 'new-password', required: true },
              t('door.password-hint'),
            )}
            {line('again', t('door.again'), { type: 'password', autoComplete: 'new-password', required: true })}
          </>
        )}
        {line('licenceNumber', t('begin.licence'), {}, t('begin.licence-hint'))}
        {line('licenceUntil', t('begin.licence-until'), { type: 'date' })}
      </Part>
      <details className="border-y hairline py-2" open={Boolean(typed['mail-host'])}>
        <summary className="flex min-h-11 cursor-pointer items-center font-semibold text-primary">{t('begin.mail')}</summary>
        <p className="pb-3 text-sm quiet">{t('begin.mail-hint')}</p>
        <MailServerFields typed={typed} problems={problems} prefix="mail-" />
      </details>
      <label className="flex min-h-11 cursor-pointer items-center gap-3">
        <input type="checkbox" name="examples" className="checkbox" defaultChecked={typed.examples === 'on'} />
        {t('begin.examples')}
      </label>
      {problems[''] && (
        <p role="alert" className="flex items-start gap-2 text-error">
          <WarningSign /> {problems['']}
        </p>
      )}
      <button className="btn press btn-primary" disabled={busy}>
        {busy ? t('form.saving') : t('begin.do')}
      </button>
    </form>
  )
}

const Part = ({ title, children }: { readonly title: string; readonly children: ReactNode }) => (
  <fieldset className="flex flex-col gap-3">
    <legend className="mb-2 text-lg font-semibold">{title}</legend>
    {children}
  </fieldset>
)
