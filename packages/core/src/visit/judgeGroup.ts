import { standardPressure } from '../burner'
import { presetGas } from '../gas'
import type { Station } from '../measure'
import { tightnessTest } from '../practice'
import { findBand } from './bands'
import type { VisitAppliance, VisitContext } from './context'
import { deriveDrop, type Derived, deriveFlue, deriveInput, deriveLeak, deriveRise } from './derive'
import type { ReadingGroup } from './groups'
import { readingKey } from './keys'
import type { FigureExplained, JudgedReading, LiveReading } from './state'
import { whyNoVerdict } from './validity'
import { judge, type Verdict } from './verdict'

/** Losses between the rungs, and where each is told: to the isolating valve, on to the valve inside the appliance, and the whole way. */
const DROPS = [
  ['meter', 'inlet', 'pipe'],
  ['meter', 'isolator', 'isolator'],
  ['isolator', 'inlet', 'inlet'],
] as const

/** What computed figures were made of: their explanation is only made when somebody asks. */
const madeOf = new WeakMap<JudgedReading, Derived>()

/** How a computed figure came about, with the readings that it is made of; null for what was read. */
export function explanationOf(reading: JudgedReading): FigureExplained | null {
  const derived = madeOf.get(reading)
  return derived ? { ...derived.explain(), from: derived.from } : null
}

/** The readings of a simultaneous set with their verdicts, and what is computed from them. */
export function judgeGroup(appliance: VisitAppliance, context: VisitContext, { readings: group, rungs }: ReadingGroup): JudgedReading[] {
  const { practice, instruments } = context
  const why = (r: LiveReading) => whyNoVerdict(r, instruments)
  const measured = group.map((r) => {
    const found = findBand(appliance, practice, { ...r, besideK: besideOf(r, group) })
    const verdict = judge(r.valueSi, r.standardUncertainty, found.band, why(r) ?? found.why)
    return judged(r, r, r.id, r.key, r.valueSi, r.standardUncertainty, r.origin, r.entered ?? null, verdict)
  })
  const computed = (base: LiveReading, parts: readonly LiveReading[], stationId: Station, derived: readonly Derived[]): JudgedReading[] => {
    // What is computed is as good as its worst part.
    const invalid = parts.map(why).find((w) => w !== undefined)
    return derived.map((d) => {
      const { measurandId, valueSi, standardUncertainty } = d
      const place = { measurandId, stationId, firingStateId: base.firingStateId, sectionId: base.sectionId }
      // Where the isolating valve was read too, the whole way says nothing of whose side it is: its two parts are judged instead.
      const found =
        measurandId === 'pressure.drop' && stationId === 'pipe' && rungs.isolator
          ? { band: undefined }
          : findBand(appliance, practice, place)
      const verdict = judge(valueSi, standardUncertainty, found.band, invalid ?? found.why)
      const id = `${base.id}:${measurandId}`
      const reading = judged(base, place, id, readingKey(place), valueSi, standardUncertainty, 'computed', null, verdict)
      madeOf.set(reading, d)
      return reading
    })
  }
  const pick = (id: LiveReading['measurandId'], station?: Station) =>
    group.find((r) => r.measurandId === id && (station === undefined || r.stationId === station))
  const gas = presetGas(appliance.facts.gas)
  const made: JudgedReading[] = []
  const oxygen = pick('o2.flue') ?? pick('co2.flue')
  if (oxygen?.groupId)
    made.push(...computed(oxygen, group, 'flue', deriveFlue(gas, group, practice.oxygenBase && practice.oxygenBase.percent / 100)))
  const rung = pick('pressure.working')
  if (rung)
    for (const [from, to, stationId] of DROPS) {
      const [upper, lower] = [rungs[from], rungs[to]]
      if (upper && lower) made.push(...computed(rung, [upper, lower], stationId, [deriveDrop(upper, lower)]))
    }
  const fall = pick('pressure.tightnessFall')
  const volumeM3 = appliance.facts.installationVolumeM3
  const test = tightnessTest(practice, appliance.facts)
  if (fall && volumeM3 && test) {
    const barometerPa = standardPressure(appliance.facts.altitudeM)
    made.push(...computed(fall, [fall], 'pipe', deriveLeak(fall, { volumeM3, seconds: test.testS, startPa: test.testPa, barometerPa })))
  }
  const supply = pick('temperature.supplyAir')
  const back = pick('temperature.returnAir')
  if (supply && back) made.push(...computed(supply, [supply, back], 'air', [deriveRise(supply, back)]))
  const volume = pick('volume.metered')
  if (volume) {
    const at = {
      meterGaugePa: rungs.meter?.valueSi,
      barometerPa: standardPressure(appliance.facts.altitudeM),
      compensated: appliance.facts.meterCompensated ?? false,
    }
    const time = pick('time.metered')
    made.push(...computed(volume, time ? [time] : [volume], 'burner', deriveInput(gas, group, at)))
  }
  return [...measured, ...made]
}

/** The temperature that was measured at a sensor in the same moment as its resistance. */
const besideOf = (r: LiveReading, group: readonly LiveReading[]): number | undefined =>
  r.measurandId === 'thermistor.resistance'
    ? group.find((g) => g.measurandId === 'temperature.sensorMeasured' && (g.instanceId ?? null) === (r.instanceId ?? null))?.valueSi
    : undefined

const judged = (
  from: LiveReading,
  place: Pick<LiveReading, 'measurandId' | 'stationId' | 'sectionId' | 'instanceId'>,
  readingId: string,
  key: string,
  valueSi: number,
  standardUncertainty: number | null,
  origin: JudgedReading['origin'],
  entered: JudgedReading['entered'],
  verdict: Verdict,
): JudgedReading => ({
  key,
  readingId,
  groupId: from.groupId ?? null,
  applianceId: from.applianceId,
  measurandId: place.measurandId,
  stationId: place.stationId,
  firingStateId: from.firingStateId,
  sectionId: place.sectionId ?? null,
  instanceId: place.instanceId ?? null,
  valueSi,
  standardUncertainty,
  origin,
  settled: from.settled,
  caseOpen: from.caseClosed === false,
  takenAt: from.takenAt,
  entered,
  instrumentId: from.source.instrumentId ?? null,
  authorName: from.authorName,
  index: from.index,
  order: from.order,
  verdict,
})
