import type { Report } from '@lucerna/core/report'
import { dateAt, timeAt } from '@/ui/dates'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'

/** What is written under the line that somebody signs on, and what was drawn above it. */
export interface SignatureWords {
  readonly who: string
  readonly drawing: string | null
}

/**
 * The technician's signature and the customer's. One that nobody gave on the screen has its line still, to be signed on paper.
 *
 * @param name in capitals, as the customer gave it; it is kept apart from the report and may have been erased
 */
export function signatureWords(model: Report, name: string | null = null): readonly SignatureWords[] {
  const { signedBy, signature } = model
  const customer = [name, signature && wordsFor(`report.customer-${signature}`)].filter(Boolean).join(', ')
  return [
    {
      who: signedBy
        ? t('report.sign-technician-at', {
            name: signedBy.by,
            at: `${dateAt(signedBy.at, model.timeZone)}, ${timeAt(signedBy.at, model.timeZone)}`,
          })
        : t('report.sign-technician'),
      drawing: signedBy?.drawing ?? null,
    },
    { who: customer ? `${t('report.sign-customer')}: ${customer}` : t('report.sign-customer'), drawing: model.signatureDrawing },
  ]
}
