import { ForgotForm } from '@/features/sign-in/DoorForms'
import { DoorPage } from '@/features/sign-in/DoorPage'
import { titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('forgot.title')

export default function ForgotPage() {
  return (
    <DoorPage title={t('forgot.title')}>
      <p className="quiet">{t('forgot.what')}</p>
      <ForgotForm />
    </DoorPage>
  )
}
