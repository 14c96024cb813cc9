import { Link } from '@/ui/Link'
import { readInvitation } from '@/features/people/server/invitations'
import { PasswordForm } from '@/features/sign-in/DoorForms'
import { DoorPage } from '@/features/sign-in/DoorPage'
import { ApiProblem } from '@/server/problem'
import { titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('join.title')

export default async function JoinPage({ params }: { readonly params: Promise<{ token: string }> }) {
  const { token } = await params
  const found = await readInvitation(token, new Date().toISOString()).catch((error: unknown) => {
    if (error instanceof ApiProblem) return error
    throw error
  })
  if (found instanceof ApiProblem)
    return (
      <DoorPage title={t('join.title')}>
        <p role="alert">{found.message}</p>
        <Link href="/sign-in" className="btn press btn-outline">
          {t('door.to-sign-in')}
        </Link>
      </DoorPage>
    )
  return (
    <DoorPage title={t('join.title')}>
      <p>{t('join.what', { name: found.name, firm: found.firmName, role: t(`role.${found.role}`).toLowerCase(), email: found.email })}</p>
      <PasswordForm kind="join" token={token} button={t('join.do')} />
    </DoorPage>
  )
}
