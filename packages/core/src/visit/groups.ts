import { MEASURANDS, type Reading } from '../measure'
import type { TimerId } from '../procedure'
import type { ApplianceDraft, Drafts } from './draft'
import { readingKey } from './keys'
import type { LiveReading, Proof } from './state'
import { connectionOf, isZeroed, portsOf } from './zeroes'

/** Readings of one simultaneous set, judged together; nothing in it ever changes, so that it is judged once. A reading without a set is by itself. */
export interface ReadingGroup {
  readonly id: string
  readonly readings: readonly LiveReading[]
  /** Working pressures at the same load, the newest of each place until then, where a figure is worked out with them. */
  readonly rungs: Rungs
}

/** Where a working pressure is read, from the street inwards. */
const RUNGS = ['meter', 'isolator', 'inlet'] as const
type Rungs = Readonly<Partial<Record<(typeof RUNGS)[number], LiveReading>>>
const NONE: Rungs = {}

/** Readings that only count once their clock has run out. */
const TIMED: Partial<Record<Reading['measurandId'], TimerId>> = {
  'pressure.letByRise': 'let-by',
  'pressure.tightnessFall': 'tightness',
  'co.caseSweep': 'case-sweep',
}

const groupOf = (r: Reading): string => r.groupId ?? r.id

/** Where in the log a reading stands: its event, and its own place among all readings. `old`: in the place of an older one. */
interface Place {
  readonly index: number
  readonly order: number
  readonly old?: boolean
}

interface From {
  readonly id: string
  readonly authorName: string
  readonly deviceId: string
}

/** Whether covers are off or the combustion door is open as the log stands. */
const caseOpen = ({ visit: { now } }: Drafts, applianceId: string): boolean =>
  now.looseEnds.some((l) => l.kind === 'cover-off' && !l.closedAt && l.applianceId === applianceId) ||
  now.disturbed.some((d) => d.kind === 'combustion-door' && !d.refitted && d.applianceId === applianceId)

/** A reading as it stands in the log, with what proves or voids it. */
export const liveReading = (
  drafts: Drafts,
  reading: Reading,
  from: From,
  applianceId: string,
  { index, order, old = false }: Place,
): LiveReading => ({
  // Written out: a spread of objects that differ in what they leave out costs several times as much.
  id: reading.id,
  groupId: reading.groupId,
  measurandId: reading.measurandId,
  stationId: reading.stationId,
  firingStateId: reading.firingStateId,
  sectionId: reading.sectionId,
  instanceId: reading.instanceId,
  valueSi: reading.valueSi,
  standardUncertainty: reading.standardUncertainty,
  entered: reading.entered,
  origin: reading.origin,
  source: reading.source,
  settled: reading.settled,
  caseClosed: reading.caseClosed ?? !caseOpen(drafts, applianceId),
  takenAt: reading.takenAt,
  key: readingKey(reading),
  applianceId,
  eventId: from.id,
  authorName: from.authorName,
  deviceId: from.deviceId,
  index,
  order,
  proof: (old ? proofOf : proofNow)(drafts, reading, applianceId, index),
})

/** What the log says at its end so far: the same for every reading with one instrument that waits for no clock, until something new is proved. */
function proofNow(drafts: Drafts, r: Reading, applianceId: string, index: number): Proof {
  if (TIMED[r.measurandId]) return proofOf(drafts, r, applianceId, index)
  const { zeroed, hoses, allowed, responses } = drafts.visit.now
  const stamp = zeroed.length + hoses.length + allowed.length + responses.length
  if (drafts.proved.stamp !== stamp) drafts.proved = { stamp, of: new Map() }
  const { channel } = MEASURANDS[r.measurandId]
  // What proves a pressure depends on where it is read, a draught's on how it was zeroed.
  const what = `${r.source.instrumentId} ${channel === 'pressure' ? connectionOf(r) : channel === 'draught' ? channel : ''}`
  let proof = drafts.proved.of.get(what)
  if (!proof) drafts.proved.of.set(what, (proof = proofOf(drafts, r, applianceId, index)))
  return proof
}

/** What the log says for a reading's instrument and clock up to a place in it. */
function proofOf(drafts: Drafts, r: Reading, applianceId: string, index: number): Proof {
  const { zeroed, hoses, allowed, responses, timers } = drafts.visit.now
  const id = r.source.instrumentId
  const own = zeroed.filter((z) => z.instrumentId === id && z.index < index)
  const instrument = drafts.context.instruments.find((i) => i.id === id)
  const timer = TIMED[r.measurandId]
  const clock = timer && timers.findLast((t) => t.timer === timer && t.applianceId === applianceId)
  return {
    zeroed: isZeroed(
      own,
      hoses.filter((h) => h.instrumentId === id && h.index < index),
      r,
      portsOf(instrument),
    ),
    zeroedInCleanAir: own.some((z) => z.place === 'clean-air'),
    allowed: allowed.some((a) => a.instrumentId === id),
    responded: responses.some((x) => x.instrumentId === id),
    clockEndsMs: clock ? Date.parse(clock.startedAt) + clock.seconds * 1000 : null,
  }
}

const isRung = (r: LiveReading): boolean => r.measurandId === 'pressure.working'
const usesRungs = (r: LiveReading): boolean => isRung(r) || r.measurandId === 'volume.metered'

/** A set with the rungs beside it, whichever was read first. */
function groupWith(id: string, readings: readonly LiveReading[], rungs: readonly LiveReading[]): ReadingGroup {
  const wanting = readings.find(usesRungs)
  if (!wanting) return { id, readings, rungs: NONE }
  const at = (station: string) =>
    rungs.findLast((m) => m.stationId === station && m.firingStateId === wanting.firingStateId && m.index <= wanting.index)
  return { id, readings, rungs: Object.fromEntries(RUNGS.flatMap((s) => (at(s) ? [[s, at(s)]] : []))) }
}

/** Puts readings of one event behind the others. */
export function putReadings(draft: ApplianceDraft, readings: readonly LiveReading[]): void {
  const fresh = readings.filter(isRung)
  if (fresh.length > 0) draft.held.own('rungs').push(...fresh)
  const groups = draft.held.own('groups')
  const known = draft.held.now.rungs
  const changed = new Set<string>()
  for (const reading of readings) {
    const id = groupOf(reading)
    const at = draft.groupAt.get(id)
    if (at === undefined) {
      draft.groupAt.set(id, groups.length)
      groups.push({ id, readings: [reading], rungs: NONE })
    } else groups[at] = { ...groups[at]!, readings: [...groups[at]!.readings, reading] }
    changed.add(id)
    const devices = new Map(draft.readBy.get(reading.key))
    draft.readBy.set(reading.key, devices.set(reading.deviceId, Date.parse(reading.takenAt)))
  }
  for (const id of changed) {
    const at = draft.groupAt.get(id)!
    groups[at] = groupWith(id, groups[at]!.readings, known)
  }
}

/** Puts others in place of readings; sets in which nothing changed stay as they are and are not judged again. */
export function replaceReadings(draft: ApplianceDraft, change: (reading: LiveReading) => readonly LiveReading[]): void {
  const before = draft.held.now.groups
  const byGroup = new Map<string, LiveReading[]>()
  for (const reading of before.flatMap((g) => g.readings).flatMap(change)) {
    const list = byGroup.get(groupOf(reading))
    if (list) list.push(reading)
    else byGroup.set(groupOf(reading), [reading])
  }
  const rungs = [...byGroup.values()]
    .flat()
    .filter(isRung)
    .sort((a, b) => a.index - b.index)
  const groups = [...byGroup].map(([id, readings]): ReadingGroup => {
    const old = before[draft.groupAt.get(id) ?? -1]
    const made = groupWith(id, readings, rungs)
    const same =
      old &&
      RUNGS.every((s) => old.rungs[s] === made.rungs[s]) &&
      old.readings.length === readings.length &&
      old.readings.every((r, i) => r === readings[i])
    return same ? old : made
  })
  draft.held.set({ groups, rungs })
  draft.groupAt.clear()
  groups.forEach((g, i) => draft.groupAt.set(g.id, i))
}

/** After something that proves or voids readings: those that it concerns are seen anew. */
export function proveAgain(drafts: Drafts, concerns: (reading: LiveReading) => boolean): void {
  for (const draft of drafts.appliances.values()) {
    if (!draft.held.now.groups.some((g) => g.readings.some(concerns))) continue
    replaceReadings(draft, (r) => {
      if (!concerns(r)) return [r]
      const proof = proofOf(drafts, r, r.applianceId, r.index)
      const same = (Object.keys(proof) as (keyof Proof)[]).every((key) => proof[key] === r.proof[key])
      return [same ? r : { ...r, proof }]
    })
  }
}

/** Whether a clock started anew can void this reading. */
export const isTimedBy = (r: LiveReading, timer: TimerId): boolean => TIMED[r.measurandId] === timer
