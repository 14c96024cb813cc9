import { CalendarCheck, Camera, CircleAlert, Factory, ListChecks, StickyNote, Wrench } from 'lucide-react'
import { Link } from '@/ui/Link'
import type { ReactNode } from 'react'
import { dateAt, plainDate } from '@/ui/dates'
import { figureWithUnit } from '@/ui/figures'
import { t } from '@/messages/all'
import { wordsFor } from '@/ui/words'
import { followUpText } from '../followUpText'
import type { AppliancePage } from '../server/pages'
import { Picture } from '../parts/Picture'
import { RemovePaper } from '../parts/RemovePaper'
import { inFigureOrder, isKnown, rateLabel, shortNames, sideOf, verdictWord, whereText } from './labels'
import { type LeftFigure, LeftFigures } from './Left'

interface Entry {
  readonly key: string
  readonly at: string
  readonly icon: typeof Wrench
  readonly body: ReactNode
}

/** So many of the newest visits are told with their figures; older ones’ are in their reports and in the trends. */
const TOLD_IN_FIGURES = 4

const KEY_FIGURES = ['co2.flue', 'o2.flue', 'co.flue', 'pressure.working', 'pressure.manifold', 'pressure.chamberDifferential']

/** Its life, newest first: visits with what they left, defects, parts, photographs, what was put right, and the day it was installed. */
export function Timeline({ page, mayRemove = false }: { readonly page: AppliancePage; readonly mayRemove?: boolean }) {
  const zone = page.site.timeZone
  const entries: Entry[] = [
    ...page.visits
      .filter((v) => v.status === 'closed')
      .map((v, i): Entry => ({
        key: v.id,
        at: v.closedAt ?? v.plannedFor,
        icon: CalendarCheck,
        body: <VisitEntry page={page} visit={v} figures={i < TOLD_IN_FIGURES} />,
      })),
    ...page.findings.map((f, i): Entry =>
      f.kind === 'defect'
        ? {
            key: `d${i}`,
            at: f.at,
            icon: CircleAlert,
            body: (
              <p>
                <b className={f.class === 'danger-now' || f.class === 'at-risk' ? 'text-error' : ''}>{wordsFor(`defect.${f.class}`)}</b>:{' '}
                {f.text}
                {f.action && <span className="quiet"> · {f.action}</span>}
              </p>
            ),
          }
        : {
            key: `p${i}`,
            at: f.at,
            icon: Wrench,
            body: (
              <p>
                {t('timeline.part', { part: f.part })}
                {f.number && ` · ${f.number}`}
                {f.why && <span className="quiet"> · {f.why}</span>}
              </p>
            ),
          },
    ),
    ...page.followUps.flatMap((f): Entry[] =>
      f.closedAt
        ? [
            {
              key: `f${f.id}`,
              at: f.closedAt,
              icon: ListChecks,
              body: (
                <p>
                  {t('timeline.put-right', { what: followUpText(f) })}{' '}
                  <span className="quiet">{[f.closedNote, f.closedBy].filter(Boolean).join(' · ')}</span>
                </p>
              ),
            },
          ]
        : [],
    ),
    ...page.papers.map((p): Entry => ({
      key: p.id,
      at: `${p.doneOn}T12:00:00.000Z`,
      icon: StickyNote,
      body: <PaperEntry page={page} paper={p} mayRemove={mayRemove} />,
    })),
    ...page.photos.map((p): Entry => ({
      key: p.id,
      at: p.createdAt,
      icon: Camera,
      body: (
        <a href={`/api/v1/photos/${p.id}`} className="flex items-center gap-3">
          <Picture photo={p} day={dateAt(p.createdAt, zone)} size="small" className="h-14 w-20 rounded object-cover" />
          <span className="quiet">{t('photo.by', { name: p.by })}</span>
        </a>
      ),
    })),
  ].sort((a, b) => b.at.localeCompare(a.at))
  return (
    <section>
      <h2 className="mb-2 text-lg font-semibold">{t('timeline.title')}</h2>
      {entries.length === 0 && !page.appliance.installedOn ? (
        <p className="border-y hairline py-6 text-center quiet">{t('appliance.no-visits')}</p>
      ) : (
        <ol className="border-l hairline">
          {entries.map((e) => (
            <Row key={e.key} icon={e.icon} date={dateAt(e.at, zone)}>
              {e.body}
            </Row>
          ))}
          {page.appliance.installedOn && (
            <Row icon={Factory} date={plainDate(page.appliance.installedOn)}>
              <p>{t('timeline.installed')}</p>
            </Row>
          )}
        </ol>
      )}
    </section>
  )
}

function Row({ icon: Icon, date, children }: { readonly icon: Entry['icon']; readonly date: string; readonly children: ReactNode }) {
  return (
    <li className="relative grid gap-x-4 gap-y-1 py-2 pl-6 sm:grid-cols-[7rem_1fr]">
      <span className="absolute top-2.5 -left-3 flex size-6 items-center justify-center rounded-full border hairline bg-base-100 text-primary">
        <Icon size={14} aria-hidden="true" />
      </span>
      <span className="text-sm quiet">{date}</span>
      <div className="min-w-0 break-words">{children}</div>
    </li>
  )
}

/** What an old paper says, marked as copied, with who copied it. */
function PaperEntry({
  page,
  paper,
  mayRemove,
}: {
  readonly page: AppliancePage
  readonly paper: AppliancePage['papers'][number]
  readonly mayRemove: boolean
}) {
  return (
    <div>
      <p className="flex flex-wrap items-center gap-x-3">
        <span className="font-semibold">{wordsFor(`paper.kind.${paper.kind}`)}</span>
        {paper.who && <span>{paper.who}</span>}
        <span className="text-sm text-warning">{t('paper.copied-by', { name: paper.copiedBy })}</span>
        {mayRemove && <RemovePaper id={paper.id} />}
      </p>
      {paper.words && <p>{paper.words}</p>}
      {paper.figures.length > 0 && (
        <ul className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
          {inFigureOrder(paper.figures.filter(isKnown)).map((f) => (
            <li key={`${f.measurandId} ${f.stationId} ${f.firingStateId}`} title={whereText(page, f)}>
              <span className="quiet">
                {wordsFor(`short.${f.measurandId}`)} {rateLabel(page, f.firingStateId)?.toLowerCase()}
              </span>{' '}
              {isKnown(f) && figureWithUnit(f.measurandId, f.valueSi, page.units)}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

/** What a visit left that is worth a line: the key figures, and whatever was outside. */
const figuresLeft = (page: AppliancePage, visitId: string) =>
  inFigureOrder(
    page.values.filter(
      (v) => v.visitId === visitId && v.asLeftSi !== null && isKnown(v) && (KEY_FIGURES.includes(v.measurandId) || v.status === 'outside'),
    ),
  ).slice(0, 8)

function VisitEntry({
  page,
  visit,
  figures,
}: {
  readonly page: AppliancePage
  readonly visit: AppliancePage['visits'][number]
  readonly figures: boolean
}) {
  const left = figures ? figuresLeft(page, visit.id) : []
  const names = shortNames(page, left)
  return (
    <div>
      <p className="flex flex-wrap gap-x-3">
        <Link href={`/visits/${visit.id}/report`} className="inline-flex min-h-6 items-center font-semibold text-primary">
          {wordsFor(`job.${visit.jobKind}`)}
        </Link>
        <span>{visit.outcome && wordsFor(`outcome.${visit.outcome}`)}</span>
        <span className="quiet">{visit.by}</span>
      </p>
      {left.length > 0 && (
        <LeftFigures
          list={left.map((v, i) => ({
            key: v.key,
            name: names[i] ?? '',
            where: whereText(page, v),
            text: isKnown(v) ? figureWithUnit(v.measurandId, v.asLeftSi ?? 0, page.units) : '',
            status: v.status as LeftFigure['status'],
            ...(v.status === 'outside' && { side: sideOf(v) }),
            word: verdictWord(v),
          }))}
        />
      )}
    </div>
  )
}
