import { channelFor, eyeUncertainty, standardUncertainty } from './instruments'
import type { ChannelSpec, Instrument } from './schemas'
import type { Instance } from './instances'
import type { MeasurandId } from './measurands'
import type { Reading } from './schemas'
import type { Station } from './stations'

/** What was read, before it has the doubt of what it was read with. */
export interface Taken {
  readonly id: string
  readonly groupId?: string | undefined
  readonly measurandId: MeasurandId
  readonly stationId: Station
  readonly firingStateId: string
  readonly sectionId?: string | null | undefined
  readonly instanceId?: Instance | null | undefined
  readonly valueSi: number
  readonly entered?: Reading['entered'] | null
  /** What it was read with; none for what is read off by eye. */
  readonly instrument: Instrument | undefined
  /** The channel that sent it, where no hand wrote it down. */
  readonly sentBy?: ChannelSpec | undefined
  /** Read off a trace that the instrument recorded by itself. */
  readonly fromTrace?: true
  readonly settled: Reading['settled']
  readonly takenAt: string
  /** From outside the visit, with a doubt of its own (SI, k = 1). */
  readonly brought?: { readonly standardUncertainty: number | null; readonly origin: Reading['origin'] }
}

/**
 * Makes a reading of what was typed, worked out or copied: the one place where a value meets its instrument. The doubt is that of the instrument's
 * channel at this value, of reading by eye where no instrument is asked for, or unknown.
 *
 * @example
 * takeReading({ id, measurandId: 'o2.flue', stationId: 'flue', firingStateId: 'max', valueSi: 0.05, instrument: analyser, settled: 'settled', takenAt })
 * // { standardUncertainty: 0.00104, origin: 'measured', source: { kind: 'typed', instrumentId: '…', channelId: 'o2' }, … }
 */
export function takeReading(taken: Taken): Reading {
  const {
    id,
    groupId,
    measurandId,
    stationId,
    firingStateId,
    sectionId,
    instanceId,
    valueSi,
    entered,
    instrument,
    sentBy,
    fromTrace,
    settled,
    takenAt,
    brought,
  } = taken
  const spec = instrument && (sentBy ?? channelFor(instrument, measurandId))
  return {
    id,
    ...(groupId && { groupId }),
    measurandId,
    stationId,
    firingStateId,
    ...(sectionId && { sectionId }),
    ...(instanceId && { instanceId }),
    valueSi,
    standardUncertainty: brought
      ? brought.standardUncertainty
      : spec
        ? standardUncertainty(spec, valueSi)
        : eyeUncertainty(measurandId, valueSi),
    ...(entered && { entered }),
    origin: brought?.origin ?? 'measured',
    source: {
      kind: fromTrace ? 'trace' : sentBy ? 'instrument' : 'typed',
      ...(instrument && { instrumentId: instrument.id }),
      ...(spec && { channelId: spec.id }),
    },
    settled,
    takenAt,
  }
}
