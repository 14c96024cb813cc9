import { redirect } from 'next/navigation'
import { inFirm } from '@/db/client'
import { TABLE_KINDS } from '@/features/exchange/columns'
import { ExchangeDesk } from '@/features/exchange/ExchangeDesk'
import { ExportDesk } from '@/features/exchange/ExportDesk'
import { listExports } from '@/features/exchange/server/exportJobs'
import { listJobs } from '@/features/exchange/server/jobs'
import { MAP_NAMES, SCHEMA_NAMES } from '@/features/exchange/server/publishedSchemas'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { dateAt } from '@/ui/dates'
import { titled } from '@/server/page'
import { Frame } from '@/features/frame/Frame'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'

export const generateMetadata = titled('nav.exchange')

export default async function ExchangePage() {
  const actor = await requireActor('/import-export')
  if (!may(actor, 'import.run')) redirect('/today')
  const [jobs, made] = await Promise.all([inFirm(actor, (tx) => listJobs(tx, actor)), inFirm(actor, (tx) => listExports(tx, actor))])
  return (
    <Frame title={t('nav.exchange')} subtitle={actor.firmName} here="more" person={actor}>
      <div className="mx-auto flex max-w-5xl flex-col gap-10 p-4 lg:py-8">
        <ExchangeDesk past={jobs} />
        <section>
          <h2 className="mb-2 text-lg font-semibold">{t('exchange.out')}</h2>
          <p className="mb-3 max-w-2xl quiet">{t('exchange.out-what')}</p>
          <div className="flex flex-wrap gap-3">
            {[...TABLE_KINDS, 'places'].map((k) => (
              <a key={k} className="btn btn-outline" href={`/api/v1/exports/${k}`} download>
                {wordsFor(`exchange.kind.${k}`)}
              </a>
            ))}
          </div>
          <p className="mt-4 text-sm quiet">
            {t('exchange.schemas')} <Published names={SCHEMA_NAMES} />
          </p>
          <p className="mt-2 text-sm quiet">
            {t('exchange.maps')} <Published names={MAP_NAMES} />
          </p>
        </section>
        <ExportDesk
          timeZone={actor.timeZone}
          before={made}
          archive={may(actor, 'firm.settings')}
          paper={actor.practiceUnits === 'imperial' ? 'letter' : 'a4'}
        />
        <section>
          <h2 className="mb-2 text-lg font-semibold">{t('exchange.past')}</h2>
          {jobs.length === 0 && <p className="border-y hairline py-8 text-center quiet">{t('exchange.no-past')}</p>}
          <ul className="divide-y divide-(--hairline) border-y hairline empty:border-0">
            {jobs.map((j) => (
              <li key={j.id} className="grid gap-x-6 py-2 sm:grid-cols-[1fr_1fr_12rem]">
                <span>{j.fileName}</span>
                <span className="text-sm quiet">
                  {t(`exchange.kind.${j.kind}`)} · {dateAt(j.createdAt, 'UTC')} · {j.by}
                </span>
                <span className="text-sm">{t(`exchange.state.${j.state}`, { count: j.added + j.changed })}</span>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </Frame>
  )
}

const Published = ({ names }: { readonly names: readonly string[] }) =>
  names.map((name, i) => (
    <span key={name}>
      {i > 0 && ', '}
      <a className="link text-primary" href={`/schemas/${name}`}>
        {name}
      </a>
    </span>
  ))
