import type { Card } from '@lucerna/core/appliance'
import { presetGas } from '@lucerna/core/gas'
import { channelFor, type Instrument, type MeasurandId, type Station } from '@lucerna/core/measure'
import type { Practice } from '@lucerna/core/practice'
import type { LooseEndKind, Step } from '@lucerna/core/procedure'
import type { StartRecord, VisitEvent } from '@lucerna/core/visit'
import { steadyFlue } from '@lucerna/sim/appliance'
import { shownBy } from '@lucerna/sim/instrument'
import type { Random } from '@lucerna/sim/random'
import { playSheet, soundValues } from '@lucerna/sim/technician'
import { t } from '@/messages/all'

/** How one appliance was on one past day: what the simulated instruments read. */
export interface PastDay {
  readonly at: Date
  readonly fouling: number
  readonly standingPa: number
  readonly workingPa: number
  /** Air ratio by rate. */
  readonly lambda: Readonly<Record<string, number>>
  readonly manifoldPa: Readonly<Record<string, number>>
  readonly defect?: { readonly class: 'at-risk' | 'attention' | 'note'; readonly text: string; readonly action: string }
  readonly part?: { readonly part: string; readonly number: string; readonly why: string }
}

interface Past {
  readonly visitId: string
  readonly applianceId: string
  readonly card: Card
  readonly gas: Parameters<typeof presetGas>[0]
  readonly practice: Practice
  readonly steps: readonly Step[]
  readonly instruments: readonly Instrument[]
  readonly day: PastDay
  readonly random: Random
  readonly newId: (at: Date) => string
  readonly deviceId: string
  readonly altitudeM: number
  /** The start of that day on its time line, where a bench recorded it. */
  readonly start?: (startId: string, at: Date) => StartRecord & { readonly startId: string }
}

/** What the visit screen calls these loose ends; a test point has the card's own words. */
const LABELS: Partial<Record<LooseEndKind, string>> = {
  'held-rate': t('loose.held-rate'),
  'probe-hole': t('loose.probe-hole'),
}

/** The events of a past service as a device would have posted them, with readings from the simulated appliance. */
export function pastService(past: Past): readonly VisitEvent[] {
  const { visitId, applianceId, card, gas, practice, steps, instruments, day, random, newId, deviceId } = past
  const top = card.firingStates.reduce((a, b) => ((b.nominalInputW ?? 0) > (a.nominalInputW ?? 0) ? b : a))

  /** What the day's appliance shows; nothing where the day says nothing about it. */
  const trueValue = (measurandId: MeasurandId, stationId: Station, stateId: string): number | undefined => {
    const state = card.firingStates.find((s) => s.id === stateId)
    const load = Math.min(1.1, Math.max(0.1, (state?.nominalInputW ?? 1) / (top.nominalInputW ?? 1)))
    const kind = card.burnerKind === 'induced-draught' ? 'induced' : 'premix'
    const air = 283
    const flue = steadyFlue({
      kind,
      gas: presetGas(gas),
      lambda: day.lambda[stateId] ?? 1.3,
      load,
      fouling: day.fouling,
      airTemperatureK: air,
      cleanDifferentialPa: 160,
      returnTemperatureK: kind === 'premix' ? 318 + 10 * load : 330,
    })
    switch (measurandId) {
      case 'co.ambient':
        return 0
      case 'pressure.standing':
        return stationId === 'meter' ? day.standingPa : day.standingPa - 5
      case 'pressure.working':
        return stationId === 'meter' ? day.workingPa + 70 : day.workingPa
      case 'pressure.manifold':
        return day.manifoldPa[stateId]
      case 'pressure.chamberDifferential':
        return flue.chamberDifferentialPa
      case 'co2.flue':
        return flue.co2Dry
      case 'o2.flue':
        return flue.o2Dry
      case 'co.flue':
        return flue.coDry
      case 'temperature.flue':
        return flue.flueTemperatureK
      case 'temperature.air':
        return air
      default:
        return undefined
    }
  }
  const sound = soundValues(card, { gas, altitudeM: past.altitudeM }, practice)
  return playSheet({
    visitId,
    applianceId,
    jobKind: 'annual-service',
    card,
    practice,
    steps,
    instruments,
    deviceId,
    newId,
    startedAt: day.at,
    valueOf: (need, instrument) => {
      const spec = instrument && channelFor(instrument, need.measurandId)
      const value = trueValue(need.measurandId, need.stationId, need.firingStateId) ?? sound(need)
      return spec ? shownBy(spec, value, random) : value
    },
    labelOf: (kind, label) => LABELS[kind] ?? label,
    extra: (step, add) => {
      // A part is fitted while it is open; everything behind it is measured afterwards.
      if (day.part && step.kind === 'strip') add('part.fitted', day.part, step.id)
      if (past.start && step.kind === 'sequence') add('start.recorded', past.start(newId(day.at), day.at), step.id)
      if (day.defect && step.kind === 'loose-ends') add('defect.found', { defectId: newId(day.at), ...day.defect }, step.id)
    },
  }).events
}
