import { FirstPasskey } from '@/features/opening/FirstPasskey'
import { DoorPage } from '@/features/sign-in/DoorPage'
import { requireActor } from '@/server/actor'
import { titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('begin.title')

/** The firm has begun and its lead is signed in: what is left is the passkey that was chosen. */
export default async function FirstPasskeyPage() {
  await requireActor('/begin/passkey')
  return (
    <DoorPage title={t('begin.title')}>
      <FirstPasskey />
    </DoorPage>
  )
}
