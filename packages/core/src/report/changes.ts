import type { Report, ReportLine } from './model'

type Unit = Report['appliances'][number]

type ChangedLine = Pick<ReportLine, 'measurandId' | 'stationId' | 'firingStateId' | 'instance' | 'computed'>

/** One thing that a later version of a report says otherwise than an earlier one. Values are as the versions have them; null stands nowhere. */
export type ReportChange =
  | {
      readonly kind: 'figure'
      readonly appliance: string
      readonly line: ChangedLine
      readonly stage: 'asFound' | 'afterWork' | 'asLeft'
      readonly from: number | null
      readonly to: number | null
    }
  | {
      readonly kind: 'verdict'
      readonly appliance: string
      readonly line: ChangedLine
      readonly from: ReportLine['status']
      readonly to: ReportLine['status']
    }
  | {
      readonly kind: 'answer'
      readonly appliance: string
      readonly observation: Unit['observations'][number]
      readonly from: string | null
    }
  | { readonly kind: 'outcome'; readonly appliance: string; readonly from: string; readonly to: string }
  | { readonly kind: 'defect'; readonly defect: Report['defects'][number]; readonly was: 'added' | 'mended' | 'changed' | 'gone' }
  | { readonly kind: 'moves'; readonly appliance: string; readonly from: number; readonly to: number }
  | { readonly kind: 'part'; readonly part: Report['parts'][number]; readonly was: 'added' | 'gone' }
  | { readonly kind: 'note'; readonly text: string }
  | { readonly kind: 'due'; readonly from: string | null; readonly to: string | null }
  | { readonly kind: 'signature'; readonly from: string | null; readonly to: string | null }
  /** Why a reading was corrected since, and by whom. */
  | { readonly kind: 'correction'; readonly correction: Report['corrections'][number] }
  | { readonly kind: 'place'; readonly from: string; readonly to: string }

const STAGES = ['asFound', 'afterWork', 'asLeft'] as const
const idOf = ({ measurandId, stationId, firingStateId, instance, computed }: ReportLine): ChangedLine => ({
  measurandId,
  stationId,
  firingStateId,
  instance,
  computed,
})

function figures(appliance: string, before: readonly ReportLine[], after: readonly ReportLine[]): ReportChange[] {
  const was = new Map(before.map((l) => [l.key, l]))
  const is = new Map(after.map((l) => [l.key, l]))
  return [...new Set([...was.keys(), ...is.keys()])].flatMap((key): ReportChange[] => {
    const [old, now] = [was.get(key), is.get(key)]
    const line = idOf((now ?? old)!)
    const moved = STAGES.flatMap((stage): ReportChange[] => {
      const [from, to] = [old?.[stage] ?? null, now?.[stage] ?? null]
      return from === to ? [] : [{ kind: 'figure', appliance, line, stage, from, to }]
    })
    const judged: ReportChange[] =
      old && now && old.status !== now.status ? [{ kind: 'verdict', appliance, line, from: old.status, to: now.status }] : []
    return [...moved, ...judged]
  })
}

function unitChanges(before: Unit | undefined, after: Unit): ReportChange[] {
  const appliance = after.name
  const answers = new Map(before?.observations.map((o) => [o.id, o.answer]))
  return [
    ...(before && before.outcome !== after.outcome
      ? [{ kind: 'outcome' as const, appliance, from: before.outcome, to: after.outcome }]
      : []),
    ...figures(appliance, before?.lines ?? [], after.lines),
    ...after.observations.flatMap((observation): ReportChange[] => {
      const from = answers.get(observation.id) ?? null
      return from === observation.answer ? [] : [{ kind: 'answer', appliance, observation, from }]
    }),
    ...(before && before.adjustments.length !== after.adjustments.length
      ? [{ kind: 'moves' as const, appliance, from: before.adjustments.length, to: after.adjustments.length }]
      : []),
  ]
}

/** What each list has that the other has not, entries alike counted. */
function listed<T>(
  before: readonly T[],
  after: readonly T[],
  sameAs: (x: T) => string,
): { readonly added: readonly T[]; readonly gone: readonly T[] } {
  const left = before.map(sameAs)
  const added = after.filter((x) => {
    const at = left.indexOf(sameAs(x))
    if (at >= 0) left.splice(at, 1)
    return at < 0
  })
  return { added, gone: left.map((key) => before.find((x) => sameAs(x) === key)!) }
}

function defectChanges(before: Report, after: Report): ReportChange[] {
  const key = (d: Report['defects'][number]) => `${d.appliance}|${d.text}`
  const was = new Map(before.defects.map((d) => [key(d), d]))
  const is = new Set(after.defects.map(key))
  return [
    ...after.defects.flatMap((defect): ReportChange[] => {
      const old = was.get(key(defect))
      if (!old) return [{ kind: 'defect', defect, was: 'added' }]
      if (old.mended === null && defect.mended !== null) return [{ kind: 'defect', defect, was: 'mended' }]
      return old.class !== defect.class || old.action !== defect.action ? [{ kind: 'defect', defect, was: 'changed' }] : []
    }),
    ...before.defects.filter((d) => !is.has(key(d))).map((defect): ReportChange => ({ kind: 'defect', defect, was: 'gone' })),
  ]
}

/**
 * What a later version of a report says otherwise than an earlier one, in the order of the report: what a correction came to, and why it
 * was made.
 *
 * @param before the earlier version, of the same visit
 * @param after the later version
 * @returns nothing where both say the same
 * @example
 * changesOf(version1, version2)[0] // { kind: 'figure', stage: 'asLeft', from: 0.088, to: 0.09, … }
 */
export function changesOf(before: Report, after: Report): ReportChange[] {
  const place = (r: Report) => `${r.siteName}, ${r.siteAddress}`
  const parts = listed(before.parts, after.parts, (p) => `${p.part}|${p.number}`)
  const notes = listed(before.notes, after.notes, (n) => n.text)
  const corrections = listed(before.corrections, after.corrections, (c) => `${c.at}|${c.reason}`)
  return [
    ...corrections.added.map((correction): ReportChange => ({ kind: 'correction', correction })),
    ...(place(before) === place(after) ? [] : [{ kind: 'place' as const, from: place(before), to: place(after) }]),
    ...after.appliances.flatMap((a) =>
      unitChanges(
        before.appliances.find((b) => b.id === a.id),
        a,
      ),
    ),
    ...defectChanges(before, after),
    ...parts.added.map((part): ReportChange => ({ kind: 'part', part, was: 'added' })),
    ...parts.gone.map((part): ReportChange => ({ kind: 'part', part, was: 'gone' })),
    ...notes.added.map((n): ReportChange => ({ kind: 'note', text: n.text })),
    ...(before.nextDueOn === after.nextDueOn ? [] : [{ kind: 'due' as const, from: before.nextDueOn, to: after.nextDueOn }]),
    ...(before.signature === after.signature ? [] : [{ kind: 'signature' as const, from: before.signature, to: after.signature }]),
  ]
}
