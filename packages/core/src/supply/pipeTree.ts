import { ATMOSPHERE_PA } from '../gas'
import { fail, ok, type Result } from '../result'
import { dropOf, northAmericanDrop, type PipeDrop, type PipeGas } from './pipeFlow'
import { type Fitting, FITTING_IDS, FITTINGS, PIPE_SIZES, type PipeMaterial, type PipeSize, pipeSize, ROUGHNESS_M } from './pipeSizes'

/** One length of pipe of a network, from the meter (`from` null) or from the end of another segment. */
export interface PipeSegment {
  readonly id: string
  readonly from: string | null
  readonly material: PipeMaterial
  /** A standard size of the material, or null: then it is to be found. */
  readonly size: string | null
  /** An inside diameter that is in no table; comes before `size`. */
  readonly insideDiameterM?: number | undefined
  /** Wall roughness, m; the material's usual one without it. */
  readonly roughnessM?: number | undefined
  readonly lengthM: number
  /** How much higher its end lies than its beginning, m; a gas lighter than air gains pressure going up. */
  readonly riseM?: number | undefined
  readonly fittings?: Partial<Record<Fitting, number>> | undefined
  /** What is burned at its end, m³/s at pipe conditions; absent: nothing. */
  readonly loadM3PerS?: number | undefined
}

export interface PipeNetwork {
  readonly segments: readonly PipeSegment[]
  readonly gas: PipeGas
  /** At the meter outlet with everything on, gauge. */
  readonly sourcePa: number
  /** Most that any load may lose. */
  readonly maxDropPa: number
  /** Share of the sum that runs at once where a segment serves more than one load, 0.2–1. */
  readonly diversity: number
  readonly formula: 'darcy' | 'north-american'
  /** Cr of the North American equation. */
  readonly cr?: number | undefined
  readonly maxVelocityMPerS: number
  /** Absolute pressure of the place's air, Pa: what gas weighs less than depends on it. The standard atmosphere without it. */
  readonly barometerPa?: number | undefined
}

export interface SegmentResult {
  readonly id: string
  readonly sizeId: string | null
  readonly insideDiameterM: number
  /** Whether the size was found here rather than given. */
  readonly sized: boolean
  readonly flowM3PerS: number
  readonly equivalentLengthM: number
  readonly dropPa: number
  readonly velocityMPerS: number
  readonly reynolds: number
  readonly regime: PipeDrop['regime']
  readonly tooFast: boolean
  /** At its end, gauge. */
  readonly pressurePa: number
  /** All the way from the meter. */
  readonly totalDropPa: number
  readonly isLoad: boolean
}

export interface NetworkResult {
  readonly segments: readonly SegmentResult[]
  /** The load that loses most. */
  readonly worstLoadId: string
  readonly worstDropPa: number
  readonly withinLimit: boolean
  /** The segment on the way to the worst load that costs most. */
  readonly costliestId: string
  readonly totalFlowM3PerS: number
  /** Inside volume of all pipe, m³: for tightness and purge. */
  readonly volumeM3: number
}

const G = 9.80665
/** Air at 15 °C and one atmosphere, kg/m³. */
const AIR_15 = 1.225
const MAX_SEGMENTS = 1000

interface Node {
  readonly segment: PipeSegment
  readonly parent: number
  readonly flow: number
  readonly isLoad: boolean
  readonly candidates: readonly { readonly size: PipeSize | null; readonly d: number; readonly length: number; readonly drop: PipeDrop }[]
}

function wrong(network: PipeNetwork): Result<never> | undefined {
  const { segments } = network
  if (segments.length === 0) return fail('no-segments', {}, ['segments'])
  if (segments.length > MAX_SEGMENTS) return fail('too-many-segments', { max: MAX_SEGMENTS }, ['segments'])
  const seen = new Set<string>()
  for (const [i, s] of segments.entries()) {
    const at = (key: string) => ['segments', i, key]
    if (seen.has(s.id)) return fail('duplicate-segment', { id: s.id }, at('id'))
    seen.add(s.id)
    if (!Number.isFinite(s.lengthM) || s.lengthM < 0 || s.lengthM > 2000)
      return fail('out-of-range', { name: 'lengthM', min: 0, max: 2000, id: s.id }, at('lengthM'))
    const load = s.loadM3PerS ?? 0
    if (!Number.isFinite(load) || load < 0 || load > 10)
      return fail('out-of-range', { name: 'loadM3PerS', min: 0, max: 10, id: s.id }, at('loadM3PerS'))
    const rise = s.riseM ?? 0
    if (!Number.isFinite(rise) || Math.abs(rise) > s.lengthM + 1e-9)
      return fail('out-of-range', { name: 'riseM', min: -s.lengthM, max: s.lengthM, id: s.id }, at('riseM'))
    const d = s.insideDiameterM
    if (d !== undefined && !(d >= 0.002 && d <= 1))
      return fail('out-of-range', { name: 'insideDiameterM', min: 0.002, max: 1, id: s.id }, at('insideDiameterM'))
    if (s.size !== null && pipeSize(s.size)?.material !== s.material)
      return fail('unknown-pipe-size', { size: s.size, id: s.id }, at('size'))
    for (const kind of FITTING_IDS) {
      const n = s.fittings?.[kind] ?? 0
      if (!(n >= 0 && n <= 200)) return fail('out-of-range', { name: kind, min: 0, max: 200, id: s.id }, at('fittings'))
    }
  }
  for (const [i, s] of segments.entries())
    if (s.from !== null && !seen.has(s.from)) return fail('unknown-segment', { id: s.id, from: s.from }, ['segments', i, 'from'])
  for (const [name, value, min, max] of [
    ['sourcePa', network.sourcePa, 0, 500_000],
    ['maxDropPa', network.maxDropPa, 1, 100_000],
    ['diversity', network.diversity, 0.2, 1],
    ['maxVelocityMPerS', network.maxVelocityMPerS, 1, 100],
  ] as const)
    if (!(value >= min && value <= max)) return fail('out-of-range', { name, min, max }, [name])
  return undefined
}

/** Parents before children; a segment that no way leads to stands in a loop. */
function inOrder(segments: readonly PipeSegment[]): Result<PipeSegment[]> {
  const children = new Map<string | null, PipeSegment[]>()
  for (const s of segments) {
    const siblings = children.get(s.from)
    if (siblings) siblings.push(s)
    else children.set(s.from, [s])
  }
  const ordered: PipeSegment[] = [...(children.get(null) ?? [])]
  for (let i = 0; i < ordered.length; i++) ordered.push(...(children.get(ordered[i]!.id) ?? []))
  if (ordered.length === segments.length) return ok(ordered)
  const reached = new Set(ordered.map((s) => s.id))
  const lost = segments.findIndex((s) => !reached.has(s.id))
  return fail('pipe-loop', { id: segments[lost]?.id ?? '' }, ['segments', lost, 'from'])
}

/**
 * A gas pipe network as a tree: flow, drop and pressure of every segment, the segment that costs most, and the smallest standard size of every segment that
 * has none, so that no load loses more than the limit and nothing runs too fast. A pipe is never made wider than the one that feeds it.
 *
 * Sizing: all open segments start at the smallest size; while a load loses too much, the open segment on its way that gains most by the next size gets it;
 * then every size that proves unnecessary is taken back. The answer is minimal: no single found size could be smaller.
 *
 * Range: up to 1000 segments of 0–2000 m. Problems: `no-segments`, `too-many-segments`, `duplicate-segment`, `unknown-segment`, `pipe-loop`, `no-loads`,
 * `unknown-pipe-size`, `out-of-range`, `no-size-fits` (even the widest loses too much). Source: Darcy–Weisbach with Colebrook–White, or the North
 * American low-pressure equation; fittings in diameters after Crane TP-410; static head `g·h·(ρair − ρgas)`.
 *
 * @example
 * sizeNetwork({ segments: [{ id: 'a', from: null, material: 'copper', size: 'cu-22', lengthM: 10, loadM3PerS: 5 / 3600 }], … }) // worstDropPa 122.8
 */
export function sizeNetwork(network: PipeNetwork): Result<NetworkResult> {
  const problem = wrong(network)
  if (problem) return problem
  const ordered = inOrder(network.segments)
  if (!ordered.ok) return ordered
  if (!network.segments.some((s) => (s.loadM3PerS ?? 0) > 0)) return fail('no-loads', {}, ['segments'])

  const nodes = buildNodes(network, ordered.value)
  const choice = new Int32Array(nodes.length)
  const totals = new Float64Array(nodes.length)
  const worst = (): number => {
    let at = -1
    for (let i = 0; i < nodes.length; i++) {
      const node = nodes[i]!
      totals[i] = (node.parent < 0 ? 0 : totals[node.parent]!) + dropAt(network, node, choice[i]!)
      if (node.isLoad && (at < 0 || totals[i]! > totals[at]!)) at = i
    }
    return at
  }
  // Speed first: it asks for a width whatever the drop.
  for (let i = 0; i < nodes.length; i++)
    while (isOpen(nodes[i]!) && canWiden(nodes[i]!, choice[i]!) && tooFast(network, nodes[i]!, choice[i]!)) widen(nodes, choice, i)
  const limit = network.maxDropPa * (1 + 1e-12)
  let load = worst()
  while (totals[load]! > limit) {
    const next = bestToWiden(network, nodes, choice, load)
    // Without an open segment on the way the sizes are given: the answer says by how much they miss. With all of them at their widest, nothing fits.
    if (next < 0) {
      if (wayTo(nodes, load).some((i) => isOpen(nodes[i]!))) return fail('no-size-fits', { id: nodes[load]!.segment.id }, ['maxDropPa'])
      break
    }
    widen(nodes, choice, next)
    load = worst()
  }
  narrow(network, nodes, choice, () => totals[worst()]!, limit)
  load = worst()
  return ok(report(network, nodes, choice, totals, load))
}

function buildNodes(network: PipeNetwork, ordered: readonly PipeSegment[]): Node[] {
  const index = new Map(ordered.map((s, i) => [s.id, i]))
  const sums = ordered.map((s) => s.loadM3PerS ?? 0)
  const counts = sums.map((load) => (load > 0 ? 1 : 0))
  for (let i = ordered.length - 1; i >= 0; i--) {
    const parent = index.get(ordered[i]!.from ?? '')
    if (parent === undefined || ordered[i]!.from === null) continue
    sums[parent]! += sums[i]!
    counts[parent]! += counts[i]!
  }
  return ordered.map((segment, i) => {
    const flow = sums[i]! * (counts[i]! > 1 ? network.diversity : 1)
    const sizes: (PipeSize | null)[] =
      segment.insideDiameterM !== undefined
        ? [null]
        : segment.size !== null
          ? [pipeSize(segment.size)!]
          : PIPE_SIZES.filter((s) => s.material === segment.material)
    return {
      segment,
      parent: segment.from === null ? -1 : index.get(segment.from)!,
      flow,
      isLoad: (segment.loadM3PerS ?? 0) > 0,
      candidates: sizes.map((size) => {
        const d = size?.insideDiameterM ?? segment.insideDiameterM!
        const diameters = FITTING_IDS.reduce((sum, kind) => sum + FITTINGS[kind] * (segment.fittings?.[kind] ?? 0), 0)
        const length = segment.lengthM + diameters * d
        const run = {
          insideDiameterM: d,
          lengthM: length,
          flowM3PerS: flow,
          roughnessM: segment.roughnessM ?? ROUGHNESS_M[segment.material],
        }
        const darcy = dropOf(run, network.gas)
        const dropPa = network.formula === 'darcy' ? darcy.dropPa : northAmericanDrop(d, length, flow, network.cr ?? 0.6094)
        return { size, d, length, drop: { ...darcy, dropPa } }
      }),
    }
  })
}

const isOpen = (node: Node): boolean => node.candidates.length > 1
const canWiden = (node: Node, choice: number): boolean => choice + 1 < node.candidates.length
const tooFast = (network: PipeNetwork, node: Node, choice: number): boolean =>
  node.candidates[choice]!.drop.velocityMPerS > network.maxVelocityMPerS
const headOf = (network: PipeNetwork, node: Node): number =>
  G * (node.segment.riseM ?? 0) * (AIR_15 * ((network.barometerPa ?? ATMOSPHERE_PA) / ATMOSPHERE_PA) - network.gas.densityKgPerM3)
const dropAt = (network: PipeNetwork, node: Node, choice: number): number => node.candidates[choice]!.drop.dropPa - headOf(network, node)

function wayTo(nodes: readonly Node[], load: number): number[] {
  const way: number[] = []
  for (let i = load; i >= 0; i = nodes[i]!.parent) way.push(i)
  return way
}

/** Widens a segment by one size, and open segments that feed it where they would be narrower. */
function widen(nodes: readonly Node[], choice: Int32Array, at: number): void {
  choice[at]!++
  const width = nodes[at]!.candidates[choice[at]!]!.d
  for (let i = nodes[at]!.parent; i >= 0; i = nodes[i]!.parent)
    while (isOpen(nodes[i]!) && canWiden(nodes[i]!, choice[i]!) && nodes[i]!.candidates[choice[i]!]!.d < width - 1e-9) choice[i]!++
}

function bestToWiden(network: PipeNetwork, nodes: readonly Node[], choice: Int32Array, load: number): number {
  let best = -1
  let gain = 0
  for (const i of wayTo(nodes, load)) {
    const node = nodes[i]!
    const at = choice[i]!
    if (!isOpen(node) || !canWiden(node, at)) continue
    const saved = dropAt(network, node, at) - dropAt(network, node, at + 1)
    if (saved > gain) [best, gain] = [i, saved]
  }
  return best
}

function narrow(network: PipeNetwork, nodes: readonly Node[], choice: Int32Array, worstDrop: () => number, limit: number): void {
  if (worstDrop() > limit) return
  const widestChild = (at: number): number => {
    let d = 0
    for (let i = 0; i < nodes.length; i++)
      if (nodes[i]!.parent === at && isOpen(nodes[i]!)) d = Math.max(d, nodes[i]!.candidates[choice[i]!]!.d)
    return d
  }
  // One pass makes room for another (a child made narrower frees its parent): repeat until nothing moves.
  for (let moved = true; moved;) {
    moved = false
    for (let i = nodes.length - 1; i >= 0; i--) {
      const node = nodes[i]!
      if (!isOpen(node)) continue
      while (choice[i]! > 0) {
        choice[i]!--
        const fits = !tooFast(network, node, choice[i]!) && node.candidates[choice[i]!]!.d >= widestChild(i) - 1e-9 && worstDrop() <= limit
        if (fits) moved = true
        else {
          choice[i]!++
          break
        }
      }
    }
  }
}

function report(network: PipeNetwork, nodes: readonly Node[], choice: Int32Array, totals: Float64Array, load: number): NetworkResult {
  const segments = nodes.map((node, i): SegmentResult => {
    const picked = node.candidates[choice[i]!]!
    return {
      id: node.segment.id,
      sizeId: picked.size?.id ?? null,
      insideDiameterM: picked.d,
      sized: isOpen(node),
      flowM3PerS: node.flow,
      equivalentLengthM: picked.length,
      dropPa: dropAt(network, node, choice[i]!),
      velocityMPerS: picked.drop.velocityMPerS,
      reynolds: picked.drop.reynolds,
      regime: picked.drop.regime,
      tooFast: tooFast(network, node, choice[i]!),
      pressurePa: network.sourcePa - totals[i]!,
      totalDropPa: totals[i]!,
      isLoad: node.isLoad,
    }
  })
  const way = wayTo(nodes, load)
  const costliest = way.reduce((a, b) => (segments[b]!.dropPa > segments[a]!.dropPa ? b : a))
  return {
    segments,
    worstLoadId: nodes[load]!.segment.id,
    worstDropPa: totals[load]!,
    withinLimit: totals[load]! <= network.maxDropPa * (1 + 1e-12),
    costliestId: segments[costliest]!.id,
    totalFlowM3PerS: nodes.reduce((sum, n) => sum + (n.parent < 0 ? n.flow : 0), 0),
    volumeM3: segments.reduce((sum, s, i) => sum + (Math.PI / 4) * s.insideDiameterM ** 2 * nodes[i]!.segment.lengthM, 0),
  }
}
