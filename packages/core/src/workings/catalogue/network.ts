import { ATMOSPHERE_PA } from '../../gas'

import { FITTING_IDS, NORTH_AMERICAN_CR, PIPE_MATERIALS, PIPE_SIZES, pipeSize, sizeNetwork } from '../../supply'
import { ask, BAROMETER, choose, finding, GAS, may, mayText, tell, text } from '../build'
import { answer, defineWorking, gasOf, line, term, warn } from '../define'
import { pipeGas } from './gas'

const FREE = 'to-be-found'
const SIZES = [FREE, ...PIPE_SIZES.map((s) => s.id)] as [string, ...string[]]
const IN = 249.08891
const fittings = Object.fromEntries(FITTING_IDS.map((id) => [id, may('count', 0, 200, { whole: true })])) as Record<
  (typeof FITTING_IDS)[number],
  ReturnType<typeof may<{ whole: true }>>
>

/** The gas pipes of a place as a tree, with the segment that costs most and the sizes that are missing. */
export const networkWorking = defineWorking({
  id: 'pipe-network',
  group: 'supply',
  inputs: {
    gas: GAS,
    formula: choose(['darcy', 'north-american'] as const, 'darcy', 'north-american'),
    sourcePa: ask('gauge', 0, 50_000, { default: 2100, imperialDefault: 7 * IN }),
    limitPa: ask('gauge', 1, 10_000, { default: 100, imperialDefault: 0.5 * IN }),
    diversity: ask('share', 0.2, 1, { default: 1 }),
    maxVelocityMPerS: ask('velocity', 1, 60, { default: 20 }),
    barometerPa: BAROMETER,
    segments: {
      kind: 'rows',
      columns: {
        id: text(20),
        from: mayText(20),
        material: choose(PIPE_MATERIALS, 'copper', 'steel'),
        size: choose(SIZES, FREE),
        lengthM: ask('length', 0, 2000, { default: 5, doubt: { relative: 0.03 } }),
        roughnessM: may('roughness', 0, 0.001),
        riseM: may('length', -200, 200),
        loadM3PerS: may('flow', 0, 1, { doubt: { relative: 0.03 } }),
        ...fittings,
      },
      min: 1,
      max: 400,
      default: [
        { id: 'A', material: 'copper', size: 'cu-28', lengthM: 8, 'elbow-90': 3 },
        { id: 'B', from: 'A', material: 'copper', size: 'cu-22', lengthM: 9, 'elbow-90': 4, loadM3PerS: 2.9 / 3600 },
        { id: 'C', from: 'A', material: 'copper', size: FREE, lengthM: 6, 'elbow-90': 2, 'tee-branch': 1, loadM3PerS: 1.1 / 3600 },
      ],
    },
  },
  outputs: {
    worstDropPa: tell('gauge'),
    worstLoad: { kind: 'text' },
    costliest: { kind: 'text' },
    withinLimit: finding(['yes', 'no'] as const),
    totalFlowM3PerS: tell('flow'),
    volumeM3: tell('volume'),
    segments: {
      kind: 'rows',
      columns: {
        id: { kind: 'text' },
        size: finding(SIZES),
        sized: finding(['found', 'given'] as const),
        flowM3PerS: tell('flow'),
        equivalentLengthM: tell('length'),
        dropPa: tell('gauge'),
        totalDropPa: tell('gauge'),
        pressurePa: tell('gauge'),
        velocityMPerS: tell('velocity'),
        regime: finding(['still', 'laminar', 'transition', 'turbulent'] as const),
      },
    },
  },
  principal: ['worstDropPa', 'costliest', 'withinLimit'],
  notes: ['two-formulas', 'diversity-yours', 'fittings-count'],
  compute: (i) => {
    const gas = gasOf(i.gas)
    if (!gas.ok) return gas
    const solved = sizeNetwork({
      segments: i.segments.map((s) => ({
        id: s.id,
        from: s.from ?? null,
        material: s.size === FREE ? s.material : (pipeSize(s.size)?.material ?? s.material),
        size: s.size === FREE ? null : s.size,
        lengthM: s.lengthM,
        riseM: s.riseM,
        roughnessM: s.roughnessM,
        loadM3PerS: s.loadM3PerS,
        fittings: Object.fromEntries(FITTING_IDS.map((id) => [id, s[id] ?? 0])),
      })),
      gas: pipeGas(gas.value, i.sourcePa, i.barometerPa ?? ATMOSPHERE_PA),
      sourcePa: i.sourcePa,
      maxDropPa: i.limitPa,
      diversity: i.diversity,
      formula: i.formula,
      cr: gas.value.family === 'third' ? NORTH_AMERICAN_CR.propane : NORTH_AMERICAN_CR.natural,
      maxVelocityMPerS: i.maxVelocityMPerS,
      barometerPa: i.barometerPa,
    })
    if (!solved.ok) return solved
    const n = solved.value
    return answer({
      worstDropPa: n.worstDropPa,
      worstLoad: n.worstLoadId,
      costliest: n.costliestId,
      withinLimit: n.withinLimit ? 'yes' : 'no',
      totalFlowM3PerS: n.totalFlowM3PerS,
      volumeM3: n.volumeM3,
      segments: n.segments.map((s) => ({
        id: s.id,
        size: s.sizeId,
        sized: s.sized ? ('found' as const) : ('given' as const),
        flowM3PerS: s.flowM3PerS,
        equivalentLengthM: s.equivalentLengthM,
        dropPa: s.dropPa,
        totalDropPa: s.totalDropPa,
        pressurePa: s.pressurePa,
        velocityMPerS: s.velocityMPerS,
        regime: s.regime,
      })),
    })
  },
  explain: (i, r) => {
    const byId = new Map(r.segments.map((s) => [s.id, s]))
    const parents = new Map(i.segments.map((s) => [s.id, s.from ?? null]))
    const way: string[] = []
    for (let at: string | null = r.worstLoad; at !== null && way.length < 50; at = parents.get(at) ?? null) way.unshift(at)
    return {
      working: [
        line(
          `Δp = ${way.map((id) => `Δp_${id}`).join(' + ')}`,
          way.map((id) => term(`Δp_${id}`, byId.get(id)?.dropPa ?? 0, 'pressure')),
          term('Δp', r.worstDropPa!, 'pressure'),
          i.formula === 'darcy' ? 'Darcy–Weisbach; f by Colebrook–White' : 'North American low-pressure equation',
        ),
      ],
      warnings: [
        warn(r.withinLimit === 'no', 'drop-over-limit'),
        warn(
          r.segments.some((s) => s.velocityMPerS! > i.maxVelocityMPerS),
          'too-fast',
        ),
        warn(
          r.segments.some((s) => s.regime === 'transition'),
          'in-transition',
        ),
        warn(
          r.segments.some((s) => s.sized === 'found' && s.size?.startsWith('ehd')),
          'csst-makers-table',
        ),
      ],
    }
  },
})
