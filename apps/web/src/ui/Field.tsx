import type { ReactNode } from 'react'
import { WarningSign } from './WarningSign'

/** One field of a form: label, the input, a hint, and what is wrong with it, told to screen readers as it appears. */
export function Field({
  id,
  label,
  error,
  hint,
  children,
}: {
  readonly id: string
  readonly label: string
  readonly error?: string | undefined
  readonly hint?: string | undefined
  readonly children: ReactNode
}) {
  return (
    <div className="flex min-w-0 flex-col gap-1">
      <label htmlFor={id} className="text-sm quiet">
        {label}
      </label>
      {children}
      {hint && (
        <p id={`${id}-hint`} className="text-sm quiet">
          {hint}
        </p>
      )}
      <p id={`${id}-error`} aria-live="polite" className="flex items-start gap-2 text-sm text-error empty:hidden">
        {error && (
          <>
            <WarningSign size={16} />
            {error}
          </>
        )}
      </p>
    </div>
  )
}

/** What an input says of itself to go with a {@link Field}. */
export const described = (id: string, error: string | undefined, hint?: string) => ({
  id,
  'aria-invalid': error ? (true as const) : undefined,
  'aria-describedby': [hint && `${id}-hint`, error && `${id}-error`].filter(Boolean).join(' ') || undefined,
})
