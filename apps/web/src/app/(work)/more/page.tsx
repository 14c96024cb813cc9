import { requireActor } from '@/server/actor'
import { titled } from '@/server/page'
import { Frame } from '@/features/frame/Frame'
import { PersonPanel } from '@/features/frame/PersonMenu'
import { t } from '@/messages/all'

export const generateMetadata = titled('nav.more')

export default async function MorePage() {
  const actor = await requireActor('/more')
  return (
    <Frame title={t('nav.more')} here="more" person={actor}>
      <div className="mx-auto flex max-w-md flex-col gap-6 p-4">
        <PersonPanel person={actor} />
      </div>
    </Frame>
  )
}
