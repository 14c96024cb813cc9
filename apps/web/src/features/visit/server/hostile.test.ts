import { EVENTS_MAX } from '@lucerna/core/visit'
import { eq, sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { inFirm, mayConnect } from '@/db/client'
import { report, visit, visitEvent } from '@/db/schema'
import { confirmByPasscode } from '@/features/people/server/confirm'
import { setPasscode } from '@/features/people/server/own'
import type { Actor } from '@/server/actor'
import { allowed } from '@/server/attempts'
import { databaseProblem } from '@/server/databaseProblem'
import { appendEvents } from './append'
import { readVisit } from './read'
import { actorNamed, appDb, closeAll, event, inside, newVisit, ownerDb, post, reading, started } from '@/test/world'

let maren: Actor
let tobias: Actor
let ilse: Actor
let wim: Actor
beforeAll(async () => {
  ;[maren, tobias, ilse, wim] = (await Promise.all(['Maren Ostby', 'Tobias Achterberg', 'Ilse Fontane', 'Wim Tacoma'].map(actorNamed))) as [
    Actor,
    Actor,
    Actor,
    Actor,
  ]
})
afterAll(closeAll)

const refused = (status: number, code?: string) => expect.objectContaining({ status, ...(code && { code }) })

/** So many visits of today would push the appliance's own story off its page, which other tests read. */
async function visitLongAgo() {
  const planned = await newVisit(tobias, '7 Quarry Row')
  await ownerDb.update(visit).set({ plannedFor: '2001-01-01T08:00:00.000Z' }).where(eq(visit.id, planned.visitId))
  return planned
}

async function closedVisit() {
  const { visitId, applianceId } = await visitLongAgo()
  const taken = reading('pressure.standing', 'inlet', 'standing', 2200)
  await post(tobias, visitId, [
    started(visitId, applianceId),
    event(visitId, 'reading.taken', { readings: [taken] }),
    event(visitId, 'appliance.outcome-set', { outcome: 'left-isolated', reason: 'test' }),
    event(visitId, 'visit.closed', { nextDueOn: null }),
  ])
  return { visitId, applianceId, taken }
}
const reports = (visitId: string) => ownerDb.select().from(report).where(eq(report.visitId, visitId)).orderBy(report.version)

describe('a closed visit', () => {
  test('takes nothing but corrections, remarks, confirming, and reopening by a lead', async () => {
    const { visitId } = await closedVisit()
    for (const [type, data] of [
      ['reading.taken', { readings: [reading('pressure.standing', 'inlet', 'standing', 2300)] }],
      ['observation.made', { observationId: 'smell-of-gas', answer: 'none' }],
      ['photo.taken', { photoId: uuidv7() }],
      ['part.fitted', { part: 'Electrode' }],
      ['visit.closed', { nextDueOn: null }],
    ] as const)
      for (const who of [tobias, maren])
        await expect(post(who, visitId, [event(visitId, type, data)])).rejects.toEqual(refused(409, 'closed'))
    await expect(post(ilse, visitId, [event(visitId, 'part.fitted', { part: 'Electrode' })])).rejects.toEqual(refused(409, 'closed'))
    await expect(post(tobias, visitId, [event(visitId, 'visit.reopened', { reason: 'more to do' })])).rejects.toEqual(refused(403))
    await post(maren, visitId, [
      event(visitId, 'visit.reopened', { reason: 'more to do' }),
      event(visitId, 'part.fitted', { part: 'Electrode' }),
    ])
    const [row] = await ownerDb.select().from(visit).where(eq(visit.id, visitId))
    expect(row?.status).toBe('open')
  })

  test('an apprentice’s correction waits, changes no report, and names nobody else as its technician', async () => {
    const { visitId, taken } = await closedVisit()
    const correction = event(visitId, 'reading.corrected', { readingId: taken.id, reason: 'read the wrong line' })
    expect((await post(ilse, visitId, [correction])).accepted[0]).toMatchObject({ provisional: true })
    expect(await reports(visitId)).toHaveLength(1)
    const [waiting] = await ownerDb.select().from(visit).where(eq(visit.id, visitId))
    expect(waiting).toMatchObject({ status: 'closed', unconfirmed: 1 })
    await post(maren, visitId, [event(visitId, 'work.confirmed', { eventIds: [correction.id] })])
    const [first, second] = await reports(visitId)
    expect([first, second].map((r) => r?.model.technicianName)).toEqual(['Tobias Achterberg', 'Tobias Achterberg'])
    expect(second?.model).toMatchObject({ corrections: [{ by: 'Ilse Fontane' }], licenceNumber: first?.model.licenceNumber })
    expect(second?.model.appliances[0]?.lines.some((l) => l.measurandId === 'pressure.standing')).toBe(false)
  })

  test('a figure that was never valid is told as such, and printed neither as found nor as left', async () => {
    const { visitId } = await closedVisit()
    const [only] = await reports(visitId)
    // Typed without an instrument: nothing proves it.
    expect(only?.model.appliances[0]?.lines.find((l) => l.measurandId === 'pressure.standing')).toMatchObject({
      asFound: null,
      asLeft: null,
      neverValid: 2200,
      because: 'no-instrument',
    })
  })
})

describe('a poisoned event', () => {
  test.each([
    ['NUL', { data: { text: 'a\0b' } }, 'events[1].data.text'],
    ['half a surrogate pair', { data: { text: 'x\ud800' } }, 'events[1].data.text'],
    ['the year 0000', { at: '0000-01-01T00:00:00.000Z' }, 'events[1].at'],
    ['the year 9999', { at: '9999-12-31T23:59:59.999Z' }, 'events[1].at'],
    ['a year of two digits', { at: '0026-01-01T00:00:00.000Z' }, 'events[1].at'],
    ['a device’s number over 2³¹', { deviceSeq: 2 ** 31 }, 'events[1].deviceSeq'],
  ])('%s is refused at its place', async (_what, more, path) => {
    const { visitId, applianceId } = await visitLongAgo()
    const bad = event(visitId, 'note.added', { text: 'x' }, more)
    await expect(post(tobias, visitId, [started(visitId, applianceId), bad])).rejects.toEqual(
      expect.objectContaining({ status: 422, errors: [expect.objectContaining({ index: 1, path })] }),
    )
  })

  test('an id repeated in capitals is the same id', async () => {
    const { visitId, applianceId } = await visitLongAgo()
    const note = event(visitId, 'note.added', { text: 'once' })
    await post(tobias, visitId, [started(visitId, applianceId), note])
    expect((await post(tobias, visitId, [{ ...note, id: note.id.toUpperCase() }])).accepted).toMatchObject([{ id: note.id, seq: 2 }])
  })

  test('another firm’s event id: an answer, and none that tells that it exists', async () => {
    const { visitId, applianceId } = await visitLongAgo()
    const note = event(visitId, 'note.added', { text: 'ours' })
    await post(tobias, visitId, [started(visitId, applianceId), note])
    const theirs = await newVisit(wim, 'Harbour Office')
    const wrong = await post(wim, theirs.visitId, [event(theirs.visitId, 'note.added', { text: 'theirs' }, { id: note.id })]).catch(
      databaseProblem,
    )
    expect(wrong).toMatchObject({ status: 409 })
    expect(JSON.stringify(wrong)).not.toMatch(/exist|already|another/i)
    // And the visit goes on after it.
    expect((await post(wim, theirs.visitId, [event(theirs.visitId, 'note.added', { text: 'x' })])).lastSeq).toBe(1)
  })
})

test('a full visit says so', async () => {
  const { visitId } = await visitLongAgo()
  await ownerDb.update(visit).set({ lastSeq: EVENTS_MAX }).where(eq(visit.id, visitId))
  await expect(post(tobias, visitId, [event(visitId, 'note.added', { text: 'one more' })])).rejects.toEqual(refused(409, 'visit-full'))
  await ownerDb.update(visit).set({ lastSeq: 0 }).where(eq(visit.id, visitId))
})

describe('a kept fold', () => {
  test('is not trusted when another process wrote, or when its own list was rolled back', async () => {
    const { visitId, applianceId } = await visitLongAgo()
    await post(tobias, visitId, [started(visitId, applianceId)])
    await post(tobias, visitId, [event(visitId, 'note.added', { text: 'stays' })])
    // Rolled back after it was folded: the same place is taken by another event.
    await expect(
      inside(tobias, async (tx) => {
        await appendEvents(tx, tobias, visitId, { events: [event(visitId, 'part.fitted', { part: 'Gone' })] }, new Date().toISOString())
        throw new Error('rolled back')
      }),
    ).rejects.toThrow('rolled back')
    // Another process, as the database sees it.
    const other = event(visitId, 'note.added', { text: 'from elsewhere' })
    await ownerDb.insert(visitEvent).values({
      id: other.id,
      firmId: tobias.firmId,
      visitId,
      seq: 3,
      type: 'note.added',
      v: 1,
      applianceId: null,
      stepId: null,
      at: other.at,
      deviceId: other.deviceId,
      deviceSeq: 1,
      authorId: tobias.userId,
      provisional: false,
      receivedAt: other.at,
      data: { text: 'from elsewhere' },
      contentHash: 'x',
    })
    await ownerDb.update(visit).set({ lastSeq: 3 }).where(eq(visit.id, visitId))
    await post(tobias, visitId, [event(visitId, 'note.added', { text: 'last' })])
    const { state } = await inside(tobias, (tx) => readVisit(tx, tobias.firmId, visitId))
    expect(state.notes.map((n) => n.text)).toEqual(['stays', 'from elsewhere', 'last'])
    expect(state.parts).toEqual([])
  })
})

describe('connections', () => {
  test('a second one of the same pool inside a transaction is refused, not waited for', async () => {
    await expect(inFirm(tobias, () => inFirm(tobias, () => Promise.resolve(1), appDb), appDb)).rejects.toThrow('inside a transaction')
    await expect(inFirm(tobias, () => allowed('x', { most: 1, seconds: 1 }, Date.now(), appDb), appDb)).rejects.toThrow(
      'inside a transaction',
    )
    expect(() => mayConnect(appDb)).not.toThrow()
  })

  test('two hundred passcodes at once on a pool of four are all answered', async () => {
    const tries = Array.from({ length: 200 }, (_, i) =>
      i % 2 === 0
        ? setPasscode(tobias, { passcode: '123456', password: 'wrong password' }, new Date().toISOString(), appDb)
        : confirmByPasscode(
            ilse,
            uuidv7(),
            { confirmerId: tobias.userId, passcode: '000000', eventIds: [uuidv7()], deviceId: uuidv7() },
            new Date().toISOString(),
            appDb,
          ),
    )
    const answers = await Promise.allSettled(tries)
    expect(answers.every((a) => a.status === 'rejected' && [403, 422, 429].includes((a.reason as { status: number }).status))).toBe(true)
    expect(await appDb.execute(sql`select 1 as one`)).toEqual([{ one: 1 }])
  })
})
