import { plainDate } from '@/ui/dates'
import { t } from '@/messages/places'
import { wordsFor } from '@/ui/words'

/** A follow-up in words, by its kind. */
export function followUpText(f: {
  readonly kind: string
  readonly code: string
  readonly text: string
  readonly dueOn?: string | null
}): string {
  const more = f.text ? `: ${f.text}` : ''
  switch (f.kind) {
    case 'defect':
      return `${wordsFor(`defect.${f.code}`)}${more}`
    case 'outside':
      return `${t('follow-up.outside', { figure: wordsFor(`measurand.${f.code}`) })}${more}`
    case 'outcome':
      return `${wordsFor(`outcome.${f.code}`)}${more}`
    case 'fault':
      return `${t('follow-up.fault', { what: wordsFor(`faults.symptom.${f.code}`).toLowerCase() })}${f.text ? `, ${f.text}` : ''}`
    case 'part':
      return `${t('follow-up.part')}${more}${f.dueOn ? ` (${t('follow-up.back', { date: plainDate(f.dueOn) })})` : ''}`
    case 'loose-end':
      return `${t('follow-up.loose-end')}${more}`
    default:
      return f.text
  }
}
