import { type MeasurandId, MEASURANDS } from '@lucerna/core/measure'
import { t } from '@/messages/documents'
import { wordsFor } from '@/ui/words'
import type { DocumentKind, Finding } from './kinds'

const percent = (x: string | number) => `${(Number(x) * 100).toFixed(1)}%`

/** What a finding says, in words. */
export function findingText(kind: DocumentKind, { code, params }: Finding): string {
  if (code === 'shape') return String(params.message)
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
