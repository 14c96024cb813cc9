import Link from 'next/link'
import { redirect } from 'next/navigation'
import { inFirm } from '@/db/client'
import { whereTo } from '@/features/label/links'
import { requireActor } from '@/server/actor'
import { titled } from '@/server/page'
import { Frame } from '@/features/frame/Frame'
import { t } from '@/messages/all'

export const generateMetadata = titled('label.title')

/** Where the code on a lid leads, once somebody of the firm is signed in. */
export default async function LinkPage({ params }: { readonly params: Promise<{ token: string }> }) {
  const { token } = await params
  const actor = await requireActor(`/l/${token}`)
  const applianceId = await inFirm(actor, (tx) => whereTo(tx, actor.firmId, token))
  if (applianceId) redirect(`/appliances/${applianceId}`)
  return (
    <Frame title={t('label.title')} here="places" person={actor}>
      <div className="mx-auto max-w-xl p-4 py-16 text-center">
        <p className="text-lg font-semibold">{t('label.leads-nowhere')}</p>
        <p className="mt-2 quiet">{t('label.leads-nowhere-why', { firm: actor.firmName })}</p>
        <Link href="/sites" className="btn mt-6 btn-primary">
          {t('today.to-places')}
        </Link>
      </div>
    </Frame>
  )
}
