import { analyseFlue, shortFlueLoss } from '../flue'
import { presetGas } from '../gas'
import type { MeasurandId } from '../measure'
import { unwrap } from '../result'
import { deriveDrop, deriveFlue, deriveLeak } from './derive'
import type { LiveReading } from './state'
import { APPLIANCE, nextId, unproved } from './testVisit'
import { readingKey } from './keys'

const gas = presetGas('natural-gas-h')
const live = (measurandId: MeasurandId, valueSi: number, standardUncertainty: number | null = 0): LiveReading => ({
  id: nextId(),
  measurandId,
  stationId: measurandId === 'temperature.air' ? 'intake' : measurandId.startsWith('pressure') ? 'inlet' : 'flue',
  firingStateId: 'max',
  valueSi,
  standardUncertainty,
  origin: 'measured',
  source: { kind: 'typed' },
  settled: 'declared',
  proof: unproved,
  order: 0,
  key: readingKey({ measurandId, stationId: 'flue', firingStateId: 'max' }),
  takenAt: '2026-06-01T09:00:00.000Z',
  applianceId: APPLIANCE,
  eventId: nextId(),
  authorName: 'T',
  deviceId: nextId(),
  index: 1,
})
const set = (o2: number, u: number | null = 0.001) => [
  live('o2.flue', o2, u),
  live('co.flue', 60e-6, 5e-6),
  live('temperature.flue', 420, 0.5),
  live('temperature.air', 293.15, 0.5),
]
const of = (group: readonly LiveReading[], id: MeasurandId) => deriveFlue(gas, group).find((d) => d.measurandId === id)

test('every figure is that of the flue analysis, whichever gas was measured', () => {
  const direct = unwrap(analyseFlue(gas, { o2Dry: 0.05, coDry: 60e-6, flueTemperatureK: 420, airTemperatureK: 293.15 }))
  const expected: [MeasurandId, number | undefined][] = [
    ['co2.flueComputed', direct.co2Dry],
    ['ratio.coToCo2', direct.coToCo2],
    ['co.airFree', direct.coAirFree],
    ['air.lambda', direct.lambda],
    ['air.excess', direct.excessAir],
    ['temperature.netStack', 420 - 293.15],
    ['temperature.dewPoint', direct.dewPointK ?? undefined],
    ['efficiency.net', direct.netEfficiency],
    ['efficiency.gross', direct.grossEfficiency],
    ['loss.short', shortFlueLoss(gas, 0.05, 420, 293.15)],
  ]
  for (const [id, value] of expected) expect([id, of(set(0.05), id)?.valueSi]).toEqual([id, value])

  const byCo2 = [live('co2.flue', direct.co2Dry), ...set(0.05).slice(1)]
  expect(of(byCo2, 'o2.flueComputed')?.valueSi).toBeCloseTo(0.05, 9)
  expect(of(byCo2, 'efficiency.net')?.valueSi).toBeCloseTo(direct.netEfficiency, 9)
  expect(of(byCo2, 'co2.flueComputed')).toBeUndefined()
  expect(of(set(0.05), 'o2.flueComputed')).toBeUndefined()
})

test('CO air-free stands on the oxygen of air that the practice tells it by', () => {
  const at = (base?: number) => deriveFlue(gas, set(0.05), base).find((d) => d.measurandId === 'co.airFree')!.valueSi
  for (const base of [0.209, 0.2095, 0.21]) expect(at(base)).toBeCloseTo((60e-6 * base) / (base - 0.05), 12)
  expect(at(0.21)).toBeLessThan(at(0.209))
})

test('doubt is carried through: more of it in, more of it out; unknown in, unknown out', () => {
  const sharp = of(set(0.05, 0.0005), 'co.airFree')?.standardUncertainty ?? 0
  const blunt = of(set(0.05, 0.002), 'co.airFree')?.standardUncertainty ?? 0
  expect(blunt).toBeGreaterThan(sharp)
  expect(of(set(0.05, null), 'co.airFree')?.standardUncertainty).toBeNull()
  // At 16 % oxygen the air-free figure is worth much less than at 5 %.
  const relative = (o2: number) => (of(set(o2), 'co.airFree')?.standardUncertainty ?? 0) / (of(set(o2), 'co.airFree')?.valueSi ?? 1)
  expect(relative(0.16)).toBeGreaterThan(relative(0.05))
})

test('close to physics’ own limits there is still an answer, beyond them none', () => {
  expect(of(set(0, 0.001), 'air.lambda')?.valueSi).toBeGreaterThan(0.99)
  expect(of(set(0.2085), 'air.lambda')?.valueSi).toBeGreaterThan(100)
  // From 20.9 % on it is air, and nothing is computed from it.
  expect(deriveFlue(gas, set(0.209))).toEqual([])
  expect(deriveFlue(gas, [live('co2.flue', 0.15)])).toEqual([])
  expect(deriveFlue(gas, [live('co.flue', 50e-6)])).toEqual([])
  // Flue colder than air is no flue reading: the temperatures are not used for anything.
  const cold = [live('o2.flue', 0.05), live('co.flue', 1e-6), live('temperature.flue', 280), live('temperature.air', 293)]
  expect(deriveFlue(gas, cold)).toEqual([])
})

test('an explanation names formula, readings with their doubt, source and what to know', () => {
  const efficiency = of(set(0.05), 'efficiency.gross')
  expect(efficiency?.from.map((r) => r.measurandId)).toEqual(['o2.flue', 'co.flue', 'temperature.flue', 'temperature.air'])
  expect(efficiency?.from[0]).toMatchObject({ valueSi: 0.05, standardUncertainty: 0.001 })
  const { line, notes } = efficiency!.explain()
  expect(line.terms.map((term) => term.symbol)).toEqual(['q_dry', 'q_water', 'q_CO'])
  expect(line.result.valueSi).toBe(efficiency?.valueSi)
  expect(notes).toContain('flue-loss-only')
  expect(of(set(0.05), 'air.lambda')?.from.map((r) => r.measurandId)).toEqual(['o2.flue', 'co.flue'])
  const cool = [live('o2.flue', 0.05), live('co.flue', 20e-6), live('temperature.flue', 315), live('temperature.air', 283)]
  expect(of(cool, 'efficiency.net')?.valueSi).toBeGreaterThan(1)
})

test('the drop is the difference, its doubt that of both gauges', () => {
  const drop = deriveDrop(live('pressure.working', 2110, 3), live('pressure.working', 2030, 4))
  expect(drop).toMatchObject({ measurandId: 'pressure.drop', valueSi: 80, standardUncertainty: 5 })
  expect(deriveDrop(live('pressure.working', 2110, null), live('pressure.working', 2030, 4)).standardUncertainty).toBeNull()
})

test('a fall of pressure is a leak of standard volume, beside the smallest that the test could show', () => {
  // CHECKS: 25 L, 5 min, 20 → 19.5 mbar at 20 °C is 0.146 L/h; at 15 °C it is T/T0 more.
  const [leak, smallest] = deriveLeak(live('pressure.tightnessFall', 50, 5), {
    volumeM3: 0.025,
    seconds: 300,
    startPa: 2000,
    barometerPa: 101_325,
  })
  const litresPerHour = (m3PerS: number | undefined) => (m3PerS ?? 0) * 3.6e6
  expect(litresPerHour(leak?.valueSi)).toBeCloseTo((0.1456 * 293.15) / 288.15, 3)
  expect(litresPerHour(leak?.standardUncertainty ?? 0)).toBeCloseTo(0.0148, 3)
  expect(litresPerHour(smallest?.valueSi)).toBeCloseTo(0.074, 3)
  expect(deriveLeak(live('pressure.tightnessFall', 0, 5), { volumeM3: 1e9, seconds: 300, startPa: 2000, barometerPa: 101_325 })).toEqual([])
})
