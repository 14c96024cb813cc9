import { Link } from '@/ui/Link'
import { readFirm } from '@/db/client'
import { BridgesPanel } from '@/features/live/BridgesPanel'
import { listBridges } from '@/features/live/server/bridges'
import { DueList } from '@/features/instruments/parts/DueList'
import { listInstruments } from '@/features/instruments/server/list'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { plainDate } from '@/ui/dates'
import { titled } from '@/server/page'
import { Frame } from '@/features/frame/Frame'
import { t } from '@/messages/all'

export const generateMetadata = titled('nav.instruments')

export default async function InstrumentsPage() {
  const actor = await requireActor('/instruments')
  const leads = may(actor, 'firm.settings')
  const [list, bridges] = await Promise.all([
    listInstruments(actor, new Date().toISOString()),
    leads ? readFirm(actor, (tx) => listBridges(tx, actor.firmId)) : [],
  ])
  return (
    <Frame title={t('nav.instruments')} subtitle={actor.firmName} here="more" person={actor}>
      <div className="mx-auto flex max-w-4xl flex-col gap-4 p-4 lg:py-8">
        {may(actor, 'instrument.write') && (
          <Link href="/instruments/new" className="btn self-end btn-outline">
            {t('instruments.new')}
          </Link>
        )}
        {list.length === 0 && <p className="border-y hairline py-12 text-center quiet">{t('instruments.empty')}</p>}
        <ul className="divide-y divide-(--hairline) border-y hairline empty:border-0">
          {list.map((i) => (
            <li key={i.id}>
              <Link href={`/instruments/${i.id}`} className="grid gap-x-6 px-2 py-3 hover:bg-base-200 sm:grid-cols-[1.2fr_1fr_1.2fr]">
                <span>
                  <span className="block font-semibold text-primary">
                    {i.maker} {i.model}
                  </span>
                  <span className="block text-sm quiet">{t(`instrument.${i.kind}`)}</span>
                </span>
                <span className="text-sm">
                  {i.serial} <span className="block quiet">{i.holder ?? t('instruments.nobody')}</span>
                </span>
                <span className="text-sm">
                  {i.due.length > 0 ? (
                    <DueList due={i.due} />
                  ) : (
                    <span className="quiet">{t('calibration.until', { date: plainDate(i.calibrationDueOn) })}</span>
                  )}
                </span>
              </Link>
            </li>
          ))}
        </ul>
        {leads && <BridgesPanel list={bridges} timeZone={actor.timeZone} />}
      </div>
    </Frame>
  )
}
