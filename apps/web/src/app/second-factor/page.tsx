import { redirect } from 'next/navigation'
import { signOutAction } from '@/features/frame/signOut'
import { AuthenticatorSetUp } from '@/features/sign-in/AuthenticatorSetUp'
import { DoorPage } from '@/features/sign-in/DoorPage'
import { currentActor } from '@/server/actor'
import { nextPath } from '@/server/nextPath'
import { titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('second.due-title')

/** Where somebody is led whose firm asks for a second factor that they have not set up. */
export default async function SecondFactorPage({ searchParams }: { readonly searchParams: Promise<{ next?: string }> }) {
  const next = nextPath((await searchParams).next)
  const actor = await currentActor()
  if (!actor) redirect(`/sign-in?next=${encodeURIComponent(next)}`)
  if (!actor.secondFactorDue) redirect(next)
  return (
    <DoorPage title={t('second.due-title')}>
      <p>{t('second.due')}</p>
      <AuthenticatorSetUp next={next} />
      <form action={signOutAction}>
        <button className="btn btn-ghost text-primary">{t('frame.sign-out')}</button>
      </form>
    </DoorPage>
  )
}
