/** The fold of a long visit, whole and going on: called by bench.ts. */
import type { Instrument } from '@lucerna/core/measure'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { runSheet } from '@lucerna/core/procedure'
import { unwrap } from '@lucerna/core/result'
import { foldVisit, type StoredEvent, VisitFold, type VisitEvent } from '@lucerna/core/visit'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { playSheet, soundValues } from '@lucerna/sim/technician'

const EVENTS = 2000
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
  const context = { appliances: [{ id: id(1), name: card.model, card, facts, lastVisit: {} }], practice, instruments }
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
  for (let i = 0; i < 5; i++) foldVisit(id(2), stored, context)
  const whole = median(Array.from({ length: 15 }, () => timed(() => foldVisit(id(2), stored, context))))
  const steps = 300
  const appends: number[] = []
  const going = new VisitFold(id(2), context)
  going.advance(stored.slice(0, stored.length - steps))
  for (let i = stored.length - steps + 1; i <= stored.length; i++) {
    const log = stored.slice(0, i)
    appends.push(timed(() => going.advance(log)))
  }
  const append = median(appends)
  console.log(
    `fold of ${stored.length} events, verdicts  ${whole.toFixed(1)} ms, ${Math.round(stored.length / (whole / 1000))} events/s; one more event ${append.toFixed(3)} ms, 1/${Math.round(whole / append)} of it (meant: 1/50 at most)`,
  )
}
