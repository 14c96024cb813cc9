import { type Difference, rowsByKey } from '@lucerna/core/appliance'
import { t } from '@/messages/documents'
import { wordsFor } from '@/ui/words'
import { sectionsOf } from '../sectionsOf'
import type { DocumentKind } from '../kinds'
import { type Row, rowsOf, type SectionSpec } from '../spec'
import type { Units } from '@/ui/figures'
import { fieldText } from './DocumentView'

const HIDDEN = new Set(['version', 'id'])
/** What a limit's SI values say stands beside it as printed. */
const doubled = (d: Difference) => d.path[0] === 'limits' && d.path.length === 3 && ['min', 'max', 'nominal', 'goal'].includes(d.path[2]!)

const plain = (value: unknown, spec: SectionSpec | undefined, document: Row, units: Units): string => {
  if (value === null || value === undefined || value === '') return '–'
  if (typeof value === 'boolean') return t(value ? 'doc.yes' : 'doc.no')
  if (typeof value === 'number' || typeof value === 'string') return String(value)
  if (Array.isArray(value) && value.every((v) => typeof v === 'string' || typeof v === 'number')) return value.join(', ') || '–'
  if (!Array.isArray(value) && spec?.summary) return spec.summary(value as Row, document, units)
  return JSON.stringify(value)
}

/** One side of a difference, in words: as the field is read, all fields of what came or went whole. */
function sideText(value: unknown, d: Difference, spec: SectionSpec | undefined, document: Row, units: Units): string {
  const inRow = spec?.list !== undefined
  if (inRow && d.path.length === 2) return plain(value, spec, document, units)
  const row = inRow ? rowsByKey(rowsOf(document, spec.list!)).get(d.path[1] ?? '') : document
  const path = (inRow ? d.path.slice(2) : d.path).join('.')
  const fields = spec?.fields.filter((f) => f.key === path || f.key.startsWith(`${path}.`)) ?? []
  const texts = fields.flatMap((f) => {
    const text = row ? fieldText(f, row as Row, document, units) : ''
    return text === '' ? [] : [fields.length > 1 ? `${wordsFor(`doc.field.${f.label}`)}: ${text}` : text]
  })
  return texts.join(', ') || plain(value, undefined, document, units)
}

/** Where a difference stands, in words: the row by its first words, the field by its label. */
function whereText(d: Difference, spec: SectionSpec | undefined, before: Row, after: Row, units: Units): string {
  const path = spec?.list ? d.path.slice(2) : d.path
  const field = spec?.fields.find((f) => f.key === path.join('.')) ?? spec?.fields.find((f) => f.key.split('.')[0] === path[0])
  const name = path.length === 0 ? '' : field ? wordsFor(`doc.field.${field.label}`) : path.join(' › ')
  if (!spec?.list) return name
  const key = d.path[1] ?? ''
  const row = rowsByKey(rowsOf(after, spec.list)).get(key) ?? rowsByKey(rowsOf(before, spec.list)).get(key)
  const said =
    row && spec.summary
      ? spec
          .summary(row as Row, after, units)
          .split(' · ')
          .slice(0, spec.id === 'limits' ? 2 : 1)
          .join(', ')
      : key
  return [said || key, name].filter(Boolean).join(': ')
}

/** Two versions side by side, only where they differ, by section. */
export function Differences({
  kind,
  list,
  before,
  after,
  units,
}: {
  readonly kind: DocumentKind
  readonly list: readonly Difference[]
  readonly before: Row
  readonly after: Row
  readonly units: Units
}) {
  const shown = list.filter(
    (d) =>
      !HIDDEN.has(d.path.join('/')) &&
      !(
        kind === 'card' &&
        doubled(d) &&
        list.some((o) => o.path.slice(0, 2).join() === d.path.slice(0, 2).join() && o.path[2] === 'printed')
      ),
  )
  if (shown.length === 0) return <p className="border-y hairline py-8 text-center quiet">{t('doc.no-difference')}</p>
  const specs = sectionsOf(kind)
  const specOf = (d: Difference) =>
    specs.find((s) => s.list === d.path[0]) ?? specs.find((s) => s.fields.some((f) => f.key.split('.')[0] === d.path[0]))
  const groups = [...new Set(shown.map(specOf))]
  return (
    <div className="flex flex-col gap-5">
      {groups.map((spec) => (
        <section key={spec?.id ?? 'other'}>
          <h3 className="mb-1 font-semibold">{spec ? wordsFor(`doc.section.${kind}.${spec.id}`) : t('doc.section-other')}</h3>
          <table className="w-full text-left">
            <thead className="sr-only">
              <tr>
                <th>{t('doc.where')}</th>
                <th>{t('doc.before')}</th>
                <th>{t('doc.after')}</th>
              </tr>
            </thead>
            <tbody>
              {shown
                .filter((d) => specOf(d) === spec)
                .map((d) => (
                  <tr key={d.path.join('/')} className="border-t hairline align-top max-sm:block max-sm:py-2">
                    <th scope="row" className="w-1/3 py-1.5 pr-3 text-sm font-normal quiet max-sm:block max-sm:w-auto">
                      {whereText(d, spec, before, after, units)}
                    </th>
                    <td className="w-1/3 py-1.5 pr-3 max-sm:block max-sm:w-auto">
                      {d.kind !== 'added' && <del className="decoration-1 opacity-80">{sideText(d.before, d, spec, before, units)}</del>}
                    </td>
                    <td className="py-1.5 font-semibold max-sm:block">
                      {d.kind === 'removed' ? (
                        <span className="font-normal quiet">{t('doc.removed')}</span>
                      ) : (
                        <ins className="no-underline">{sideText(d.after, d, spec, after, units)}</ins>
                      )}
                    </td>
                  </tr>
                ))}
            </tbody>
          </table>
        </section>
      ))}
    </div>
  )
}
