import { ChooseCard } from '@/features/documents/ChooseCard'
import { Frame } from '@/features/frame/Frame'
import { requireActor } from '@/server/actor'
import { titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('faults.title')

export default async function FaultCardsPage() {
  const actor = await requireActor('/faults')
  return (
    <Frame title={t('faults.title')} here="workings" person={actor}>
      <ChooseCard actor={actor} what={t('faults.what')} none={t('setup.free.no-cards')} to="/faults" />
    </Frame>
  )
}
