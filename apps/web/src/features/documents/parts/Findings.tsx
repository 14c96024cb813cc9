import { CircleHelp } from 'lucide-react'
import { WarningSign } from '@/ui/WarningSign'
import { findingText } from '../findingText'
import type { DocumentKind, Finding } from '../kinds'

/** What the linter says: errors with the warning sign, doubts with a question. With `onGo`, each leads to its place. */
export function Findings({
  kind,
  findings,
  onGo,
}: {
  readonly kind: DocumentKind
  readonly findings: readonly Finding[]
  readonly onGo?: (finding: Finding) => void
}) {
  return (
    <ul className="flex flex-col gap-1">
      {findings.map((f, i) => {
        const said = (
          <>
            {f.level === 'error' ? <WarningSign size={16} /> : <CircleHelp size={16} className="mt-1 shrink-0" aria-hidden="true" />}
            <span>{findingText(kind, f)}</span>
          </>
        )
        const look = `flex items-start gap-2 text-left text-sm ${f.level === 'error' ? 'text-error' : 'quiet'}`
        return (
          <li key={i}>
            {onGo ? (
              <button type="button" className={`${look} min-h-8 hover:underline`} onClick={() => onGo(f)}>
                {said}
              </button>
            ) : (
              <span className={look}>{said}</span>
            )}
          </li>
        )
      })}
    </ul>
  )
}
