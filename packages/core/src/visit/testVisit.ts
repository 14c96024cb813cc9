import { testCard } from '../appliance/testCard'
import { channelFor, type Instrument, type MeasurandId, type Reading, standardUncertainty, type Station } from '../measure'
import { SHIPPED_PRACTICES } from '../practice'
import type { VisitContext } from './context'
import type { Proof } from './state'
import type { EventType } from './eventData'
import type { StoredEvent, VisitEvent } from './registry'

/** Ids for tests: valid UUIDs that count up. */
export const testId = (n: number): string => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`

export const APPLIANCE = testId(1)
export const VISIT = testId(2)
export const ANALYSER = testId(3)
export const GAUGE = testId(4)

const calibrated = { calibratedAt: '2026-01-01T00:00:00.000Z', calibrationDueAt: '2027-01-01T00:00:00.000Z', certificate: null }
const channel = (
  id: string,
  kind: Instrument['channels'][number]['channel'],
  max: number,
  absolute: number,
  relative: number,
  resolution: number,
  min = 0,
) => ({ id, channel: kind, origin: 'measured', min, max, absolute, relative, resolution, combine: 'larger' }) as const

export const analyser: Instrument = {
  id: ANALYSER,
  kind: 'analyser',
  maker: 'Test',
  model: 'A',
  serial: '1',
  ...calibrated,
  channels: [
    channel('o2', 'o2', 0.21, 0.002, 0, 0.001),
    channel('co2', 'co2', 0.2, 0.002, 0, 0.001),
    channel('co', 'co', 0.004, 10e-6, 0.05, 1e-6),
    channel('tf', 'flueTemperature', 900, 1, 0, 0.1, 230),
    channel('ta', 'airTemperature', 373, 1, 0, 0.1, 230),
  ],
}
export const gauge: Instrument = {
  id: GAUGE,
  kind: 'manometer',
  maker: 'Test',
  model: 'P',
  serial: '2',
  ...calibrated,
  channels: [channel('p', 'pressure', 15_000, 5, 0.005, 1, -15_000)],
}

export const testContext: VisitContext = {
  jobKind: 'annual-service',
  appliances: [{ id: APPLIANCE, name: 'Test', card: testCard, facts: { gas: 'natural-gas-h', altitudeM: 100 }, lastVisit: {} }],
  practice: SHIPPED_PRACTICES[0]!,
  instruments: [analyser, gauge],
}

/** A reading for or against which the log says nothing. */
export const unproved: Proof = { zeroed: false, zeroedInCleanAir: false, allowed: false, responded: false, clockEndsMs: null }

let counter = 1000
/** Next free test id. */
export const nextId = (): string => testId(++counter)

/** A log that grows as a device would write it. */
export class TestLog {
  readonly events: StoredEvent[] = []

  add<T extends EventType>(type: T, data: Extract<VisitEvent, { type: T }>['data'], extra: Partial<StoredEvent> = {}): string {
    const n = this.events.length + 1
    const id = nextId()
    const event = {
      id,
      visitId: VISIT,
      applianceId: APPLIANCE,
      type,
      v: 1,
      at: this.instant(n),
      deviceId: testId(9),
      deviceSeq: n,
      data,
      seq: n,
      receivedAt: null,
      authorId: testId(8),
      authorName: 'T. Tester',
      provisional: false,
      ...extra,
    }
    this.events.push(event as unknown as StoredEvent)
    return id
  }

  /** Three minutes for each event: no clock of the tests' sheets runs longer. */
  private instant(n: number): string {
    return new Date(Date.parse('2026-06-01T09:00:00.000Z') + n * 180_000).toISOString()
  }

  start(): this {
    this.add('visit.started', {
      jobKind: 'annual-service',
      practice: { id: 'metric-ratio', version: 1 },
      cards: [{ applianceId: APPLIANCE, cardId: testCard.id, version: 1 }],
    })
    this.add('instrument.zeroed', { instrumentId: ANALYSER, place: 'clean-air' })
    this.add('instrument.zeroed', { instrumentId: GAUGE, place: 'at-connection' })
    return this
  }

  read(
    values: Partial<Record<MeasurandId, number>>,
    firingStateId: string,
    stationId: Station = 'flue',
    settled: Reading['settled'] = 'declared',
  ): string[] {
    const groupId = nextId()
    const readings = Object.entries(values).map(([id, valueSi]): Reading => {
      const measurandId = id as MeasurandId
      const instrument = [analyser, gauge].find((i) => channelFor(i, measurandId))
      const spec = instrument && channelFor(instrument, measurandId)
      return {
        id: nextId(),
        groupId,
        measurandId,
        firingStateId,
        valueSi,
        stationId: measurandId === 'temperature.air' ? 'intake' : stationId,
        standardUncertainty: spec ? standardUncertainty(spec, valueSi) : null,
        origin: 'measured',
        source: { kind: 'typed', ...(instrument && { instrumentId: instrument.id }) },
        settled,
        takenAt: this.instant(this.events.length + 1),
      }
    })
    this.add('reading.taken', { readings })
    return readings.map((r) => r.id)
  }
}
