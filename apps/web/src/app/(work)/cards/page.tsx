import { BURNER_KINDS } from '@lucerna/core/appliance'
import { Link } from '@/ui/Link'
import { inFirm } from '@/db/client'
import { ImportDocument } from '@/features/documents/parts/ImportDocument'
import { NewDocument } from '@/features/documents/parts/BeginDraft'
import { listDocuments, pinnedCounts } from '@/features/documents/server/documents'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { titled } from '@/server/page'
import { Frame } from '@/features/frame/Frame'
import { Provisional } from '@/ui/Provisional'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/all'

export const generateMetadata = titled('nav.cards')

const BLANK = {
  provisional: false,
  maker: '',
  model: '',
  variant: null,
  document: { number: '', title: '', issued: '' },
  burnerKind: 'premix-pneumatic',
  applianceType: 'boiler',
  condensing: true,
  flueType: 'room-sealed',
  category: '',
  traits: {
    medium: 'water',
    power: 'mains',
    pilot: 'none',
    pilotSensor: null,
    ratioControl: 'zero-governor',
    intakePort: true,
    refractory: false,
    yellowTips: false,
  },
  timing: null,
  ratings: [],
  sections: [],
  firingStates: [
    {
      id: 'off',
      kind: 'off',
      order: 0,
      label: 'Off',
      nominalInputW: null,
      basis: null,
      sectionsOn: [],
      howToForce: null,
      howToReturn: null,
      minutesToRate: null,
    },
    {
      id: 'standing',
      kind: 'standing',
      order: 1,
      label: 'Standing',
      nominalInputW: null,
      basis: null,
      sectionsOn: [],
      howToForce: null,
      howToReturn: null,
      minutesToRate: null,
    },
  ],
  limits: [],
  supply: [],
  tables: [],
  adjusters: [],
  setOrder: null,
  probe: '',
  probeSource: null,
  testPoints: [],
  safeties: [],
  ownSteps: [],
  serviceList: [],
  faultCodes: [],
  mapOverrides: [],
  faultChecks: [],
  kit: [],
}

export default async function CardsPage() {
  const actor = await requireActor('/cards')
  const { list, counts } = await inFirm(actor, async (tx) => ({
    list: await listDocuments(tx, actor.firmId, 'card'),
    counts: await pinnedCounts(tx, actor.firmId),
  }))
  const writes = may(actor, 'document.write')
  const kinds = BURNER_KINDS.filter((k) => list.known.some((c) => c.document.burnerKind === k))
  return (
    <Frame title={t('nav.cards')} subtitle={actor.firmName} here="more" person={actor}>
      <div className="mx-auto flex max-w-5xl flex-col gap-6 p-4 lg:py-8">
        <div className="flex flex-wrap items-center gap-3">
          <p className="mr-auto max-w-2xl quiet">{t('cards.maker-words')}</p>
          {writes && <ImportDocument kind="card" known={list.known.map((c) => c.id)} />}
          {writes && <NewDocument kind="card" label={t('cards.new')} blank={BLANK} />}
        </div>
        {list.begun.length > 0 && (
          <section>
            <h2 className="mb-1 font-semibold">{t('cards.begun')}</h2>
            <ul className="divide-y divide-(--hairline) border-y hairline">
              {list.begun.map((d) => (
                <li key={d.id} className="py-1">
                  <Link href={`/cards/${d.id}/edit`} className="flex min-h-11 items-center text-primary hover:underline">
                    {[d.data.maker, d.data.model].filter(Boolean).join(' ') || d.id}
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        )}
        {list.known.length === 0 && list.begun.length === 0 && (
          <p className="border-y hairline py-12 text-center quiet">{t('cards.empty')}</p>
        )}
        {kinds.map((kind) => (
          <section key={kind}>
            <h2 className="mb-1 font-semibold first-letter:uppercase">{t(`burner.${kind}`)}</h2>
            <ul className="divide-y divide-(--hairline) border-y hairline">
              {list.known
                .filter((c) => c.document.burnerKind === kind)
                .map(({ id, version, document: d, draft }) => {
                  const pinned = counts.get(id) ?? new Map<number, number>()
                  const all = [...pinned.values()].reduce((a, n) => a + n, 0)
                  const behind = all - (pinned.get(version) ?? 0)
                  const paper = d.document as { number: string; title: string }
                  return (
                    <li key={id}>
                      <Link
                        href={`/cards/${id}`}
                        className="grid min-h-14 gap-x-6 px-2 py-2 hover:bg-base-200 sm:grid-cols-[1.2fr_1.4fr_11rem]"
                      >
                        <span className="font-semibold text-primary">
                          {String(d.maker)} {String(d.model)}
                          {d.provisional === true && <Provisional />}
                          {typeof d.variant === 'string' && d.variant && <span className="font-normal quiet"> {d.variant}</span>}
                        </span>
                        <span className="text-sm quiet">
                          {paper.number} · {paper.title}
                        </span>
                        <span className="text-sm sm:text-right">
                          {t('doc.version', { version })}
                          {draft && ` · ${t('doc.draft').toLowerCase()}`}
                          <span className="block quiet">{all > 0 && t('cards.count', { count: all })}</span>
                          {behind > 0 && (
                            <span className="flex items-center gap-1 text-warning sm:justify-end">
                              <WarningSign size={14} /> {t('cards.behind', { count: behind })}
                            </span>
                          )}
                        </span>
                      </Link>
                    </li>
                  )
                })}
            </ul>
          </section>
        ))}
      </div>
    </Frame>
  )
}
