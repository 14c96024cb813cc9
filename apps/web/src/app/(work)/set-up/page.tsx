import { ChooseCard } from '@/features/documents/ChooseCard'
import { Frame } from '@/features/frame/Frame'
import { requireActor } from '@/server/actor'
import { titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('setup.title')

export default async function SetUpCardsPage() {
  const actor = await requireActor('/set-up')
  return (
    <Frame title={t('setup.title')} here="workings" person={actor}>
      <ChooseCard actor={actor} what={t('setup.free.what')} none={t('setup.free.no-cards')} to="/set-up" />
    </Frame>
  )
}
