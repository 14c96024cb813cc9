import { PasswordForm } from '@/features/sign-in/DoorForms'
import { DoorPage } from '@/features/sign-in/DoorPage'
import { t } from '@/ui/words'

export const metadata = { title: t('reset.title') }

export default async function ResetPage({ params }: { readonly params: Promise<{ token: string }> }) {
  return (
    <DoorPage title={t('reset.title')}>
      <PasswordForm kind="reset" token={(await params).token} button={t('reset.do')} />
    </DoorPage>
  )
}
