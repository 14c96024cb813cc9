import { Link } from '@/ui/Link'
import { redirect } from 'next/navigation'
import { inFirm } from '@/db/client'
import { whereTo } from '@/features/label/links'
import { TellForm } from '@/features/lockout/TellForm'
import { SharedReportPage } from '@/features/report/SharedReportPage'
import { versionAsked } from '@/features/report/schemas'
import { sharedReport } from '@/features/report/server/share'
import { lidOf } from '@/features/lockout/server/notes'
import { DoorPage } from '@/features/sign-in/DoorPage'
import { currentActor } from '@/server/actor'
import { titled } from '@/server/page'
import { emergencyNumber } from '@/ui/emergency'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/all'

export const generateMetadata = titled('label.title')

/**
 * Where the code on a lid leads: somebody of the firm to the appliance; anybody else may tell that it locked out. A customer’s link shows its report to whoever has it.
 */
export default async function LinkPage({
  params,
  searchParams,
}: {
  readonly params: Promise<{ token: string }>
  readonly searchParams: Promise<{ version?: string }>
}) {
  const { token } = await params
  const wanted = versionAsked(await searchParams)
  const actor = await currentActor()
  const within = actor && (await inFirm(actor, (tx) => whereTo(tx, actor.firmId, token)))
  if (within) redirect(within)
  const shared = await sharedReport(token, wanted)
  if (shared) return <SharedReportPage shared={shared} token={token} />
  const lid = actor ? null : await lidOf(token)
  if (!lid)
    return (
      <DoorPage title={t('label.leads-nowhere')}>
        <p>{actor ? t('label.leads-nowhere-why', { firm: actor.firmName }) : t('tell.nowhere')}</p>
        <Link href={actor ? '/sites' : '/sign-in'} className="btn btn-primary">
          {actor ? t('today.to-places') : t('door.to-sign-in')}
        </Link>
      </DoorPage>
    )
  return (
    <DoorPage title={lid.appliance}>
      <p className="flex gap-2 font-semibold text-warning">
        <WarningSign size={20} />
        {t('tell.smell', { number: emergencyNumber(lid.emergencyNumber) })}
      </p>
      <p>{t('tell.what', { firm: lid.firmName })}</p>
      <TellForm token={token} />
      <Link href={`/sign-in?next=${encodeURIComponent(`/l/${token}`)}`} className="text-primary hover:underline">
        {t('tell.sign-in', { firm: lid.firmName })}
      </Link>
    </DoorPage>
  )
}
