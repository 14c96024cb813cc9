/** Temporary changes that hang until they are put back. A gas joint only closes with a leak check. */
export const LOOSE_END_KINDS = {
  'test-point': { gasJoint: true },
  'gas-joint': { gasJoint: true },
  'held-rate': { gasJoint: false },
  'adjuster-cap': { gasJoint: false },
  'cover-off': { gasJoint: false },
  'probe-hole': { gasJoint: false },
  selector: { gasJoint: false },
  parameter: { gasJoint: false },
  bridge: { gasJoint: false },
} as const satisfies Record<string, { gasJoint: boolean }>

export type LooseEndKind = keyof typeof LOOSE_END_KINDS
export const LOOSE_END_KIND_IDS = Object.keys(LOOSE_END_KINDS) as [LooseEndKind, ...LooseEndKind[]]

/** Things that are looked at rather than measured, with the answers they can have; the first is the good one. */
export const OBSERVATIONS = {
  'smell-of-gas': { stationId: 'room', answers: ['none', 'present'], stops: true },
  'emergency-control': { stationId: 'meter', answers: ['reachable', 'not-reachable'], stops: false },
  'flue-terminal': { stationId: 'flue', answers: ['sound', 'not-sound'], stops: true },
  'spillage-signs': { stationId: 'room', answers: ['none', 'present'], stops: true },
  ventilation: { stationId: 'room', answers: ['clear', 'not-clear'], stops: true },
  'data-plate': { stationId: 'burner', answers: ['matches', 'differs'], stops: true },
} as const satisfies Record<string, { stationId: string; answers: readonly [string, string]; stops: boolean }>

export type ObservationId = keyof typeof OBSERVATIONS
export const OBSERVATION_IDS = Object.keys(OBSERVATIONS) as [ObservationId, ...ObservationId[]]
