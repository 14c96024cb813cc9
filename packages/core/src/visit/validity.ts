import { DILUTION_O2 } from '../flue'
import { BY_EYE, channelFor, inCalibration, type Instrument, MEASURANDS } from '../measure'
import type { LiveReading } from './state'
import type { NoVerdict } from './verdict'

/**
 * Why a reading cannot be judged, or undefined when it can: early, instrument not named, out of calibration (and nobody answers for it with a reason), not zeroed, over range, a channel
 * that the instrument only computes, diluted by air, or a zero too perfect to believe (CO at 0 from a cell that was never seen to respond).
 */
export function whyNoVerdict(reading: LiveReading, instruments: readonly Instrument[]): NoVerdict | undefined {
  const { proof } = reading
  if (reading.settled === 'early') return 'early'
  if (proof.clockEndsMs !== null && Date.parse(reading.takenAt) < proof.clockEndsMs) return 'early'
  const { channel: wanted, zero } = MEASURANDS[reading.measurandId]
  const instrument = instruments.find((i) => i.id === reading.source.instrumentId)
  if (!instrument && wanted && BY_EYE.includes(wanted)) return undefined
  if (!instrument) return 'no-instrument'
  const channel = channelFor(instrument, reading.measurandId)
  if (!channel) return 'no-channel'
  if (!inCalibration(instrument, reading.takenAt) && !proof.allowed) return 'out-of-calibration'
  if (channel.origin === 'computed') return 'computed-by-instrument'
  if (reading.valueSi > channel.max || reading.valueSi < channel.min) return 'over-range'
  if (zero && !(zero === 'at-connection' ? proof.zeroed : proof.zeroedInCleanAir)) return 'not-zeroed'
  if (reading.measurandId === 'o2.flue' && reading.valueSi > DILUTION_O2) return 'diluted'
  if (reading.measurandId === 'co.flue' && reading.valueSi === 0 && !proof.responded) return 'perfect-zero'
  return undefined
}
