import { DILUTION_O2 } from '../flue'
import { BY_EYE, channelFor, inCalibration, type Instrument, MEASURANDS } from '../measure'
import type { TimerId } from '../procedure'
import type { LiveReading, VisitState } from './state'
import type { NoVerdict } from './verdict'

type Proofs = Pick<VisitState, 'zeroed' | 'responses' | 'allowed' | 'timers'>

/** Readings that only count once their clock has run out. */
const TIMED: Partial<Record<LiveReading['measurandId'], TimerId>> = {
  'pressure.letByRise': 'let-by',
  'pressure.tightnessFall': 'tightness',
  'co.caseSweep': 'case-sweep',
}

/**
 * Why a reading cannot be judged, or undefined when it can: early, instrument not named, out of calibration (and nobody answers for it with a reason), not zeroed, over range, a channel
 * that the instrument only computes, diluted by air, or a zero too perfect to believe (CO at 0 from a cell that was never seen to respond).
 */
export function whyNoVerdict(reading: LiveReading, instruments: readonly Instrument[], proofs: Proofs): NoVerdict | undefined {
  if (reading.settled === 'early') return 'early'
  const timer = TIMED[reading.measurandId]
  const clock = timer && proofs.timers.findLast((t) => t.timer === timer && t.applianceId === reading.applianceId)
  if (clock && Date.parse(reading.takenAt) < Date.parse(clock.startedAt) + clock.seconds * 1000) return 'early'
  const { channel: wanted } = MEASURANDS[reading.measurandId]
  const instrument = instruments.find((i) => i.id === reading.source.instrumentId)
  if (!instrument && wanted && BY_EYE.includes(wanted)) return undefined
  if (!instrument) return 'no-instrument'
  const channel = channelFor(instrument, reading.measurandId)
  if (!channel) return 'no-channel'
  if (!inCalibration(instrument, reading.takenAt) && !proofs.allowed.some((a) => a.instrumentId === instrument.id))
    return 'out-of-calibration'
  if (channel.origin === 'computed') return 'computed-by-instrument'
  if (reading.valueSi > channel.max || reading.valueSi < channel.min) return 'over-range'
  const { zero } = MEASURANDS[reading.measurandId]
  if (
    zero &&
    !proofs.zeroed.some(
      (z) => z.instrumentId === instrument.id && z.index < reading.index && (zero === 'at-connection' || z.place === 'clean-air'),
    )
  )
    return 'not-zeroed'
  if (reading.measurandId === 'o2.flue' && reading.valueSi > DILUTION_O2) return 'diluted'
  if (reading.measurandId === 'co.flue' && reading.valueSi === 0 && !proofs.responses.some((r) => r.instrumentId === instrument.id))
    return 'perfect-zero'
  return undefined
}
