import { Link } from '@/ui/Link'
import { plainDate } from '@/ui/dates'
import type { Units } from '@/ui/figures'
import { quantitySaid } from '@/ui/quantityText'
import { t } from '@/messages/places'
import { wordsFor } from '@/ui/words'
import { networkLink } from '../networkLink'
import type { SitePage } from '../server/pages'
import { RemoveButton } from './Removal'

/** One gas supply: gas, meter, regulator and whose it is, pressures, pipes. */
export function SupplyCard({
  supply: s,
  units,
  siteId,
  write,
  mayRemove,
}: {
  readonly supply: SitePage['supplies'][number]
  readonly units: Units
  readonly siteId: string
  readonly write: boolean
  readonly mayRemove: boolean
}) {
  const pressure = (pa: number | null) => pa !== null && quantitySaid(pa, 'pressure', units)
  const measured = [
    s.standingPressurePa !== null && `${t('supply.standing')} ${pressure(s.standingPressurePa)}`,
    s.workingPressurePa !== null && `${t('supply.working')} ${pressure(s.workingPressurePa)}`,
  ].filter(Boolean)
  const facts: [string, string | false | null][] = [
    [
      'meterKind',
      [
        s.meterKind && wordsFor(`meter-kind.${s.meterKind}`),
        s.meterSize,
        s.dialVolumeM3 !== null && t('supply.dial', { volume: quantitySaid(s.dialVolumeM3, 'dial', units) }),
        s.meterSerial,
      ]
        .filter(Boolean)
        .join(' · '),
    ],
    ['meter', s.meter],
    ['regulatorOwner', [t(`regulator.${s.regulatorOwner}`), s.regulator].filter(Boolean).join(' · ')],
    ['nominalPressurePa', pressure(s.nominalPressurePa)],
    ['measured', measured.length > 0 && `${measured.join(' · ')}${s.measuredOn ? `, ${plainDate(s.measuredOn)}` : ''}`],
    ['pipes', s.pipes.length > 0 && t('supply.pipe-count', { count: s.pipes.length })],
  ]
  return (
    <div className="border-y hairline py-3">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h3 className="font-semibold">{wordsFor(`gas.${s.gas}`)}</h3>
        <div className="flex flex-wrap gap-1">
          {s.pipes.length > 0 && (
            <Link href={networkLink(s)} className="btn btn-ghost text-primary">
              {t('supply.open-network')}
            </Link>
          )}
          {write && (
            <Link href={`/supplies/${s.id}/edit`} className="btn btn-ghost text-primary">
              {t('form.edit')}
            </Link>
          )}
          {write && mayRemove && <RemoveButton register="supplies" id={s.id} name={wordsFor(`gas.${s.gas}`)} then={`/sites/${siteId}`} />}
        </div>
      </div>
      <dl className="grid gap-x-6 text-sm sm:grid-cols-2">
        {facts.map(
          ([name, value]) =>
            value && (
              <div key={name} className="grid grid-cols-[8rem_1fr] gap-2 py-1">
                <dt className="quiet">{wordsFor(`supply.${name}`)}</dt>
                <dd className="min-w-0 break-words">{value}</dd>
              </div>
            ),
        )}
      </dl>
    </div>
  )
}
