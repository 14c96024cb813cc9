import { figure, spanText, unitText, type Units } from '@/ui/figures'
import { WideTable } from '@/ui/WideTable'
import { t } from '@/messages/places'
import { wordsFor } from '@/ui/words'
import { type History, normalsOf } from './histories'

/** What is normal for this one, from its own history: usual range, how it moves, and whether the last time was as usual. */
export function Normals({ histories, units }: { readonly histories: readonly History[]; readonly units: Units }) {
  const normals = normalsOf(histories)
  if (normals.length === 0) return null
  return (
    <section>
      <h2 className="text-lg font-semibold">{t('normal.title')}</h2>
      <p className="mb-2 text-sm quiet">{t('normal.what')}</p>
      <WideTable label={t('normal.title')}>
        <thead>
          <tr className="border-b hairline text-sm quiet">
            {(['figure', 'usual', 'creep', 'last'] as const).map((c) => (
              <th key={c} scope="col" className="py-2 pr-4 font-normal">
                {t(`normal.${c}`)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {normals.map(({ key, name, measurandId: id, normal: n, perYear }) => (
            <tr key={key} className="border-b hairline">
              <td className="py-2 pr-4">{name}</td>
              <td className="py-2 pr-4 whitespace-nowrap">
                {figure(id, n.low, units)}–{figure(id, n.high, units)} {unitText(id, units)}
              </td>
              <td className="py-2 pr-4 whitespace-nowrap">
                {perYear === null
                  ? t('normal.steady')
                  : t('normal.per-year', {
                      sign: perYear > 0 ? '+' : '−',
                      span: spanText(id, Math.abs(perYear), units),
                      unit: unitText(id, units),
                    })}
              </td>
              <td className={`py-2 ${n.verdict === 'as-usual' ? 'quiet' : 'font-semibold text-warning'}`}>
                {figure(id, n.latest, units)} · {wordsFor(`normal.${n.verdict}`)}
              </td>
            </tr>
          ))}
        </tbody>
      </WideTable>
    </section>
  )
}
