import { isGoodAnswer } from '@lucerna/core/procedure'
import type { MeasurandId } from '@lucerna/core/measure'
import type { Report } from '@lucerna/core/report'
import { askText } from '@/ui/askText'
import { dateAt, timeAt } from '@/ui/dates'
import { figure, figureWithUnit, unitText } from '@/ui/figures'
import { specialText } from '@/ui/specialText'
import { startResult } from '@/ui/startResult'
import { turnsText } from '@/ui/turns'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { answered } from './answered'
import type { Item, Part, Section } from './parts'
import { rateWords } from './rateWords'

type Unit = Report['appliances'][number]

const item = (...parts: readonly (Part | false | null | undefined)[]): Item => ({
  parts: parts.filter((p): p is Part => p !== false && p !== null && p !== undefined && p !== ''),
})
const by = (who: string, when?: string): Part => ({ quiet: when ? ` (${who}, ${when})` : ` (${who})` })

/** The last day of a calibration. Reports of before kept the end of the day in UTC; since then it is the end of the day at the site. */
const calibratedUntil = (at: string, timeZone: string): string => dateAt(at, at.endsWith('T23:59:59.000Z') ? 'UTC' : timeZone)

/** Lists of the whole visit, in the order of the report. */
export function visitSections(model: Report): Section[] {
  const at = (instant: string) => timeAt(instant, model.timeZone)
  const open: Part = { bad: t('report.loose-open') }
  return [
    {
      title: t('report.defects'),
      empty: t('report.no-defects'),
      items: model.defects.map((d) =>
        item(
          { strong: wordsFor(`defect.${d.class}`) },
          `: ${d.text}`,
          d.appliance && ` (${d.appliance})`,
          d.action && ` · ${d.action}`,
          d.mended && ` · ${t('report.mended', { how: d.mended })}`,
        ),
      ),
    },
    {
      title: t('report.notices'),
      items: model.notices.map((n) =>
        item(
          `${n.defects.map((d) => d.text).join('; ')}: `,
          n.acknowledged === 'signed' ? { strong: t('report.notice.signed') } : { bad: wordsFor(`report.notice.${n.acknowledged}`) },
          n.labelled && `, ${t('report.notice.labelled')}`,
          by(n.by, at(n.at)),
        ),
      ),
    },
    {
      title: t('report.parts'),
      empty: t('report.no-parts'),
      items: model.parts.map((p) => item({ strong: p.part }, p.number && ` · ${p.number}`, p.why && ` · ${p.why}`)),
    },
    {
      title: t('report.loose'),
      empty: t('report.no-loose'),
      items: model.looseEnds.map((l) => {
        const what = `${l.appliance ? `${l.appliance}: ` : ''}${l.label}: `
        const tight = l.leakCheck && ` · ${t('loose.tight', { method: wordsFor(`leak.${l.leakCheck}`) })}`
        return l.closedAt ? item(what, t('report.loose-closed', { time: at(l.closedAt) }), tight) : item({ strong: what }, open, tight)
      }),
    },
    {
      title: t('report.disturbed'),
      inline: true,
      items: model.disturbed.map((d) => {
        const what = `${d.label} (${wordsFor(`disturbed.kind.${d.kind}`)}): `
        return d.refitted ? item(what, wordsFor(`disturbed.refit.${d.refitted}`)) : item({ strong: what }, open)
      }),
    },
    { title: t('report.overrides'), items: model.overrides.map((o) => item(o.reason, by(o.by))) },
    { title: t('report.breaches'), items: model.breaches.map((b) => item(wordsFor(`breach.${b.code}`), { quiet: ` ${at(b.at)}` })) },
    { title: t('report.corrections'), items: model.corrections.map((c) => item(c.reason, by(c.by, at(c.at)))) },
    { title: t('report.notes'), items: model.notes.map((n) => item(n.text, by(n.by))) },
    {
      title: t('report.instruments'),
      items: model.instruments.map((i) =>
        item(
          `${i.name} ${i.serial}, ${wordsFor(`instrument.${i.kind}`).toLowerCase()}: `,
          i.inCalibration
            ? t('report.calibrated', { date: calibratedUntil(i.calibrationDueAt, model.timeZone) })
            : { bad: t('report.not-calibrated') },
          !i.inCalibration && i.allowed && `, ${t('report.allowed', i.allowed)}`,
          i.certificate && ` · ${i.certificate}`,
        ),
      ),
    },
  ]
}

const complained = (what: string, value: string): string => `${wordsFor(`complaint.${what}`)}: ${value}`

function complaintItems(c: NonNullable<Unit['complaint']>): Item[] {
  const round = [
    c.service && complained('service', wordsFor(`complaint.service.${c.service}`)),
    c.weather && complained('weather', wordsFor(`complaint.weather.${c.weather}`)),
    c.often && complained('often', wordsFor(`complaint.often.${c.often}`)),
    c.since && complained('since', c.since),
    c.toldBy && complained('told-by', c.toldBy),
  ].filter(Boolean)
  return [
    ...(c.text ? [item(c.text)] : []),
    ...(c.changed ? [item(complained('changed', c.changed))] : []),
    ...(round.length > 0 ? [item(round.join(' · '))] : []),
  ]
}

/** What was reported, what the display showed, and what the job became. */
export const reportedSections = (a: Unit, { timeZone }: Pick<Report, 'timeZone'>): Section[] => [
  {
    title: t('report.grown'),
    items: a.grown.map((g) => item({ strong: wordsFor(`work.${g.work}`) }, `: ${g.reason}`, by(g.by, timeAt(g.at, timeZone)))),
  },
  { title: t('report.complaint'), items: a.complaint ? complaintItems(a.complaint) : [] },
  {
    title: t('report.codes'),
    inline: true,
    items: a.codes.map((x) =>
      item({ strong: x.code }, ` ${x.meaning ?? t('report.code-unknown')}`, x.page && ` (${t('band.page', { page: x.page })})`, {
        quiet: ` ${timeAt(x.at, timeZone)}`,
      }),
    ),
  },
]

/** One point that was inspected: what was found before, if something else, and how it was left. */
export function pointItem(o: Unit['observations'][number], timeZone: string): Item {
  const before =
    o.before.length > 0 &&
    `${t('report.before', { answers: o.before.map((b) => `${answered(b)} (${timeAt(b.at, timeZone)})`).join(', ') })} `
  return item(`${askText(o)}: `, before, isGoodAnswer(o.id, o.answer) ? answered(o) : { strong: answered(o) })
}

/** Faults that were looked for: what it was, or what it may be; and what was ruled out by which reading. */
export const faultSections = (a: Unit, { timeZone }: Pick<Report, 'timeZone'>): Section[] =>
  a.faults.map((f) => ({
    title: [
      t('report.fault', { symptom: wordsFor(`faults.symptom.${f.symptom}`) }),
      f.code && `, ${f.code}`,
      f.carried && ` (${t('report.fault.since', { date: dateAt(f.begunAt, timeZone) })})`,
    ]
      .filter(Boolean)
      .join(''),
    items: [
      f.settled
        ? item(
            { strong: f.settled.causes.join(' + ') },
            ` · ${t(f.settled.proved ? 'report.fault.proved' : 'report.fault.likeliest')}. ${f.settled.remedies.join(' ')}`,
            by(f.settled.by),
          )
        : item(
            t('report.fault.open'),
            f.suspects.length > 0 &&
              ` ${t('report.fault.suspects', { causes: f.suspects.map((s) => `${s.cause} ${Math.round(100 * s.p)}%`).join(', ') })}`,
          ),
      ...(!f.settled && f.bring.length > 0 ? [item(t('report.fault.bring', { what: f.bring.join(', ') }))] : []),
      ...(f.occurrences > 0 ? [item(t('report.fault.occurrences', { count: f.occurrences }))] : []),
      ...f.checks.map((c) =>
        item(
          { quiet: `${c.carried ? dateAt(c.at, timeZone) : timeAt(c.at, timeZone)} ` },
          `${c.check}: `,
          { strong: c.result },
          c.rulesOut.length > 0 && {
            quiet: `; ${t('report.fault.rules-out', { causes: c.rulesOut.join(', ') })}`,
          },
        ),
      ),
      ...f.leftOut.map((l) => item({ quiet: t('report.fault.left-out', { check: l.check, reason: l.reason || '–' }) })),
    ],
  }))

/** What was done and seen at one appliance, behind its figures. */
export function applianceSections(a: Unit, model: Report): Section[] {
  const at = (instant: string) => timeAt(instant, model.timeZone)
  const { units } = model.practice
  const rate = rateWords(a.rates)
  return [
    {
      title: t('report.specials'),
      items: a.specials.map((s) =>
        item(
          [wordsFor(`measurand.${s.measurandId}`), s.instance && wordsFor(`instance.${s.instance}`), rate(s.firingStateId)]
            .filter(Boolean)
            .join(', '),
          ': ',
          { strong: specialText(s.measurandId as MeasurandId, s.special, units) },
          s.status === 'outside' && { bad: ` · ${t(`verdict.${s.side === 'below' ? 'below' : 'above'}`)}` },
          by(s.by, at(s.at)),
        ),
      ),
    },
    {
      title: t('report.runs'),
      items: a.runs.map((r) => ({
        ...item(
          { strong: r.name },
          r.rate && `, ${r.rate.toLowerCase()}`,
          r.consents.length > 0 &&
            ` · ${t('report.run-consents', { who: r.consents.map((c) => wordsFor(`runs.consent.${c}`)).join(', ') })}`,
        ),
        below: r.rows.map(
          (row) =>
            `${at(row.at)}: ${Object.entries(row.figures)
              .map(
                ([id, value]) =>
                  `${wordsFor(`short.${id}`)} ${figure(id as MeasurandId, value, units)} ${unitText(id as MeasurandId, units)}`,
              )
              .join(' · ')}`,
        ),
      })),
    },
    {
      title: t('report.starts'),
      items: a.starts.map((s) =>
        item(
          `${at(s.at)} · ${wordsFor(`start.gas.${s.gas}`)} · ${wordsFor(startResult(s))}`,
          s.tries > 1 && ` · ${t('start.row-tries', { count: s.tries })}`,
          s.stood.map((x) => ` · ${wordsFor(`start.stood.${x.how}`)}: ${x.what}`).join(''),
          s.configuration && ` · ${s.configuration}`,
        ),
      ),
    },
    {
      title: t('report.starts-traces'),
      items: a.startsSeen.map((s) =>
        item(`${at(s.at)} · ${s.diedAt ? t('start-seen.died', { step: wordsFor(`sequence.${s.diedAt}`) }) : t('start.lit')} `, {
          to: `/visits/${model.visitId}/traces#${s.id}`,
          text: t('report.trace'),
        }),
      ),
    },
    {
      title: t('report.adjusted'),
      empty: t('report.not-adjusted'),
      items: a.adjustments.map((x) =>
        item(
          x.label,
          !x.calibration &&
            `${x.rate ? `, ${x.rate.toLowerCase()}` : ''}: ${wordsFor(`adjust.said.${x.direction}`, { n: x.unit === 'turn' ? turnsText(x.amount) : x.amount, unit: x.unit })}`,
          by(x.by, at(x.at)),
          ...x.results.map(
            ({ measurandId, rate: label, before, after }) =>
              ` · ${t('report.move-result', {
                what: [t(`short.${measurandId}`), label?.toLowerCase()].filter(Boolean).join(', '),
                before: before === null ? '–' : figureWithUnit(measurandId, before, units),
                after: after === null ? t('report.not-read-after') : figureWithUnit(measurandId, after, units),
              })}`,
          ),
        ),
      ),
    },
    {
      title: t('report.steps'),
      items: a.steps
        .filter((s) => s.status !== 'done')
        .map((s) =>
          item(
            s.label ?? wordsFor(`step.${s.kind}.title`, { rate: s.rate?.toLowerCase() ?? '', where: s.rate?.toLowerCase() ?? '' }),
            `: ${wordsFor(`sheet.${s.status}`)}`,
            s.reason && ` · ${s.reason}`,
          ),
        ),
    },
  ]
}
