import type { Circumstance, Happened, Symptom } from '../faults'
import type { VisitState } from './state'

/** What of a fault case does not come from a check. */
export interface FaultSaid {
  readonly symptom: Symptom
  /** The code on the display, as it stands there. */
  readonly code: string | null
  readonly intermittent: boolean
  readonly circumstances: readonly Circumstance[]
  /** Causes whose part was renewed before. */
  readonly renewed: readonly string[]
}

/** What a check showed: one of its results, or a figure with its standard uncertainty. */
export interface CheckMade {
  /** Of the event that told it. */
  readonly id: string
  readonly checkId: string
  readonly result: string | null
  readonly valueSi: number | null
  readonly u: number | null
  /** As it was typed, with its unit. */
  readonly text: string | null
  readonly instrumentId: string | null
  readonly at: string
  readonly by: string
  /** Made in an earlier visit. */
  readonly carried: boolean
}

/** One time that it happened: by whom told, and in what circumstances, as far as they are known. */
export interface Occurrence extends Happened {
  readonly id: string
  readonly code: string | null
  readonly by: string
}

/** A fault that is looked for: from its symptom to what it was, over as many visits as it takes. */
export interface FaultCase extends FaultSaid {
  readonly id: string
  readonly applianceId: string | null
  readonly checks: readonly CheckMade[]
  readonly leftOut: readonly { readonly id: string; readonly checkId: string; readonly reason: string; readonly by: string }[]
  readonly occurrences: readonly Occurrence[]
  /** What it was, as somebody answers for it: proved by the repair, or as good as. */
  readonly settled: { readonly causeIds: readonly string[]; readonly proved: boolean; readonly at: string; readonly by: string } | null
  readonly begunAt: string
  readonly begunBy: string
  /** Begun in an earlier visit. */
  readonly carried: boolean
}

/** What the events of a fault case put in: see their types. */
export type FaultEntry =
  | {
      readonly type: 'fault.described'
      readonly data: Omit<FaultSaid, 'code'> & { readonly faultId: string; readonly code?: string | undefined }
    }
  | {
      readonly type: 'check.made'
      readonly data: {
        readonly faultId: string
        readonly checkId: string
        readonly result?: string | undefined
        readonly valueSi?: number | undefined
        readonly u?: number | undefined
        readonly text?: string | undefined
        readonly instrumentId?: string | undefined
      }
    }
  | { readonly type: 'check.left-out'; readonly data: { readonly faultId: string; readonly checkId: string; readonly reason: string } }
  | { readonly type: 'check.withdrawn'; readonly data: { readonly faultId: string; readonly entryId: string } }
  | {
      readonly type: 'fault.settled'
      readonly data: { readonly faultId: string; readonly causeIds: readonly string[]; readonly proved: boolean }
    }
  | {
      readonly type: 'occurrence.noted'
      readonly data: Pick<Occurrence, 'happenedAt'> & { readonly faultId: string; readonly occurrenceId: string } & {
        readonly [K in 'service' | 'rate' | 'weather' | 'code']?: Occurrence[K] | undefined
      }
    }

/**
 * The cases after one more entry; the same list when the entry names a case that is not there, so that the caller can say so.
 *
 * @example
 * withFaultEntry([], { id, type: 'fault.described', data: { faultId, symptom: 'no-ignition', … } }, { at, by }, boilerId)[0].symptom // 'no-ignition'
 */
export function withFaultEntry(
  cases: readonly FaultCase[],
  entry: FaultEntry & { readonly id: string },
  stamp: { readonly at: string; readonly by: string },
  applianceId: string | null,
): readonly FaultCase[] {
  const { faultId } = entry.data
  const before = cases.find((c) => c.id === faultId)
  const put = (part: Partial<FaultCase>) => cases.map((c) => (c === before ? { ...c, ...part } : c))
  if (entry.type === 'fault.described') {
    const { faultId: _, code, ...said } = entry.data
    const now = { ...said, code: code ?? null }
    if (before) return put(now)
    return [
      ...cases,
      {
        ...now,
        id: faultId,
        applianceId,
        checks: [],
        leftOut: [],
        occurrences: [],
        settled: null,
        begunAt: stamp.at,
        begunBy: stamp.by,
        carried: false,
      },
    ]
  }
  if (!before) return cases
  switch (entry.type) {
    case 'check.made': {
      const { checkId, result = null, valueSi = null, u = null, text = null, instrumentId = null } = entry.data
      return put({
        checks: [...before.checks, { id: entry.id, checkId, result, valueSi, u, text, instrumentId, carried: false, ...stamp }],
      })
    }
    case 'check.left-out':
      return put({ leftOut: [...before.leftOut, { id: entry.id, checkId: entry.data.checkId, reason: entry.data.reason, by: stamp.by }] })
    case 'check.withdrawn': {
      const stays = (x: { readonly id: string }) => x.id !== entry.data.entryId
      return put({
        checks: before.checks.filter(stays),
        leftOut: before.leftOut.filter(stays),
        occurrences: before.occurrences.filter(stays),
        ...(before.settled && entry.data.entryId === faultId && { settled: null }),
      })
    }
    case 'fault.settled':
      return put({ settled: { causeIds: entry.data.causeIds, proved: entry.data.proved, ...stamp } })
    case 'occurrence.noted': {
      const { occurrenceId: id, happenedAt, service = null, rate = null, weather = null, code = null } = entry.data
      if (before.occurrences.some((o) => o.id === id)) return cases
      return put({ occurrences: [...before.occurrences, { id, happenedAt, service, rate, weather, code, by: stamp.by }] })
    }
  }
}

/** Kinds of things that were touched before a case was begun: what was broken on arrival, today's work did not break. */
export const touchedBefore = (
  visit: Pick<VisitState, 'disturbed'>,
  { begunAt, applianceId }: Pick<FaultCase, 'begunAt' | 'applianceId'>,
): string[] => visit.disturbed.filter((d) => d.applianceId === applianceId && Date.parse(d.at) < Date.parse(begunAt)).map((d) => d.kind)

/** A case as the visit before left it, for the one that goes on with it: what was found then counts, marked as of another day. */
export const openFault = (left: FaultCase): FaultCase => ({
  ...left,
  carried: true,
  checks: left.checks.map((k) => ({ ...k, carried: true })),
})
