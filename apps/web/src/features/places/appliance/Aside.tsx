import { Link } from '@/ui/Link'
import { type AppliancePage } from '@/features/places/server/pages'
import { plainDate } from '@/ui/dates'
import { figureWithUnit } from '@/ui/figures'
import { quantitySaid } from '@/ui/quantityText'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/places'
import { wordsFor } from '@/ui/words'

export function Facts({ page }: { readonly page: AppliancePage }) {
  const { appliance, site, supply, card, units } = page
  const rating = card.ratings.find((r) => r.gas === page.facts.gas)
  const span = (id: 'input.net' | 'input.gross', from: number, to: number) => ({
    from: figureWithUnit(id, from, units),
    to: figureWithUnit(id, to, units),
    basis: t(id === 'input.net' ? 'basis.net' : 'basis.gross'),
  })
  const facts: [string, string | null][] = [
    ['maker', `${card.maker} ${card.model}${card.variant ? `, ${card.variant}` : ''}`],
    ['serial', appliance.serial],
    ['position', appliance.position],
    ['gas', [wordsFor(`gas.${supply.gas}`), supply.meterSize, supply.meter].filter(Boolean).join(' · ')],
    ['kind', `${t(`burner.${card.burnerKind}`)} · ${t(`flue.${card.flueType}`)}`],
    [
      'input',
      rating
        ? t(
            'appliance.input',
            units === 'metric'
              ? span('input.net', rating.inputMinNetW, rating.inputMaxNetW)
              : span('input.gross', rating.inputMinGrossW, rating.inputMaxGrossW),
          )
        : null,
    ],
    ['altitude', quantitySaid(site.altitudeM, 'altitude', units)],
    ['installed', appliance.installedOn && plainDate(appliance.installedOn)],
    ['due', appliance.nextDueOn && plainDate(appliance.nextDueOn)],
    ['practice', page.practiceTitle],
  ]
  return (
    <dl className="divide-y divide-(--hairline) border-y hairline text-sm">
      <div className="grid grid-cols-[6.5rem_1fr] items-center gap-2 py-1">
        <dt className="quiet">{t('appliance.fact.site')}</dt>
        <dd>
          <Link href={`/sites/${site.id}`} className="inline-flex min-h-11 items-center text-primary">
            {site.name}
          </Link>
        </dd>
      </div>
      {facts.map(
        ([name, value]) =>
          value && (
            <div key={name} className="grid grid-cols-[6.5rem_1fr] gap-2 py-2">
              <dt className="quiet">{wordsFor(`appliance.fact.${name}`)}</dt>
              <dd className="min-w-0 break-words">{value}</dd>
            </div>
          ),
      )}
    </dl>
  )
}

export function Safeties({ page }: { readonly page: AppliancePage }) {
  const known = page.appliance.safeties
  const rows = [
    ...known,
    ...page.card.safeties
      .filter((s) => !known.some((k) => k.id === s.id))
      .map((s) => ({ id: s.id, label: s.label, state: 'unknown' as const, setting: s.setting })),
  ]
  if (rows.length === 0) return null
  return (
    <section>
      <h2 className="mb-1 font-semibold">{t('unit.part.safeties')}</h2>
      <ul className="divide-y divide-(--hairline) border-y hairline text-sm">
        {rows.map((s) => (
          <li key={s.id} className="flex justify-between gap-3 py-2">
            <span>
              {s.label} {s.setting && <span className="quiet">{s.setting}</span>}
            </span>
            {s.state === 'absent' ? (
              <span className="flex gap-1 font-semibold text-error">
                <WarningSign size={16} /> {t('safety.absent')}
              </span>
            ) : (
              <span className={s.state === 'unknown' ? 'quiet' : ''}>{t(`safety.${s.state}`)}</span>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

export function Kit({ page }: { readonly page: AppliancePage }) {
  const { kit, serviceList } = page.card
  if (kit.length === 0 && serviceList.length === 0) return null
  return (
    <section>
      <h2 className="mb-1 font-semibold">{t('kit.title')}</h2>
      <ul className="divide-y divide-(--hairline) border-y hairline text-sm">
        {kit.map((k) => (
          <li key={k.number} className="py-2">
            {k.part} <span className="quiet">{k.number}</span>
            <span className="block quiet">{k.when}</span>
          </li>
        ))}
        {serviceList
          .filter((s) => s.renewAlways && !kit.some((k) => k.part === s.label))
          .map((s) => (
            <li key={s.id} className="py-2">
              {s.label} <span className="block quiet">{t('kit.renew-always')}</span>
            </li>
          ))}
      </ul>
    </section>
  )
}
