import type { MeasurandId } from '@lucerna/core/measure'
import { type Done, type Found, type Report, summarise, type Safety, type ToDo } from '@lucerna/core/report'
import type { ReactNode } from 'react'
import { askText } from '@/ui/askText'
import { plainDate } from '@/ui/dates'
import { bandText, figureWithUnit } from '@/ui/figures'
import { BeadSign } from '@/ui/Gauge'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { answered } from './answered'
import { rateWords } from './ReadingsTable'

/** The rest of a long list is in the report below. */
const MOST = 7

const LOOK: Readonly<Record<Safety, { readonly sign: 'inside' | 'edge' | 'outside' | 'none'; readonly tone: string }>> = {
  safe: { sign: 'inside', tone: 'text-info' },
  attention: { sign: 'edge', tone: 'text-warning' },
  'not-in-service': { sign: 'outside', tone: 'text-error' },
  open: { sign: 'none', tone: 'quiet' },
  'at-risk': { sign: 'outside', tone: 'text-error' },
  danger: { sign: 'outside', tone: 'text-error' },
}

/**
 * The half page that answers: safe or not, how it was left, what was found, what was done, what is to be done by when, and the next service.
 *
 * @param plain for the customer: without how many figures lie where
 */
export function ReportSummary({ model, plain = false }: { readonly model: Report; readonly plain?: boolean }) {
  const sum = summarise(model)
  const several = model.appliances.length > 1
  const at = (name: string): string => (several ? `${name}: ` : '')
  const { sign, tone } = LOOK[sum.safety]
  const rows: readonly (readonly [string, readonly ReactNode[], string])[] = [
    ['left', sum.left.map((l) => leftWords(l, at)), ''],
    ['found', sum.found.map((f) => foundWords(f, model, at)), t('report.sum.found-none')],
    ['done', sum.done.map((d) => doneWords(d, at)), t('report.sum.done-none')],
    ['todo', sum.todo.map((d) => todoWords(d, model, at)), t('report.sum.todo-none')],
  ]
  const { inside, edge, outside } = sum.readings
  return (
    <section aria-labelledby="summary" className="keep mt-5">
      <h3 id="summary" className={`flex items-center gap-3 text-2xl font-semibold ${tone}`}>
        <BeadSign status={sign} size={26} />
        {t(`report.safety.${sum.safety}`)}
      </h3>
      <dl className="mt-3 grid gap-x-6 sm:grid-cols-[8.5rem_1fr] sm:gap-y-3">
        {rows.map(([key, items, none]) => (
          <div key={key} className="contents">
            <dt className="font-semibold">{wordsFor(`report.sum.${key}`)}</dt>
            <dd className="max-sm:mb-3">
              {items.length === 0 ? (
                none
              ) : (
                <ul>
                  {items.slice(0, MOST).map((item, i) => (
                    <li key={i}>{item}</li>
                  ))}
                  {items.length > MOST && <li className="quiet">{t('report.sum.more', { count: items.length - MOST })}</li>}
                </ul>
              )}
            </dd>
          </div>
        ))}
        {!plain && (
          <>
            <dt className="font-semibold">{t('report.sum.readings')}</dt>
            <dd className="flex flex-wrap gap-x-5 max-sm:mb-3">
              {(
                [
                  ['inside', inside],
                  ['edge', edge],
                  ['outside', outside],
                ] as const
              ).map(
                ([status, count]) =>
                  count > 0 && (
                    <span key={status} className="flex items-center gap-1.5">
                      <BeadSign status={status} size={13} />
                      {t(`report.sum.${status}`, { count })}
                    </span>
                  ),
              )}
              {inside + edge + outside === 0 && t('report.sum.no-readings')}
            </dd>
          </>
        )}
        {model.nextDueOn && (
          <>
            <dt className="font-semibold">{t('report.sum.next')}</dt>
            <dd className="font-semibold">{t('report.sum.next-by', { date: plainDate(model.nextDueOn) })}</dd>
          </>
        )}
      </dl>
    </section>
  )
}

type At = (name: string) => string

const leftWords = (l: { readonly appliance: string; readonly outcome: string; readonly reason: string | null }, at: At): ReactNode => (
  <>
    {at(l.appliance)}
    {wordsFor(`outcome.${l.outcome}`)}
    {l.reason && `. ${l.reason}`}
  </>
)

/** "CO₂, maximum: 9.8 % (8.7–9.3)". */
function readingWords(line: Report['appliances'][number]['lines'][number], value: number, model: Report): string {
  const id = line.measurandId as MeasurandId
  const { units } = model.practice
  const rates = model.appliances.find((a) => a.lines.some((l) => l === line))?.rates ?? []
  const band = bandText(id, line, units, { upTo: t('band.up-to'), from: t('band.from') })
  return t('report.sum.reading', {
    what: [wordsFor(`short.${id}`), rateWords(rates)(line.firingStateId)].filter(Boolean).join(', '),
    value: figureWithUnit(id, value, units),
    band,
  })
}

function foundWords(f: Found, model: Report, at: At): ReactNode {
  switch (f.kind) {
    case 'defect':
      return (
        <>
          <b>{wordsFor(`defect.${f.defect.class}`)}</b>: {f.defect.appliance && `${f.defect.appliance}: `}
          {f.defect.text}
          {f.defect.mended && ` (${t('report.mended', { how: f.defect.mended })})`}
        </>
      )
    case 'fault':
      return `${at(f.appliance)}${wordsFor(`faults.symptom.${f.symptom}`)}${f.causes.length > 0 ? `: ${f.causes.join(', ')}` : ''}${f.proved ? ` (${t('report.fault.proved')})` : ''}`
    case 'code':
      return `${at(f.appliance)}${t('report.sum.code', { code: f.code, meaning: f.meaning ?? t('report.code-unknown') })}`
    case 'reading':
      return `${at(f.appliance)}${readingWords(f.line, f.value, model)}`
    case 'inspection':
      return `${at(f.appliance)}${askText(f.observation)}: ${answered(f.answer)}`
    case 'never-fitted':
      return `${at(f.appliance)}${t('report.sum.never-fitted', { what: f.observations.map(askText).join(', ') })}`
  }
}

function doneWords(d: Done, at: At): ReactNode {
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

function todoWords(d: ToDo, model: Report, at: At): ReactNode {
  switch (d.kind) {
    case 'defect': {
      const by =
        d.defect.class === 'attention'
          ? model.nextDueOn
            ? t('report.sum.by.next', { date: plainDate(model.nextDueOn) })
            : t('report.sum.by.soon')
          : t('report.sum.by.before')
      return (
        <>
          {d.defect.appliance && `${d.defect.appliance}: `}
          {d.defect.text}
          {d.defect.action && `. ${d.defect.action}`} <b>({by})</b>
        </>
      )
    }
    case 'outcome':
      return `${at(d.appliance)}${t('report.sum.outcome')}`
    case 'loose-end':
      return (
        <b className="text-error">
          {d.appliance && `${d.appliance}: `}
          {d.label}: {t('report.loose-open')}
        </b>
      )
    case 'reading':
      return `${at(d.appliance)}${t('report.sum.still', { what: readingWords(d.line, d.value, model) })}`
    case 'not-read-again':
      return `${at(d.appliance)}${t('report.sum.not-read-again', { what: [...new Set(d.lines.map((l) => wordsFor(`short.${l.measurandId}`)))].join(', ') })}`
    case 'inspection':
      return `${at(d.appliance)}${askText(d.observation)}: ${answered(d.observation)}`
    case 'fault':
      return `${at(d.appliance)}${wordsFor(`faults.symptom.${d.symptom}`)}: ${d.bring.length > 0 ? t('report.fault.bring', { what: d.bring.join(', ') }) : t('report.fault.open')}`
  }
}
