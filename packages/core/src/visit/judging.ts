import { standardPressure } from '../burner'
import { presetGas } from '../gas'
import type { Station } from '../measure'
import { tightnessTest } from '../practice'
import { bandFor } from './bands'
import type { VisitContext } from './context'
import { deriveDrop, type Derived, deriveFlue, deriveInput, deriveLeak, deriveRise } from './derive'
import type { ApplianceDraft, VisitDraft } from './draft'
import { foundAndLeft } from './foundAndLeft'
import { readingKey } from './keys'
import type { ApplianceState, JudgedReading, LiveReading } from './state'
import { whyNoVerdict } from './validity'
import { judge } from './verdict'

/** What a judgement looks at beside the appliance itself. */
interface Bench {
  readonly context: VisitContext
  readonly visit: VisitDraft
}

/** An appliance's state with everything judged: only groups in which something changed are judged anew. */
export function show(draft: ApplianceDraft, bench: Bench): ApplianceState {
  const changed = new Set<string>()
  for (const group of draft.stale) {
    for (const r of draft.judged.get(group) ?? []) {
      changed.add(r.key)
      const list = draft.byKey.get(r.key)
      if (list)
        draft.byKey.set(
          r.key,
          list.filter((x) => x.readingId !== r.readingId),
        )
    }
    const readings = draft.groups.get(group)
    const judged = readings ? judgeGroup(draft, bench, readings) : []
    if (readings) draft.judged.set(group, judged)
    else draft.judged.delete(group)
    for (const r of judged) {
      changed.add(r.key)
      const list = draft.byKey.get(r.key) ?? []
      const at = list.findLastIndex((x) => x.index <= r.index) + 1
      draft.byKey.set(r.key, [...list.slice(0, at), r, ...list.slice(at)])
    }
  }
  draft.stale = new Set()
  const keys = draft.touchedSince ? draft.byKey.keys() : changed
  for (const key of keys) {
    const list = draft.byKey.get(key) ?? []
    if (list.length === 0) {
      draft.byKey.delete(key)
      draft.found.delete(key)
    } else draft.found.set(key, foundAndLeft(key, list, draft.touched))
  }
  draft.touchedSince = false
  const readings: JudgedReading[] = []
  for (const group of draft.judged.values()) for (const r of group) readings.push(r)
  return {
    ...draft.state,
    adjustments: [...draft.state.adjustments],
    readings,
    foundAndLeft: [...draft.found.values()].sort((a, b) => firstIndex(draft, a.key) - firstIndex(draft, b.key) || (a.key < b.key ? -1 : 1)),
  }
}

/** The readings of a group with their verdicts, and what is computed from them. */
function judgeGroup(draft: ApplianceDraft, bench: Bench, group: readonly LiveReading[]): JudgedReading[] {
  const { appliance } = draft
  const { practice, instruments } = bench.context
  const measured = group.map((reading): JudgedReading => {
    const invalid = whyNoVerdict(reading, instruments, bench.visit)
    return {
      ...common(reading),
      readingId: reading.id,
      valueSi: reading.valueSi,
      standardUncertainty: reading.standardUncertainty,
      measurandId: reading.measurandId,
      stationId: reading.stationId,
      sectionId: reading.sectionId ?? null,
      key: readingKey(reading),
      origin: reading.origin,
      entered: reading.entered ?? null,
      working: null,
      verdict: judge(reading.valueSi, reading.standardUncertainty, bandFor(appliance, practice, reading), invalid),
    }
  })
  const computed = (base: LiveReading, parts: readonly LiveReading[], stationId: Station, derived: readonly Derived[]): JudgedReading[] => {
    // What is computed is as good as its worst part.
    const invalid = parts.map((p) => whyNoVerdict(p, instruments, bench.visit)).find((why) => why !== undefined)
    return derived.map((d) => {
      const place = { measurandId: d.measurandId, stationId, firingStateId: base.firingStateId, sectionId: base.sectionId }
      return {
        ...common(base),
        ...place,
        sectionId: base.sectionId ?? null,
        key: readingKey(place),
        readingId: `${base.id}:${d.measurandId}`,
        valueSi: d.valueSi,
        standardUncertainty: d.standardUncertainty,
        origin: 'computed',
        entered: null,
        working: d.working,
        verdict: judge(d.valueSi, d.standardUncertainty, bandFor(appliance, practice, place), invalid),
      }
    })
  }
  const pick = (id: LiveReading['measurandId'], station?: Station) =>
    group.find((r) => r.measurandId === id && (station === undefined || r.stationId === station))
  const gas = presetGas(appliance.facts.gas)
  const made: JudgedReading[] = []
  const oxygen = pick('o2.flue') ?? pick('co2.flue')
  if (oxygen?.groupId) made.push(...computed(oxygen, group, 'flue', deriveFlue(gas, group)))
  const inlet = pick('pressure.working', 'inlet')
  const meter = inlet && meterBeside(draft, inlet)
  if (inlet && meter) made.push(...computed(inlet, [meter, inlet], 'pipe', [deriveDrop(meter, inlet)]))
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
      meterGaugePa: meterBeside(draft, volume)?.valueSi,
      barometerPa: standardPressure(appliance.facts.altitudeM),
      compensated: appliance.facts.meterCompensated ?? false,
    }
    const time = pick('time.metered')
    made.push(...computed(volume, time ? [time] : [volume], 'burner', deriveInput(gas, group, at)))
  }
  return [...measured, ...made]
}

/** The working pressure read at the meter at the same load, the newest until then. */
function meterBeside(draft: ApplianceDraft, r: LiveReading): LiveReading | undefined {
  return draft.live.findLast(
    (m) => m.measurandId === 'pressure.working' && m.stationId === 'meter' && m.firingStateId === r.firingStateId && m.index <= r.index,
  )
}

const firstIndex = (draft: ApplianceDraft, key: string): number => draft.byKey.get(key)?.[0]?.index ?? 0

const common = (r: LiveReading) => ({
  groupId: r.groupId ?? null,
  applianceId: r.applianceId,
  firingStateId: r.firingStateId,
  settled: r.settled,
  takenAt: r.takenAt,
  instrumentId: r.source.instrumentId ?? null,
  authorName: r.authorName,
  index: r.index,
})
