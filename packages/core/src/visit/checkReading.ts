import { firingState } from '../appliance'
import { checkPossible, MEASURANDS, type Reading } from '../measure'
import type { Checking } from './kit'

/** What a visit's facts refuse of a reading: no appliance to belong to, a place where it is never taken, a rate that the card lacks, an impossible value. */
export function checkReading(r: Reading, path: string, { owner, wrong }: Checking): void {
  if (!owner) return wrong('applianceId', 'no-appliance')
  const { stations, range } = MEASURANDS[r.measurandId]
  if (!stations.includes(r.stationId)) wrong(`${path}.stationId`, 'wrong-station', { measurand: r.measurandId, station: r.stationId })
  if (!firingState(owner.card, r.firingStateId)) wrong(`${path}.firingStateId`, 'unknown-firing-state', { state: r.firingStateId })
  const possible = checkPossible(r.measurandId, r.valueSi)
  if (!possible.ok) wrong(`${path}.valueSi`, possible.error.code, { min: range.min, max: range.max })
}
