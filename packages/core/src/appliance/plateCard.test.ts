import { lintCard, plateCard, plateSchema } from '.'
import { presetGas } from '../gas'
import { runSheet } from '../procedure'
import { SHIPPED_PRACTICES } from '../practice'
import { bandFor } from '../visit'

const words = {
  plate: 'Data plate',
  fullRate: 'Full rate',
  lowRate: 'Low rate',
  off: 'Off',
  standing: 'Standing',
  pilot: 'Pilot',
  probe: 'After the last pass',
}
const plate = (more: object = {}) =>
  plateSchema.parse({
    maker: 'Orrin',
    model: 'Steam 60',
    burnerKind: 'atmospheric',
    applianceType: 'steam-boiler',
    flueType: 'open-flued',
    condensing: false,
    pilot: 'standing',
    pilotSensor: 'unsupervised',
    gas: 'natural-gas-h',
    inputW: 60_000,
    inputMinW: null,
    basis: 'net',
    inletMinPa: 1_700,
    inletMaxPa: 2_500,
    manifoldMinPa: null,
    manifoldMaxPa: null,
    ...more,
  })
const card = (more: object = {}) => plateCard(plate(more), { id: 'plate-steam-60', issued: '2026-11-28', words })
const facts = { gas: 'natural-gas-h', altitudeM: 410 } as const

test('it is marked, and judges what the plate says by the plate', () => {
  const made = card()
  expect(made.provisional).toBe(true)
  const working = bandFor({ card: made, facts }, SHIPPED_PRACTICES[0]!, {
    measurandId: 'pressure.working',
    stationId: 'inlet',
    firingStateId: 'full',
  })
  expect(working).toMatchObject({ min: 1_700, max: 2_500, source: { kind: 'card', text: 'Data plate' } })
  expect(made.supply).toMatchObject([{ inletMaxPa: 2_500 }])
})

test('what the plate does not say has no limit of the card', () => {
  const bare = card({ inletMinPa: null, inletMaxPa: null })
  expect(bare.limits).toEqual([])
  expect(bare.supply).toEqual([])
  expect(bare.safeties).toEqual([])
})

test('the other basis follows from the gas: net input is less than gross by the heat of the water vapour', () => {
  const gas = presetGas('natural-gas-h')
  const [rating] = card().ratings
  expect(rating!.inputMaxNetW).toBe(60_000)
  expect(rating!.inputMaxGrossW / rating!.inputMaxNetW).toBeCloseTo(gas.grossCvJPerM3 / gas.netCvJPerM3, 9)
  const [gross] = card({ basis: 'gross' }).ratings
  expect(gross!.inputMaxGrossW).toBe(60_000)
  expect(gross!.inputMaxNetW).toBeLessThan(60_000)
})

test('one rate, or two where the plate has a minimum; a standing pilot is a state of its own', () => {
  expect(card().firingStates.map((s) => s.id)).toEqual(['off', 'standing', 'pilot', 'full'])
  expect(card({ inputMinW: 20_000, pilot: 'none', pilotSensor: null }).firingStates.map((s) => s.id)).toEqual([
    'off',
    'standing',
    'low',
    'full',
  ])
  expect(card({ pilot: 'standing', pilotSensor: 'generator' }).traits?.power).toBe('millivolt')
})

test.each(SHIPPED_PRACTICES)('every job that fires has a sheet by $id, and the linter says what a lead has to complete', (practice) => {
  for (const job of ['annual-service', 'breakdown', 'safety-check', 'gas-valve-replacement'])
    expect(runSheet(job, card(), practice, facts).ok).toBe(true)
  expect(lintCard(card()).filter((f) => f.level === 'error').length).toBeGreaterThan(0)
})
