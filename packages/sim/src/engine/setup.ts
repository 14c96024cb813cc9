import type { Card, GasId } from '@lucerna/core/appliance'
import { fail, ok, type Result } from '@lucerna/core/result'
import { AT_REST, type Controls, type Interlock, screwsOf } from './controls'
import { type Design, designOf, type DesignRate } from './design'
import { type FaultId, type Faults, FAULTS, SOUND } from './faults'
import { type Flows, type Surroundings } from './flows'
import { type Phase } from './sequencer'

const { max, min } = Math

/** What an appliance is made of and how it has fared. */
export interface Setup {
  readonly card: Card
  readonly gas: GasId
  readonly altitudeM?: number
  /** Only what differs from sound. */
  readonly faults?: Partial<Record<FaultId, number>>
  readonly outsideK?: number
  readonly roomK?: number
  readonly seed?: number
}
/** Sums that have to balance, whatever happens. */
export interface Balance {
  readonly meterM3: number
  readonly burntM3: number
  readonly unburntM3: number
  readonly leakM3: number
  readonly otherM3: number
  readonly grossJ: number
  readonly flueJ: number
  readonly toWaterJ: number
  readonly loadJ: number
  readonly storedJ: number
}

export interface Snapshot extends Flows {
  readonly timeS: number
  readonly phase: Phase
  readonly waitingFor: string | null
  readonly lockOut: string | null
  readonly rateId: string
  /** What the control has switched on. */
  readonly ordered: { readonly igniter: boolean; readonly valve: boolean }
  readonly lit: boolean
  readonly litForS: number
  readonly fan: number
  readonly meterPa: number
  readonly manifoldPa: readonly number[]
  readonly metalK: number
  readonly waterK: number
  readonly supplyAirK: number
  readonly stackK: number
  readonly roomCo: number
  readonly pilotV: number
  readonly meterIndexM3: number
  /** Force of the last light-off: unburnt gas that was there, over what lights softly. */
  readonly bang: number
  readonly open: readonly Interlock[]
}

/**
 * Setup checked and put together. Problems: `gas-not-on-card`, `card-without-rate`, `unknown-fault`, `out-of-range` (with the fault's range), `not-finite`.
 */
export function prepare(setup: Setup): Result<Surroundings> {
  const { altitudeM = 0, outsideK = 283.15, roomK = 293.15, seed = 1 } = setup
  for (const [name, value] of Object.entries({ altitudeM, outsideK, roomK, seed }))
    if (!Number.isFinite(value)) return fail('not-finite', { name }, [name])
  if (!(outsideK >= 230 && outsideK <= 325)) return fail('out-of-range', { min: 230, max: 325 }, ['outsideK'])
  if (!(roomK >= 255 && roomK <= 325)) return fail('out-of-range', { min: 255, max: 325 }, ['roomK'])
  for (const [id, value] of Object.entries(setup.faults ?? {})) {
    const fault = FAULTS.find((f) => f.id === id)
    if (!fault) return fail('unknown-fault', { fault: id }, ['faults', id])
    if (!Number.isFinite(value)) return fail('not-finite', {}, ['faults', id])
    if (!(value >= fault.min && value <= fault.max)) return fail('out-of-range', { min: fault.min, max: fault.max }, ['faults', id])
  }
  const design = designOf(setup.card, setup.gas, altitudeM)
  if (!design.ok) return design
  const faults: Faults = { ...SOUND, ...setup.faults }
  return ok({ design: design.value, faults, controls: AT_REST, screws: screwsOf(design.value, seed), outsideK, roomK })
}

/** The rate that controls and thermostat ask for. */
export function wantedRate(design: Design, controls: Controls, waterK: number, running: boolean): DesignRate {
  const forced = controls.force === design.ignition.id ? design.ignition : design.rates.find((r) => r.id === controls.force)
  if (forced) return forced
  if (!running) return design.ignition
  // Near the set point the smallest rate is enough; a stage is a stage.
  const missing = (design.setPointK - waterK) / 8
  const wanted = min(1, max(0, missing))
  return design.rates.findLast((r) => r.share >= wanted - 1e-9) ?? design.top
}
