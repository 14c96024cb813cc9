import type { Card } from '../appliance'
import type { MeasurandId } from '../measure'

export const SEQUENCE_PHASES = ['outside', 'interlocks', 'purge', 'ignition', 'run', 'stop'] as const
export type SequencePhase = (typeof SEQUENCE_PHASES)[number]

/** One thing that has to happen in the start of a burner, in its place in the chain. */
export interface SequenceEvent {
  readonly id: string
  readonly phase: SequencePhase
  /** Events that have to have happened before. */
  readonly after: readonly string[]
  /** Who makes it happen: the controls outside, the burner control, the gas, or the medium. */
  readonly by: 'outside' | 'control' | 'gas' | 'medium'
  /** What can be timed or read when it happens. */
  readonly measurandId?: MeasurandId
  /** Seconds that the maker gives for it, from the event before; null where the card has none. */
  readonly seconds: number | null
}

type Source = Pick<Card, 'burnerKind' | 'traits' | 'timing' | 'firingStates'>

interface Row {
  readonly id: string
  readonly phase: SequencePhase
  readonly by: SequenceEvent['by']
  readonly when?: (card: Source) => boolean
  readonly measurandId?: MeasurandId
  readonly seconds?: (card: Source) => number | null | undefined
}

const hasFan = (c: Source) => c.burnerKind !== 'atmospheric'
const medium = (c: Source) => c.traits?.medium ?? 'water'
const standingPilot = (c: Source) => c.traits?.pilot === 'standing'
const stages = (c: Source) => c.firingStates.filter((s) => s.kind === 'rate').length

/** The chain of every burner kind is a part of this one list, in order; what a model does not have is left out. */
const CHAIN: readonly Row[] = [
  { id: 'pilot-lit', phase: 'outside', by: 'gas', when: standingPilot },
  { id: 'pilot-proved', phase: 'outside', by: 'control', when: standingPilot },
  { id: 'time-switch', phase: 'outside', by: 'outside', when: (c) => medium(c) === 'water' },
  { id: 'thermostat', phase: 'outside', by: 'outside', when: (c) => medium(c) !== 'stored-water' },
  { id: 'zone-valve', phase: 'outside', by: 'outside', when: (c) => medium(c) === 'water' },
  { id: 'pump', phase: 'outside', by: 'medium', when: (c) => medium(c) === 'water' },
  { id: 'call', phase: 'outside', by: 'outside' },
  { id: 'limit-made', phase: 'interlocks', by: 'control' },
  { id: 'low-water-made', phase: 'interlocks', by: 'medium', when: (c) => medium(c) === 'steam' },
  { id: 'water-made', phase: 'interlocks', by: 'medium', when: (c) => medium(c) === 'water' && hasFan(c) },
  { id: 'gas-switches-made', phase: 'interlocks', by: 'gas', when: (c) => c.burnerKind === 'forced-draught' },
  { id: 'air-switch-rests', phase: 'interlocks', by: 'control', when: (c) => hasFan(c) && c.traits?.ratioControl !== 'electronic' },
  { id: 'fan', phase: 'purge', by: 'control', when: hasFan },
  { id: 'air-proved', phase: 'purge', by: 'control', when: hasFan },
  {
    id: 'valves-proved',
    phase: 'purge',
    by: 'control',
    when: (c) => c.burnerKind === 'forced-draught',
  },
  {
    id: 'pre-purge',
    phase: 'purge',
    by: 'control',
    when: (c) => (c.timing?.prePurgeS ?? 0) > 0,
    measurandId: 'time.prePurge',
    seconds: (c) => c.timing?.prePurgeS,
  },
  { id: 'damper-open', phase: 'purge', by: 'control', when: (c) => c.burnerKind === 'atmospheric' && medium(c) === 'steam' },
  { id: 'igniter', phase: 'ignition', by: 'control', when: (c) => !standingPilot(c) },
  { id: 'gas-valve', phase: 'ignition', by: 'control', measurandId: 'pressure.ignitionDip' },
  {
    id: 'flame-proved',
    phase: 'ignition',
    by: 'control',
    when: (c) => !standingPilot(c),
    measurandId: 'time.ignition',
    seconds: (c) => c.timing?.ignitionTrialS,
  },
  { id: 'carries-over', phase: 'ignition', by: 'gas', when: (c) => c.burnerKind === 'atmospheric' || c.burnerKind === 'multi-valve' },
  { id: 'blower', phase: 'run', by: 'medium', when: (c) => medium(c) === 'air' },
  { id: 'rate-reached', phase: 'run', by: 'control', when: (c) => stages(c) > 1 },
  { id: 'valve-shuts', phase: 'stop', by: 'control', measurandId: 'time.flameLoss', seconds: (c) => c.timing?.flameLossS },
  {
    id: 'post-purge',
    phase: 'stop',
    by: 'control',
    when: (c) => hasFan(c) && (c.timing?.postPurgeS ?? 0) > 0,
    measurandId: 'time.postPurge',
    seconds: (c) => c.timing?.postPurgeS,
  },
]

/**
 * The sequence of operation of a model, in order, from the controls outside to the stop. One model for the visit (ticked through), the simulated
 * appliance (played) and the fault desk (where a start dies).
 *
 * Each event waits for the one before; the times are the card's.
 *
 * @example
 * sequenceOf(larch28).map((e) => e.id)
 * // ['time-switch', 'thermostat', 'zone-valve', 'pump', 'call', 'limit-made', 'water-made', 'air-switch-rests', 'fan', 'air-proved', 'pre-purge', 'igniter', …]
 */
export function sequenceOf(card: Source): SequenceEvent[] {
  const rows = CHAIN.filter((row) => row.when?.(card) ?? true)
  return rows.map((row, i) => ({
    id: row.id,
    phase: row.phase,
    by: row.by,
    after: i === 0 ? [] : [rows[i - 1]!.id],
    ...(row.measurandId && { measurandId: row.measurandId }),
    seconds: row.seconds?.(card) ?? null,
  }))
}

/** Every event that any chain can hold. */
export const SEQUENCE_EVENT_IDS: readonly string[] = CHAIN.map((row) => row.id)
