import { type MeasurandId, MEASURANDS, type Station } from '../measure'
import type { WorkingAnswer } from './run'

/** A figure of a working that a visit can keep as a reading. */
export interface WorkingReading {
  readonly measurandId: MeasurandId
  readonly stationId: Station
  readonly valueSi: number
  readonly standardUncertainty: number | null
  /** Typed in, or worked out here. */
  readonly origin: 'measured' | 'computed'
}

type Source = readonly [from: 'input' | 'result', key: string, measurandId: MeasurandId, stationId?: Station]

const SOURCES: Readonly<Record<string, readonly Source[]>> = {
  'gas-rate': [
    ['input', 'volumeM3', 'volume.metered'],
    ['input', 'seconds', 'time.metered'],
    ['result', 'standardFlowM3PerS', 'rate.gas'],
    ['result', 'heatInputGrossW', 'input.gross'],
    ['result', 'heatInputNetW', 'input.net'],
  ],
  'pressure-ladder': [
    ['input', 'standingPa', 'pressure.standing', 'inlet'],
    ['input', 'meterWorkingPa', 'pressure.working', 'meter'],
    ['input', 'isolatorPa', 'pressure.working', 'isolator'],
    ['input', 'inletPa', 'pressure.working', 'inlet'],
  ],
  tightness: [['result', 'changePa', 'pressure.tightnessFall']],
  'let-by': [['result', 'changePa', 'pressure.letByRise']],
  draught: [
    ['input', 'measuredPa', 'draught.flue'],
    ['result', 'draughtPa', 'draught.theoretical'],
  ],
  'air-rise': [['result', 'riseK', 'temperature.rise']],
  igniter: [
    ['input', 'coldOhm', 'igniter.coldResistance'],
    ['input', 'currentA', 'igniter.current'],
  ],
  coil: [['input', 'measuredOhm', 'coil.resistance']],
  'flame-current': [['input', 'currentA', 'flame.current']],
  thermistor: [['input', 'measuredOhm', 'thermistor.resistance']],
  'thermistor-table': [['input', 'measuredOhm', 'thermistor.resistance']],
}

function sourcesOf(workingId: string, answer: Pick<WorkingAnswer, 'input'>): readonly Source[] {
  if (workingId !== 'thermocouple') return SOURCES[workingId] ?? []
  const base = answer.input.kind === 'pilot-generator' ? 'pilotGenerator' : 'thermocouple'
  return [
    ['input', 'openV', `${base}.open`],
    ['input', 'loadedV', `${base}.loaded`],
  ]
}

/**
 * What of a working's answer a visit keeps as readings, with their uncertainty; everything else goes in as a remark. Only figures that the registry of
 * measurands holds possible.
 *
 * @example
 * readingsOf('gas-rate', answer) // volume.metered, time.metered, rate.gas, input.gross, input.net at the meter
 */
export function readingsOf(
  workingId: string,
  answer: Pick<WorkingAnswer, 'input' | 'result' | 'uncertainty' | 'doubts'>,
): WorkingReading[] {
  return sourcesOf(workingId, answer).flatMap(([from, key, measurandId, stationId]) => {
    const valueSi = answer[from][key]
    const { range, stations } = MEASURANDS[measurandId]
    const station = stationId ?? stations[0]
    if (typeof valueSi !== 'number' || valueSi < range.min || valueSi > range.max || station === undefined) return []
    const standardUncertainty = (from === 'input' ? answer.doubts[key] : answer.uncertainty[key]) ?? null
    return [
      {
        measurandId,
        stationId: station,
        valueSi,
        standardUncertainty,
        origin: from === 'input' ? ('measured' as const) : ('computed' as const),
      },
    ]
  })
}
