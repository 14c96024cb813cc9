import { TryAgain } from '@/features/offline/TryAgain'
import { Mark } from '@/ui/Mark'
import { titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('offline.title')

/** What a browser shows in the place of a page that is not kept on the device while the server is away. */
export default function OfflinePage() {
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col items-start justify-center gap-4 p-6">
      <Mark size={44} />
      <h1 className="text-2xl font-semibold">{t('offline.title')}</h1>
      <p className="quiet">{t('offline.what')}</p>
      <div className="flex flex-wrap gap-3">
        {/* Plain links: each is asked for as a document, which the service worker has. */}
        <a href="/today" className="btn press btn-primary">
          {t('nav.today')}
        </a>
        <a href="/calculators" className="btn press btn-outline">
          {t('nav.workings')}
        </a>
        <TryAgain />
      </div>
    </main>
  )
}
