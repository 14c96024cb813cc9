import type { Channel } from './measurandKinds'
import { type MeasurandId, MEASURANDS } from './measurands'
import type { ChannelSpec, Instrument } from './schemas'

/** What is done to an instrument between calibrations, and calibrating itself. */
export const CHECK_KINDS = ['calibration', 'zero', 'bump', 'battery', 'water-trap', 'cell'] as const
export type CheckKind = (typeof CHECK_KINDS)[number]

export const INSTRUMENT_KINDS = [
  'analyser',
  'manometer',
  'multimeter',
  'gas-detector',
  'thermometer',
  'co-alarm',
  'clamp',
  'meter-reader',
] as const

/** Whether the instrument is in calibration at an instant (ISO 8601). */
export const inCalibration = (instrument: Pick<Instrument, 'calibratedAt' | 'calibrationDueAt'>, at: string): boolean =>
  Date.parse(at) >= Date.parse(instrument.calibratedAt) && Date.parse(at) <= Date.parse(instrument.calibrationDueAt)

/** The channel of an instrument that measures a measurand, if it has one. */
export function channelFor(instrument: Pick<Instrument, 'channels'>, id: MeasurandId): ChannelSpec | undefined {
  const wanted: Channel | undefined = MEASURANDS[id].channel
  const alike: Channel[] = wanted === 'temperature' ? ['temperature', 'flueTemperature', 'airTemperature'] : wanted ? [wanted] : []
  return instrument.channels.find((c) => alike.includes(c.channel))
}

/**
 * The limit of error (k = 2) that a channel's maker states at a value, SI.
 *
 * @example
 * // ±10 ppm or 5 %, whichever is larger
 * limitOfError({ absolute: 10e-6, relative: 0.05, combine: 'larger' }, 300e-6) // 15e-6
 */
export function limitOfError(spec: Pick<ChannelSpec, 'absolute' | 'relative' | 'combine'>, valueSi: number): number {
  const share = spec.relative * Math.abs(valueSi)
  return spec.combine === 'sum' ? spec.absolute + share : Math.max(spec.absolute, share)
}

/**
 * Standard uncertainty (k = 1) of a value read on a channel, SI: half the stated limit of error, and the resolution as a rectangle.
 *
 * @example
 * // O2 cell ±0.2 vol %, shown to 0.1 %
 * standardUncertainty({ absolute: 0.002, relative: 0, combine: 'larger', resolution: 0.001 }, 0.05) // 0.00104
 */
export function standardUncertainty(spec: Pick<ChannelSpec, 'absolute' | 'relative' | 'combine' | 'resolution'>, valueSi: number): number {
  return Math.hypot(limitOfError(spec, valueSi) / 2, spec.resolution / Math.sqrt(12))
}

/**
 * Standard uncertainty (k = 1) of what is read off by eye, SI; null for what an instrument measures. A hand-stopped time is two presses of about
 * 0.1 s, a rule or feeler half a millimetre, a bubble tube a twentieth of the value, a gauge of
 * the appliance one of its finer lines.
 *
 * @example
 * eyeUncertainty('time.metered', 120) // 0.14
 */
export function eyeUncertainty(id: MeasurandId, valueSi: number): number | null {
  switch (MEASURANDS[id].channel) {
    case 'stopwatch':
      return 0.14
    case 'length':
      return 0.00025
    case 'meterIndex':
      return 0.0025 * Math.abs(valueSi)
    case 'flow':
      return 0.05 * Math.abs(valueSi)
    case 'gauge':
      return 500 + 0.02 * Math.abs(valueSi)
    default:
      return null
  }
}
