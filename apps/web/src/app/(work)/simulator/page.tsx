import { cardSchema } from '@lucerna/core/appliance'
import { notFound } from 'next/navigation'
import { inFirm } from '@/db/client'
import { listDocuments } from '@/features/documents/server/documents'
import { RoomScreen } from '@/features/room/RoomScreen'
import { requireActor, unitsFor } from '@/server/actor'
import { titled } from '@/server/page'
import { Frame } from '@/features/frame/Frame'
import { t } from '@/messages/all'

export const generateMetadata = titled('nav.room')

/** For leads, until trainers have a place of their own. */
export default async function RoomPage() {
  const actor = await requireActor('/simulator')
  if (actor.heldRole !== 'lead') notFound()
  const { known } = await inFirm(actor, (tx) => listDocuments(tx, actor.firmId, 'card'))
  const cards = known.flatMap((d) => {
    const card = cardSchema.safeParse(d.document)
    return card.success ? [card.data] : []
  })
  return (
    <Frame title={t('nav.room')} here="more" person={actor}>
      <RoomScreen cards={cards} units={unitsFor(actor, 'metric')} />
    </Frame>
  )
}
