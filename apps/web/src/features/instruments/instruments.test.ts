import { eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { inFirm } from '@/db/client'
import { instrument } from '@/db/schema'
import { parseFields } from '@/server/fields'
import type { Actor } from '@/server/actorOf'
import { actorNamed, closeAll, ownerDb } from '@/test/world'
import { accuracyText, readingText, spanText } from './channels'
import { dueOf } from './due'
import { checkSchema, instrumentFieldsSchema } from './schemas'
import { checksOf, recordCheck } from './server/register'

afterAll(closeAll)
const known = { calibrationDueOn: '2026-06-30', batteryDays: 180, trapDays: null }
const battery = (on: string) => ({ kind: 'battery' as const, on })

describe('what an instrument waits for', () => {
  test.each([
    ['2026-05-01', [battery('2026-04-01')], []],
    ['2026-06-10', [battery('2026-04-01')], [{ what: 'calibration', state: 'soon' }]],
    ['2026-06-30', [battery('2026-04-01')], [{ what: 'calibration', state: 'soon' }]],
    ['2026-07-01', [battery('2026-04-01')], [{ what: 'calibration', state: 'over' }]],
    ['2026-05-01', [battery('2025-04-01'), battery('2025-10-01')], [{ what: 'battery', state: 'over', on: '2026-03-30' }]],
    ['2026-05-01', [], [{ what: 'battery', state: 'never', on: null }]],
  ])('on %s', (today, checks, due) => expect(dueOf(known, checks, today)).toMatchObject(due))
})

describe('what a channel promises, in words', () => {
  const co = {
    id: 'co',
    channel: 'co',
    origin: 'measured',
    min: 0,
    max: 0.004,
    resolution: 1e-6,
    absolute: 10e-6,
    relative: 0.05,
    combine: 'larger',
  } as const
  test('ppm or percent', () => {
    expect(accuracyText(co, 'metric')).toBe('±10\u00a0ppm or 5%, whichever is larger')
    expect(accuracyText({ ...co, combine: 'sum' }, 'metric')).toBe('±10\u00a0ppm plus 5%')
    expect(accuracyText({ ...co, absolute: 0 }, 'metric')).toBe('±5%')
  })
  test('a kelvin of doubt is 1.8 °F, not 34', () => {
    expect(spanText('flueTemperature', 1, 'imperial')).toBe('1.8\u00a0°F')
    expect(readingText('flueTemperature', 373.15, 'imperial')).toBe('212\u00a0°F')
    expect(spanText('pressure', 5, 'metric')).toBe('0.05\u00a0mbar')
  })
})

describe('fields', () => {
  const good = {
    kind: 'manometer',
    maker: 'Plumb',
    model: 'Duo',
    serial: '1',
    channels: [
      { id: 'p', channel: 'pressure', origin: 'measured', min: -1, max: 1, resolution: 1, absolute: 1, relative: 0, combine: 'larger' },
    ],
    calibratedOn: '2026-01-01',
    calibrationDueOn: '2027-01-01',
    certificate: '',
    heldBy: null,
    batteryDays: null,
    trapDays: null,
    remark: '',
  }
  test.each([
    ['no channel', { channels: [] }, 'channels'],
    ['a range that ends before it begins', { channels: [{ ...good.channels[0], max: -2 }] }, 'channels.0.max'],
    ['no accuracy', { channels: [{ ...good.channels[0], absolute: 0 }] }, 'channels.0.absolute'],
    ['a channel twice', { channels: [good.channels[0], good.channels[0]] }, 'channels.1.id'],
    ['due before it was calibrated', { calibrationDueOn: '2025-12-31' }, 'calibrationDueOn'],
    ['calibrated in the future', { calibratedOn: '2099-01-01' }, 'calibratedOn'],
  ])('%s is refused at its field', (_name, change, path) => {
    const parsed = instrumentFieldsSchema.safeParse({ ...good, ...change })
    expect(parsed.error?.issues.map((i) => i.path.join('.'))).toContain(path)
  })
  test('good ones pass; empty texts are nothing', () =>
    expect(instrumentFieldsSchema.parse(good)).toMatchObject({ certificate: null, remark: null }))
  test('a failed check says why; a battery reads nothing', () => {
    const check = { kind: 'zero', on: '2026-02-01', passed: false, readings: [], dueOn: null, certificate: null, note: null }
    expect(checkSchema.safeParse(check).error?.issues[0]?.path).toEqual(['note'])
    expect(
      checkSchema.safeParse({ ...check, kind: 'battery', passed: true, readings: [{ channelId: 'p', appliedSi: 0, shownSi: 1 }] }).success,
    ).toBe(false)
  })
})

describe('checks written down', () => {
  let tobias: Actor
  let ruben: Actor
  beforeAll(async () => {
    tobias = await actorNamed('Tobias Achterberg')
    ruben = await actorNamed('Ruben Calder')
  })
  const anInstrument = async () => {
    const id = uuidv7()
    await ownerDb.insert(instrument).values({
      id,
      firmId: tobias.firmId,
      kind: 'manometer',
      maker: 'Plumb',
      model: 'Duo',
      serial: id,
      channels: [
        {
          id: 'p',
          channel: 'pressure',
          origin: 'measured',
          min: -1e4,
          max: 1e4,
          resolution: 1,
          absolute: 5,
          relative: 0,
          combine: 'larger',
        },
      ],
      calibratedAt: '2025-01-01T00:00:00Z',
      calibrationDueAt: '2026-01-01T23:59:59Z',
    })
    return id
  }
  const record = (actor: Actor, id: string, body: object) =>
    inFirm(actor, async (tx) => recordCheck(tx, actor, id, parseFields(checkSchema, body), '2026-06-01T10:00:00.000Z'))
  const calibration = {
    kind: 'calibration',
    on: '2026-05-20',
    passed: true,
    readings: [{ channelId: 'p', appliedSi: 2000, shownSi: 2003 }],
    dueOn: '2027-05-20',
    certificate: 'C-9',
    note: null,
  }

  test('a calibration moves the dates and stays in the record; sent twice it is one', async () => {
    const id = await anInstrument()
    const body = { id: uuidv7(), ...calibration }
    await record(tobias, id, body)
    await record(tobias, id, body)
    const [row] = await ownerDb.select().from(instrument).where(eq(instrument.id, id))
    expect([row!.calibrationDueAt.slice(0, 10), row!.certificate, row!.version]).toEqual(['2027-05-20', 'C-9', 2])
    expect(await inFirm(tobias, (tx) => checksOf(tx, tobias, id))).toMatchObject([
      { kind: 'calibration', appliedSi: 2000, shownSi: 2003, by: 'Tobias Achterberg' },
    ])
  })
  test('one that failed, or an older one, moves nothing', async () => {
    const id = await anInstrument()
    await record(tobias, id, { ...calibration, passed: false, note: 'Drifted' })
    await record(tobias, id, { ...calibration, on: '2024-05-20', dueOn: '2025-05-20' })
    const [row] = await ownerDb.select().from(instrument).where(eq(instrument.id, id))
    expect(row!.calibrationDueAt.slice(0, 10)).toBe('2026-01-01')
  })
  test('an unknown channel is named; another firm’s instrument is not there', async () => {
    const id = await anInstrument()
    await expect(record(tobias, id, { ...calibration, readings: [{ channelId: 'x', appliedSi: 0, shownSi: 0 }] })).rejects.toMatchObject({
      errors: [{ path: 'readings.0.channelId' }],
    })
    await expect(record(ruben, id, calibration)).rejects.toMatchObject({ status: 404 })
  })
})
