import { ratesOf } from '../appliance'
import type { Practice } from '../practice'
import { type LadderFinding, readLadder } from '../supply'
import { bandFor, inletMaximum } from './bands'
import type { VisitAppliance } from './context'
import type { ApplianceState } from './state'

/** Loss allowed from the isolating valve to the valve inlet where nobody gives another, Pa. */
const APPLIANCE_DROP_PA = 100
/** Two gauges or two readings of one differ by so much at least, Pa. */
const DOUBT_PA = 10

/**
 * What the rungs at full rate say: whose side is bad, and whether the regulator is the technician's to touch. Several rungs can be bad at once;
 * nothing is said of rungs that were not read.
 *
 * @example
 * ladderOf(appliance, state, metricRatio) // { findings: ['pipe-loss'], regulatorIsTechnicians: false }
 */
export function ladderOf(
  appliance: VisitAppliance,
  state: Pick<ApplianceState, 'latest'>,
  practice: Practice,
): { readonly findings: readonly LadderFinding[]; readonly regulatorIsTechnicians: boolean } {
  const supply = appliance.card.supply.find((s) => s.gas === appliance.facts.gas)
  const regulatorIsTechnicians = supply?.regulatorIsTechnicians ?? false
  const top = ratesOf(appliance.card)[0]?.id
  const latest = [...state.latest.values()]
  const at = (measurandId: 'pressure.working' | 'pressure.standing', stationId: string) =>
    latest.find(
      (r) => r.measurandId === measurandId && r.stationId === stationId && (measurandId === 'pressure.standing' || r.firingStateId === top),
    )?.valueSi
  const readings = {
    standingPa: at('pressure.standing', 'meter'),
    meterWorkingPa: at('pressure.working', 'meter'),
    isolatorPa: at('pressure.working', 'isolator'),
    inletPa: at('pressure.working', 'inlet'),
  }
  if (top === undefined || Object.values(readings).every((v) => v === undefined)) return { findings: [], regulatorIsTechnicians }
  const band = (
    measurandId: 'pressure.working' | 'pressure.standing' | 'pressure.drop',
    stationId: 'meter' | 'inlet' | 'pipe' | 'isolator',
    state = top,
  ) => bandFor(appliance, practice, { measurandId, stationId, firingStateId: state })
  const meter = band('pressure.working', 'meter')
  const read = readLadder(
    readings,
    {
      standingMaxPa: band('pressure.standing', 'meter', 'standing')?.max,
      meterMinPa: meter?.min ?? 0,
      meterMaxPa: meter?.max ?? 100_000,
      pipeDropMaxPa: band('pressure.drop', readings.isolatorPa === undefined ? 'pipe' : 'isolator')?.max ?? APPLIANCE_DROP_PA,
      applianceDropMaxPa: band('pressure.drop', 'inlet')?.max ?? APPLIANCE_DROP_PA,
      inletMinPa: band('pressure.working', 'inlet')?.min ?? 0,
      inletMaxPa: inletMaximum(appliance) ?? 100_000,
    },
    DOUBT_PA,
  )
  return { findings: read.ok ? read.value.findings : [], regulatorIsTechnicians }
}
