import type { Adjuster } from '@lucerna/core/appliance'
import { fail, ok, type Result } from '@lucerna/core/result'
import { seededRandom } from '../random'
import type { Design } from './design'

// Called millions of times: taken out of the global object once.
const { exp, log, max, min } = Math

/** Everything a technician or an occupant can set. Positions beyond a stop stay at the stop. */
export interface Controls {
  /** Thermostat or time switch calls. */
  readonly call: boolean
  /** The isolating valve, 0 shut to 1 open. */
  readonly cock: number
  readonly power: boolean
  /** A rate held by service mode, switches or jumpers; null: the appliance's own control. */
  readonly force: string | null
  /** Heat taken by the warm installation, as a share of what the appliance gives at its rated input (1); 0 to 10. */
  readonly load: number
  /** Net position of each adjuster from as delivered, in its own unit, clockwise positive. */
  readonly adjusters: Readonly<Record<string, number>>
  /** Covers, caps and hoses that are off or on: names from {@link OPENINGS}. */
  readonly open: readonly Opening[]
  /** Safeties bridged with a jumper. */
  readonly bridged: readonly Interlock[]
  readonly pilotLit: boolean
  readonly reset: boolean
}
export const OPENINGS = ['case', 'inlet-nipple', 'manifold-nipple', 'probe-hole', 'intake-cover', 'condensate-trap'] as const
export type Opening = (typeof OPENINGS)[number]
export const INTERLOCKS = ['limit', 'air-switch', 'low-water', 'gas-low', 'gas-high', 'spill', 'roll-out', 'flame'] as const
export type Interlock = (typeof INTERLOCKS)[number]

export const AT_REST: Controls = {
  call: false,
  cock: 1,
  power: true,
  force: null,
  load: 1,
  adjusters: {},
  open: [],
  bridged: [],
  pilotLit: true,
  reset: false,
}

/** What a unit of an adjuster does: share of pressure, of gas passage, of air; Pascal for an offset. Typical gains with a spread from the seed. */
const GAIN = {
  governor: 0.1,
  throttle: 0.12,
  offset: 20,
  click: 0.012,
  'air-shutter': 0.015,
  menu: 0.012,
  cam: 0.018,
  calibration: 0,
} as const
const SPREAD = { governor: 1.35, throttle: 1.5, offset: 1.5, click: 1.3, 'air-shutter': 1.3, menu: 1.2, cam: 1.3, calibration: 1 } as const
const BACKLASH = { governor: 0.1, throttle: 0.06, offset: 0.06, click: 1, 'air-shutter': 1, menu: 0, cam: 0.5, calibration: 0 } as const

/** One adjuster as it is made: which way, how much, how loose, how far. */
export interface Screw {
  readonly adjuster: Adjuster
  /** Effect of one unit clockwise, signed; more gas (or more air for what moves air) is positive. */
  readonly gain: number
  readonly backlash: number
  readonly travel: number
  readonly section: number | null
}

/** The adjusters of a design; directions that a card does not know are thrown by the seed, and stay so. */
export function screwsOf(design: Design, seed: number): readonly Screw[] {
  const random = seededRandom(seed ^ 0x5c4e)
  return design.card.adjusters.map((adjuster) => {
    const spread = exp((random() * 2 - 1) * log(SPREAD[adjuster.function]))
    const thrown = random() < 0.5 ? 1 : -1
    const sign = adjuster.clockwise.startsWith('more') ? 1 : adjuster.clockwise.startsWith('less') ? -1 : thrown
    const index = design.card.sections.findIndex((s) => s.id === adjuster.sectionId)
    const pressure = adjuster.function === 'governor' && design.lpg ? 1.0 : 1
    return {
      adjuster,
      gain: sign * GAIN[adjuster.function] * spread * pressure,
      backlash: BACKLASH[adjuster.function],
      travel: adjuster.travel ?? (adjuster.unit === 'turn' ? 6 : adjuster.unit === 'degree' ? 20 : 40),
      section: index >= 0 ? index : null,
    }
  })
}

/** The part of a screw's position that is felt: it follows its head through the backlash, between its stops. */
export function felt(screw: Screw, position: number, before: number): number {
  const half = screw.travel / 2
  const at = min(half, max(-half, Number.isFinite(position) ? position : 0))
  const slack = screw.backlash / 2
  return min(at + slack, max(at - slack, before))
}

/**
 * Controls as they can be: shares between 0 and 1, positions that are numbers. Problems: `not-finite`, `no-such-adjuster`, `no-such-rate`.
 */
export function checkControls(design: Design, controls: Controls): Result<Controls> {
  for (const [id, position] of Object.entries(controls.adjusters)) {
    if (!design.card.adjusters.some((a) => a.id === id)) return fail('no-such-adjuster', { adjuster: id }, ['adjusters', id])
    if (!Number.isFinite(position)) return fail('not-finite', {}, ['adjusters', id])
  }
  if (controls.force !== null && !design.rates.some((r) => r.id === controls.force) && controls.force !== design.ignition.id)
    return fail('no-such-rate', { rate: controls.force }, ['force'])
  if (!Number.isFinite(controls.cock)) return fail('not-finite', {}, ['cock'])
  if (!Number.isFinite(controls.load)) return fail('not-finite', {}, ['load'])
  return ok({
    ...controls,
    cock: min(1, max(0, controls.cock)),
    load: min(10, max(0, controls.load)),
  })
}
