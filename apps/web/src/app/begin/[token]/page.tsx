import { Link } from '@/ui/Link'
import { OpeningForm } from '@/features/opening/OpeningForm'
import { PROFILES } from '@/features/opening/schemas'
import { isLinkOpen } from '@/features/opening/server/open'
import { DoorPage } from '@/features/sign-in/DoorPage'
import { titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('begin.title')

/** Where the link leads that the server prints while it has no firm. */
export default async function BeginPage({ params }: { readonly params: Promise<{ token: string }> }) {
  const { token } = await params
  return (
    <DoorPage title={t('begin.title')}>
      {(await isLinkOpen(token)) ? (
        <>
          <p>{t('begin.what')}</p>
          <OpeningForm token={token} profiles={PROFILES} />
        </>
      ) : (
        <>
          <p role="alert">{t('begin.used')}</p>
          <Link href="/sign-in" className="btn press btn-outline">
            {t('door.to-sign-in')}
          </Link>
        </>
      )}
    </DoorPage>
  )
}
