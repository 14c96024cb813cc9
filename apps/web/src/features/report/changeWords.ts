import type { MeasurandId } from '@lucerna/core/measure'
import type { Report, ReportChange } from '@lucerna/core/report'
import { askText } from '@/ui/askText'
import { plainDate } from '@/ui/dates'
import { figureWithUnit } from '@/ui/figures'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { answered } from './answered'
import type { Item, Section } from './parts'
import { rateWords } from './rateWords'

const NONE = '–'
type Figure = Extract<ReportChange, { kind: 'figure' }>

/** One thing that a version says otherwise than the one before, in words. */
function changeWords(c: ReportChange, model: Report): string {
  const { units } = model.practice
  const several = model.appliances.length > 1
  const at = 'appliance' in c && several ? `${c.appliance}: ` : ''
  const what = (line: Figure['line']) =>
    [
      wordsFor(`short.${line.measurandId}`),
      line.instance && wordsFor(`instance.${line.instance}`).toLowerCase(),
      rateWords(model.appliances.flatMap((a) => a.rates))(line.firingStateId),
    ]
      .filter(Boolean)
      .join(', ')
  switch (c.kind) {
    case 'figure': {
      const write = (v: number | null) => (v === null ? NONE : figureWithUnit(c.line.measurandId as MeasurandId, v, units))
      return `${at}${t('report.change.figure', { what: what(c.line), stage: wordsFor(`report.stage.${c.stage}`), from: write(c.from), to: write(c.to) })}`
    }
    case 'verdict':
      return `${at}${t('report.change.was', { what: what(c.line), from: wordsFor(`report.judged.${c.from}`), to: wordsFor(`report.judged.${c.to}`) })}`
    case 'answer':
      return `${at}${t('report.change.was', { what: askText(c.observation), from: c.from === null ? NONE : wordsFor(`answer.${c.from}`), to: answered(c.observation) })}`
    case 'outcome':
      return `${at}${t('report.change.was', { what: t('report.change.outcome'), from: wordsFor(`outcome.${c.from}`), to: wordsFor(`outcome.${c.to}`) })}`
    case 'defect':
      return wordsFor(`report.change.defect-${c.was}`, { what: c.defect.text })
    case 'moves':
      return `${at}${t('report.change.was', { what: t('report.change.moves'), from: String(c.from), to: String(c.to) })}`
    case 'part':
      return wordsFor(`report.change.part-${c.was}`, { what: c.part.part })
    case 'note':
      return t('report.change.note', { text: c.text })
    case 'due':
      return t('report.change.was', {
        what: t('report.change.due'),
        from: c.from ? plainDate(c.from) : NONE,
        to: c.to ? plainDate(c.to) : NONE,
      })
    case 'signature':
      return t('report.change.signature')
    case 'correction':
      return t('report.change.why', { reason: c.correction.reason, by: c.correction.by })
    case 'place':
      return t('report.change.was', { what: t('report.change.place'), from: c.from, to: c.to })
  }
}

const isWorkedOut = (c: ReportChange): boolean => (c.kind === 'figure' || c.kind === 'verdict') && c.line.computed

/** What follows from the readings that changed, in one line; what reads as before is not told. */
function followed(model: Report, frozen: Changed): Item[] {
  const written = ({ line }: Figure, v: number | null) =>
    v !== null && figureWithUnit(line.measurandId as MeasurandId, v, model.practice.units)
  const said = (frozen?.changes ?? [])
    .filter((c) => isWorkedOut(c) && (c.kind !== 'figure' || written(c, c.from) !== written(c, c.to)))
    .map((c) => changeWords(c, model))
  return said.length === 0 ? [] : [{ parts: [{ quiet: t('report.change.followed', { list: said.join('; ') }) }] }]
}

type Changed = { readonly version: number; readonly changes: readonly ReportChange[] } | null

/** What a version says otherwise than the one before it; for a first version nothing is told. A customer is spared what was calculated. */
export const changesSection = (model: Report, frozen: Changed, customer = false): Section => ({
  title: t('report.changes', { before: (frozen?.version ?? 1) - 1 }),
  ...(frozen && frozen.version > 1 && { empty: t('report.changes-none') }),
  items: (frozen?.changes ?? [])
    .flatMap((c): Item[] => (isWorkedOut(c) ? [] : [{ parts: [changeWords(c, model)] }]))
    .concat(customer ? [] : followed(model, frozen)),
})
