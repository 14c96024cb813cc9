import { testCard } from './testCard'
import type { Card, CardTable } from '.'
import { tableBand } from '.'
import { bandFor, foldVisit } from '../visit'
import { APPLIANCE, GAUGE, nextId, testContext, TestLog, VISIT } from '../visit/testVisit'
import type { Instrument } from '../measure'

const source = { doc: 'T-1', page: '7' }
const differential = (more: Partial<CardTable> = {}): CardTable => ({
  id: 'differential',
  use: 'differential',
  title: 'Chamber differential',
  when: {},
  firingStateId: null,
  sensors: [],
  tolerance: null,
  columns: [
    { id: 'length', label: 'Flue length', quantity: 'length', unit: 'm' },
    { id: 'clean', label: 'Clean', quantity: 'pressure', unit: 'mbar' },
    { id: 'strip', label: 'Strip from', quantity: 'pressure', unit: 'mbar' },
  ],
  rows: [
    [1, 1.5, 2.4],
    [5, 1.7, 2.8],
  ],
  source,
  ...more,
})
const ntc = (more: Partial<CardTable> = {}): CardTable =>
  differential({
    id: 'ntc',
    use: 'thermistor',
    tolerance: 0.05,
    columns: [
      { id: 't', label: 'Temperature', quantity: 'temperature', unit: '°C' },
      { id: 'r', label: 'Resistance', quantity: 'resistance', unit: 'kΩ' },
    ],
    rows: [
      [0, 32.65],
      [25, 10],
      [50, 3.6],
    ],
    ...more,
  })
const withTables = (...tables: CardTable[]): Card => ({ ...testCard, tables })
const facts = { gas: 'natural-gas-h', altitudeM: 100, flueLengthM: 3 } as const
const key = { measurandId: 'pressure.chamberDifferential', stationId: 'chamber', firingStateId: 'max' } as const

describe('chamber differential and fan suction', () => {
  test('between two lengths of flue, straight; where nothing is known of it, nothing is said', () => {
    expect(tableBand(withTables(differential()), key, facts)).toMatchObject({ nominal: 160, max: 260, source })
    expect(tableBand(withTables(differential()), key, { ...facts, flueLengthM: 9 })).toBeUndefined()
    const { flueLengthM: _none, ...unknown } = facts
    expect(tableBand(withTables(differential()), key, unknown)).toBeUndefined()
  })

  test('a table by flue length is of the highest rate, or of the state that it names', () => {
    expect(tableBand(withTables(differential()), { ...key, firingStateId: 'min' }, facts)).toBeUndefined()
    const named = withTables(differential({ firingStateId: 'standing' }))
    expect(tableBand(named, { ...key, firingStateId: 'standing' }, facts)?.max).toBeCloseTo(260)
    expect(tableBand(named, key, facts)).toBeUndefined()
  })

  test('by output it goes by the state’s own, at every rate', () => {
    const byOutput = differential({
      columns: [{ id: 'kw', label: 'Output', quantity: 'power', unit: 'kW' }, ...differential().columns.slice(1)],
      rows: [
        [4, 0.2, 0.5],
        [20, 1.6, 2.6],
      ],
    })
    expect(tableBand(withTables(byOutput), { ...key, firingStateId: 'min' }, facts)).toMatchObject({ nominal: 20, max: 50 })
    expect(tableBand(withTables(byOutput), key, facts)?.nominal).toBeCloseTo(160)
  })

  test('suction that weakens as the exchanger clogs is limited from the other side', () => {
    const weakens = differential({
      use: 'fan-suction',
      rows: [
        [1, -3.2, -2.1],
        [6, -2.9, -1.9],
      ],
    })
    const suction = { measurandId: 'pressure.fanSuction', stationId: 'burner', firingStateId: 'max' } as const
    expect(tableBand(withTables(weakens), suction, { ...facts, flueLengthM: 1 })).toMatchObject({ nominal: -320, max: -210 })
    const grows = { ...weakens, rows: [[1, -2, -3] as [number, number, number], [6, -2.2, -3.3] as [number, number, number]] }
    expect(tableBand(withTables(grows), suction, { ...facts, flueLengthM: 1 })).toMatchObject({ nominal: -200, min: -300 })
  })

  test('another gas’s table, two tables and an empty cell say nothing', () => {
    expect(tableBand(withTables(differential({ when: { gas: 'propane' } })), key, facts)).toBeUndefined()
    expect(tableBand(withTables(differential(), differential({ id: 'again' })), key, facts)).toBeUndefined()
    const empty = differential({
      rows: [
        [1, null, 2.4],
        [5, 1.7, 2.8],
      ],
    })
    expect(tableBand(withTables(empty), key, facts)).toBeUndefined()
  })

  test('it judges before the plain limit, whose other side still holds', () => {
    const card = {
      ...withTables(differential()),
      limits: [
        {
          ...key,
          when: [],
          hard: false,
          method: null,
          min: 100,
          max: 400,
          printed: { unit: 'Pa', min: 100, max: 400 },
          source: { doc: 'T-0', page: '1' },
        },
      ],
    }
    expect(bandFor({ card, facts }, testContext.practice, key)).toMatchObject({ min: 100, max: 260, source: { text: 'T-1', page: '7' } })
    expect(bandFor({ card, facts: { ...facts, flueLengthM: 50 } }, testContext.practice, key)).toMatchObject({
      max: 400,
      source: { text: 'T-0' },
    })
  })
})

describe('thermistors', () => {
  const resistance = { measurandId: 'thermistor.resistance', stationId: 'electrics', firingStateId: 'off' } as const
  const at = (celsius: number, card = withTables(ntc()), instanceId?: 'flow-sensor' | 'return-sensor') =>
    tableBand(card, { ...resistance, instanceId }, facts, celsius + 273.15)

  test('between two temperatures by the curve of such a sensor, not by a straight line', () => {
    // One beta between 0 and 25 °C: 18.0 kΩ at 12 °C, where a straight line says 21.8.
    const beta = Math.log(32.65 / 10) / (1 / 273.15 - 1 / 298.15)
    expect(at(12)?.nominal).toBeCloseTo(10_000 * Math.exp(beta * (1 / 285.15 - 1 / 298.15)), 3)
    expect(at(25)).toMatchObject({ min: expect.closeTo(9_500, 3) as number, max: expect.closeTo(10_500, 3) as number })
  })

  test('only of its own sensors, only with the maker’s tolerance, only inside the table', () => {
    expect(at(25, withTables(ntc({ sensors: ['flow-sensor'] })), 'return-sensor')).toBeUndefined()
    expect(at(25, withTables(ntc({ sensors: ['flow-sensor'] })), 'flow-sensor')).toBeDefined()
    expect(at(25, withTables(ntc({ tolerance: null })))).toBeUndefined()
    expect(at(60)).toBeUndefined()
    expect(tableBand(withTables(ntc()), resistance, facts)).toBeUndefined()
  })

  test('a reading is judged at the temperature that was measured with it; alone it has no verdict', () => {
    const meter: Instrument = {
      ...testContext.instruments[1]!,
      channels: (['resistance', 'temperature'] as const).map((channel) => ({
        id: channel,
        channel,
        origin: 'measured',
        min: 0,
        max: 1e6,
        absolute: 0.1,
        relative: 0.001,
        resolution: 0.1,
        combine: 'larger',
      })),
    }
    const context = {
      ...testContext,
      instruments: [meter],
      appliances: [{ ...testContext.appliances[0]!, card: withTables(ntc()) }],
    }
    const verdict = (ohms: number, celsius: number | null) => {
      const log = new TestLog().start()
      const reading = (measurandId: 'thermistor.resistance' | 'temperature.sensorMeasured', valueSi: number) => ({
        id: nextId(),
        groupId: '00000000-0000-7000-8000-000000000777',
        measurandId,
        stationId: measurandId === 'thermistor.resistance' ? ('electrics' as const) : ('water' as const),
        firingStateId: 'off',
        valueSi,
        standardUncertainty: 1,
        origin: 'measured' as const,
        source: { kind: 'typed' as const, instrumentId: GAUGE },
        settled: 'settled' as const,
        takenAt: '2026-06-01T10:00:00.000Z',
      })
      log.add('reading.taken', {
        readings: [
          reading('thermistor.resistance', ohms),
          ...(celsius === null ? [] : [reading('temperature.sensorMeasured', celsius + 273.15)]),
        ],
      })
      const state = foldVisit(VISIT, log.events, context).appliances.find((a) => a.applianceId === APPLIANCE)
      return state?.readings.find((r) => r.measurandId === 'thermistor.resistance')?.verdict
    }
    expect(verdict(10_000, 25)?.status).toBe('inside')
    expect(verdict(12_000, 25)?.status).toBe('outside')
    expect(verdict(10_000, null)?.because).toBe('no-band')
  })
})
