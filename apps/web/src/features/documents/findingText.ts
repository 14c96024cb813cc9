import { type MeasurandId, MEASURANDS } from '@lucerna/core/measure'
import { t } from '@/messages/documents'
import { wordsFor } from '@/ui/words'
import type { DocumentKind, Finding } from './kinds'
import { sectionsOf } from './sectionsOf'
import type { FieldSpec } from './spec'

const percent = (x: string | number) => `${(Number(x) * 100).toFixed(1)}%`

/** The label of the field at a path; the path itself where no field stands there. */
function fieldName(kind: DocumentKind, path: Finding['path']): string {
  const [first] = path
  const section = sectionsOf(kind).find((s) => s.list === first)
  const named = section ? labelAt(section.fields, path.slice(2)) : sectionsOf(kind).flatMap((s) => labelAt(s.fields, path) ?? [])[0]
  return named ? wordsFor(`doc.field.${named}`) : path.join(' ')
}

function labelAt(fields: readonly FieldSpec[], path: Finding['path']): string | null {
  const whole = path.join('.')
  for (const f of fields) {
    if (f.key === whole || whole.startsWith(`${f.key}.`)) {
      // A row of a field's own rows: after its number.
      const inner = f.kind === 'rows' && path.length > 2 ? labelAt(f.fields, path.slice(2)) : null
      return inner ?? f.label
    }
  }
  return null
}

/** What a finding says, in words. */
export function findingText(kind: DocumentKind, { code, params, path }: Finding): string {
  if (code === 'shape' && params.shape === undefined) return String(params.message)
  if (code === 'shape') return wordsFor(`finding.shape.${params.shape}`, { field: fieldName(kind, path) })
  const words = Object.fromEntries(
    Object.entries(params).map(([key, value]) => {
      if (key === 'measurand' && String(value) in MEASURANDS) return [key, t(`measurand.${value as MeasurandId}`)]
      if (key === 'gas') return [key, wordsFor(`gas.${value as string}`)]
      if (key === 'kind') return [key, wordsFor(`burner.${value as string}`)]
      if ((key === 'value' || key === 'most') && code !== 'traits-odd' && code !== 'purge-short') return [key, percent(value)]
      if (key === 'has' || key === 'should') return [key, typeof value === 'number' ? String(Math.round(value * 1000) / 1000) : value]
      return [key, value]
    }),
  )
  return wordsFor(`finding.${kind}.${code}`, words)
}
