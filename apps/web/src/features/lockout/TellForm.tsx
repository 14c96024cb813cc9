'use client'

import { useActionState, useState } from 'react'
import { Field } from '@/ui/Field'
import { shrink } from '@/ui/shrink'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/label'
import { SERVICES } from './schemas'
import { tellAction, type TellState } from './tellAction'

/** A form as a whole takes a megabyte; a picture made small hardly comes near it. */
const MOST_BYTES = 900_000

/** Makes the picture small before it is sent: what a phone takes is several megabytes. */
async function tell(before: TellState, form: FormData): Promise<TellState> {
  const file = form.get('picture')
  if (file instanceof File && file.size > 0) {
    const small = await shrink(file)
    if (small.size > MOST_BYTES) return { error: t('tell.picture-large'), done: false }
    form.set('picture', small, 'picture.jpg')
  }
  return tellAction(before, form)
}

const START: TellState = { error: null, done: false }

/** It locked out: when, and what was in use. The last tap sends it. */
export function TellForm({ token }: { readonly token: string }) {
  const [state, action, busy] = useActionState(tell, START)
  const [earlier, setEarlier] = useState(false)
  if (state.done)
    return (
      <p role="status" className="border-l-4 border-success pl-4 text-lg">
        {t('tell.done')}
      </p>
    )
  return (
    <form action={action} className="flex flex-col gap-5">
      <input type="hidden" name="token" value={token} />
      <fieldset className="flex flex-col gap-2">
        <legend className="mb-1 text-lg font-semibold">{t('tell.when')}</legend>
        <div className="grid grid-cols-2 gap-2" role="radiogroup" aria-label={t('tell.when')}>
          {([false, true] as const).map((value) => (
            <button
              key={String(value)}
              type="button"
              role="radio"
              aria-checked={earlier === value}
              className={`btn press ${earlier === value ? 'btn-primary' : 'btn-outline'}`}
              onClick={() => setEarlier(value)}
            >
              {t(value ? 'tell.earlier' : 'tell.now')}
            </button>
          ))}
        </div>
        {earlier && (
          <Field id="at" label={t('tell.at')}>
            <input id="at" name="at" type="datetime-local" required className="input w-full" />
          </Field>
        )}
      </fieldset>
      <details>
        <summary className="min-h-11 cursor-pointer content-center text-primary">{t('tell.more')}</summary>
        <div className="flex flex-col gap-3 pb-2">
          <Field id="code" label={t('tell.code')}>
            <input id="code" name="code" maxLength={30} className="input w-full" autoComplete="off" />
          </Field>
          <Field id="picture" label={t('tell.picture')}>
            <input id="picture" name="picture" type="file" accept="image/*" capture="environment" className="file-input w-full" />
          </Field>
        </div>
      </details>
      <fieldset className="flex flex-col gap-2">
        <legend className="mb-1 text-lg font-semibold">{t('tell.service')}</legend>
        {SERVICES.map((service) => (
          <button key={service} name="service" value={service} className="btn press justify-start btn-outline text-base" disabled={busy}>
            {t(`tell.service.${service}`)}
          </button>
        ))}
        <button name="service" value="" className="btn press justify-start btn-outline text-base" disabled={busy}>
          {t('tell.service.unknown')}
        </button>
      </fieldset>
      {state.error && (
        <p role="alert" className="flex items-start gap-2 text-error">
          <WarningSign /> {state.error}
        </p>
      )}
      <p className="text-sm quiet">{t('tell.reset')}</p>
    </form>
  )
}
