import { PasswordForm } from '@/features/sign-in/DoorForms'
import { DoorPage } from '@/features/sign-in/DoorPage'
import { titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('reset.title')

export default async function ResetPage({ params }: { readonly params: Promise<{ token: string }> }) {
  return (
    <DoorPage title={t('reset.title')}>
      <PasswordForm kind="reset" token={(await params).token} button={t('reset.do')} />
    </DoorPage>
  )
}
