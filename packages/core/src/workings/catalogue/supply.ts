import { ATMOSPHERE_PA } from '../../gas'

import {
  fitDrop,
  LADDER_FINDINGS,
  NORTH_AMERICAN_CR,
  northAmericanCapacity,
  northAmericanDrop,
  pipeCapacity,
  PIPE_SIZES,
  pipeDrop,
  pipeSize,
  readLadder,
  ROUGHNESS_M,
} from '../../supply'
import { ask, BAROMETER, choose, finding, findings, GAS, may, tell } from '../build'
import { answer, defineWorking, gasOf, line, term, warn } from '../define'
import { pipeGas } from './gas'

const gauge = (value: number, imperial: number) =>
  may('gauge', 0, 50_000, { default: value, imperialDefault: imperial, doubt: { absolute: 5, relative: 0.0025 } })
const IN = 249.08891

export const ladderWorking = defineWorking({
  id: 'pressure-ladder',
  group: 'supply',
  inputs: {
    standingPa: gauge(2300, 8.5 * IN),
    meterWorkingPa: gauge(2080, 7.2 * IN),
    isolatorPa: gauge(1950, 6.6 * IN),
    inletPa: gauge(1920, 6.4 * IN),
    standingMaxPa: may('gauge', 0, 50_000, { default: 2500, imperialDefault: 9 * IN }),
    meterMinPa: ask('gauge', 0, 50_000, { default: 1900, imperialDefault: 6 * IN }),
    meterMaxPa: ask('gauge', 0, 50_000, { default: 2300, imperialDefault: 8 * IN }),
    pipeDropMaxPa: ask('gauge', 0, 10_000, { default: 100, imperialDefault: 0.5 * IN }),
    applianceDropMaxPa: ask('gauge', 0, 10_000, { default: 200, imperialDefault: 0.8 * IN }),
    inletMinPa: ask('gauge', 0, 50_000, { default: 1700, imperialDefault: 5 * IN }),
    inletMaxPa: ask('gauge', 0, 50_000, { default: 2500, imperialDefault: 13 * IN }),
  },
  outputs: {
    regulatorDropPa: tell('gauge'),
    pipeDropPa: tell('gauge'),
    applianceDropPa: tell('gauge'),
    findings: findings(LADDER_FINDINGS),
  },
  principal: ['pipeDropPa', 'applianceDropPa', 'findings'],
  notes: ['same-load', 'whose-regulator'],
  compute: (i) => {
    const read = readLadder(i, i, 10)
    if (!read.ok) return read
    const { drops } = read.value
    return answer({
      regulatorDropPa: drops.regulator ?? null,
      pipeDropPa: drops.pipe ?? null,
      applianceDropPa: drops.appliance ?? null,
      findings: read.value.findings,
    })
  },
  explain: (i, r) => ({
    working: [
      ...(r.pipeDropPa === null
        ? []
        : [
            line(
              'Δp_pipe = p_meter − p_appliance',
              [term('p_meter', i.meterWorkingPa!, 'pressure'), term('p_appliance', (i.isolatorPa ?? i.inletPa)!, 'pressure')],
              term('Δp_pipe', r.pipeDropPa, 'pressure'),
              'practice profile',
            ),
          ]),
    ],
    warnings: r.findings.map((f) => ({ code: `ladder-${f}` })),
  }),
})

const LIMIT_DROP = ask('gauge', 1, 10_000, { default: 100, imperialDefault: 0.5 * IN })
const LENGTH = ask('length', 0.01, 2000, { default: 10, imperialDefault: 6.096, doubt: { relative: 0.02 } })
const FLOW = ask('flow', 1e-6, 1, { default: 2.5 / 3600, imperialDefault: 9.3e-4, doubt: { relative: 0.01 } })
const SIZES = PIPE_SIZES.map((s) => s.id) as [string, ...string[]]

export const pipeRunWorking = defineWorking({
  id: 'pipe-run',
  group: 'supply',
  inputs: {
    gas: GAS,
    size: choose(SIZES, 'cu-22', 'st-1/2'),
    insideDiameterM: may('bore', 0.002, 1, { doubt: { absolute: 5e-5 } }),
    roughnessM: may('roughness', 0, 0.001),
    lengthM: LENGTH,
    flowM3PerS: FLOW,
    gaugePa: ask('gauge', 0, 50_000, { default: 2000, imperialDefault: 7 * IN }),
    limitPa: LIMIT_DROP,
    barometerPa: BAROMETER,
  },
  outputs: {
    dropPa: tell('gauge'),
    northAmericanDropPa: tell('gauge'),
    velocityMPerS: tell('velocity'),
    reynolds: tell('count'),
    frictionFactor: tell('ratio4'),
    regime: finding(['still', 'laminar', 'transition', 'turbulent'] as const),
    capacityM3PerS: tell('flow'),
    northAmericanCapacityM3PerS: tell('flow'),
    smallestSize: finding(SIZES),
  },
  principal: ['dropPa', 'capacityM3PerS', 'smallestSize'],
  notes: ['transition-turbulent', 'two-formulas', 'fittings-count'],
  compute: (i) => {
    const gas = gasOf(i.gas)
    if (!gas.ok) return gas
    const size = pipeSize(i.size)!
    const d = i.insideDiameterM ?? size.insideDiameterM
    const inPipe = pipeGas(gas.value, i.gaugePa, i.barometerPa ?? ATMOSPHERE_PA)
    const roughnessM = i.roughnessM ?? ROUGHNESS_M[size.material]
    const dropAt = (insideDiameterM: number, flowM3PerS: number) =>
      pipeDrop({ insideDiameterM, lengthM: i.lengthM, flowM3PerS, roughnessM }, inPipe)
    const drop = dropAt(d, i.flowM3PerS)
    if (!drop.ok) return drop
    const cr = gas.value.family === 'third' ? NORTH_AMERICAN_CR.propane : NORTH_AMERICAN_CR.natural
    const capacity = pipeCapacity({ insideDiameterM: d, lengthM: i.lengthM, roughnessM }, inPipe, i.limitPa)
    if (!capacity.ok) return capacity
    const fits = PIPE_SIZES.find((s) => {
      if (s.material !== size.material) return false
      const there = dropAt(s.insideDiameterM, i.flowM3PerS)
      return there.ok && there.value.dropPa <= i.limitPa
    })
    return answer({
      dropPa: drop.value.dropPa,
      northAmericanDropPa: northAmericanDrop(d, i.lengthM, i.flowM3PerS, cr),
      velocityMPerS: drop.value.velocityMPerS,
      reynolds: drop.value.reynolds,
      frictionFactor: drop.value.frictionFactor,
      regime: drop.value.regime,
      capacityM3PerS: capacity.value,
      northAmericanCapacityM3PerS: northAmericanCapacity(d, i.lengthM, i.limitPa, cr),
      smallestSize: fits?.id ?? null,
    })
  },
  explain: (i, r) => {
    const gas = gasOf(i.gas)
    const d = i.insideDiameterM ?? pipeSize(i.size)!.insideDiameterM
    const rho = gas.ok ? pipeGas(gas.value, i.gaugePa, i.barometerPa ?? ATMOSPHERE_PA).densityKgPerM3 : NaN
    return {
      working: [
        line(
          'Δp = f·(L/D)·ρ·v²/2',
          [
            term('f', r.frictionFactor!),
            term('L', i.lengthM, 'length'),
            term('D', d, 'length'),
            term('ρ', rho, 'density'),
            term('v', r.velocityMPerS!, 'velocity'),
          ],
          term('Δp', r.dropPa!, 'pressure'),
          'Darcy–Weisbach; f by Colebrook–White',
        ),
      ],
      warnings: [
        warn(r.dropPa! > i.limitPa, 'drop-over-limit'),
        warn(r.regime === 'transition', 'in-transition'),
        warn(r.velocityMPerS! > 20, 'too-fast'),
        warn(r.smallestSize === null, 'no-size-fits'),
      ],
    }
  },
})

export const obstructionWorking = defineWorking({
  id: 'pipe-obstruction',
  group: 'supply',
  inputs: {
    gas: GAS,
    size: choose(SIZES, 'cu-22', 'st-1/2'),
    lengthM: LENGTH,
    flowM3PerS: FLOW,
    gaugePa: ask('gauge', 0, 50_000, { default: 2000, imperialDefault: 7 * IN }),
    measuredPa: ask('gauge', 0, 20_000, { default: 250, imperialDefault: 1.2 * IN, doubt: { absolute: 7, relative: 0.0025 } }),
    barometerPa: BAROMETER,
  },
  outputs: {
    finding: finding(['as-expected', 'obstruction', 'less-than-expected'] as const),
    expectedPa: tell('gauge'),
    excessPa: tell('gauge'),
    extraLengthM: tell('length'),
    obstructionK: tell('plain'),
    effectiveDiameterM: tell('bore'),
  },
  principal: ['finding', 'excessPa', 'extraLengthM'],
  notes: ['same-load', 'model-ten-percent'],
  compute: (i) => {
    const gas = gasOf(i.gas)
    if (!gas.ok) return gas
    const size = pipeSize(i.size)!
    return fitDrop(
      { insideDiameterM: size.insideDiameterM, lengthM: i.lengthM, flowM3PerS: i.flowM3PerS, roughnessM: ROUGHNESS_M[size.material] },
      pipeGas(gas.value, i.gaugePa, i.barometerPa ?? ATMOSPHERE_PA),
      i.measuredPa,
      7,
    )
  },
  explain: (i, r) => ({
    working: [
      line(
        'L_extra = L·(Δp_measured − Δp_expected)/Δp_expected',
        [term('L', i.lengthM, 'length'), term('Δp_measured', i.measuredPa, 'pressure'), term('Δp_expected', r.expectedPa!, 'pressure')],
        term('L_extra', r.extraLengthM!, 'length'),
        'Darcy–Weisbach; f by Colebrook–White',
      ),
    ],
    warnings: [warn(r.finding === 'obstruction', 'obstruction-found'), warn(r.finding === 'less-than-expected', 'less-than-expected')],
  }),
})
