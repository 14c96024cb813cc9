import { type Card, firingState, type InstalledFacts } from '@lucerna/core/appliance'
import { presetGas } from '@lucerna/core/gas'
import type { Need, Step } from '@lucerna/core/procedure'
import type { Practice } from '@lucerna/core/practice'
import { meterRate } from '@lucerna/core/supply'
import { standardPressure } from '@lucerna/core/burner'
import { bandFor } from '@lucerna/core/visit'

/** Figures that a sound appliance shows where neither card nor practice says anything, SI. */
const USUAL: Partial<Record<Need['measurandId'], number>> = {
  'co.flue': 20e-6,
  'co.ambient': 0,
  'co.caseSweep': 0,
  'co.supplyAir': 0,
  'gas.ambient': 0,
  'temperature.flue': 333,
  'temperature.air': 288,
  'temperature.returnAir': 294,
  'temperature.supplyAir': 319,
  'temperature.gas': 285,
  'pressure.standing': 2200,
  'pressure.working': 2030,
  'pressure.letByRise': 0,
  'pressure.tightnessFall': 0,
  'pressure.ignitionDip': 60,
  'pressure.water': 150_000,
  'pressure.expansionVessel': 90_000,
  'o2.intake': 0.2095,
  'co2.intake': 0,
  'draught.flue': -6,
  'electrode.gap': 0.004,
  'air.primaryOpening': 0.6,
  'thermocouple.open': 0.03,
  'thermocouple.loaded': 0.014,
  'pilotGenerator.open': 0.65,
  'pilotGenerator.loaded': 0.4,
  'time.dropOut': 25,
  'time.prePurge': 20,
  'time.ignition': 3,
  'time.flameLoss': 1,
  'time.postPurge': 30,
  'flame.current': 8e-6,
  'temperature.limitCutOut': 355,
  'temperature.sensorMeasured': 298.15,
  'thermistor.resistance': 10_000,
  'motor.current': 0.6,
}
/** Long enough that the stopwatch's own doubt does not matter. */
const CLOCKED_S = 240

/** A value well inside a band. */
function inside(band: {
  min?: number | undefined
  nominal?: number | undefined
  max?: number | undefined
  goal?: number | undefined
}): number {
  const { min, nominal, max, goal } = band
  if (nominal !== undefined) return nominal
  if (goal !== undefined) return goal / 2
  if (min !== undefined && max !== undefined) return (min + max) / 2
  if (max !== undefined) return max > 0 ? max * 0.5 : max * 2
  return min! >= 0 ? min! * 1.2 : min! * 0.5
}

/**
 * What a sound and well-set appliance of a card shows: the middle of every band, and figures that fit together (oxygen with carbon dioxide, the clocked
 * meter with the rated input, supply air with the rise).
 *
 * @param steps the sheet, where there is one: a meter whose pressure is read is corrected by what is read.
 * @example
 * soundValues(larch28, facts, metricRatio)({ measurandId: 'co2.flue', stationId: 'flue', firingStateId: 'max' }) // 0.09
 */
export function soundValues(card: Card, facts: InstalledFacts, practice: Practice, steps: readonly Pick<Step, 'needs'>[] = []) {
  const gas = presetGas(facts.gas)
  const band = (key: Pick<Need, 'measurandId' | 'stationId' | 'firingStateId' | 'sectionId'>) => bandFor({ card, facts }, practice, key)
  const valueOf = (need: Pick<Need, 'measurandId' | 'stationId' | 'firingStateId' | 'sectionId'>): number => {
    const at = { firingStateId: need.firingStateId, stationId: 'flue' as const }
    switch (need.measurandId) {
      // Whatever the card tolerates: a sound valve that is shut has nothing behind it.
      case 'pressure.outletShut':
        return 0
      case 'co2.flue':
      case 'o2.flue': {
        const co2 = band({ ...at, measurandId: 'co2.flue' })
        const o2 = band({ ...at, measurandId: 'o2.flue' })
        const co2Dry = co2 ? inside(co2) : o2 ? gas.co2Max * (1 - inside(o2) / 0.2095) : gas.co2Max * 0.7
        return need.measurandId === 'co2.flue' ? co2Dry : 0.2095 * (1 - co2Dry / gas.co2Max)
      }
      case 'time.metered':
        return CLOCKED_S
      case 'volume.metered': {
        const state = firingState(card, need.firingStateId)
        const rate = meterRate(
          {
            volumeM3: 1,
            seconds: CLOCKED_S,
            index: facts.meterCompensated ? 'standard' : 'actual',
            barometerPa: standardPressure(facts.altitudeM),
            gasTemperatureK: USUAL['temperature.gas'],
            meterGaugePa: steps.some((x) => x.needs.some((n) => isMeter(n, need))) ? valueOf(meterAt(need)) : USUAL['pressure.working'],
          },
          gas,
        )
        if (!rate.ok || !state?.nominalInputW) return 1
        return state.nominalInputW / (state.basis === 'net' ? rate.value.heatInputNetW : rate.value.heatInputGrossW)
      }
      case 'temperature.supplyAir': {
        const rise = band({ firingStateId: need.firingStateId, stationId: 'air', measurandId: 'temperature.rise' })
        return (USUAL['temperature.returnAir'] ?? 294) + (rise ? inside(rise) : 25)
      }
      case 'pressure.working':
      case 'pressure.standing': {
        const inlet = band({ ...need, stationId: 'inlet' })
        const meter = band({ ...need, stationId: 'meter' })
        // Good at both ends of the pipe, a little lost between them.
        const own = Math.max(inlet ? inside(inlet) : (USUAL[need.measurandId] ?? 2000), (meter?.min ?? 0) - 35)
        return need.stationId === 'meter' ? Math.min(own + 40, (meter?.max ?? Infinity) - 5) : own
      }
      case 'co.flue':
      case 'co.caseSweep':
      case 'co.ambient':
      case 'pressure.tightnessFall':
        return USUAL[need.measurandId] ?? 0
      case 'temperature.flue': {
        const own = band(need)
        // Half of an upper limit would be half of a temperature above absolute zero.
        if (own?.max !== undefined && own.min === undefined) return own.max - 25
        return own ? inside(own) : (USUAL[need.measurandId] ?? 333)
      }
      default: {
        const own = band(need)
        return own ? inside(own) : (USUAL[need.measurandId] ?? 0)
      }
    }
  }
  return valueOf
}

const meterAt = (need: Pick<Need, 'firingStateId'>) =>
  ({ measurandId: 'pressure.working', stationId: 'meter', firingStateId: need.firingStateId }) as const
const isMeter = (n: Pick<Need, 'measurandId' | 'stationId' | 'firingStateId'>, need: Pick<Need, 'firingStateId'>): boolean =>
  n.measurandId === 'pressure.working' && n.stationId === 'meter' && n.firingStateId === need.firingStateId
