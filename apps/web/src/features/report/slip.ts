import type { MeasurandId } from '@lucerna/core/measure'
import { isTold, type Report } from '@lucerna/core/report'
import { dateAt, timeAt } from '@/ui/dates'
import { emergencyNumber } from '@/ui/emergency'
import { figureWithUnit } from '@/ui/figures'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { plainText } from './parts'
import { rateWords } from './rateWords'
import { summaryWords } from './summaryWords'

/** What a receipt printer writes on a line. */
export const COLUMNS = 40

/** A text in lines of the slip's width, broken between words where it can be; those behind the first begin with the indent. */
export function wrapped(text: string, indent = ''): string[] {
  const most = COLUMNS - indent.length
  const lines: string[] = []
  // A word longer than a line is broken inside.
  for (const piece of text.split(/\s+/).flatMap((word) => word.match(new RegExp(`.{1,${most}}`, 'gu')) ?? [])) {
    const last = lines.at(-1)
    if (last !== undefined && [...last, ...piece].length < COLUMNS) lines[lines.length - 1] = `${last} ${piece}`
    else lines.push(lines.length === 0 ? piece : indent + piece)
  }
  return lines
}

/** Left and right of a line, the right one on a line of its own where both do not fit. */
function twoSided(left: string, right: string): string[] {
  const gap = COLUMNS - [...left].length - [...right].length
  return gap >= 1 ? [`${left}${' '.repeat(gap)}${right}`] : [...wrapped(left, '  '), right.padStart(COLUMNS)]
}

const RULE = '-'.repeat(COLUMNS)
const MARK = { inside: ' ', edge: '~', outside: '!', none: ' ' } as const

/**
 * The report as a slip of 40 columns: the answers, the readings as left with `!` out of limits and `~` near one, and the emergency number.
 *
 * @returns lines of text, each at most 40 characters
 */
export function reportSlip(model: Report, frozen: { readonly version: number; readonly hash: string } | null): string {
  const { headline, rows, next } = summaryWords(model)
  const readings = model.appliances.flatMap((a) => {
    const lines = a.lines.filter((l) => isTold(l) && l.neverValid === null && (l.asLeft ?? l.asFound) !== null)
    const rate = rateWords(a.rates)
    return [
      RULE,
      ...wrapped(`${a.name}, ${a.serial}`, '  '),
      ...lines.flatMap((l) => {
        const id = l.measurandId as MeasurandId
        const what = [wordsFor(`short.${id}`), rate(l.firingStateId)].filter(Boolean).join(', ')
        return twoSided(`${MARK[l.status]} ${what}`, figureWithUnit(id, (l.asLeft ?? l.asFound)!, model.practice.units))
      }),
    ]
  })
  return [
    ...wrapped(model.firmName),
    ...wrapped(wordsFor(`job.${model.jobKind}`)),
    ...wrapped(`${model.siteName}, ${model.siteAddress}`, '  '),
    `${dateAt(model.closedAt, model.timeZone)}, ${timeAt(model.closedAt, model.timeZone)}`,
    ...wrapped(`${model.technicianName}${model.licenceNumber ? `, ${t('report.licence', { number: model.licenceNumber })}` : ''}`, '  '),
    RULE,
    ...wrapped(headline.toUpperCase()),
    ...rows.flatMap(({ label, items }) => [RULE, label, ...items.flatMap((i) => wrapped(`- ${plainText(i)}`, '  '))]),
    ...readings,
    RULE,
    ...(next ? wrapped(`${t('report.sum.next')} ${next}`) : []),
    ...wrapped(t('report.smell', { number: emergencyNumber(model.emergencyNumber) })),
    ...(frozen
      ? [RULE, ...wrapped(`${t('report.version-short', { version: frozen.version })} ${frozen.hash.slice(0, 16)}`)]
      : wrapped(t('report.preview'))),
    '',
  ].join('\n')
}
