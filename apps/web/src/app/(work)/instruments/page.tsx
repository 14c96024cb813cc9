import { openVisitOf } from '@/features/today/queries'
import { listInstruments } from '@/features/places/server/instruments'
import { requireActor } from '@/server/actor'
import { plainDate } from '@/ui/dates'
import { Frame } from '@/ui/Frame'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/ui/words'

export const metadata = { title: t('nav.instruments') }

export default async function InstrumentsPage() {
  const actor = await requireActor('/instruments')
  const list = await listInstruments(actor)
  const today = new Date().toISOString()
  return (
    <Frame title={t('nav.instruments')} subtitle={actor.firmName} here="more" person={actor} openVisitId={await openVisitOf(actor)}>
      <div className="mx-auto max-w-4xl p-4 lg:py-8">
        {list.length === 0 && <p className="border-y hairline py-12 text-center quiet">{t('instruments.empty')}</p>}
        <ul className="divide-y divide-(--hairline) border-y hairline empty:border-0">
          {list.map((i) => (
            <li key={i.id} id={i.id} className="grid scroll-mt-20 gap-x-6 px-2 py-3 target:bg-base-200 sm:grid-cols-[1fr_1fr_auto]">
              <span>
                <span className="block font-semibold">
                  {i.maker} {i.model}
                </span>
                <span className="block text-sm quiet">{t(`instrument.${i.kind}`)}</span>
              </span>
              <span className="text-sm">
                {i.serial} <span className="block quiet">{i.holder ?? t('instruments.nobody')}</span>
              </span>
              <span className={`text-sm sm:text-right ${i.calibrationDueAt < today ? 'text-warning' : 'quiet'}`}>
                {i.calibrationDueAt < today && <WarningSign size={16} />}{' '}
                {t(i.calibrationDueAt < today ? 'calibration.over' : 'calibration.until', {
                  date: plainDate(i.calibrationDueAt.slice(0, 10)),
                })}
                {i.certificate && <span className="block">{i.certificate}</span>}
              </span>
            </li>
          ))}
        </ul>
      </div>
    </Frame>
  )
}
