import { firingState } from '../appliance'
import { checkPossible, instancesOf, MEASURANDS, type Reading } from '../measure'
import type { Checking } from './kit'

/** What a visit's facts refuse of a reading: no appliance to belong to, a place where it is never taken, a rate that the card lacks, an impossible value. */
export function checkReading(r: Reading, path: string, at: Checking): void {
  checkPlace(r, path, at)
  const { range } = MEASURANDS[r.measurandId]
  const possible = at.owner ? checkPossible(r.measurandId, r.valueSi) : null
  if (possible && !possible.ok) at.wrong(`${path}.valueSi`, possible.error.code, { min: range.min, max: range.max })
}

/** The same for where it is read alone. */
export function checkPlace(
  r: Pick<Reading, 'measurandId' | 'stationId' | 'firingStateId' | 'instanceId'>,
  path: string,
  { owner, wrong }: Checking,
): void {
  if (!owner) return wrong('applianceId', 'no-appliance')
  const { stations } = MEASURANDS[r.measurandId]
  if (!stations.includes(r.stationId)) wrong(`${path}.stationId`, 'wrong-station', { measurand: r.measurandId, station: r.stationId })
  if (!firingState(owner.card, r.firingStateId)) wrong(`${path}.firingStateId`, 'unknown-firing-state', { state: r.firingStateId })
  if (r.instanceId && !instancesOf(r.measurandId).includes(r.instanceId))
    wrong(`${path}.instanceId`, 'no-such-instance', { measurand: r.measurandId })
}
