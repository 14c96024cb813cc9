import { and, desc, eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { appliance, auditEntry, site } from '@/db/schema'
import { find } from '@/features/search/server/find'
import type { Actor } from '@/server/actorOf'
import type { ApiProblem } from '@/server/problem'
import { actorNamed, closeAll, inside, ownerDb, post, started } from '@/test/world'
import { createVisit } from '@/features/visit/server/create'
import { historiesOf } from '../appliance/histories'
import type { ApplianceFields, SiteFields, SupplyFields } from '../schemas'
import { closeFollowUp, oldestFollowUps, reopenFollowUp } from './followUps'
import { listAppliances, listSites, PAGE_SIZE, type PlacesQuery } from './lists'
import { cardChoices, newAppliance, newSite, newSupply } from './choices'
import { appliancePage, sitePage } from './pages'
import { changeEntry, createEntry, markEntry, readEntry } from '@/server/register'
import { applianceRegister, siteRegister, supplyRegister } from './registers'

let maren: Actor
let tobias: Actor
let cardVersion: number
beforeAll(async () => {
  ;[maren, tobias] = (await Promise.all(['Maren Ostby', 'Tobias Achterberg'].map(actorNamed))) as [Actor, Actor]
  cardVersion = (await cardChoices(maren)).find((c) => c.id === 'tarnwick-larch-18-h')!.version
})
afterAll(closeAll)

const now = () => new Date().toISOString()
const siteFields = (more: Partial<SiteFields> = {}): SiteFields => ({
  name: 'Weir Mill',
  address: '3 Weir Lane',
  timeZone: 'Europe/Zurich',
  altitudeM: 420,
  latitudeDeg: 46.9,
  longitudeDeg: 8.3,
  contact: 'Mr Zwahlen',
  contactPhone: null,
  contactEmail: null,
  accessNotes: null,
  hazards: null,
  emergencyNumber: null,
  practiceId: null,
  ...more,
})
const makeSite = async (more: Partial<SiteFields> = {}) =>
  (await inside(maren, (tx) => createEntry(tx, maren, siteRegister, null, siteFields(more), now()))).entry
const makeSupply = async (siteId: string, more: Partial<SupplyFields> = {}) =>
  (await inside(maren, (tx) => createEntry(tx, maren, supplyRegister, siteId, { ...newSupply('metric'), ...more }, now()))).entry
const unitFields = (supplyId: string, more: Partial<ApplianceFields> = {}): ApplianceFields => ({
  ...newAppliance(supplyId),
  cardId: 'tarnwick-larch-18-h',
  cardVersion,
  name: 'Attic unit',
  serial: uuidv7(),
  position: 'Attic',
  ...more,
})
const makeUnit = async (siteId: string, supplyId: string, more: Partial<ApplianceFields> = {}) =>
  (await inside(maren, (tx) => createEntry(tx, maren, applianceRegister, siteId, unitFields(supplyId, more), now()))).entry

/** What was refused: status and message by field. */
const refused = async (work: Promise<unknown>): Promise<{ status: number; fields: Record<string, string> }> => {
  const problem = await work.then(
    () => null,
    (e: unknown) => e as ApiProblem,
  )
  if (!problem) throw new Error('accepted')
  return { status: problem.status, fields: Object.fromEntries((problem.errors ?? []).map((e) => [e.path, e.message])) }
}

describe('entering', () => {
  test('a site with its supply and appliance, found at once, audited', async () => {
    const place = await makeSite({ name: 'Café Zürichblick' })
    const supply = await makeSupply(place.id, { gas: 'natural-gas-h', meterSerial: 'MX-20991' })
    const unit = await makeUnit(place.id, supply.id, { serial: 'CZB-55501' })
    const page = await sitePage(maren, place.id)
    expect(page).toMatchObject({
      supplies: [{ id: supply.id }],
      appliances: [{ id: unit.id, maker: 'Tarnwick', burnerKind: 'premix-pneumatic' }],
    })
    expect((await find(maren, 'cafe zurichbl')).map((f) => f.id)).toEqual(expect.arrayContaining([place.id, unit.id]))
    // By its own serial, and by that of the meter it hangs on.
    expect((await find(maren, 'czb-555'))[0]?.id).toBe(unit.id)
    expect((await find(maren, 'mx 20991'))[0]?.id).toBe(unit.id)
    const log = await ownerDb.select().from(auditEntry).where(eq(auditEntry.subjectId, unit.id))
    expect(log).toMatchObject([{ action: 'created', actorId: maren.userId }])
    expect(await appliancePage(maren, unit.id)).toMatchObject({ visits: [], values: [], followUps: [], practiceTitle: expect.any(String) })
  })

  test('sending the same new entry twice makes one', async () => {
    const id = uuidv7()
    const send = () => inside(maren, (tx) => createEntry(tx, maren, siteRegister, null, { id, ...siteFields() }, now()))
    expect((await send()).fresh).toBe(true)
    expect(await send()).toMatchObject({ fresh: false, entry: { id, version: 1 } })
  })

  test.each([
    [{ name: ' ' }, 'name', /Required/],
    [{ name: 'x'.repeat(121) }, 'name', /Use 120/],
    [{ timeZone: 'Mars/Olympus' }, 'timeZone', /Europe\/Zurich/],
    [{ altitudeM: 9000 }, 'altitudeM', /Outside the possible/],
    [{ altitudeM: Number.NaN }, 'altitudeM', /number/],
    [{ latitudeDeg: 91 }, 'latitudeDeg', /Outside/],
    [{ longitudeDeg: null }, 'longitudeDeg', /together, or neither/],
    [{ contactEmail: 'nobody' }, 'contactEmail', /name@firm\.example/],
    [{ practiceId: 'no-such' }, 'practiceId', /Choose/],
    [{ nonsense: 1 }, 'nonsense', /Unknown field/],
  ])('a site with %j is refused at %s', async (part, field, words) => {
    const answer = await refused(inside(maren, (tx) => createEntry(tx, maren, siteRegister, null, { ...siteFields(), ...part }, now())))
    expect(answer.status).toBe(422)
    expect(answer.fields[field]).toMatch(words)
  })

  test.each([
    [{ gas: 'steam' }, 'gas'],
    [{ pipes: [{ id: 'A', from: null, material: 'copper', size: 'cu-22', lengthM: -1 }] }, 'pipes.0.lengthM'],
    [{ pipes: [{ id: 'A', from: 'B', material: 'copper', size: 'cu-22', lengthM: 1 }] }, 'pipes.0.from'],
    [
      {
        pipes: [
          { id: 'A', from: null, material: 'copper', size: 'cu-22', lengthM: 1 },
          { id: 'A', from: null, material: 'copper', size: 'cu-22', lengthM: 1 },
        ],
      },
      'pipes.1.id',
    ],
    [{ standingPressurePa: 2200 }, 'measuredOn'],
    [{ standingPressurePa: 2200, measuredOn: '2024-02-30' }, 'measuredOn'],
    [{ dialVolumeM3: 0 }, 'dialVolumeM3'],
  ])('a supply with %j is refused at %s', async (part, field) => {
    const place = await makeSite()
    const answer = await refused(
      inside(maren, (tx) => createEntry(tx, maren, supplyRegister, place.id, { ...newSupply('metric'), ...part }, now())),
    )
    expect(Object.keys(answer.fields)).toContain(field)
  })

  test('impossible dates of an appliance', async () => {
    const place = await makeSite()
    const supply = await makeSupply(place.id)
    for (const [installedOn, words] of [
      ['2024-02-30', /Not a date/],
      ['yesterday', /Not a date/],
      ['1850-01-01', /Too early for a burner/],
      [new Date(Date.now() + 5 * 86_400_000).toISOString().slice(0, 10), /in the future/],
    ] as const) {
      const answer = await refused(makeUnit(place.id, supply.id, { installedOn }))
      expect([installedOn, answer.fields.installedOn]).toEqual([installedOn, expect.stringMatching(words)])
    }
  })

  test('a serial stands once for each maker, whatever its case; the message says where', async () => {
    const place = await makeSite({ name: 'Twin House' })
    const supply = await makeSupply(place.id)
    const serial = `DUP-${uuidv7().slice(-8)}`
    await makeUnit(place.id, supply.id, { serial })
    const answer = await refused(makeUnit(place.id, supply.id, { serial: serial.toLowerCase() }))
    expect(answer).toMatchObject({ status: 422, fields: { serial: expect.stringContaining('Twin House') } })
    // Another maker may have used the same.
    const drift = (await cardChoices(maren)).find((c) => c.maker === 'Brightholm')!
    await makeUnit(place.id, supply.id, { serial, cardId: drift.id, cardVersion: drift.version })
  })

  test('two people entering the same serial at once: one is told', async () => {
    const place = await makeSite()
    const supply = await makeSupply(place.id)
    const serial = `RACE-${uuidv7().slice(-8)}`
    const outcomes = await Promise.allSettled([makeUnit(place.id, supply.id, { serial }), makeUnit(place.id, supply.id, { serial })])
    expect(outcomes.filter((o) => o.status === 'fulfilled')).toHaveLength(1)
    const lost = outcomes.find((o) => o.status === 'rejected') as PromiseRejectedResult
    expect(lost.reason).toMatchObject({ status: 422, errors: [{ path: 'serial' }] })
  })

  test('a supply of another site, a card that is not there', async () => {
    const [one, two] = [await makeSite(), await makeSite()]
    const supply = await makeSupply(one.id)
    expect((await refused(makeUnit(two.id, supply.id))).fields).toHaveProperty('supplyId')
    expect((await refused(makeUnit(one.id, supply.id, { cardId: 'no-such' }))).fields).toHaveProperty('cardId')
    expect((await refused(makeUnit(one.id, supply.id, { cardVersion: 99 }))).fields).toHaveProperty('cardId')
  })

  test('a form begins with the zone and altitude of the site entered last', async () => {
    await makeSite({ altitudeM: 1234 })
    expect(await newSite(maren)).toMatchObject({ units: 'metric', fields: { timeZone: 'Europe/Zurich', name: '' } })
  })
})

describe('changing', () => {
  test('the version counts up; an edit from an older one is refused with what is stored now', async () => {
    const place = await makeSite()
    const first = await inside(maren, (tx) => changeEntry(tx, maren, siteRegister, place.id, siteFields({ hazards: 'Dog' }), 1, now()))
    expect(first).toMatchObject({ version: 2, fields: { hazards: 'Dog' } })
    const stale = inside(tobias, (tx) => changeEntry(tx, tobias, siteRegister, place.id, siteFields({ hazards: 'Steep stairs' }), 1, now()))
    await expect(stale).rejects.toMatchObject({ status: 412, more: { version: 2, current: { hazards: 'Dog' } } })
    expect((await inside(maren, (tx) => readEntry(tx, maren, siteRegister, place.id))).fields.hazards).toBe('Dog')
  })

  test('two edits at the same moment: one is written, one is told', async () => {
    const place = await makeSite()
    const edit = (hazards: string) =>
      inside(maren, (tx) => changeEntry(tx, maren, siteRegister, place.id, siteFields({ hazards }), 1, now()))
    const outcomes = await Promise.allSettled(['A', 'B', 'C', 'D'].map(edit))
    expect(outcomes.filter((o) => o.status === 'fulfilled')).toHaveLength(1)
    expect(outcomes.filter((o) => o.status === 'rejected').every((o) => (o.reason as ApiProblem).status === 412)).toBe(true)
  })

  test('saving what is stored already changes nothing', async () => {
    const place = await makeSite()
    expect(await inside(maren, (tx) => changeEntry(tx, maren, siteRegister, place.id, siteFields(), 1, now()))).toMatchObject({
      version: 1,
    })
  })

  test('the audit names fields with what they were and are, personal ones by name only', async () => {
    const place = await makeSite()
    await inside(maren, (tx) =>
      changeEntry(tx, maren, siteRegister, place.id, siteFields({ altitudeM: 500, contact: 'Frau Geheim', contactPhone: '123' }), 1, now()),
    )
    const [entry] = await ownerDb
      .select()
      .from(auditEntry)
      .where(and(eq(auditEntry.subjectId, place.id), eq(auditEntry.action, 'changed')))
      .orderBy(desc(auditEntry.at))
    expect(entry!.changes).toEqual([{ field: 'altitudeM', from: 420, to: 500 }, { field: 'contact' }, { field: 'contactPhone' }])
    expect(JSON.stringify(entry)).not.toContain('Geheim')
  })

  test('a renamed site is found by its new name with its appliances, and no more by the old', async () => {
    const place = await makeSite({ name: 'Oldenburgh' })
    const supply = await makeSupply(place.id)
    const unit = await makeUnit(place.id, supply.id)
    await inside(maren, (tx) => changeEntry(tx, maren, siteRegister, place.id, siteFields({ name: 'Brackwater' }), 1, now()))
    expect((await find(maren, 'brackwat')).map((f) => f.id).sort()).toEqual([place.id, unit.id].sort())
    expect((await find(maren, 'oldenburgh')).filter((f) => f.id === place.id || f.id === unit.id)).toEqual([])
  })
})

describe('removing', () => {
  test('goes out of sight and out of the search, and comes back whole', async () => {
    const place = await makeSite({ name: 'Vanishing Point' })
    await inside(maren, (tx) => markEntry(tx, maren, siteRegister, place.id, true, now()))
    expect((await find(maren, 'vanishing')).map((f) => f.id)).not.toContain(place.id)
    const list = await inside(maren, (tx) => listSites(tx, maren.firmId, { q: '', state: 'removed' }))
    expect(list.rows.map((r) => r.id)).toContain(place.id)
    await expect(inside(maren, (tx) => changeEntry(tx, maren, siteRegister, place.id, siteFields(), 2, now()))).rejects.toMatchObject({
      status: 410,
    })
    await inside(maren, (tx) => markEntry(tx, maren, siteRegister, place.id, false, now()))
    await inside(maren, (tx) => markEntry(tx, maren, siteRegister, place.id, false, now()))
    expect((await find(maren, 'vanishing')).map((f) => f.id)).toContain(place.id)
    expect((await inside(maren, (tx) => readEntry(tx, maren, siteRegister, place.id))).fields).toEqual(
      siteFields({ name: 'Vanishing Point' }),
    )
  })

  test('a supply with appliances stays; an appliance or site in an open visit stays', async () => {
    const place = await makeSite()
    const supply = await makeSupply(place.id)
    const unit = await makeUnit(place.id, supply.id)
    await expect(inside(maren, (tx) => markEntry(tx, maren, supplyRegister, supply.id, true, now()))).rejects.toMatchObject({ status: 409 })
    const visitId = await inside(tobias, (tx) =>
      createVisit(tx, tobias, { siteId: place.id, applianceIds: [unit.id], jobKind: 'annual-service' }, now()),
    )
    await post(tobias, visitId, [
      {
        ...started(visitId, unit.id),
        data: {
          jobKind: 'annual-service',
          practice: { id: 'metric-ratio', version: 1 },
          cards: [{ applianceId: unit.id, cardId: 'tarnwick-larch-18-h', version: cardVersion }],
        },
      },
    ])
    await expect(inside(maren, (tx) => markEntry(tx, maren, applianceRegister, unit.id, true, now()))).rejects.toMatchObject({
      status: 409,
    })
    await expect(inside(maren, (tx) => markEntry(tx, maren, siteRegister, place.id, true, now()))).rejects.toMatchObject({ status: 409 })
  })

  test('an appliance does not come back over another with its serial', async () => {
    const place = await makeSite()
    const supply = await makeSupply(place.id)
    const serial = `BACK-${uuidv7().slice(-8)}`
    const unit = await makeUnit(place.id, supply.id, { serial })
    await inside(maren, (tx) => markEntry(tx, maren, applianceRegister, unit.id, true, now()))
    await makeUnit(place.id, supply.id, { serial })
    await expect(inside(maren, (tx) => markEntry(tx, maren, applianceRegister, unit.id, false, now()))).rejects.toMatchObject({
      status: 422,
    })
  })
})

describe('lists, a page at a time', () => {
  const all = async <T extends { id: string }>(
    page: (after: string | undefined) => Promise<{ rows: readonly T[]; next: string | null }>,
  ) => {
    const seen: T[] = []
    let after: string | undefined
    for (let i = 0; i < 50; i++) {
      const { rows, next } = await page(after)
      seen.push(...rows)
      if (!next) return seen
      after = next
    }
    throw new Error('no end')
  }
  const query = (more: Partial<PlacesQuery>): PlacesQuery => ({
    show: 'appliances',
    q: '',
    burner: undefined,
    gas: undefined,
    state: undefined,
    after: undefined,
    ...more,
  })
  const today = now().slice(0, 10)

  test('every site once, in order, across pages; names alike are no trap', async () => {
    for (let i = 0; i < PAGE_SIZE + 5; i++) await makeSite({ name: 'Same Name' })
    const rows = await all((after) => inside(maren, (tx) => listSites(tx, maren.firmId, { q: '', after, state: undefined })))
    expect(new Set(rows.map((r) => r.id)).size).toBe(rows.length)
    const stored = await ownerDb
      .select({ id: site.id })
      .from(site)
      .where(and(eq(site.firmId, maren.firmId), eq(site.name, 'Same Name')))
    expect(rows.filter((r) => r.name === 'Same Name')).toHaveLength(stored.length)
  })

  test('appliances by next service: dates first and in order, then those without', async () => {
    const place = await makeSite()
    const supply = await makeSupply(place.id)
    const made = await Promise.all([null, '2031-05-01', null, '2030-05-01'].map(() => makeUnit(place.id, supply.id)))
    for (const [i, due] of ['2031-05-01', null, '2030-05-01', null].entries())
      await ownerDb.update(appliance).set({ nextDueOn: due }).where(eq(appliance.id, made[i]!.id))
    const rows = await all((after) => inside(maren, (tx) => listAppliances(tx, maren.firmId, query({ after }), today)))
    const order = rows.map((r) => r.nextDueOn ?? '9999')
    expect(order).toEqual([...order].sort())
    expect(rows.filter((r) => made.some((m) => m.id === r.id))).toHaveLength(4)
  })

  test('filters narrow it; a cursor that is none begins at the start', async () => {
    const propane = await inside(maren, (tx) => listAppliances(tx, maren.firmId, query({ gas: 'propane' }), today))
    expect(propane.rows.length).toBeGreaterThan(0)
    expect(propane.rows.every((r) => r.gas === 'propane')).toBe(true)
    const never = await inside(maren, (tx) => listAppliances(tx, maren.firmId, query({ state: 'never' }), today))
    expect(never.rows.every((r) => r.lastVisitAt === null)).toBe(true)
    const odd = await inside(maren, (tx) => listAppliances(tx, maren.firmId, query({ after: 'nonsense' }), today))
    const plain = await inside(maren, (tx) => listAppliances(tx, maren.firmId, query({}), today))
    expect(odd.rows[0]?.id).toBe(plain.rows[0]?.id)
    const found = await inside(maren, (tx) => listAppliances(tx, maren.firmId, query({ q: 'larch', burner: 'forced-draught' }), today))
    expect(found.rows).toEqual([])
  })
})

describe('an appliance’s life', () => {
  test('the Larch: histories of every figure, the part of its sixth year, the defect still open, closed and opened again', async () => {
    const [unit] = await ownerDb.select().from(appliance).where(eq(appliance.serial, 'TW28-140377'))
    const page = (await appliancePage(maren, unit!.id))!
    expect(historiesOf(page).length).toBeGreaterThan(8)
    expect(page.findings).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ kind: 'part', number: 'TW-7714' }),
        expect.objectContaining({ kind: 'defect', class: 'attention' }),
      ]),
    )
    const open = page.followUps.find((f) => f.kind === 'defect' && f.text.startsWith('Chamber differential'))!
    await inside(tobias, (tx) => closeFollowUp(tx, tobias, open.id, 'Stripped', now()))
    expect((await appliancePage(maren, unit!.id))!.followUps.find((f) => f.id === open.id)).toMatchObject({
      closedNote: 'Stripped',
      closedBy: 'Tobias Achterberg',
    })
    expect((await inside(maren, (tx) => oldestFollowUps(tx, maren.firmId, 100))).map((f) => f.id)).not.toContain(open.id)
    await inside(tobias, (tx) => reopenFollowUp(tx, tobias, open.id, now()))
    expect((await inside(maren, (tx) => oldestFollowUps(tx, maren.firmId, 100))).map((f) => f.id)).toContain(open.id)
  })
})
