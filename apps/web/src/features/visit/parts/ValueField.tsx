import type { Need } from '@lucerna/core/procedure'
import type { ReactNode } from 'react'
import { type Units, unitText } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { type Draft, problemText } from './NeedRow'

/** One value typed by itself, with its unit, and what is wrong with it. */
export function ValueField({
  need,
  draft,
  units,
  children,
  onText,
}: {
  readonly need: Need
  readonly draft: Draft
  readonly units: Units
  /** What stands above it. */
  readonly children: ReactNode
  readonly onText: (text: string) => void
}) {
  const problem = draft.parsed && !draft.parsed.ok ? draft.parsed.error : null
  return (
    <>
      <label className="flex flex-col gap-1">
        {children}
        <span className="flex items-center gap-2">
          <input
            autoFocus
            inputMode="decimal"
            autoComplete="off"
            className="input press w-full figure text-2xl"
            value={draft.text}
            aria-invalid={problem !== null}
            onChange={(e) => onText(e.target.value)}
          />
          <span className="min-w-12 text-lg quiet">{unitText(need.measurandId, units)}</span>
        </span>
      </label>
      {problem && (
        <p role="alert" className="flex gap-2 text-error">
          <WarningSign size={18} /> {problemText(problem, need, units)}
        </p>
      )}
    </>
  )
}
