import type { MeasurandId } from '@lucerna/core/measure'
import type { ReportLine } from '@lucerna/core/report'
import { bandText, figure, spanText, unitText } from '@/ui/figures'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'

type Units = 'metric' | 'imperial'

/** What one line of figures says, column by column. */
export interface LineWords {
  readonly what: string
  /** Which of several, at which rate, worked out, covers off. */
  readonly where: string
  readonly found: string
  /** Above the figure as found: it is from the first run after a repair. */
  readonly foundNote: string | null
  readonly left: string
  /** Plain: a figure; quiet: unchanged; warn: there is none and there should be. */
  readonly leftTone: 'plain' | 'quiet' | 'warn'
  readonly leftNote: string | null
  readonly unit: string
  readonly band: string
  readonly source: string
  readonly verdict: string
  readonly status: ReportLine['status']
  readonly side: 'above' | 'below' | undefined
  /** Whether the verdict is one, or says why there is none. */
  readonly judged: boolean
}

function leftOf(l: ReportLine, write: (v: number | null) => string): Pick<LineWords, 'left' | 'leftTone'> {
  if (l.neverValid !== null) return { left: t('report.never-valid'), leftTone: 'warn' }
  if (l.change === 'not-measured-again') return { left: t('report.not-again'), leftTone: 'warn' }
  if (l.change === 'unchanged' && l.asFound !== null) return { left: t('report.unchanged'), leftTone: 'quiet' }
  return { left: write(l.asLeft), leftTone: 'plain' }
}

function verdictOf(l: ReportLine, side: LineWords['side']): string {
  if (l.neverValid !== null) return wordsFor(`because.${l.because}`)
  if (l.because === 'no-band') return t('verdict.no-band')
  return l.status === 'outside' ? t(`verdict.${side ?? 'above'}`) : t(`verdict.${l.status}`)
}

export function lineWords(l: ReportLine, units: Units, rate: string): LineWords {
  const id = l.measurandId as MeasurandId
  const write = (v: number | null) => (v === null ? '–' : figure(id, v, units))
  const side = l.side === 'below' || l.side === 'above' ? l.side : undefined
  return {
    what: t(`short.${id}`),
    where: [
      [l.instance && wordsFor(`instance.${l.instance}`).toLowerCase(), rate].filter(Boolean).join(', '),
      l.computed && t('report.computed'),
      l.caseOpen && t('report.case-open'),
    ]
      .filter(Boolean)
      .join(' · '),
    found: l.neverValid === null ? write(l.asFound) : `(${write(l.neverValid)})`,
    foundNote: l.firstRun && l.neverValid === null ? t('report.first-run') : null,
    ...leftOf(l, write),
    leftNote: l.afterWork !== null && l.neverValid === null ? t('report.after-work', { value: write(l.afterWork) }) : null,
    unit: `${unitText(id, units)}${l.expandedUncertainty === null ? '' : ` ± ${spanText(id, l.expandedUncertainty, units)}`}`.trim(),
    band: bandText(id, l, units, { upTo: t('band.up-to'), from: t('band.from') }),
    source: [l.source, l.page && t('band.page', { page: l.page })].filter(Boolean).join(', '),
    verdict: verdictOf(l, side),
    status: l.status,
    side,
    judged: l.neverValid === null && l.because !== 'no-band',
  }
}
