import { bandText, figure, unitText } from '@/ui/figures'
import { Provisional } from '@/ui/Provisional'
import { printedEffectText } from '@/ui/turns'
import { WideTable } from '@/ui/WideTable'
import { t } from '@/messages/places'
import { wordsFor } from '@/ui/words'
import type { AppliancePage } from '../server/pages'
import { stateLabel } from './labels'

/** What the maker wants of this one, with the page it stands on. */
export function CardTable({ page }: { readonly page: AppliancePage }) {
  const { card, facts, units } = page
  const limits = card.limits.filter((l) => l.when.length === 0 || l.when.some((c) => c.gas === undefined || c.gas === facts.gas))
  return (
    <section>
      <h2 className="text-lg font-semibold">{t('appliance.card')}</h2>
      <p className="mb-2 text-sm quiet">
        {t('appliance.card-of', { doc: card.document.number, title: card.document.title, version: card.version })}
      </p>
      {card.provisional && <Provisional why />}
      <WideTable label={t('appliance.card')}>
        <thead>
          <tr className="border-b hairline text-sm quiet">
            {['figure', 'state', 'band', 'nominal', 'page'].map((c) => (
              <th key={c} scope="col" className="py-2 pr-3 font-normal">
                {wordsFor(`card.${c}`)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {limits.map((l, i) => (
            <tr key={i} className="border-b hairline">
              <td className="py-2 pr-3">
                {t(`short.${l.measurandId}`)} <span className="text-sm quiet">{t(`station.${l.stationId}`).toLowerCase()}</span>
              </td>
              <td className="py-2 pr-3">{stateLabel(page, l.firingStateId)}</td>
              <td className="py-2 pr-3 font-semibold whitespace-nowrap">
                {bandText(l.measurandId, l, units, { upTo: t('band.up-to'), from: t('band.from') })} {unitText(l.measurandId, units)}
              </td>
              <td className="py-2 pr-3">{l.nominal !== undefined ? figure(l.measurandId, l.nominal, units) : '–'}</td>
              <td className="py-2 quiet">{l.source.page}</td>
            </tr>
          ))}
        </tbody>
      </WideTable>
      <p className="mt-3 text-sm">
        <span className="quiet">{t('card.probe')}</span> {card.probe}
      </p>
      <p className="text-sm">
        <span className="quiet">{t('card.adjusters')}</span>{' '}
        {card.adjusters
          .map((a) => `${a.label} (${[t(`adjust.clockwise.${a.clockwise}`).toLowerCase(), printedEffectText(a) ?? []].flat().join('; ')})`)
          .join(' · ')}
      </p>
      <p className="text-sm">
        <span className="quiet">{t('card.safeties')}</span>{' '}
        {card.safeties.map((s) => `${s.label}${s.setting ? ` ${s.setting}` : ''}`).join(' · ')}
      </p>
    </section>
  )
}
