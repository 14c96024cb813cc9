import { Link } from '@/ui/Link'
import { Mark } from '@/ui/Mark'
import { t } from '@/messages/all'

export default function NotFound() {
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col items-start justify-center gap-4 p-6">
      <Mark size={44} />
      <h1 className="text-2xl font-semibold">{t('error.not-found')}</h1>
      <p className="quiet">{t('error.not-found-do')}</p>
      <Link href="/today" className="btn press btn-primary">
        {t('nav.today')}
      </Link>
    </main>
  )
}
