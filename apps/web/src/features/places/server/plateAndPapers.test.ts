import { plateSchema } from '@lucerna/core/appliance'
import { sheetsOf } from '@lucerna/core/visit'
import { and, eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { appliance, photo, targetCard } from '@/db/schema'
import { historiesOf } from '@/features/places/appliance/histories'
import { createVisit } from '@/features/visit/server/create'
import { foldLoaded, loadVisit } from '@/features/visit/server/load'
import { meetPeople, people, place, plateBody } from '@/test/apiWorld'
import { closeAll, inside, ownerDb } from '@/test/world'
import { type PaperFields, paperSchema } from '../schemas'
import { appliancePage } from './pages'
import { copyPaper, markPaper } from './papers'
import { keepPlateCard } from './plate'

beforeAll(meetPeople)
afterAll(closeAll)
const now = () => new Date().toISOString()

describe('a card from the plate', () => {
  const keep = (siteId: string, key = uuidv7(), plate: object = plateBody) =>
    inside(people.technician, (tx) => keepPlateCard(tx, people.technician, siteId, plateSchema.parse(plate), key, now()))

  test('is kept as provisional, once, and an appliance with it has a sheet that judges what the plate says and nothing else', async () => {
    const { siteId, applianceId } = await place()
    const key = uuidv7()
    const made = await keep(siteId, key)
    expect(await keep(siteId, key)).toEqual(made)
    const [row] = await ownerDb
      .select()
      .from(targetCard)
      .where(and(eq(targetCard.firmId, people.technician.firmId), eq(targetCard.cardId, made.id)))
    expect(row?.data).toMatchObject({ provisional: true, model: 'Steam 60', safeties: [] })
    expect(row?.issuedBy).toBe(people.technician.userId)

    await ownerDb.update(appliance).set({ cardId: made.id, cardVersion: 1 }).where(eq(appliance.id, applianceId))
    const visitId = await inside(people.technician, (tx) =>
      createVisit(tx, people.technician, { siteId, applianceIds: [applianceId], jobKind: 'annual-service' }, now()),
    )
    const loaded = await inside(people.technician, (tx) => loadVisit(tx, people.technician.firmId, visitId))
    const sheet = sheetsOf(loaded.context, foldLoaded(loaded))[applianceId]!
    expect(sheet.map((s) => s.kind)).toEqual(expect.arrayContaining(['make-safe', 'working', 'flue', 'pilot', 'water']))
    // It never had a sensor: its pilot is only watched.
    expect(sheet.find((s) => s.kind === 'pilot')?.needs).toEqual([])
    expect(loaded.context.appliances[0]!.card.provisional).toBe(true)
  })

  test('a site of another firm or none is not found', async () => {
    await expect(keep(uuidv7())).rejects.toMatchObject({ status: 404 })
  })

  test.each([
    ['without a gas', { gas: undefined }, 'gas'],
    ['without an input', { inputW: null }, 'inputW'],
    ['a range upside down', { inletMinPa: 3000 }, 'inletMaxPa'],
    ['a pilot that nobody looked at', { pilotSensor: null }, 'pilotSensor'],
  ])('%s it is refused with its field', (_, more, field) => {
    const read = plateSchema.safeParse({ ...plateBody, ...more })
    expect(read.error?.issues.map((i) => i.path.join('.'))).toEqual([field])
  })
})

describe('old papers', () => {
  /** An appliance of which nobody knows since when it stands there. */
  const old = async () => {
    const made = await place()
    await ownerDb.update(appliance).set({ installedOn: null }).where(eq(appliance.id, made.applianceId))
    return made
  }
  const paper = (more: Partial<PaperFields> = {}): PaperFields =>
    paperSchema.parse({ kind: 'sticker', doneOn: '2019-10-04', who: 'R. Amsel', words: 'Brushed', figures: [], photoId: null, ...more })
  const copy = (applianceId: string, fields: PaperFields, id = uuidv7()) =>
    inside(people.technician, (tx) => copyPaper(tx, people.technician, applianceId, id, fields, now()))
  const figure = (valueSi: number, more: object = {}) => ({
    measurandId: 'co.flue' as const,
    stationId: 'flue' as const,
    firingStateId: 'high',
    valueSi,
    text: String(valueSi),
    ...more,
  })

  test('join the history of the appliance, once, with who copied them; removed and brought back', async () => {
    const { applianceId } = await old()
    const id = uuidv7()
    for (const doneOn of ['2017-09-01', '2018-09-01'])
      await copy(applianceId, paper({ doneOn, figures: [figure(40e-6)] }), doneOn === '2018-09-01' ? id : undefined)
    await copy(applianceId, paper({ doneOn: '2018-09-01', figures: [figure(40e-6)] }), id)
    const page = async () => (await appliancePage(people.technician, applianceId))!
    const shown = await page()
    expect(shown.papers.map((p) => [p.doneOn, p.copiedBy])).toEqual([
      ['2018-09-01', 'Tobias Achterberg'],
      ['2017-09-01', 'Tobias Achterberg'],
    ])
    expect(historiesOf(shown)).toMatchObject([{ measurandId: 'co.flue', values: [{ copied: true }, { copied: true }] }])
    const mark = (removed: boolean) => inside(people.technician, (tx) => markPaper(tx, people.technician, id, removed, now()))
    await mark(true)
    expect((await page()).papers).toHaveLength(1)
    await mark(false)
    expect((await page()).papers).toHaveLength(2)
    await expect(inside(people.other, (tx) => markPaper(tx, people.other, id, true, now()))).rejects.toMatchObject({ status: 404 })
    expect(await appliancePage(people.other, applianceId)).toBeNull()
  })

  test('a day before the appliance, a rate that the card lacks and an impossible figure are refused with their field', async () => {
    const { applianceId } = await place()
    await ownerDb.update(appliance).set({ installedOn: '2015-01-01' }).where(eq(appliance.id, applianceId))
    const refused = async (fields: PaperFields) =>
      copy(applianceId, fields).then(
        () => 'kept',
        (e: { status: number; errors?: readonly { path: string }[] }) => [e.status, e.errors?.map((x) => x.path)],
      )
    expect(await refused(paper({ doneOn: '2014-12-31' }))).toEqual([422, ['doneOn']])
    expect(await refused(paper({ figures: [figure(40e-6, { firingStateId: 'warp' })] }))).toEqual([422, ['figures.0.firingStateId']])
    expect(await refused(paper({ figures: [figure(40e-6, { stationId: 'meter' })] }))).toEqual([422, ['figures.0.stationId']])
    expect(await refused(paper({ figures: [figure(7)] }))).toEqual([422, ['figures.0.valueSi']])
    expect(await refused(paper({ photoId: uuidv7() }))).toEqual([422, ['photoId']])
    expect(await refused(paper({ doneOn: '2015-01-01' }))).toBe('kept')
    await expect(copy(uuidv7(), paper())).rejects.toMatchObject({ status: 404 })
  })

  test('a photograph of the paper is enough; nothing at all is not, nor a day that has not come', async () => {
    const { applianceId, siteId, firmId } = await old()
    const photoId = uuidv7()
    await ownerDb.insert(photo).values({
      id: photoId,
      firmId,
      siteId,
      caption: '',
      width: 1,
      height: 1,
      bytes: 1,
      createdAt: now(),
      createdBy: people.lead.userId,
    })
    await copy(applianceId, paper({ words: null, photoId }))
    expect((await appliancePage(people.technician, applianceId))!.papers).toMatchObject([{ photoId, words: null }])
    const bare = { kind: 'slip', doneOn: '2019-10-04', who: null, words: ' ', figures: [], photoId: null }
    expect(paperSchema.safeParse(bare).error?.issues.map((i) => i.message)).toEqual(['field.nothing-copied'])
    expect(paperSchema.safeParse({ ...bare, words: 'x', doneOn: '2090-01-01' }).success).toBe(false)
  })
})
