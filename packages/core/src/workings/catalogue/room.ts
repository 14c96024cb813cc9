import { DRAUGHT_FINDINGS, flueNumbers, judgeDraught, theoreticalDraught } from '../../flue'
import { ATMOSPHERE_PA } from '../../gas'
import { airOpening, OPENING_RULES, roomCo } from '../../ventilation'
import { ask, BAROMETER, C, F, choose, finding, GAS, may, O2, tell } from '../build'
import { answer, defineWorking, gasOf, line, term, warn } from '../define'

export const draughtWorking = defineWorking({
  id: 'draught',
  group: 'room',
  inputs: {
    gas: GAS,
    o2Dry: { ...O2, default: 0.08, imperialDefault: 0.08 },
    heightM: ask('length', 0.1, 100, { default: 10, imperialDefault: 9.144, doubt: { absolute: 0.1 } }),
    flueMeanK: ask('temperature', C(-20), C(500), { default: C(150), imperialDefault: F(300), doubt: { absolute: 5 } }),
    outsideK: ask('temperature', C(-40), C(50), { default: C(10), imperialDefault: F(50), doubt: { absolute: 1 } }),
    dilutionShare: may('share', 0, 0.95, { default: 0, doubt: { absolute: 0.05 } }),
    resistancePa: may('smallPressure', 0, 200, { doubt: { relative: 0.2 } }),
    roomSuctionPa: may('smallPressure', 0, 50, { doubt: { absolute: 0.5 } }),
    measuredPa: may('smallPressure', -200, 50, { doubt: { absolute: 0.3 } }),
    barometerPa: BAROMETER,
  },
  outputs: {
    draughtPa: tell('smallPressure'),
    availablePa: tell('smallPressure'),
    takenAsAirPa: tell('smallPressure'),
    flueDensityKgPerM3: tell('density'),
    airDensityKgPerM3: tell('density'),
    finding: finding(DRAUGHT_FINDINGS),
  },
  principal: ['draughtPa', 'availablePa', 'finding'],
  notes: ['measure-below-hood', 'no-wind', 'spillage-proved'],
  compute: (i) => {
    const gas = gasOf(i.gas)
    if (!gas.ok) return gas
    const made = theoreticalDraught({ ...i, gas: gas.value })
    if (!made.ok) return made
    const d = made.value
    return answer({
      draughtPa: d.draughtPa,
      availablePa: d.draughtPa - (i.resistancePa ?? 0) - (i.roomSuctionPa ?? 0),
      takenAsAirPa: d.takenAsAirPa,
      flueDensityKgPerM3: d.flueDensity,
      airDensityKgPerM3: d.airDensity,
      finding: i.measuredPa === undefined ? null : judgeDraught(i.measuredPa, i.outsideK),
    })
  },
  explain: (i, r) => ({
    working: [
      line(
        'p = g·h·(ρ_air − ρ_flue)',
        [
          term('g', 9.80665),
          term('h', i.heightM, 'length'),
          term('ρ_air', r.airDensityKgPerM3!, 'density'),
          term('ρ_flue', r.flueDensityKgPerM3!, 'density'),
        ],
        term('p', r.draughtPa!, 'pressure'),
        'hydrostatics; flue gas with its own molar mass',
      ),
    ],
    warnings: [
      warn(r.availablePa! <= 0, 'no-draught'),
      warn(r.finding === 'spilling', 'spilling'),
      warn(r.finding === 'weak', 'draught-weak'),
      warn(r.finding === 'weak-warm-day', 'draught-warm-day'),
    ],
  }),
})

export const openingsWorking = defineWorking({
  id: 'air-openings',
  group: 'room',
  inputs: {
    rule: choose(OPENING_RULES, 'european-open-flued', 'na-indoors'),
    inputW: ask('power', 100, 5e6, { default: 24_000, imperialDefault: 43_961 }),
    leakageCreditW: may('power', 0, 20_000, { default: 7000 }),
    roomM3: may('room', 0.5, 100_000, { imperialDefault: 60 }),
    freeShare: ask('share', 0.05, 1, { default: 0.75, imperialDefault: 0.75 }),
  },
  outputs: {
    eachM2: tell('area'),
    count: tell('count'),
    grilleM2: tell('area'),
    neededRoomM3: tell('room'),
    roomEnough: finding(['yes', 'no'] as const),
  },
  principal: ['eachM2', 'count', 'neededRoomM3'],
  notes: ['free-area', 'basis-of-input', 'local-code-decides', 'never-block-air'],
  compute: (i) => {
    const made = airOpening(i.rule, i)
    if (!made.ok) return made
    const o = made.value
    return answer({
      eachM2: o.eachM2,
      count: o.count,
      grilleM2: o.eachM2 === null ? null : o.eachM2 / i.freeShare,
      neededRoomM3: o.neededRoomM3,
      roomEnough: o.roomEnough === null ? null : o.roomEnough ? 'yes' : 'no',
    })
  },
  explain: (i, r) => ({
    working:
      r.eachM2 === null
        ? [
            line(
              'V = 50 ft³·P/1000 BTU/h',
              [term('P', i.inputW, 'power')],
              term('V', r.neededRoomM3!, 'volume'),
              'NFPA 54 as background; check the current edition',
            ),
          ]
        : i.rule === 'european-open-flued'
          ? [
              line(
                'A = 5 cm²/kW·(P − P_free)',
                [term('P', i.inputW, 'power'), term('P_free', i.leakageCreditW ?? 7000, 'power')],
                term('A', r.eachM2, 'area'),
                'BS 5440-2 as background; check the current edition',
              ),
            ]
          : [
              line(
                i.rule === 'na-indoors'
                  ? 'A = 1 in²·P/1000 BTU/h'
                  : i.rule === 'na-outdoors-vertical'
                    ? 'A = 1 in²·P/4000 BTU/h'
                    : 'A = 1 in²·P/2000 BTU/h',
                [term('P', i.inputW, 'power')],
                term('A', r.eachM2, 'area'),
                'NFPA 54 as background; check the current edition',
              ),
            ],
    warnings: [
      warn(r.roomEnough === 'no', 'room-too-small'),
      warn(r.eachM2 === 0, 'no-opening-needed'),
      warn(i.rule === 'european-open-flued' && (i.leakageCreditW ?? 7000) > 0, 'tight-house'),
    ],
  }),
})

export const roomCoWorking = defineWorking({
  id: 'room-co',
  group: 'room',
  inputs: {
    gas: GAS,
    heatInputGrossW: ask('power', 100, 5e6, { default: 25_000, imperialDefault: 29_307, doubt: { relative: 0.02 } }),
    o2Dry: O2,
    coDry: ask('ppm', 0, 0.1, { default: 2000e-6, doubt: { relative: 0.05 } }),
    spillShare: ask('share', 0, 1, { default: 0.3, doubt: { absolute: 0.05 } }),
    roomM3: ask('room', 1, 100_000, { default: 30, doubt: { relative: 0.05 } }),
    airChangesPerHour: ask('plain', 0, 20, { default: 0.5, doubt: { relative: 0.2 } }),
    seconds: ask('minutes', 0, 86_400, { default: 600 }),
    level: ask('ppm', 1e-6, 0.01, { default: 30e-6, imperialDefault: 35e-6 }),
  },
  outputs: {
    atTime: tell('ppm'),
    risePerMinute: tell('ppm'),
    steady: tell('ppm'),
    secondsToLevel: tell('minutes'),
  },
  // 2: the rise was called risePerS and was told by the minute.
  version: 2,
  principal: ['atTime', 'secondsToLevel', 'steady'],
  notes: ['people-first', 'well-mixed', 'co-no-smell'],
  compute: (i) => {
    const gas = gasOf(i.gas)
    if (!gas.ok) return gas
    const { terms } = gas.value
    const dry = flueNumbers(terms, {
      o2Dry: i.o2Dry,
      coDry: i.coDry,
      flueTemperatureK: 400,
      airTemperatureK: 288.15,
      airWaterRatio: 0,
      pressurePa: ATMOSPHERE_PA,
      referenceK: 298.15,
    }).dryFlueMol
    const gasM3PerS = i.heatInputGrossW / gas.value.grossCvJPerM3
    const made = roomCo({ ...i, coM3PerS: gasM3PerS * dry * i.coDry * i.spillShare, outdoor: 0 })
    if (!made.ok) return made
    return answer({
      atTime: made.value.atTime,
      risePerMinute: made.value.slopePerS * 60,
      steady: made.value.steady,
      secondsToLevel: made.value.secondsToLevel,
    })
  },
  explain: (i, r) => ({
    working: [
      line(
        'C = C_end·(1 − exp(−n·t))',
        [term('C_end', r.steady!, 'fraction'), term('n', i.airChangesPerHour), term('t', i.seconds, 'time')],
        term('C', r.atTime!, 'fraction'),
        'well-mixed room: V·dC/dt = G − Q·C',
      ),
    ],
    warnings: [warn(r.atTime! >= i.level, 'over-level'), warn(r.secondsToLevel !== null && r.secondsToLevel < 600, 'soon-over-level')],
  }),
})
