'use client'

import { Flame } from 'lucide-react'
import { Link } from '@/ui/Link'
import { createContext, type ReactNode, Suspense, use, useCallback, useContext, useEffect, useMemo, useState } from 'react'
import { t } from '@/messages/shell'

/** The visit that one left open, and what a page has said of it since. */
interface OpenVisitSaid {
  readonly found: Promise<string | null>
  /** Holds as long as the server has not been asked again. */
  readonly told: string | null | undefined
  readonly tell: (visitId: string | null) => void
}

const Said = createContext<OpenVisitSaid>({ found: Promise.resolve(null), told: undefined, tell: () => undefined })

/** Knows the visit that one left open, for the bar of every page inside. The server looks for it once, beside what the page needs itself. */
export function OpenVisit({ found, children }: { readonly found: Promise<string | null>; readonly children: ReactNode }) {
  const [said, setSaid] = useState<{ readonly since: Promise<string | null>; readonly id: string | null } | null>(null)
  const tell = useCallback((id: string | null) => setSaid({ since: found, id }), [found])
  const told = said?.since === found ? said.id : undefined
  const value = useMemo(() => ({ found, told, tell }), [found, told, tell])
  return <Said value={value}>{children}</Said>
}

/** Says from a visit's own page that it is the open one; once it is closed, that there is none. */
export function useOpenVisit(visitId: string, status: 'planned' | 'open' | 'closed'): void {
  const { tell } = useContext(Said)
  const [was, setWas] = useState(false)
  if (status === 'open' && !was) setWas(true)
  useEffect(() => {
    if (status === 'open') tell(visitId)
    else if (status === 'closed' && was) tell(null)
  }, [status, was, visitId, tell])
}

interface LinkProps {
  /** The visit of the page that one is on. */
  readonly here: boolean
  readonly className: string
  readonly withIcon?: boolean
}

function VisitLink({ here, className, withIcon }: LinkProps) {
  const { found, told } = useContext(Said)
  const first = use(found)
  const visitId = told === undefined ? first : told
  if (visitId === null) return null
  return (
    <Link href={`/visits/${visitId}`} aria-current={here ? 'page' : undefined} className={className}>
      {withIcon && <Flame size={20} aria-hidden="true" />}
      {t('nav.visit')}
    </Link>
  )
}

/** The way back to the open visit; nothing without one. */
export const OpenVisitLink = (props: LinkProps) => (
  <Suspense fallback={null}>
    <VisitLink {...props} />
  </Suspense>
)
