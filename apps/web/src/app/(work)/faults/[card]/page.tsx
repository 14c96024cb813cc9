import { cardSchema } from '@lucerna/core/appliance'
import { faultMapOf } from '@lucerna/core/faults'
import { notFound } from 'next/navigation'
import { inFirm } from '@/db/client'
import { readVersion } from '@/features/documents/server/documents'
import { FaultDesk } from '@/features/faults/free/FaultDesk'
import { Frame } from '@/features/frame/Frame'
import { requireActor, unitsOf } from '@/server/actor'
import { titled } from '@/server/page'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

export const generateMetadata = titled('faults.title')

export default async function FaultsPage({
  params,
  searchParams,
}: {
  readonly params: Promise<{ card: string }>
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>
}) {
  const [{ card: id }, { code }] = await Promise.all([params, searchParams])
  const actor = await requireActor(`/faults/${id}`)
  const card = await inFirm(actor, async (tx) => cardSchema.parse(await readVersion(tx, actor.firmId, 'card', id))).catch(
    (error: unknown) => {
      if (error instanceof ApiProblem && error.status === 404) notFound()
      throw error
    },
  )
  return (
    <Frame title={`${card.maker} ${card.model}`} subtitle={t('faults.title')} here="workings" person={actor}>
      <FaultDesk
        card={card}
        map={faultMapOf(card.burnerKind, actor.dialect)}
        units={unitsOf(actor)}
        mayLive={actor.role === 'lead' || actor.role === 'technician'}
        timeZone={actor.timeZone}
        shown={typeof code === 'string' ? code : null}
        who={actor.userId}
      />
    </Frame>
  )
}
