import type { ReactNode } from 'react'
import { OpenVisit } from '@/features/frame'
import { openVisitOf } from '@/features/visit/server'
import { currentActor } from '@/server/actor'
import { Toasts } from '@/ui/Toasts'

/** What every signed-in page has around it and keeps while one goes from page to page. */
export default function WorkLayout({ children }: { readonly children: ReactNode }) {
  // Not waited for: the page asks its own questions at the same time. A bar without the visit is better than no page.
  const found = currentActor()
    .then((actor) => actor && openVisitOf(actor))
    .catch(() => null)
  return (
    <OpenVisit found={found}>
      {children}
      <Toasts />
    </OpenVisit>
  )
}
