import { redirect } from 'next/navigation'
import { KEYS_ONLY, readFirm } from '@/db/client'
import { loadVisit } from '@/features/visit/server/load'
import { VisitScreen } from '@/features/visit/VisitScreen'
import { confirmers } from '@/features/people/server/confirm'
import { requireActor, unitsFor } from '@/server/actor'
import { env } from '@/env'
import { foundOrNot, titled } from '@/server/page'

export const generateMetadata = titled('nav.visit')

export default async function VisitPage({ params }: { readonly params: Promise<{ id: string }> }) {
  const { id } = await params
  const actor = await requireActor(`/visits/${id}`)
  const [loaded, confirming] = await Promise.all([
    foundOrNot(id, (known) => readFirm(actor, (tx) => loadVisit(tx, actor.firmId, known, false, actor.userId), undefined, KEYS_ONLY)),
    confirmers(actor, new Date().toISOString()),
  ])
  // A closed visit without a log (a generated one) has nothing to go on with: its figures are on the appliance.
  if (loaded.row.status === 'closed' && loaded.events.length === 0) redirect(`/appliances/${loaded.appliances[0]?.id ?? ''}`)
  return (
    <VisitScreen
      visitId={loaded.row.id}
      siteName={loaded.site.name}
      timeZone={loaded.site.timeZone}
      jobKind={loaded.row.jobKind}
      remark={loaded.row.remark}
      hazards={loaded.site.hazards}
      practice={{ id: loaded.row.practiceId, version: loaded.row.practiceVersion }}
      context={loaded.context}
      holders={loaded.holders}
      held={loaded.context.instruments.filter((i) => loaded.holders[i.id]?.id === actor.userId).map((i) => i.id)}
      events={loaded.events}
      units={unitsFor(actor, loaded.context.practice.units)}
      confirmers={confirming}
      demo={env().demo}
      actor={{ userId: actor.userId, name: actor.name, role: actor.role, firmName: actor.firmName, farViewTones: actor.farViewTones }}
    />
  )
}
