import type { MeasurandId } from '@lucerna/core/measure'
import { type Done, type Found, type Report, summarise, type Safety, type Summary, type ToDo } from '@lucerna/core/report'
import { askText } from '@/ui/askText'
import { plainDate } from '@/ui/dates'
import { bandText, figureWithUnit } from '@/ui/figures'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { answered } from './answered'
import type { Item, Part } from './parts'
import { rateWords } from './rateWords'

/** The rest of a long list is in the report below. */
const MOST = 7

interface SummaryRow {
  readonly label: string
  readonly items: readonly Item[]
}
/** The half page that answers, in words: drawn on the page, on paper and on a slip. */
export interface SummaryWords {
  readonly safety: Safety
  readonly headline: string
  readonly rows: readonly SummaryRow[]
  readonly readings: Summary['readings']
  readonly next: string | null
}

type At = (name: string) => string

/** What a report says first, in the reader's words. */
export function summaryWords(model: Report): SummaryWords {
  const sum = summarise(model)
  const several = model.appliances.length > 1
  const at: At = (name) => (several ? `${name}: ` : '')
  const row = (label: string, items: readonly (readonly Part[])[], none: string): SummaryRow => ({
    label,
    items: [
      ...items.slice(0, MOST).map((parts) => ({ parts })),
      ...(items.length === 0 ? [{ parts: [none] }] : []),
      ...(items.length > MOST ? [{ parts: [{ quiet: t('report.sum.more', { count: items.length - MOST }) }] }] : []),
    ],
  })
  return {
    safety: sum.safety,
    headline: t(`report.safety.${sum.safety}`),
    rows: [
      row(
        t('report.sum.left'),
        sum.left.map((l) => [`${at(l.appliance)}${wordsFor(`outcome.${l.outcome}`)}${l.reason ? `. ${l.reason}` : ''}`]),
        '',
      ),
      row(
        t('report.sum.found'),
        sum.found.map((f) => foundWords(f, model, at)),
        t('report.sum.found-none'),
      ),
      row(
        t('report.sum.done'),
        sum.done.map((d) => [doneWords(d, at)]),
        t('report.sum.done-none'),
      ),
      row(
        t('report.sum.todo'),
        sum.todo.map((d) => todoWords(d, model, at)),
        t('report.sum.todo-none'),
      ),
    ],
    readings: sum.readings,
    next: model.nextDueOn ? t('report.sum.next-by', { date: plainDate(model.nextDueOn) }) : null,
  }
}

/** "CO₂, maximum: 9.8 % (8.7–9.3)". */
function readingWords(line: Report['appliances'][number]['lines'][number], value: number, model: Report): string {
  const id = line.measurandId as MeasurandId
  const { units } = model.practice
  const rates = model.appliances.find((a) => a.lines.includes(line))?.rates ?? []
  return t('report.sum.reading', {
    what: [wordsFor(`short.${id}`), rateWords(rates)(line.firingStateId)].filter(Boolean).join(', '),
    value: figureWithUnit(id, value, units),
    band: bandText(id, line, units, { upTo: t('band.up-to'), from: t('band.from') }),
  })
}

function foundWords(f: Found, model: Report, at: At): readonly Part[] {
  switch (f.kind) {
    case 'defect': {
      const { defect: d } = f
      const mended = d.mended ? ` (${t('report.mended', { how: d.mended })})` : ''
      return [{ strong: wordsFor(`defect.${d.class}`) }, `: ${d.appliance ? `${d.appliance}: ` : ''}${d.text}${mended}`]
    }
    case 'fault': {
      const causes = f.causes.length > 0 ? `: ${f.causes.join(', ')}` : ''
      const proved = f.proved ? ` (${t('report.fault.proved')})` : ''
      return [`${at(f.appliance)}${wordsFor(`faults.symptom.${f.symptom}`)}${causes}${proved}`]
    }
    case 'code':
      return [`${at(f.appliance)}${t('report.sum.code', { code: f.code, meaning: f.meaning ?? t('report.code-unknown') })}`]
    case 'reading':
      return [`${at(f.appliance)}${readingWords(f.line, f.value, model)}`]
    case 'inspection':
      return [`${at(f.appliance)}${askText(f.observation)}: ${answered(f.answer)}`]
    case 'never-fitted':
      return [`${at(f.appliance)}${t('report.sum.never-fitted', { what: f.observations.map(askText).join(', ') })}`]
  }
}

function doneWords(d: Done, at: At): string {
  switch (d.kind) {
    case 'part':
      return t('report.sum.part', { part: [d.part.part, d.part.number].filter(Boolean).join(', ') })
    case 'mended':
      return t('report.sum.mended', { what: d.defect.text, how: d.defect.mended ?? '' })
    case 'became':
      return `${at(d.appliance)}${wordsFor(`work.${d.work}`)}: ${d.reason}`
    case 'put-right':
      return `${at(d.appliance)}${t('report.sum.put-right', { what: askText(d.observation), now: answered(d.observation) })}`
    case 'adjusted':
      return `${at(d.appliance)}${t('report.sum.adjusted', { what: d.label, count: d.moves })}`
    case 'steps':
      return `${at(d.appliance)}${d.skipped > 0 ? t('report.sum.steps-skipped', { done: d.done, count: d.skipped }) : t('report.sum.steps', { count: d.done })}`
  }
}

/** By when something of a class is to be done. */
function byWhen(cls: string, model: Report): string {
  if (cls !== 'attention') return t('report.sum.by.before')
  return model.nextDueOn ? t('report.sum.by.next', { date: plainDate(model.nextDueOn) }) : t('report.sum.by.soon')
}

function todoWords(d: ToDo, model: Report, at: At): readonly Part[] {
  switch (d.kind) {
    case 'defect': {
      const { appliance, text, action } = d.defect
      return [
        `${appliance ? `${appliance}: ` : ''}${text}${action ? `. ${action}` : ''} `,
        { strong: `(${byWhen(d.defect.class, model)})` },
      ]
    }
    case 'order': {
      const { part, number, why, backOn, appliance } = d.order
      const what = [part, number].filter(Boolean).join(', ')
      return [
        `${appliance ? `${appliance}: ` : ''}${t('report.sum.order', { what })}${why ? ` (${why})` : ''} `,
        ...(backOn ? [{ strong: `(${t('report.sum.by.back', { date: plainDate(backOn) })})` }] : []),
      ]
    }
    case 'outcome':
      return [`${at(d.appliance)}${t('report.sum.outcome')}`]
    case 'loose-end':
      return [{ bad: `${d.appliance ? `${d.appliance}: ` : ''}${d.label}: ${t('report.loose-open')}` }]
    case 'reading':
      return [`${at(d.appliance)}${t('report.sum.still', { what: readingWords(d.line, d.value, model) })}`]
    case 'not-read-again': {
      const what = [...new Set(d.lines.map((l) => wordsFor(`short.${l.measurandId}`)))].join(', ')
      return [`${at(d.appliance)}${t('report.sum.not-read-again', { what })}`]
    }
    case 'inspection':
      return [`${at(d.appliance)}${askText(d.observation)}: ${answered(d.observation)}`]
    case 'fault': {
      const next = d.bring.length > 0 ? t('report.fault.bring', { what: d.bring.join(', ') }) : t('report.fault.open')
      return [`${at(d.appliance)}${wordsFor(`faults.symptom.${d.symptom}`)}: ${next}`]
    }
  }
}
