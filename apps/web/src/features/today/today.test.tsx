import { DEMO_CARDS } from '@lucerna/sim/cards'
import { renderToStaticMarkup } from 'react-dom/server'
import type { Actor } from '@/server/actorOf'
import { read, readAs } from '@/test/reading'
import { VisitList } from './DayList'
import { Desk, DeskList } from './Desk'
import { LeadDesk, PlannerDesk, Warnings } from './desks'
import type { Briefing, DayVisit } from './server/day'

jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh: () => undefined }) }))

const larch = DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!
const visit = (more: Partial<DayVisit> = {}): DayVisit => ({
  id: 'v1',
  siteId: 's1',
  siteName: '7 Quarry Row',
  address: '7 Quarry Row, Hollowmere',
  timeZone: 'Europe/Zurich',
  appliances: 'Larch 28 C',
  jobKind: 'annual-service',
  plannedFor: '2026-06-01T06:30:00.000Z',
  status: 'planned',
  assignedName: 'Tobias Achterberg',
  mine: true,
  remark: null,
  accessNotes: null,
  hazards: null,
  outcome: null,
  ...more,
})
const briefing = (more: Partial<Briefing> = {}): Briefing => ({
  applianceId: 'a1',
  name: 'Larch 28 C',
  card: larch,
  first: false,
  unusual: [],
  followUps: [],
  absent: [],
  ...more,
})
const list = (
  visits: readonly DayVisit[],
  known: readonly Briefing[] = [],
  more: { brief?: boolean; units?: 'metric' | 'imperial'; missing?: string[] } = {},
) =>
  read(
    <VisitList
      title="Mine"
      visits={visits}
      known={new Map(known.length > 0 ? [[visits[0]!.id, known]] : [])}
      units={more.units ?? 'metric'}
      brief={more.brief ?? true}
      today="2026-06-01T08:00:00.000Z"
      missing={() => more.missing ?? []}
    />,
  )

describe('a visit of the day', () => {
  test('says when by the clock of the site, where, what, and that it is planned', () => {
    const said = list([visit()])
    expect(said).toMatch(/^Mine 08:30 7 Quarry Row Larch 28 C · Annual service/)
    expect(said).toMatch(/Planned$/)
    expect(list([visit({ timeZone: 'America/Halifax' })])).toMatch(/03:30/)
  })

  test('says its day only when it is another one there', () => {
    expect(list([visit()])).not.toMatch(/Jun/)
    expect(list([visit({ status: 'open', plannedFor: '2026-05-29T06:30:00.000Z' })])).toMatch(/29 May 2026/)
    // 23:30 on the first of June in Halifax is the second in UTC: still today there.
    expect(list([visit({ timeZone: 'America/Halifax', plannedFor: '2026-06-02T02:30:00.000Z' })])).not.toMatch(/Jun/)
  })

  test('leads to the visit, and once closed to its report with how it ended', () => {
    const html = (v: DayVisit) =>
      renderToStaticMarkup(
        <VisitList title="" visits={[v]} known={new Map()} units="metric" brief today="2026-06-01T08:00:00.000Z" missing={() => []} />,
      )
    expect(html(visit())).toContain('href="/visits/v1"')
    expect(html(visit({ status: 'closed', outcome: 'in-normal-service' }))).toContain('href="/visits/v1/report"')
    expect(list([visit({ status: 'closed', outcome: 'in-normal-service' })])).toMatch(/normal/i)
  })

  test('warns of hazards, tells how to get in and what was remarked; names whoever goes, or nobody', () => {
    const said = list([visit({ hazards: 'Dog', accessNotes: 'Key at the bakery', remark: 'Hot water runs cold', mine: false })])
    for (const part of ['Dog', 'Key at the bakery', 'Hot water runs cold', 'Tobias Achterberg']) expect(said).toContain(part)
    expect(list([visit({ mine: false, assignedName: null })])).toMatch(/Nobody|not assigned|unassigned/i)
  })
})

describe('before leaving', () => {
  const outside = { measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'min', status: 'outside', valueSi: 0.0805 }

  test('what the last visit left outside is said with its figure at its rate, in the reader’s units', () => {
    expect(list([visit()], [briefing({ unusual: [outside] })])).toMatch(/CO₂ .*8\.05|8\.1/)
    const pressure = { measurandId: 'pressure.working', stationId: 'inlet', firingStateId: 'max', status: 'edge', valueSi: 1743.6 }
    expect(list([visit()], [briefing({ unusual: [pressure] })])).toMatch(/17\.4\smbar/)
    expect(list([visit()], [briefing({ unusual: [pressure] })], { units: 'imperial' })).toMatch(/7\.00?\sin/)
  })

  test('a first visit, an absent safety and what was left to do are said', () => {
    const said = list(
      [visit()],
      [
        briefing({
          first: true,
          absent: ['Spill switch'],
          followUps: [{ kind: 'defect', code: 'attention', text: 'Condensate trap cracked', dueOn: null }],
        }),
      ],
    )
    expect(said).toMatch(/first|baseline/i)
    expect(said).toContain('Spill switch')
    expect(said).toContain('Condensate trap cracked')
  })

  test('the kit of the card is to be brought, and instruments that the person lacks', () => {
    const said = list([visit()], [briefing()], { missing: ['analyser'] })
    for (const k of larch.kit) expect(said).toContain(k.number)
    expect(said).toMatch(/analyser/)
  })

  test('of others’ visits only what is unusual is said; of closed ones nothing', () => {
    expect(list([visit()], [briefing()], { brief: false })).not.toContain(larch.kit[0]!.number)
    expect(list([visit()], [briefing({ unusual: [outside] })], { brief: false })).toContain('CO₂')
    expect(list([visit({ status: 'closed' })], [briefing({ unusual: [outside] })])).not.toContain('CO₂')
  })
})

const actor = (more: Partial<Actor> = {}): Actor => ({
  pass: '',
  secondFactorDue: false,
  userId: 'u',
  firmId: 'f',
  name: 'Tobias Achterberg',
  firmName: 'Hollowmere Heat',
  role: 'technician',
  heldRole: 'technician',
  licenceNumber: 'HM-1',
  licenceUntil: '2027-06-01',
  units: null,
  timeZone: 'Europe/Zurich',
  practiceUnits: 'metric',
  farViewTones: false,
  chosenDialect: null,
  dialect: 'en-GB',
  ...more,
})
const now = new Date('2026-06-01T08:00:00.000Z')
const gauge = {
  id: 'i1',
  name: 'Plumb Duo 150',
  serial: 'P1',
  kind: 'manometer',
  holder: 'Tobias Achterberg',
  dueOn: '2026-06-10',
  overdue: false,
} as const

describe('what stands against one’s own work', () => {
  test.each([
    ['2027-06-01', null],
    ['2026-06-20', /expires on 20 Jun/],
    ['2026-05-31', /expired on 31 May/],
    [null, /No licence/],
  ])('a licence until %s', (licenceUntil, said) => {
    const text = read(<Warnings actor={actor({ licenceUntil })} now={now} instruments={[]} />)
    if (said === null) expect(text).toBe('')
    else expect(text).toMatch(said)
  })

  test('a gauge that lapses soon, and one that has', () => {
    expect(read(<Warnings actor={actor()} now={now} instruments={[gauge]} />)).toMatch(/Plumb Duo 150 \(P1\).*10 Jun 2026/)
    const over = read(<Warnings actor={actor()} now={now} instruments={[{ ...gauge, dueOn: '2026-05-30', overdue: true }]} />)
    expect(over).toMatch(/30 May 2026/)
  })
})

describe('the desks', () => {
  const nothing = { waiting: [], members: [], instruments: [], open: [], told: [] }

  test('a lead with nothing waiting is told so', () => {
    expect(read(<LeadDesk {...nothing} />)).toMatch(/Nothing|All clear|no /i)
  })

  test('a lead sees work to confirm, licences, calibrations and what is left to do, each with where it is', () => {
    const html = renderToStaticMarkup(
      <LeadDesk
        told={[
          {
            applianceId: 'a1',
            applianceName: 'Larch 28 C',
            siteName: '7 Quarry Row',
            timeZone: 'Europe/Zurich',
            count: 2,
            newest: '2026-05-30T05:30:00.000Z',
          },
        ]}
        waiting={[
          {
            id: 'v9',
            siteName: 'Fennick’s Bakery',
            timeZone: 'Europe/Zurich',
            plannedFor: '2026-05-28T08:00:00.000Z',
            by: 'Ilse Fontane',
            count: 3,
          },
        ]}
        members={[
          {
            userId: 'u2',
            name: 'Wim Tacoma',
            email: 'w@x.example',
            role: 'technician',
            licenceNumber: 'A-1',
            licenceUntil: '2026-05-01',
            licence: 'lapsed',
            hasPasscode: false,
            secondFactor: false,
            leftAt: null,
            version: 1,
          },
          {
            userId: 'u3',
            name: 'Gone Away',
            email: 'g@x.example',
            role: 'technician',
            licenceNumber: null,
            licenceUntil: null,
            licence: 'missing',
            hasPasscode: false,
            secondFactor: false,
            leftAt: '2026-01-01T00:00:00.000Z',
            version: 1,
          },
        ]}
        instruments={[gauge]}
        open={[
          {
            id: 'f1',
            kind: 'defect',
            code: 'attention',
            text: 'Flue bracket loose',
            openedAt: '2026-03-01T08:00:00.000Z',
            applianceId: 'a7',
            applianceName: 'Stag 95',
            siteName: 'Kiln Yard Pottery',
            timeZone: 'Europe/Zurich',
          },
        ]}
      />,
    )
    for (const href of ['/visits/v9', '/people#u2', '/instruments#i1', '/appliances/a7']) expect(html).toContain(`href="${href}"`)
    expect(html).toContain('Flue bracket loose')
    expect(html).not.toContain('Gone Away')
  })

  test('a planner sees visits that nobody goes to with who could, and services by the site’s own day', () => {
    const due = (id: string, nextDueOn: string, timeZone: string) => ({ id, name: 'Well 190', siteName: id, nextDueOn, timeZone })
    const said = read(
      <PlannerDesk
        now={new Date('2026-06-01T02:00:00.000Z')}
        unassigned={[
          {
            id: 'v2',
            siteName: 'Net Loft Flats',
            address: '',
            timeZone: 'America/Halifax',
            plannedFor: '2026-06-03T12:00:00.000Z',
            jobKind: 'breakdown',
            appliances: 'Drift 60 M',
            remark: 'Trips its limit',
          },
        ]}
        due={[due('west', '2026-05-31', 'America/Halifax'), due('east', '2026-05-31', 'Europe/Zurich')]}
        people={[{ id: 'u', name: 'Tobias Achterberg' }]}
      />,
    )
    expect(said).toMatch(/Net Loft Flats 3 Jun 2026, 09:00 · Drift 60 M Trips its limit/)
    expect(said).toContain('Tobias Achterberg')
    // In Halifax it is still the 31st of May: due, not overdue.
    const [west, east] = [/Well 190, west (\S.*?) Well 190, east/.exec(said)?.[1], /Well 190, east (\S.*)$/.exec(said)?.[1]]
    expect(west).not.toMatch(/overdue/i)
    expect(east).toMatch(/overdue/i)
  })

  test('an empty list is not drawn; an empty desk of visits says so', () => {
    expect(
      read(
        <Desk title="Desk">
          <DeskList title="Nothing" items={[]} />
        </Desk>,
      ),
    ).toBe('Desk')
    expect(read(<PlannerDesk now={now} unassigned={[]} due={[]} people={[]} />)).toMatch(/Every|none|No /i)
  })
})

test('dates and words follow the reader’s dialect', () => {
  const said = readAs('en-US', () => read(<Warnings actor={actor({ licenceUntil: '2026-06-20' })} now={now} instruments={[]} />))
  expect(said).toMatch(/license expires on Jun 20, 2026/)
})
