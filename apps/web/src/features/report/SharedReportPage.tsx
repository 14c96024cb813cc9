import { dialectOfUnits, writePageIn } from '@/ui/dialect'
import { Mark } from '@/ui/Mark'
import { t } from '@/messages/all'
import { PrintButton } from './PrintButton'
import { ReportSheet } from './ReportSheet'
import type { SharedReport } from './server/share'

/** A report as the customer reads it, by a link and without signing in; or why it is no longer there. */
export function SharedReportPage({ shared, token }: { readonly shared: SharedReport; readonly token: string }) {
  if (shared.state !== 'open')
    return (
      <main className="mx-auto flex min-h-dvh max-w-sm flex-col justify-center gap-4 px-4 py-10">
        <div className="flex items-center gap-3">
          <Mark size={44} />
          <h1 className="text-2xl font-semibold">{t('share.gone')}</h1>
        </div>
        <p>{t(shared.state === 'expired' ? 'share.gone-expired' : 'share.gone-revoked', { firm: shared.firmName })}</p>
      </main>
    )
  const { model, frozen } = shared
  writePageIn(dialectOfUnits(model.practice.units))
  // Photographs and drawn signatures are the firm's to show: behind a link there is the text.
  const told = { ...model, photos: [], signatureDrawing: null, signedBy: model.signedBy && { ...model.signedBy, drawing: null } }
  return (
    <main>
      <div className="mx-auto flex max-w-4xl justify-end px-4 pt-4 print:hidden">
        <PrintButton />
      </div>
      <ReportSheet shown={{ model: told, customerName: null, frozen, unfinished: null }} customer at={`/l/${token}`} />
    </main>
  )
}
