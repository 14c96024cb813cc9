import { copperAt20, flameLambdas, METHOD_SIGNATURES, methodSignature, ohmsLaw, TYPICAL_ELECTRICS } from '../../electrics'
import { ask, C, choose, finding, may, tell } from '../build'
import { answer, defineWorking, line, term, warn } from '../define'

export const igniterWorking = defineWorking({
  id: 'igniter',
  group: 'electrics',
  inputs: {
    kind: choose(['silicon-carbide', 'silicon-nitride'] as const, 'silicon-carbide'),
    coldOhm: ask('ohm', 0.01, 1e5, { default: 55, doubt: { relative: 0.01 } }),
    voltageV: ask('voltage', 1, 500, { default: 230, imperialDefault: 120, doubt: { relative: 0.01 } }),
    currentA: may('amp', 0.01, 20, { default: 3.6, doubt: { relative: 0.02 } }),
  },
  outputs: {
    verdict: finding(['inside', 'below', 'above'] as const),
    signature: finding(METHOD_SIGNATURES),
    coldCurrentA: tell('amp'),
    hotOhm: tell('ohm'),
    powerW: tell('power'),
  },
  principal: ['verdict', 'hotOhm', 'powerW'],
  notes: ['cold-and-current', 'typical-not-limits', 'mains-live'],
  compute: (i) => {
    const band = TYPICAL_ELECTRICS[`igniter.${i.kind}`]
    const law = ohmsLaw(i.voltageV, i.coldOhm)
    if (!law.ok) return law
    return answer({
      verdict: i.coldOhm < band.min ? 'below' : i.coldOhm > band.max ? 'above' : 'inside',
      signature: methodSignature(`igniter.${i.kind}`, i.coldOhm) ?? null,
      coldCurrentA: law.value.currentA,
      hotOhm: i.currentA === undefined ? null : i.voltageV / i.currentA,
      powerW: i.currentA === undefined ? null : i.voltageV * i.currentA,
    })
  },
  explain: (i, r) => ({
    working:
      r.hotOhm === null
        ? [
            line(
              'I = U/R',
              [term('U', i.voltageV, 'voltage'), term('R', i.coldOhm, 'resistance')],
              term('I', r.coldCurrentA!, 'current'),
              'Ohm',
            ),
          ]
        : [
            line(
              'R_hot = U/I',
              [term('U', i.voltageV, 'voltage'), term('I', i.currentA!, 'current')],
              term('R_hot', r.hotOhm, 'resistance'),
              'Ohm',
            ),
          ],
    warnings: [
      ...(r.signature ? [{ code: `method-${r.signature}` }] : []),
      warn(r.verdict === 'above' && !r.signature, 'igniter-high'),
      warn(i.currentA !== undefined && i.currentA < 0.5 * r.coldCurrentA!, 'igniter-not-heating'),
    ],
  }),
})

export const coilWorking = defineWorking({
  id: 'coil',
  group: 'electrics',
  inputs: {
    measuredOhm: ask('ohm', 0.01, 1e6, { default: 4000, doubt: { relative: 0.008 } }),
    coilK: ask('temperature', C(-40), C(180), { default: C(20), imperialDefault: C(20), doubt: { absolute: 5 } }),
    cardOhm: may('ohm', 0.01, 1e6, { default: 4000 }),
    tolerance: ask('share', 0.005, 0.5, { default: 0.1 }),
    voltageV: may('voltage', 0.1, 500, { doubt: { relative: 0.01 } }),
  },
  outputs: {
    at20Ohm: tell('ohm'),
    verdict: finding(['inside', 'below', 'above'] as const),
    offShare: tell('share'),
    currentA: tell('amp'),
  },
  principal: ['at20Ohm', 'verdict', 'offShare'],
  notes: ['hot-coil-reads-high', 'disconnect-first', 'coil-not-seat'],
  compute: (i) => {
    const cold = copperAt20(i.measuredOhm, i.coilK)
    if (!cold.ok) return cold
    const offShare = i.cardOhm === undefined ? null : cold.value / i.cardOhm - 1
    return answer({
      at20Ohm: cold.value,
      verdict: offShare === null ? null : offShare < -i.tolerance ? 'below' : offShare > i.tolerance ? 'above' : 'inside',
      offShare,
      currentA: i.voltageV === undefined ? null : i.voltageV / i.measuredOhm,
    })
  },
  explain: (i, r) => ({
    working: [
      line(
        'R20 = R/(1 + 0.00393·(T − 293.15 K))',
        [term('R', i.measuredOhm, 'resistance'), term('T', i.coilK, 'temperature')],
        term('R20', r.at20Ohm!, 'resistance'),
        'copper, IEC 60228',
      ),
    ],
    warnings: [warn(r.verdict === 'below', 'coil-shorted'), warn(r.verdict === 'above', 'coil-open')],
  }),
})

export const flameCurrentWorking = defineWorking({
  id: 'flame-current',
  group: 'electrics',
  inputs: {
    currentA: ask('microamp', 1e-8, 1e-3, { default: 4e-6, imperialDefault: 4e-6, doubt: { absolute: 1e-7 } }),
    peakA: ask('microamp', 1e-7, 1e-3, { default: 8e-6, doubt: { relative: 0.15 } }),
    tripA: ask('microamp', 1e-8, 1e-4, { default: 1e-6 }),
  },
  outputs: { lean: tell('ratio'), rich: tell('ratio'), overTrip: tell('plain') },
  principal: ['lean', 'rich', 'overTrip'],
  notes: ['never-replaces-analyser', 'series-dc', 'earth-and-polarity', 'typical-not-limits'],
  compute: (i) => {
    const both = flameLambdas(i.currentA, i.peakA)
    return both.ok ? answer({ ...both.value, overTrip: i.currentA / i.tripA }) : both
  },
  explain: (i, r) => ({
    working: [
      line(
        'λ = 1 ± 0.42·√(ln(I_peak/I))',
        [term('I_peak', i.peakA, 'current'), term('I', i.currentA, 'current')],
        term('λ', r.lean!),
        'typical curve, simulated; the lean side is shown',
      ),
    ],
    warnings: [warn(r.overTrip! < 2, 'near-trip'), warn(true, 'two-mixtures')],
  }),
})
