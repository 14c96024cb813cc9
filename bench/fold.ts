/** The fold of a long visit, whole and going on: called by bench.ts. */
import type { Instrument } from '@lucerna/core/measure'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { runSheet } from '@lucerna/core/procedure'
import { unwrap } from '@lucerna/core/result'
import { foldVisit, type StoredEvent, type VisitEvent, VisitFold, type VisitState } from '@lucerna/core/visit'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { playSheet, soundValues } from '@lucerna/sim/technician'

const EVENTS = 2000
/** Events that come one by one. */
const STEPS = 300
const id = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`

/** A visit of a forced-draught burner, its flue steps repeated until the log is as long as asked. */
function longVisit() {
  const card = DEMO_CARDS.find((c) => c.burnerKind === 'forced-draught')!
  const practice = SHIPPED_PRACTICES[0]!
  const facts = { gas: card.ratings[0]!.gas, altitudeM: 12 }
  const sheet = unwrap(runSheet('annual-service', card, practice, facts))
  const flue = sheet.filter((s) => s.kind === 'flue' || s.kind === 'manifold')
  const steps = [...sheet, ...Array.from({ length: EVENTS / 3 }, (_, i) => flue[i % flue.length]!)]
  const instrument = (
    n: number,
    kind: Instrument['kind'],
    channels: [Instrument['channels'][number]['channel'], number, number][],
  ): Instrument => ({
    id: id(n),
    kind,
    maker: 'Bench',
    model: kind,
    serial: String(n),
    certificate: null,
    calibratedAt: '2026-01-01T00:00:00.000Z',
    calibrationDueAt: '2027-01-01T00:00:00.000Z',
    channels: channels.map(([channel, min, max]) => ({
      id: channel,
      channel,
      origin: 'measured',
      min,
      max,
      resolution: 1e-7,
      absolute: 1e-6,
      relative: 0.01,
      combine: 'larger',
    })),
  })
  const instruments = [
    instrument(11, 'analyser', [
      ['co2', 0, 0.2],
      ['co', 0, 0.01],
      ['flueTemperature', 200, 1500],
      ['airTemperature', 200, 400],
      ['draught', -1000, 1000],
    ]),
    instrument(12, 'manometer', [['pressure', -20_000, 600_000]]),
    instrument(13, 'gas-detector', [['combustibleGas', 0, 1]]),
  ]
  let n = 100
  const { events } = playSheet({
    visitId: id(2),
    applianceId: id(1),
    jobKind: 'annual-service',
    card,
    practice,
    steps,
    instruments,
    deviceId: id(3),
    startedAt: new Date('2026-06-01T08:00:00.000Z'),
    newId: () => id(++n),
    valueOf: soundValues(card, facts, practice),
  })
  const stored = events
    .slice(0, EVENTS)
    .map((e: VisitEvent, i): StoredEvent => ({ ...e, seq: i + 1, receivedAt: e.at, authorId: 'a', authorName: 'A', provisional: false }))
  const context = {
    jobKind: 'annual-service' as const,
    appliances: [{ id: id(1), name: card.model, card, facts, lastVisit: {} }],
    practice,
    instruments,
  }
  return { stored, context }
}

const median = (list: number[]): number => list.sort((a, b) => a - b)[list.length >> 1]!

export function foldBench(): void {
  const { stored, context } = longVisit()
  const timed = (work: () => void) => {
    const began = performance.now()
    work()
    return performance.now() - began
  }
  const asked = (state: VisitState) => state.appliances.reduce((n, a) => n + a.readings.length + a.foundAndLeft.length + a.latest.size, 0)
  const whole = (ask: boolean) =>
    median(
      Array.from({ length: 15 }, () =>
        timed(() => {
          const state = foldVisit(id(2), stored, context)
          if (ask) asked(state)
        }),
      ),
    )
  for (let i = 0; i < 5; i++) asked(foldVisit(id(2), stored, context))
  const [bare, judged] = [whole(false), whole(true)]
  const going = new VisitFold(id(2), context)
  asked(going.advance(stored.slice(0, stored.length - STEPS)).state)
  const appends: number[] = []
  const typing: number[] = []
  for (let i = stored.length - STEPS; i < stored.length; i++) {
    // As a screen does at every key: the unsent event put behind the log, everything that is shown of it judged.
    typing.push(timed(() => asked(going.with([stored[i]!]))))
    appends.push(timed(() => asked(going.append([stored[i]!]).state)))
  }
  const perSecond = (ms: number) => Math.round(stored.length / (ms / 1000))
  console.log(
    `fold of ${stored.length} events            ${bare.toFixed(1)} ms, ${perSecond(bare)} events/s (meant: 50 000); with every verdict asked for ${judged.toFixed(1)} ms, ${perSecond(judged)} events/s`,
  )
  console.log(
    `one more event behind it   ${median(appends).toFixed(3)} ms with every verdict (meant: 0.3), 1/${Math.round(judged / median(appends))} of the whole; tried unsent ${median(typing).toFixed(3)} ms`,
  )
}
