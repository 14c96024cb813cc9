import { z } from 'zod'
import { bringFor, diagnose, faultMapOf } from '../faults'
import type { Practice } from '../practice'
import { touchedBefore, type FaultCase, type VisitAppliance, type VisitState } from '../visit'

/** A fault case as a report tells it. */
export const faultReportSchema = z.object({
  symptom: z.string(),
  code: z.string().nullable(),
  intermittent: z.boolean(),
  begunAt: z.string(),
  /** Begun in an earlier visit. */
  carried: z.boolean(),
  checks: z.array(
    z.object({
      check: z.string(),
      result: z.string(),
      /** What it rules out. */
      rulesOut: z.array(z.string()),
      carried: z.boolean(),
      at: z.string(),
      by: z.string(),
    }),
  ),
  leftOut: z.array(z.object({ check: z.string(), reason: z.string(), by: z.string() })),
  /** How often it was seen or told. */
  occurrences: z.number(),
  settled: z.object({ causes: z.array(z.string()), remedies: z.array(z.string()), proved: z.boolean(), by: z.string() }).nullable(),
  /** While it is not settled: what it may be, the likeliest first, 0 to 1; and what to bring. */
  suspects: z.array(z.object({ cause: z.string(), p: z.number() })),
  bring: z.array(z.string()),
})

/** Suspects that a report names. */
const NAMED = 3
const WORTH_NAMING = 0.05

/** A fault case in the words of the map as it is on the day of the report, in the dialect of the practice. */
export function faultReport(
  appliance: VisitAppliance,
  visit: VisitState,
  fault: FaultCase,
  { units }: Pick<Practice, 'units'>,
): z.infer<typeof faultReportSchema> {
  const map = faultMapOf(appliance.card.burnerKind, units === 'imperial' ? 'en-US' : 'en-GB')
  const diagnosis = diagnose(appliance.card, map, { ...fault, disturbed: touchedBefore(visit, fault) })
  const { odds } = diagnosis.result
  const check = (id: string) => map.checks.find((c) => c.id === id)
  const cause = (id: string) => map.causes.find((c) => c.id === id)
  const settled = fault.settled
  const bring = settled ? { tools: [], parts: [] } : bringFor(diagnosis)
  return {
    symptom: fault.symptom,
    code: fault.code,
    intermittent: fault.intermittent,
    begunAt: fault.begunAt,
    carried: fault.carried,
    checks: fault.checks.map((c, i) => ({
      check: check(c.checkId)?.label ?? c.checkId,
      result: c.text ?? check(c.checkId)?.results.find((r) => r.id === c.result)?.label ?? c.result ?? String(c.valueSi),
      rulesOut:
        fault.checks.findIndex((x) => x.checkId === c.checkId) === i
          ? odds.flatMap((o) => (o.ruledOutBy === c.checkId ? [o.cause.label] : []))
          : [],
      carried: c.carried,
      at: c.at,
      by: c.by,
    })),
    leftOut: fault.leftOut.map((l) => ({ check: check(l.checkId)?.label ?? l.checkId, reason: l.reason, by: l.by })),
    occurrences: fault.occurrences.length,
    settled: settled && {
      causes: settled.causeIds.map((id) => cause(id)?.label ?? id),
      remedies: settled.causeIds.flatMap((id) => cause(id)?.remedy ?? []),
      proved: settled.proved,
      by: settled.by,
    },
    suspects: settled ? [] : odds.filter((o, i) => i < NAMED && o.p >= WORTH_NAMING).map((o) => ({ cause: o.cause.label, p: o.p })),
    bring: [...bring.tools, ...bring.parts],
  }
}
