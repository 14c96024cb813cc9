import { cardSchema } from '@lucerna/core/appliance'
import { practiceSchema } from '@lucerna/core/practice'
import { notFound } from 'next/navigation'
import { inFirm } from '@/db/client'
import { readVersion } from '@/features/documents/server/documents'
import { Frame } from '@/features/frame/Frame'
import { FreeDesk } from '@/features/setup/free/FreeDesk'
import { requireActor, unitsFor } from '@/server/actor'
import { titled } from '@/server/page'
import { newestPractice } from '@/server/pinned'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

export const generateMetadata = titled('setup.title')

export default async function SetUpPage({ params }: { readonly params: Promise<{ card: string }> }) {
  const { card: id } = await params
  const actor = await requireActor(`/set-up/${id}`)
  const { card, practice } = await inFirm(actor, async (tx) => ({
    card: cardSchema.parse(await readVersion(tx, actor.firmId, 'card', id)),
    practice: practiceSchema.parse((await newestPractice(tx, actor.firmId)).data),
  })).catch((error: unknown) => {
    if (error instanceof ApiProblem && error.status === 404) notFound()
    throw error
  })
  return (
    <Frame title={`${card.maker} ${card.model}`} subtitle={t('setup.title')} here="workings" person={actor}>
      <FreeDesk card={card} practice={practice} units={unitsFor(actor, practice.units)} timeZone={actor.timeZone} who={actor.userId} />
    </Frame>
  )
}
