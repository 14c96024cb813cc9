import { Link } from '@/ui/Link'
import { DoorPage } from '@/features/sign-in/DoorPage'
import { SecondForm } from '@/features/sign-in/SecondForm'
import { nextPath } from '@/server/nextPath'
import { titled } from '@/server/page'
import { t } from '@/messages/account'

export const generateMetadata = titled('second.title')

export default async function SecondPage({ searchParams }: { readonly searchParams: Promise<{ next?: string }> }) {
  return (
    <DoorPage title={t('second.title')}>
      <SecondForm next={nextPath((await searchParams).next)} />
      <Link href="/sign-in" className="inline-flex min-h-11 items-center text-primary">
        {t('door.to-sign-in')}
      </Link>
    </DoorPage>
  )
}
