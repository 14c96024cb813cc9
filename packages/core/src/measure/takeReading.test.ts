import { analyser } from '../visit/testVisit'
import { readingSchema } from './schemas'
import { takeReading } from './takeReading'

const taken = {
  id: '00000000-0000-7000-8000-000000000050',
  measurandId: 'o2.flue',
  stationId: 'flue',
  firingStateId: 'max',
  valueSi: 0.05,
  instrument: analyser,
  settled: 'settled',
  takenAt: '2026-06-01T09:00:00.000Z',
} as const

test('a reading carries the doubt of the channel that it was read with, and names it', () => {
  const reading = takeReading({ ...taken, entered: { text: '5,0', unit: '%' } })
  expect(reading.standardUncertainty).toBeCloseTo(Math.hypot(0.001, 0.001 / Math.sqrt(12)), 9)
  expect(reading).toMatchObject({
    origin: 'measured',
    source: { kind: 'typed', instrumentId: analyser.id, channelId: 'o2' },
    entered: { text: '5,0', unit: '%' },
  })
  expect(readingSchema.parse(reading)).toEqual(reading)
})

test('by eye it has the eye’s doubt; without an instrument none; what is brought keeps its own', () => {
  expect(takeReading({ ...taken, measurandId: 'time.metered', instrument: undefined }).standardUncertainty).toBe(0.14)
  expect(takeReading({ ...taken, instrument: undefined })).toMatchObject({ standardUncertainty: null, source: { kind: 'typed' } })
  const brought = { standardUncertainty: 7, origin: 'computed' } as const
  expect(takeReading({ ...taken, instrument: undefined, brought })).toMatchObject({ standardUncertainty: 7, origin: 'computed' })
})
