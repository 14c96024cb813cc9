'use client'

import { useRouter } from 'next/navigation'
import { type ReactNode, useEffect } from 'react'
import type { FieldValues } from 'react-hook-form'
import { toast } from '@/ui/toast'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/places'
import type { useEntry } from './useEntry'
import { MergeDialog } from './MergeDialog'

/** What all forms of the registers share: sending, what went wrong, the clash of two edits, and the way back. */
export function EntryForm<D extends FieldValues, F extends object>({
  entry,
  label,
  say,
  children,
}: {
  readonly entry: ReturnType<typeof useEntry<D, F>>
  readonly label: (field: string) => string
  readonly say: (field: string, value: unknown) => string
  readonly children: ReactNode
}) {
  const router = useRouter()
  const { dirty } = entry
  useEffect(() => {
    if (!dirty) return
    const ask = (e: BeforeUnloadEvent) => e.preventDefault()
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [dirty])
  return (
    <>
      <form
        noValidate
        onSubmit={(e) => {
          e.preventDefault()
          void entry.submit(e)
        }}
        className="flex flex-col gap-8"
      >
        {children}
        {entry.failure && (
          <p role="alert" className="flex gap-2 text-error">
            <WarningSign /> {entry.failure}
          </p>
        )}
        <div className="flex gap-3">
          <button className="btn press flex-1 btn-primary sm:flex-none sm:px-10" disabled={entry.busy}>
            {entry.busy ? t('form.saving') : t('form.save')}
          </button>
          <button type="button" className="btn press btn-outline" onClick={() => router.back()}>
            {t('form.cancel')}
          </button>
        </div>
      </form>
      {entry.clash && (
        <MergeDialog clash={entry.clash} label={label} say={say} onSettle={(f) => void entry.settle(f)} onClose={entry.dismissClash} />
      )}
    </>
  )
}

/** Says that an entry was saved, and what came along from somebody else. */
export function toldSaved(taken: readonly string[], label: (field: string) => string): void {
  toast(taken.length > 0 ? t('form.saved-with', { fields: taken.map((f) => label(f).toLowerCase()).join(', ') }) : t('form.saved'))
}

/** A titled part of a form, in two columns on a desk. */
export function Part({
  title,
  hint,
  children,
}: {
  readonly title: string
  readonly hint?: string | undefined
  readonly children: ReactNode
}) {
  return (
    <fieldset className="border-t hairline pt-4">
      <legend className="float-left mb-1 w-full text-lg font-semibold">{title}</legend>
      {hint && <p className="clear-both mb-3 text-sm quiet">{hint}</p>}
      <div className="clear-both grid gap-x-6 gap-y-4 sm:grid-cols-2">{children}</div>
    </fieldset>
  )
}
