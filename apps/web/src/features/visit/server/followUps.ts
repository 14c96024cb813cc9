import { type MeasurandId, MEASURANDS } from '@lucerna/core/measure'
import type { VisitState } from '@lucerna/core/visit'
import { and, eq, isNull, ne, notInArray } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { Transaction } from '@/db/client'
import { followUp } from '@/db/schema'
import { t } from '@/messages/all'

/** What is carried on to the next visit, by where it came from: a loose end, or something left apart. */
export const HANGING = 'loose-end:'
export const APART = 'disturbed:'
const FAULT = 'fault:'
const PART = 'part:'

type Row = typeof followUp.$inferInsert

/**
 * What a closed visit leaves to be done, one row for each finding: defects that are more than a note, loose ends carried on, figures left outside
 * their band (with the reason given), and appliances not left in normal service.
 */
function followUpsOf(state: VisitState, firmId: string): Omit<Row, 'id'>[] {
  const first = state.appliances[0]?.applianceId
  const openedAt = state.closedAt
  if (!first || !openedAt) return []
  const row = (sourceKey: string, kind: Row['kind'], code: string, text: string, applianceId: string | null) => ({
    firmId,
    visitId: state.visitId,
    applianceId: applianceId ?? first,
    sourceKey,
    kind,
    code,
    text: text.slice(0, 1000),
    openedAt,
  })
  return [
    ...state.defects
      .filter((d) => d.class !== 'note' && !d.mended)
      .map((d) => row(`defect:${d.id}`, 'defect', d.class, d.text, d.applianceId)),
    ...state.looseEnds
      .filter((l) => !l.closedAt && !l.carried)
      .map((l) => row(`${HANGING}${l.id}`, 'loose-end', l.kind, l.label, l.applianceId)),
    ...state.disturbed
      .filter((d) => !d.refitted && !d.carried)
      .map((d) => row(`${APART}${d.id}`, 'loose-end', d.kind, d.label, d.applianceId)),
    ...state.partsNeeded.map((p) => ({
      ...row(`${PART}${p.id}`, 'part', p.number ?? '', [p.part, p.number, p.why].filter(Boolean).join(', '), p.applianceId),
      dueOn: p.backOn,
    })),
    ...openFaultsOf(state).map((f) => ({
      ...row(`${FAULT}${f.id}`, 'fault', f.symptom, f.code ?? '', f.applianceId),
      fault: f,
    })),
    ...state.appliances.flatMap((a) => [
      ...a.foundAndLeft.flatMap((fl) =>
        fl.asLeft?.verdict.status === 'outside' && fl.asLeft.measurandId in MEASURANDS
          ? [
              row(
                `outside:${a.applianceId}:${fl.key}`,
                'outside',
                fl.asLeft.measurandId as MeasurandId,
                reasonFor(state, a.applianceId, fl.key),
                a.applianceId,
              ),
            ]
          : [],
      ),
      ...(a.outcome && a.outcome.outcome !== 'in-normal-service'
        ? [row(`outcome:${a.applianceId}`, 'outcome', a.outcome.outcome, a.outcome.reason ?? '', a.applianceId)]
        : []),
    ]),
  ]
}

/** Faults that come and go, or were worked on today, and are not settled: the next visit goes on with them. */
const openFaultsOf = (state: VisitState) =>
  state.faults.filter((f) => f.settled === null && (f.checks.length > 0 || f.occurrences.length > 0 || f.intermittent))

/** The reason with which a figure was left outside, if one was given. */
const reasonFor = (state: VisitState, applianceId: string, key: string): string =>
  state.overrides.find((o) => (o.applianceId === null || o.applianceId === applianceId) && o.gate.endsWith(key))?.reason ?? ''

/**
 * Writes them down once; closing the same visit again, or correcting it afterwards, adds only what is new, and closes what stood for a figure that turned out not to be outside. What an
 * earlier visit had left open and this one closed is done.
 */
export async function openFollowUps(tx: Transaction, firmId: string, state: VisitState, now: string): Promise<void> {
  const rows = followUpsOf(state, firmId)
  await tx
    .update(followUp)
    .set({ closedAt: now, closedNote: t('follow-up.corrected') })
    .where(
      and(
        eq(followUp.firmId, firmId),
        eq(followUp.visitId, state.visitId),
        eq(followUp.kind, 'outside'),
        isNull(followUp.closedAt),
        notInArray(
          followUp.sourceKey,
          rows.flatMap((r) => (r.kind === 'outside' ? [r.sourceKey] : [])),
        ),
      ),
    )
  if (rows.length > 0)
    await tx
      .insert(followUp)
      .values(rows.map((r) => ({ id: uuidv7(), ...r })))
      .onConflictDoNothing()
  const done = [
    ...state.looseEnds.flatMap((l) => (l.carried && l.closedAt ? [[`${HANGING}${l.id}`, l.closedAt] as const] : [])),
    ...state.disturbed.flatMap((d) => (d.carried && d.refitted ? [[`${APART}${d.id}`, d.refitted.at] as const] : [])),
  ]
  // A case that an earlier visit left open goes on in this one's row, or is settled.
  for (const f of state.faults)
    if (f.carried && state.closedAt)
      await tx
        .update(followUp)
        .set({ closedAt: state.closedAt })
        .where(
          and(
            eq(followUp.firmId, firmId),
            eq(followUp.sourceKey, `${FAULT}${f.id}`),
            ne(followUp.visitId, state.visitId),
            isNull(followUp.closedAt),
          ),
        )
  for (const [sourceKey, closedAt] of done)
    await tx
      .update(followUp)
      .set({ closedAt })
      .where(and(eq(followUp.firmId, firmId), eq(followUp.sourceKey, sourceKey), isNull(followUp.closedAt)))
}
