import { BURNER_KINDS } from '@lucerna/core/appliance'
import { JOB_KINDS, type Step } from '@lucerna/core/procedure'
import { makeReport } from '@lucerna/core/report'
import { foldVisit } from '@lucerna/core/visit'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { renderToStaticMarkup } from 'react-dom/server'
import { ReportSheet } from '@/features/report/ReportSheet'
import { t } from '@/messages/visit'
import { DeskProvider, stepTitle, type VisitDesk } from './parts/context'
import { FarView } from './parts/FarView'
import { VisitBody } from './parts/VisitBody'
import { sheetOf } from './view'
import { APPLIANCE, deskOf, VISIT, visitOf } from '@/test/desk'

/** Every step of every sheet drawn as it stands on the screen: before anything was done, and when everything was. */

const nothing = () => undefined
function drawn(desk: VisitDesk, step: Step, what: 'step' | 'far' = 'step'): string {
  const sheet = sheetOf(desk.appliance, desk.state, desk.visit, desk.steps, desk.context)
  return renderToStaticMarkup(
    <DeskProvider value={desk}>
      {what === 'far' ? (
        <FarView step={step} tones={false} onClose={nothing} />
      ) : (
        <VisitBody
          // The run sheet beside it is drawn whole once, at the first step.
          sheet={desk.steps[0] === step ? sheet : sheet.filter((e) => e.step.id === step.id)}
          entry={sheet.find((e) => e.step.id === step.id)}
          danger={null}
          onLeaveDanger={nothing}
          explained={undefined}
          onOpen={nothing}
          onSkipped={nothing}
          closing={false}
          onClosed={nothing}
          refused={false}
          toReport={false}
        />
      )}
    </DeskProvider>,
  )
}

/** What a person reads, and what is read to one who does not see. */
const read = (markup: string): string =>
  `${markup.replace(/<[^>]+>/g, ' ')} ${[...markup.matchAll(/(?:aria-label|placeholder|title)="([^"]*)"/g)].map((m) => m[1]).join(' ')}`
    .replace(/&#x27;|&quot;/g, "'")
    .replace(/&amp;/g, '&')
    .replace(/\s+/g, ' ')

/** Keys that were never put into words, numbers that are none, and gaps where something should have been filled in. */
const UNSAID =
  /NaN|undefined|Infinity|\[object|\{\{|\b(?:step|ask|answer|gate|lock|short|measurand|station|safe|timer|defect|state|job|sheet|instrument|verdict|loose-end|disturbed|caution|event|report|adjust|zero)\.[a-z][\w.-]*/

function wellSaid(markup: string, where: string): void {
  const said = read(markup)
  expect([where, UNSAID.exec(said)?.[0]]).toEqual([where, undefined])
  const ids = [...markup.matchAll(/ id="([^"]+)"/g)].map((m) => m[1])
  expect([where, ids.length - new Set(ids).size]).toEqual([where, 0])
  for (const field of [...markup.matchAll(/<(?:input|select|textarea)[^>]* id="([^"]+)"/g)].map((m) => m[1]))
    expect([where, field, markup.includes(`for="${field}"`)]).toEqual([where, field, true])
}

const cases = DEMO_CARDS.flatMap((card) =>
  // The yearly service first: it has most of the steps.
  [...JOB_KINDS]
    .sort((a, b) => Number(b === 'annual-service') - Number(a === 'annual-service'))
    .filter(
      // Each card has its yearly service; each burner kind has every other job once.
      (job) => job === 'annual-service' || DEMO_CARDS.find((c) => c.burnerKind === card.burnerKind) === card,
    )
    .map((job) => [card.id, job, card] as const),
)

test('every burner kind and every job is among them', () => {
  expect(new Set(cases.map(([, , c]) => c.burnerKind))).toEqual(new Set(BURNER_KINDS))
  expect(new Set(cases.map(([, job]) => job))).toEqual(new Set(JOB_KINDS))
})

const seen = new Set<string>()

test.each(cases)('%s, %s: every step is said in words, begun and done', (_id, job, card) => {
  const visit = visitOf(card, job)
  if (!visit) return
  const begun = deskOf(visit, visit.events.slice(0, 1))
  const states = [
    ['begun', begun],
    ['done', deskOf(visit, visit.events)],
  ] as const
  for (const step of visit.steps) {
    // Most steps are the same in every job of a card: drawn once.
    const same = JSON.stringify([card.id, step])
    if (seen.has(same)) continue
    seen.add(same)
    const title = stepTitle(step, begun.appliance)
    // How figures, answers and clocks look when they are there does not depend on the job.
    for (const [when, desk] of job === 'annual-service' ? states : states.slice(0, 1)) {
      const markup = drawn(desk, step)
      wellSaid(markup, `${title}, ${when}`)
      expect(read(markup)).toContain(title)
    }
    // A step without a figure, an answer, a clock or a proof does not exist.
    if (step.kind === 'finish' || step.kind === 'loose-ends') continue
    expect([title, step.needs.length + step.asks.length + step.timers.length + step.zeroes.length > 0]).toEqual([title, true])
  }
})

test.each(cases.filter(([, job]) => job === 'annual-service'))(
  '%s: far view and report of a service are said in words',
  (_id, _job, card) => {
    const visit = visitOf(card, 'annual-service')!
    const desk = deskOf(visit, visit.events)
    for (const step of visit.steps.filter((s) => s.needs.length > 0)) wellSaid(drawn(desk, step, 'far'), step.id)
    visit.add('appliance.outcome-set', { outcome: 'in-normal-service' })
    visit.add('visit.closed', { nextDueOn: '2027-06-01' })
    const closed = foldVisit(VISIT, visit.all(), visit.context)
    const model = makeReport(
      closed,
      visit.context,
      {
        firmName: 'Hollowmere Heat',
        siteName: '7 Quarry Row',
        siteAddress: 'Hollowmere',
        timeZone: 'Europe/Zurich',
        technicianName: 'Tobias Achterberg',
        licenceNumber: 'HH-1',
        appliances: { [APPLIANCE]: { serial: 'T-1', position: 'Cellar' } },
      },
      '2026-06-01T12:00:00.000Z',
    )
    const markup = renderToStaticMarkup(<ReportSheet shown={{ model, frozen: null, unfinished: null, customerName: null }} />)
    wellSaid(markup, 'report')
    const said = read(markup)
    for (const words of ['7 Quarry Row', 'Tobias Achterberg', t('job.annual-service'), card.model]) expect(said).toContain(words)
    // Every figure that was left stands in it.
    expect(model.appliances[0]!.lines.length).toBeGreaterThan(5)
  },
)
