import { toSi } from '../units'
import { firstInput, runWorking, workingById } from '.'

const C = (celsius: number) => celsius + 273.15
const F = (fahrenheit: number) => (fahrenheit + 459.67) / 1.8
const mbar = (v: number) => v * 100
const US = { methane: 0.94, ethane: 0.035, propane: 0.005, nButane: 0.001, iButane: 0.001, carbonDioxide: 0.006, nitrogen: 0.012 }
const EU_H = {
  methane: 0.92,
  ethane: 0.045,
  propane: 0.01,
  nButane: 0.002,
  iButane: 0.002,
  pentanePlus: 0.0005,
  carbonDioxide: 0.0085,
  nitrogen: 0.012,
}

function run(id: string, input: Record<string, unknown>) {
  const answer = runWorking(workingById(id)!, input)
  if (!answer.ok) throw new Error(JSON.stringify(answer.error))
  return answer.value
}
const result = (id: string, input: Record<string, unknown>) => run(id, input).result as Record<string, number>
const first = (id: string) => ({ ...firstInput(workingById(id)!, 'metric') })

describe('worked values through the workings themselves', () => {
  const flue = (gas: unknown, o2: number, flueK: number, airK: number, co?: number) =>
    result('flue-gas', {
      gas,
      from: 'o2',
      o2Dry: o2,
      flueTemperatureK: flueK,
      airTemperatureK: airK,
      referenceK: '25',
      ...(co !== undefined && { coDry: co }),
    })
  test.each([
    ['methane', 0.05, C(180), C(20), undefined, 82.81, 91.89],
    ['methane', 0.09, C(200), C(20), 100e-6, 79.61, 88.34],
    [EU_H, 0.1, C(220), C(10), 200e-6, 77.02, 85.29],
    ['propane', 0.09, C(200), C(20), 100e-6, 81.55, 88.57],
    [US, 0.08, F(400), F(70), 50e-6, 80.24, 88.91],
    ['methane', 0.05, C(45), C(20), undefined, 93.0, 103.2],
  ])('efficiency of %j at O2 %d', (gas, o2, flueK, airK, co, gross, net) => {
    const r = flue(gas, o2, flueK, airK, co)
    expect(Math.abs(r.grossEfficiency! * 100 - gross)).toBeLessThan(0.1)
    expect(Math.abs(r.netEfficiency! * 100 - net)).toBeLessThan(0.1)
  })
  test.each<[string, string, Record<string, unknown>, Record<string, number>]>([
    [
      'gas',
      'EU H',
      { gas: EU_H, reference: 'metric15', realGas: 'ideal' },
      { co2Max: 0.1196, grossCvJPerM3: 39.16e6, netCvJPerM3: 35.33e6, grossWobbeJPerM3: 50.33e6, relativeDensity: 0.6053, dryFlue: 8.918 },
    ],
    [
      'gas',
      'US per cubic foot',
      { gas: US, reference: 'northAmerican14696', realGas: 'ideal' },
      { grossCvJPerM3: toSi(1030.4, 'BTU/ft³', 'energyPerVolume') },
    ],
    [
      'gas-rate',
      '50 L in 75 s',
      {
        gas: 'methane',
        volumeM3: 0.05,
        seconds: 75,
        index: 'actual',
        meterGaugePa: mbar(20),
        gasTemperatureK: C(8),
        barometerPa: mbar(980),
        supplierGrossCvJPerM3: 38.9e6,
        plateBasis: 'net',
        bandBelow: 0.05,
        bandAbove: 0.05,
      },
      { heatInputGrossW: 26_230 },
    ],
    [
      'gas-rate',
      '2 ft³ in 72 s at 1000 BTU/ft³, no correction',
      {
        gas: 'methane',
        volumeM3: toSi(2, 'ft³', 'volume'),
        seconds: 72,
        index: 'standard',
        supplierGrossCvJPerM3: toSi(1000, 'BTU/ft³', 'energyPerVolume'),
        plateBasis: 'gross',
        bandBelow: 0.05,
        bandAbove: 0.05,
      },
      { heatInputGrossW: toSi(100_000, 'BTU/h', 'power') },
    ],
    [
      'orifice',
      'drill #54',
      {
        solveFor: 'flow',
        gas: 'propane',
        diameterM: 0.055 * 0.0254,
        pressureDropPa: toSi(10, 'inH2O', 'pressure'),
        relativeDensity: 1.52,
        dischargeCoefficient: 0.9,
        supplierGrossCvJPerM3: toSi(2516, 'BTU/ft³', 'energyPerVolume'),
      },
      { northAmericanFlowM3PerS: toSi(9.1, 'ft³/h', 'flow'), northAmericanHeatGrossW: toSi(22_886, 'BTU/h', 'power') },
    ],
    [
      'orifice',
      '0.94 mm',
      { solveFor: 'flow', gas: 'methane', diameterM: 0.00094, pressureDropPa: 2000, relativeDensity: 0.555, dischargeCoefficient: 0.85 },
      { flowM3PerS: 0.1629 / 3600 },
    ],
    [
      'manifold',
      'fixed air, methane',
      { gas: 'methane', heatInputW: 20_000, fromPa: 1000, toPa: 1200, air: 'fixed', o2Dry: 0.08 },
      { newO2Dry: 0.0667, newCo2Dry: 0.0798 },
    ],
    ['altitude', '1480 m', { gas: 'natural-gas-h', altitudeM: 1480, heatInputW: 20_000, o2Dry: 0.075 }, { fixedO2Dry: 0.0615 }],
    [
      'co-figures',
      'methane, O2 5 %, CO 50 ppm',
      { gas: 'methane', o2Dry: 0.05, coDry: 50e-6, referenceO2: 0 },
      { coAirFree: 65.7e-6, co2Dry: 0.089 },
    ],
    [
      'co-figures',
      '1 ppm at 0 % O2',
      { gas: 'methane', o2Dry: 0, coDry: 1e-6, noDry: 1e-6, referenceO2: 0 },
      { coKgPerJNet: 1.074 / 3.6e12, noxKgPerJNet: 1.764 / 3.6e12, noxKgPerJGross: 1.589 / 3.6e12 },
    ],
    [
      'condensing',
      'methane at 45 °C',
      { gas: 'methane', o2Dry: 0.05, flueTemperatureK: C(45), airTemperatureK: C(20), heatInputGrossW: 24_000 },
      { condensedShare: 0.413, dewPointK: C(54.4) },
    ],
    [
      'ratio-valve',
      'offset +5 Pa at quarter speed',
      { gas: 'methane', co2AtFull: 0.089, venturiPa: 800, offsetPa: 5, speedShare: 0.25 },
      { co2Dry: 0.0939 },
    ],
    ['draught', '10 m', { gas: 'methane', o2Dry: 0.08, heightM: 10, flueMeanK: C(150), outsideK: C(10) }, { draughtPa: 42.75 }],
    [
      'burn-window',
      '15 kg',
      { outputW: 24_000, loadW: 8000, waterKg: 15, metalJPerK: 0, startK: C(65), limitK: C(80), rates: [] },
      { secondsToLimit: 58.9 },
    ],
    [
      'thermistor',
      '60 °C',
      { r0Ohm: 10_000, t0K: C(25), betaK: 3977, measuredOhm: 2462.6, trueK: C(60) },
      { temperatureK: C(60), expectedOhm: 2462.6 },
    ],
    [
      'tightness',
      '25 L in 5 min',
      {
        pipes: [],
        meterM3: 0.025,
        startPa: 2000,
        endPa: 1950,
        seconds: 300,
        gasTemperatureK: C(20),
        readablePa: 25,
        maxChangePa: 0,
      },
      { leakM3PerS: 0.1455 / 3.6e6, perKelvinPa: 352.5 },
    ],
    ['units', '20 mbar', { quantity: 'pressure', value: 20, unit: 'mbar' }, { valueSi: 2000 }],
  ])('%s: %s', (id, _name, input, expected) => {
    const got = result(id, input)
    for (const [key, value] of Object.entries(expected)) expect(Math.abs(got[key]! / value - 1)).toBeLessThan(0.0025)
  })
  test('½ in schedule 40, 20 ft, 0.5 inWC: 118.9 ft³/h by the North American equation', () => {
    const r = result('pipe-run', {
      gas: 'natural-gas-h',
      size: 'st-1/2',
      lengthM: 20 * 0.3048,
      flowM3PerS: 1e-3,
      gaugePa: 1700,
      limitPa: toSi(0.5, 'inH2O', 'pressure'),
    })
    expect(r.northAmericanCapacityM3PerS! / toSi(118.9, 'ft³/h', 'flow')).toBeCloseTo(1, 2)
    expect(r.capacityM3PerS! / r.northAmericanCapacityM3PerS!).toBeCloseTo(1, 1)
  })
  test('one sigma of gross efficiency, methane O2 5 %, 180 °C', () => {
    const answer = runWorking(
      workingById('flue-gas')!,
      { gas: 'methane', from: 'o2', o2Dry: 0.05, flueTemperatureK: C(180), airTemperatureK: C(20), referenceK: '25' },
      { o2Dry: 0.001, flueTemperatureK: 0.5, airTemperatureK: 0.5 },
    )
    expect(answer.ok && answer.value.uncertainty.grossEfficiency! * 100).toBeCloseTo(0.049, 2)
  })
})

describe('verdicts and warnings', () => {
  const codes = (id: string, more: Record<string, unknown>) => run(id, { ...first(id), ...more }).warnings.map((w) => w.code)
  test.each<[string, Record<string, unknown>, string]>([
    ['flue-gas', { coDry: 0 }, 'flue-perfect-zero-co'],
    ['flue-gas', { o2Dry: 0.18 }, 'flue-diluted'],
    ['flue-gas', { flueTemperatureK: C(45) }, 'upper-bound'],
    ['flue-gas', { gas: 'propane' }, 'short-flatters-lpg'],
    ['gas-rate', { seconds: 5 }, 'time-longer'],
    ['gas-rate', { plateW: 10_000 }, 'above-plate'],
    ['gas-rate', { plateW: 90_000 }, 'below-plate'],
    ['gas-rate', { index: 'standard' }, 'corrected-by-meter'],
    ['gas-rate', { barometerPa: undefined }, 'not-corrected'],
    ['pressure-ladder', { inletPa: mbar(30), standingPa: mbar(31) }, 'ladder-inlet-above-maximum'],
    ['tightness', { endPa: mbar(10) }, 'tightness-fails'],
    ['tightness', { endGasTemperatureK: C(10), endPa: 300 }, 'weather-hides'],
    ['let-by', { endPa: mbar(8) }, 'let-by-fails'],
    ['valve-proving', { changePa: 40_000, seconds: 1 }, 'seat-lets-by'],
    ['valve-proving', { seconds: 1, changePa: 0 }, 'test-too-short'],
    ['pipe-run', { flowM3PerS: 0.01 }, 'drop-over-limit'],
    ['pipe-obstruction', { measuredPa: 5000 }, 'obstruction-found'],
    ['manifold', { toPa: 1400 }, 'large-move'],
    ['altitude', { altitudeM: 1500 }, 'by-test'],
    ['co-figures', { coDry: 600e-6 }, 'co-over-oxygen-school'],
    ['o2-co2-pair', { co2Dry: 0.07 }, 'off-the-line'],
    ['condensing', { flueTemperatureK: C(90) }, 'not-condensing'],
    ['ratio-valve', { offsetPa: 10 }, 'positive-offset'],
    ['draught', { measuredPa: 1 }, 'spilling'],
    ['air-openings', { rule: 'na-room-volume', roomM3: 5 }, 'room-too-small'],
    ['room-co', {}, 'over-level'],
    ['air-rise', { flowM3PerS: 0.2 }, 'rise-high'],
    ['heat-balance', { outputW: 15_000 }, 'balance-low'],
    ['burn-window', { waterKg: 10 }, 'heat-dump-needed'],
    ['thermistor', { measuredOhm: 4000 }, 'thermistor-off'],
    ['thermocouple', { openV: 0.015 }, 'method-loaded-read-as-open'],
    ['igniter', { coldOhm: 25 }, 'method-igniter-measured-hot'],
    ['coil', { measuredOhm: 1000 }, 'coil-shorted'],
    ['flame-current', { currentA: 1.2e-6 }, 'near-trip'],
    ['change-of-gas', { primaryAerationBefore: 1.2 }, 'primary-air-high'],
  ])('%s %j says %s', (id, more, code) => {
    if (id === 'thermocouple') expect(codes(id, { ...more, loadedV: 0.014 })).toContain(code)
    else expect(codes(id, more)).toContain(code)
  })
})
