import { ForgotForm } from '@/features/sign-in/DoorForms'
import { DoorPage } from '@/features/sign-in/DoorPage'
import { t } from '@/ui/words'

export const metadata = { title: t('forgot.title') }

export default function ForgotPage() {
  return (
    <DoorPage title={t('forgot.title')}>
      <p className="quiet">{t('forgot.what')}</p>
      <ForgotForm />
    </DoorPage>
  )
}
