import { type ReportLine, reportSchema } from '@lucerna/core/report'
import { desc, eq } from 'drizzle-orm'
import { report } from '@/db/schema'
import type { Actor } from '@/server/actorOf'
import { renderToStaticMarkup } from 'react-dom/server'
import { read, readAs } from '@/test/reading'
import { actorNamed, closeAll, newVisit, ownerDb, post, started } from '@/test/world'
import { reportOf, type ShownReport } from './queries'
import { ReportSheet } from './ReportSheet'
import { line, model, type Unit, unit } from './testReport'

jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh: () => undefined, push: () => undefined }) }))

let tobias: Actor
let wim: Actor
beforeAll(async () => {
  ;[tobias, wim] = (await Promise.all(['Tobias Achterberg', 'Wim Tacoma'].map(actorNamed))) as [Actor, Actor]
})
afterAll(closeAll)
const now = () => new Date().toISOString()

const FROZEN = {
  version: 1,
  hash: 'a'.repeat(64),
  createdAt: '2026-06-01T09:30:00.000Z',
  by: 'Tobias Achterberg',
  log: { seq: 61, head: 'b'.repeat(64) },
  broken: null,
  newest: 1,
  changes: [],
}
const said = (more: object = {}, shown: Partial<ShownReport> = {}) =>
  read(<ReportSheet shown={{ model: model(more), frozen: FROZEN, unfinished: null, customerName: null, ...shown }} />)

test('says whether text and log are as they were written', () => {
  expect(said()).toMatch(/Log: 61 entries, chain hash bbbb.*Verified now/)
  expect(said({}, { frozen: { ...FROZEN, log: null } })).not.toContain('chain hash')
  const broken = said({}, { frozen: { ...FROZEN, broken: { in: 'log', seq: 12, why: 'changed' } } })
  expect(broken).toContain('The log of this visit is not as it was written')
  expect(broken).not.toContain('Verified')
  expect(said({}, { frozen: { ...FROZEN, broken: { in: 'report', version: 1, why: 'text' } } })).toContain('not as it was signed off')
})

test('who signed, under the drawing; what nobody signed has its line on paper', () => {
  const signedBy = { by: 'Tobias Achterberg', at: '2026-06-01T09:28:00.000Z', drawing: null }
  const both = said({ signedBy, signature: 'signed' }, { customerName: 'R. FENNICK' })
  expect(both).toMatch(/Technician: Tobias Achterberg, 1 Jun 2026, 11:28.*Customer: R. FENNICK, signed/)
  expect(said({ signature: 'refused' })).toContain('Customer: refused to sign')
  expect(said()).toMatch(/were written. Technician *Customer/)
})

test('of several versions each leads to the others, and an older one says what took its place', () => {
  const second = { ...FROZEN, version: 2, newest: 2, changes: [{ kind: 'note' as const, text: 'Lid seal renewed' }] }
  const sheet = <ReportSheet shown={{ model: model(), frozen: second, unfinished: null, customerName: null }} at="/l/x" />
  expect(renderToStaticMarkup(sheet)).toContain('href="/l/x?version=1"')
  expect(read(sheet)).toMatch(/Changed since version 1.*Note added: Lid seal renewed/)
  expect(said({}, { frozen: { ...FROZEN, newest: 2 } })).toContain('This is version 1. Version 2 took its place.')
})

test('a correction tells why and what was read otherwise; what follows from that is one line, and what still reads the same is not told', () => {
  const of = (measurandId: string, computed = true) => ({ measurandId, stationId: 'flue', firingStateId: 'max', instance: null, computed })
  const figure = { kind: 'figure' as const, appliance: 'Larch 28 C', stage: 'asLeft' as const }
  const changes: NonNullable<ShownReport['frozen']>['changes'] = [
    { kind: 'correction', correction: { reason: 'Typed wrongly', by: 'Maren Ostby', at: 'x' } },
    { ...figure, line: of('co2.flue', false), from: 0.087, to: 0.097 },
    { kind: 'verdict', appliance: 'Larch 28 C', line: of('co2.flue', false), from: 'inside', to: 'outside' },
    { ...figure, line: of('o2.flueComputed'), from: 0.057, to: 0.04 },
    { ...figure, line: of('ratio.coToCo2'), from: 0.00007, to: 0.000071 },
  ]
  const text = said({}, { frozen: { ...FROZEN, version: 2, newest: 2, changes } })
  const section = text.slice(text.indexOf('Changed since version 1'), text.indexOf('Larch 28 C TW28-1'))
  expect(section).toMatch(/Reason: Typed wrongly \(Maren Ostby\).*8.7 ?% → 9.7 ?%.*within limits → outside limits/)
  expect(section).toMatch(/Calculated from these: O₂[^;]*5.7 ?% → 4.0 ?% *$/)
})

const ofUnit = (more: Partial<Unit>) => said({ appliances: [unit(more)] })

describe('faults', () => {
  const fault: Unit['faults'][number] = {
    symptom: 'no-ignition',
    code: 'L1',
    intermittent: false,
    begunAt: '2026-05-20T08:00:00.000Z',
    carried: true,
    checks: [
      { check: 'Spark, gas shut', result: 'None', rulesOut: ['Gas valve'], carried: true, at: '2026-05-20T08:10:00.000Z', by: 'T' },
      { check: 'Lead to the electrode', result: '0.2 kΩ', rulesOut: [], carried: false, at: '2026-06-01T08:10:00.000Z', by: 'T' },
    ],
    leftOut: [{ check: 'Volts at the valve', reason: 'not licensed', by: 'T' }],
    occurrences: 2,
    settled: null,
    suspects: [{ cause: 'Ignition transformer', p: 0.81 }],
    bring: ['multimeter'],
  }

  test('open: what it may be, what to bring, what was ruled out by which reading, on which day', () => {
    const text = ofUnit({ faults: [fault] })
    expect(text).toMatch(/Tries, but does not light, L1 \(open since 20 May 2026\)/)
    expect(text).toMatch(/Ignition transformer 81%/)
    expect(text).toMatch(/20 May 2026 Spark, gas shut: None ; rules out Gas valve/)
    expect(text).toMatch(/10:10 Lead to the electrode: 0\.2 kΩ/)
    expect(text).toMatch(/Volts at the valve: left out \(not licensed\)/)
    expect(text).toMatch(/Seen or told 2 times/)
  })

  test('settled: what it was, and whether that was proved', () => {
    const settled = { causes: ['Ignition transformer'], remedies: ['Renew it.'], proved: true, by: 'Tobias Achterberg' }
    expect(ofUnit({ faults: [{ ...fault, settled, suspects: [], bring: [] }] })).toMatch(/Ignition transformer · proved by the repair/)
    expect(ofUnit({ faults: [{ ...fault, settled: { ...settled, proved: false }, suspects: [], bring: [] }] })).toMatch(/not proved/)
  })
})

describe('the head', () => {
  test('what, where, who with licence, and when by the clock of the site', () => {
    const text = said()
    expect(text).toMatch(/^Annual service 7 Quarry Row 7 Quarry Row, Hollowmere Hollowmere Heat/)
    expect(text).toMatch(/HM-1001/)
    expect(text).toMatch(/1 Jun 2026, 10:00 → 11:30/)
    expect(text).toMatch(/1 Jun 2027/)
  })

  test('what is not frozen yet says that it is a preview', () => {
    expect(said()).not.toMatch(/preview/i)
    expect(said({}, { frozen: null })).toMatch(/preview/i)
  })
})

describe('a figure', () => {
  test('as found, as left, with unit, doubt, band, its source and verdict', () => {
    expect(ofUnit({})).toMatch(/CO₂ maximum 8\.7–9\.3 % 9\.8 9\.0 % ± 0\.2 8\.7–9\.3 Tarnwick TW-INST-28C, p\. 31 within limits/)
  })

  test.each<[string, Partial<ReportLine>, RegExp]>([
    ['never changed stands once', { change: 'unchanged', asLeft: 0.0975 }, /unchanged/],
    ['adjusted and not read again is told', { change: 'not-measured-again', asLeft: null }, /9\.8 not measured after the work/],
    [
      'read too early stands in brackets with the reason',
      { neverValid: 0.0925, because: 'early', asFound: null, asLeft: null },
      /\(9\.3\) no valid reading .*early reading: measure again when stable/,
    ],
    ['outside says on which side', { status: 'outside', side: 'above', because: 'outside' }, /p\. 31 high/],
    ['without a limit has no verdict', { because: 'no-band', min: null, max: null, source: null, page: null, status: 'none' }, /no limit/i],
    ['the analyser worked out is marked so', { computed: true }, /calculated|worked out/i],
  ])('that was %s', (_what, more, words) => expect(ofUnit({ lines: [line(more)] })).toMatch(words))

  test('worked out without a limit goes into columns of rates, as left, else as found', () => {
    const efficiency = (firingStateId: string, asLeft: number | null, asFound: number | null): ReportLine =>
      line({
        key: `efficiency.net@flue/${firingStateId}`,
        measurandId: 'efficiency.net',
        firingStateId,
        computed: true,
        because: 'no-band',
        status: 'none',
        asLeft,
        asFound,
        expandedUncertainty: null,
      })
    const text = ofUnit({ lines: [line(), efficiency('max', 0.978, 0.971), efficiency('min', null, 0.992)] })
    expect(text).toMatch(/Maximum Minimum .*97\.8 ?% 99\.2 ?%/)
  })

  test('figures are in the units of the practice profile, whoever reads it', () => {
    const pressure = line({
      key: 'p',
      measurandId: 'pressure.working',
      stationId: 'inlet',
      asFound: 1743.6,
      asLeft: 1743.6,
      min: 1245,
      max: null,
      expandedUncertainty: 10,
    })
    const practice = { id: 'imperial-oxygen', version: 1, title: 'Imperial', units: 'imperial' }
    expect(said({ practice, appliances: [unit({ lines: [pressure] })] })).toMatch(/7\.0\d? .*in/)
    expect(ofUnit({ lines: [pressure] })).toMatch(/17\.4 .*mbar/)
  })
})

describe('the half page that answers', () => {
  const summary = (more: object = {}) => said(more).split('Larch 28 C TW28-1')[0]!
  const point = (more: object) => ({
    id: 'rope',
    answer: 'no',
    label: 'Rope',
    said: 'sound',
    detail: null,
    before: [],
    at: null,
    together: false,
    ...more,
  })

  test('says safe first, then how it was left, what was found and done, what to do, and the next service', () => {
    const text = summary()
    expect(text).toMatch(
      /Safe\. In normal service\..*How it was left In normal service.*No defects, nothing out of limits.*Nothing was changed.*Nothing before the next service.*1 within limits.*by 1 Jun 2027/,
    )
  })

  test.each([
    [
      { defects: [{ class: 'danger-now', text: 'Flue broken', action: 'Gas off', by: 'T' }] },
      /Immediate danger\. Do not use\..*Flue broken\. Gas off \(before it is used again\)/,
    ],
    [
      { defects: [{ class: 'attention', text: 'Trap cracked', action: '', by: 'T' }] },
      /Something needs attention.*Trap cracked \(by the next service, 1 Jun 2027\)/,
    ],
    [{ looseEnds: [{ label: 'Nipple open', openedAt: 'x', closedAt: null, leakCheck: null }] }, /What to do Nipple open: open/],
    [{ parts: [{ part: 'Electrode', number: 'TW-12', why: null, by: 'T' }] }, /New part: Electrode, TW-12/],
    [{ appliances: [unit({ lines: [line({ foundStatus: 'outside' })] })] }, /What was found CO₂, maximum: 9\.8 ?% \(limits 8\.7–9\.3\)/],
    [{ appliances: [unit({ lines: [line({ status: 'outside', asLeft: 0.097 })] })] }, /Still out of limits: CO₂, maximum: 9\.7/],
    [
      { appliances: [unit({ outcome: 'left-isolated', outcomeReason: 'Cracked exchanger' })] },
      /Not in service\..*Left isolated and labelled\. Cracked exchanger.*only by a licensed technician/,
    ],
    [
      {
        appliances: [unit(), unit({ name: 'Second', codes: [{ code: 'L4', meaning: null, page: null, at: '2026-06-01T08:10:00.000Z' }] })],
      },
      /Second: Display showed L4: not on the card/,
    ],
  ])('tells what there is to tell (%#)', (more, words) => expect(summary(more)).toMatch(words))

  test('points that are as they should be are a number, others are spelled out, and all are in the annex', () => {
    const renewed = point({
      id: 'seal',
      label: 'Seal',
      before: [{ answer: 'no', said: 'worn', detail: null, at: '2026-06-01T08:10:00.000Z', by: 'T' }],
    })
    const text = ofUnit({ observations: [point({}), renewed] })
    const [page, annex] = text.split('Annex: every point') as [string, string]
    expect(page).toMatch(/2 points inspected/)
    expect(annex).toMatch(/Rope: +sound/)
    expect(annex).toMatch(/Seal: was worn/)
    expect(page).toContain('Seal: was worn')
  })

  test('the customer reads the answers and what they mean, and no table', () => {
    const risky = { ...model({ defects: [{ class: 'at-risk', text: 'Flue seal loose', action: 'Renew', by: 'T' }] }) }
    const text = read(<ReportSheet shown={{ model: risky, frozen: FROZEN, unfinished: null, customerName: null }} customer />)
    for (const part of [
      'At risk. Do not use until fixed.',
      'one more fault could make it dangerous',
      'Hollowmere Heat: if it stops',
      'If you smell gas',
    ])
      expect(text).toContain(part)
    for (const part of ['As found', 'within limits', 'Annex', 'Adjustments']) expect(text).not.toContain(part)
  })
})

describe('what was found and done', () => {
  test('an appliance left otherwise than in normal service says how and why', () => {
    expect(ofUnit({ outcome: 'isolated', outcomeReason: 'Heat exchanger cracked' })).toMatch(/isolated.*Heat exchanger cracked/i)
  })

  test('a high place is told, because it judged the figures', () => {
    expect(ofUnit({ altitudeM: 1480 })).toMatch(/1480 m/)
    expect(ofUnit({ altitudeM: 410 })).not.toMatch(/410 m/)
  })

  test('a maker’s question prints the card’s own answer, and one that is not good is printed strongly', () => {
    const rope = {
      id: 'rope',
      answer: 'yes',
      label: 'Is the rope loose or broken?',
      said: 'Loose: renew it',
      detail: null,
      before: [],
      at: null,
      together: false,
    }
    const text = ofUnit({ observations: [rope] })
    expect(text).toContain('Is the rope loose or broken?: Loose: renew it')
  })

  test('turns are said with their direction, by whom and when', () => {
    const turn = {
      label: 'Throttle screw',
      direction: 'anticlockwise',
      rate: null,
      amount: 0.25,
      unit: 'turn',
      calibration: false,
      results: [{ measurandId: 'co2.flue' as const, rate: null, before: 0.096, after: 0.09 }],
      at: '2026-06-01T09:05:00.000Z',
      by: 'Tobias Achterberg',
    }
    expect(ofUnit({ adjustments: [turn] })).toMatch(/Throttle screw: ¼ turn anticlockwise \(Tobias Achterberg, 11:05\).*CO₂ 9\.6% → 9\.0%/)
    expect(ofUnit({})).toMatch(/Nothing was adjusted|No adjustment/i)
  })

  test('steps that were not done say why; done ones are not listed', () => {
    const step = (status: string, reason: string | null) => ({
      id: status,
      kind: 'spillage',
      label: 'Spillage test',
      rate: null,
      status,
      reason,
    })
    const text = ofUnit({ steps: [step('done', null), step('skipped', 'Room-sealed')] })
    expect(text.match(/Spillage test/g)).toHaveLength(1)
    expect(text).toMatch(/Room-sealed/)
  })

  test('defects say their class, the deed, of which appliance, and how they were mended', () => {
    const text = said({
      defects: [
        { class: 'danger-now', text: 'Flue joint open', action: 'Turned off', by: 'T', mended: 'New joint', appliance: 'Larch 28 C' },
      ],
    })
    expect(text).toMatch(/Immediate danger: Flue joint open \(Larch 28 C\) · Turned off · .*New joint/)
    expect(said()).toMatch(/Defects None recorded/)
  })

  test('parts, loose ends with their leak check, and what was taken apart', () => {
    const text = said({
      parts: [{ part: 'Electrode', number: 'TW-7714', why: 'Worn', by: 'T' }],
      looseEnds: [
        {
          label: 'Inlet test nipple',
          openedAt: '2026-06-01T08:10:00.000Z',
          closedAt: '2026-06-01T09:20:00.000Z',
          leakCheck: 'fluid',
          appliance: null,
        },
        { label: 'Burner test nipple', openedAt: '2026-06-01T08:12:00.000Z', closedAt: null, leakCheck: null, appliance: 'Larch 28 C' },
      ],
      disturbed: [{ label: 'Front case', kind: 'tube', refitted: null }],
    })
    expect(text).toMatch(/Electrode · TW-7714 · Worn/)
    expect(text).toMatch(/Inlet test nipple: put back 11:20 · tight by leak detection fluid/)
    expect(text).toMatch(/Larch 28 C: Burner test nipple: open/)
    expect(text).toMatch(/Front case \(Tube\): open/)
  })

  test('overrides, breaches, corrections and notes are told with who', () => {
    const text = said({
      overrides: [{ gate: 'spillage', reason: 'Owner refuses the test', by: 'Maren Ostby' }],
      breaches: [{ code: 'order', type: 'step.done', at: '2026-06-01T08:30:00.000Z' }],
      corrections: [{ reason: 'Typed twice', by: 'Tobias Achterberg', at: '2026-06-01T08:40:00.000Z' }],
      notes: [{ text: 'Owner wants a quote', by: 'Tobias Achterberg', at: '2026-06-01T08:40:00.000Z' }],
    })
    for (const words of ['Owner refuses the test (Maren Ostby)', 'Typed twice (Tobias Achterberg, 10:40)', 'Owner wants a quote'])
      expect(text).toContain(words)
  })
})

describe('instruments', () => {
  const gauge = (more: object) => ({
    instruments: [
      {
        id: 'i',
        name: 'Plumb Duo 150',
        kind: 'manometer',
        serial: 'P1',
        certificate: 'C-9',
        calibrationDueAt: '2026-09-30T21:59:59.999Z',
        inCalibration: true,
        allowed: null,
        ...more,
      },
    ],
  })
  test('the last day of the calibration is that of the site; reports of before kept it in UTC', () => {
    expect(said(gauge({}))).toMatch(/Plumb Duo 150 P1, manometer: .*30 Sept? 2026.*C-9/)
    expect(said(gauge({ calibrationDueAt: '2026-09-30T23:59:59.000Z' }))).toMatch(/30 Sept? 2026/)
  })
  test('one out of calibration is told with the reason for which it was used', () => {
    expect(said(gauge({ inCalibration: false, allowed: { reason: 'Only one at hand', by: 'Maren Ostby' } }))).toMatch(
      /not .*calibrat.*Only one at hand/i,
    )
  })
})

describe('a closed report keeps its own dialect', () => {
  test('the same figures in British and in American words', () => {
    const both = (['en-GB', 'en-US'] as const).map((dialect) => readAs(dialect, () => said()))
    expect(both[0]).toMatch(/licence/)
    expect(both[1]).toMatch(/license/)
    expect(both[1]).toMatch(/Jun 1, 2026/)
  })
})

describe('from the database', () => {
  test('every frozen report of the demo reads without a gap, a key in the place of words, or a figure that is none', async () => {
    const rows = await ownerDb.select({ model: report.model, firmId: report.firmId }).from(report).orderBy(desc(report.createdAt)).limit(60)
    expect(rows.length).toBeGreaterThan(10)
    for (const row of rows) {
      const frozen = reportSchema.parse(row.model)
      const text = readAs(frozen.practice.units === 'imperial' ? 'en-US' : 'en-GB', () =>
        read(<ReportSheet shown={{ model: frozen, frozen: FROZEN, unfinished: null, customerName: null }} />),
      )
      // Words are looked up by keys with points in them; one that has no words stands there itself.
      expect(
        text.match(/\b(report|verdict|because|outcome|answer|ask|step|measurand|short|station|state|gas|job)\.[a-z][\w.-]+/g),
      ).toBeNull()
      expect(text).not.toMatch(/undefined|NaN|\[object|\{\{/)
      expect(text).toContain(frozen.siteName)
    }
  })

  test('a visit that has not begun has no report; begun, a preview; another firm’s is not there', async () => {
    const { visitId, applianceId } = await newVisit(tobias, '7 Quarry Row')
    expect(await reportOf(tobias, visitId, now())).toBeNull()
    await post(tobias, visitId, [started(visitId, applianceId)])
    const shown = await reportOf(tobias, visitId, now())
    expect(shown).toMatchObject({
      frozen: null,
      unfinished: null,
      model: { siteName: '7 Quarry Row', technicianName: 'Tobias Achterberg' },
    })
    await expect(reportOf(wim, visitId, now())).rejects.toMatchObject({ status: 404 })
  })

  test('a closed one is as it was frozen, with its version and hash', async () => {
    const [row] = await ownerDb
      .select({ id: report.visitId, hash: report.hash, version: report.version })
      .from(report)
      .where(eq(report.firmId, tobias.firmId))
      .orderBy(desc(report.version))
      .limit(1)
    const shown = await reportOf(tobias, row!.id, now())
    expect(shown?.frozen).toMatchObject({ version: row!.version, hash: row!.hash })
  })
})
