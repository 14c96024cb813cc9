import { z } from 'zod'
import { faultReport, faultReportSchema } from './faultReport'
import { movedText, moveResultSchema } from './moveResults'
import { faultCode, firingState, ratesOf } from '../appliance'
import { inCalibration, MEASURANDS, specialSchema, STATIONS } from '../measure'
import {
  bandFor,
  judgeSpecial,
  type JudgedReading,
  sheetOfAppliance,
  type Verdict,
  type VisitAppliance,
  type VisitContext,
  type VisitState,
} from '../visit'

/** Version of the core's judgement that a report is frozen with. */
export const CORE_VERSION = '0.1.0'

/** Who, where and when, which the log does not hold. */
export interface ReportFacts {
  readonly firmName: string
  readonly siteName: string
  readonly siteAddress: string
  readonly timeZone: string
  readonly technicianName: string
  readonly licenceNumber: string | null
  readonly appliances: Readonly<Record<string, { readonly serial: string; readonly position: string }>>
}

const line = z.object({
  key: z.string(),
  measurandId: z.string(),
  stationId: z.string(),
  firingStateId: z.string(),
  asFound: z.number().nullable(),
  /** After cleaning, repair or part and before any screw. */
  afterWork: z.number().nullable().default(null),
  asLeft: z.number().nullable(),
  /** Read with covers off. */
  caseOpen: z.boolean().default(false),
  /** Of a burner that was dead: as found is from its first run after the repair. */
  firstRun: z.boolean().default(false),
  /** Read, and never under conditions in which it counts: it is told with the reason, and stands neither as found nor as left. */
  neverValid: z.number().nullable().default(null),
  expandedUncertainty: z.number().nullable(),
  change: z.enum(['unchanged', 'measured-again', 'not-measured-again']),
  status: z.enum(['inside', 'edge', 'outside', 'none']),
  /** How the figure as found was judged; reports of before tell only that of the figure as left. */
  foundStatus: z.enum(['inside', 'edge', 'outside', 'none']).nullable().default(null),
  because: z.string(),
  side: z.string().nullable(),
  goalMet: z.boolean().nullable(),
  min: z.number().nullable(),
  max: z.number().nullable(),
  source: z.string().nullable(),
  page: z.string().nullable(),
  entered: z.string().nullable(),
  takenAt: z.string(),
  by: z.string(),
  instrument: z.string().nullable(),
  computed: z.boolean(),
  /** The kept trace that it was read from. */
  traceId: z.string().nullable().default(null),
  /** Which of several: coil 1, the board's end. */
  instance: z.string().nullable().default(null),
})

/** Whose it is, where a visit covers several. */
const ofAppliance = z.string().nullable().default(null)

/** What a report says, as data: frozen when the visit closes, drawn by the interface, never judged again. */
export const reportSchema = z.object({
  schema: z.literal(1),
  coreVersion: z.string(),
  visitId: z.string(),
  jobKind: z.string(),
  firmName: z.string(),
  siteName: z.string(),
  siteAddress: z.string(),
  timeZone: z.string(),
  technicianName: z.string(),
  licenceNumber: z.string().nullable(),
  startedAt: z.string(),
  closedAt: z.string(),
  nextDueOn: z.string().nullable(),
  practice: z.object({ id: z.string(), version: z.number(), title: z.string(), units: z.enum(['metric', 'imperial']) }),
  appliances: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      serial: z.string(),
      position: z.string(),
      gas: z.string(),
      altitudeM: z.number(),
      card: z.object({ id: z.string(), version: z.number(), document: z.string(), provisional: z.boolean().default(false) }),
      outcome: z.string(),
      outcomeReason: z.string().nullable(),
      rates: z.array(z.object({ id: z.string(), label: z.string() })),
      lines: z.array(line),
      observations: z.array(
        z.object({
          id: z.string(),
          answer: z.string(),
          label: z.string().nullable().default(null),
          /** What the answer means, in the card's words. */
          said: z.string().nullable().default(null),
          /** Where, and how large. */
          detail: z.string().nullable().default(null),
          /** Other answers that were given before, in their order: what was found, and what became of it. */
          before: z
            .array(
              z.object({ answer: z.string(), said: z.string().nullable(), detail: z.string().nullable(), at: z.string(), by: z.string() }),
            )
            .default([]),
          at: z.string().nullable().default(null),
          /** Answered in one go with others that were as listed. */
          together: z.boolean().default(false),
        }),
      ),
      /** What the job became here beside its kind, and why. */
      grown: z.array(z.object({ work: z.string(), reason: z.string(), at: z.string(), by: z.string() })).default([]),
      complaint: z
        .object({
          text: z.string().nullable(),
          toldBy: z.string().nullable(),
          since: z.string().nullable(),
          service: z.string().nullable(),
          weather: z.string().nullable(),
          often: z.string().nullable(),
          changed: z.string().nullable(),
        })
        .nullable()
        .default(null),
      codes: z
        .array(z.object({ code: z.string(), meaning: z.string().nullable(), page: z.string().nullable(), at: z.string() }))
        .default([]),
      /** Faults that were looked for, and what was ruled out by which reading, in the words of the map of that day. */
      faults: z.array(faultReportSchema).default([]),
      /** Starts that were seen on a time line: where one died. */
      startsSeen: z.array(z.object({ id: z.string(), at: z.string(), diedAt: z.string().nullable() })).default([]),
      starts: z
        .array(
          z.object({
            gas: z.string(),
            lit: z.boolean(),
            seen: z.boolean().nullable(),
            tries: z.number(),
            ignition: z.string().nullable(),
            stood: z.array(z.object({ how: z.string(), what: z.string() })),
            configuration: z.string().nullable(),
            at: z.string(),
            by: z.string(),
          }),
        )
        .default([]),
      /** Set-ups that were compared, minute by minute. */
      runs: z
        .array(
          z.object({
            name: z.string(),
            alters: z.boolean(),
            consents: z.array(z.string()),
            rate: z.string().nullable(),
            startedAt: z.string(),
            rows: z.array(z.object({ at: z.string(), figures: z.record(z.string(), z.number()) })),
            by: z.string(),
          }),
        )
        .default([]),
      steps: z.array(
        z.object({
          id: z.string(),
          kind: z.string(),
          label: z.string().nullable().default(null),
          rate: z.string().nullable(),
          status: z.string(),
          reason: z.string().nullable(),
        }),
      ),
      /** Looked at without a number: open circuit, varying, out of reach. */
      specials: z
        .array(
          z.object({
            measurandId: z.string(),
            stationId: z.string(),
            firingStateId: z.string(),
            instance: z.string().nullable(),
            special: specialSchema,
            status: z.enum(['inside', 'edge', 'outside', 'none']),
            side: z.string().nullable(),
            at: z.string(),
            by: z.string(),
          }),
        )
        .default([]),
      adjustments: z.array(
        z.object({
          label: z.string(),
          direction: z.string(),
          amount: z.number(),
          unit: z.string(),
          rate: z.string().nullable().default(null),
          /** A calibration that the control ran by itself: started, not turned. */
          calibration: z.boolean().default(false),
          /** Reports from before they were told have none. */
          results: z.array(moveResultSchema).default([]),
          at: z.string(),
          by: z.string(),
        }),
      ),
    }),
  ),
  looseEnds: z.array(
    z.object({
      label: z.string(),
      openedAt: z.string(),
      closedAt: z.string().nullable(),
      leakCheck: z.string().nullable(),
      appliance: ofAppliance,
    }),
  ),
  defects: z.array(
    z.object({
      class: z.string(),
      text: z.string(),
      action: z.string(),
      by: z.string(),
      mended: z.string().nullable().default(null),
      appliance: ofAppliance,
    }),
  ),
  /** Dangers and risks that were told of in writing, and what the customer did about it. */
  notices: z
    .array(
      z.object({
        id: z.string(),
        defects: z.array(z.object({ class: z.string(), text: z.string(), action: z.string(), appliance: ofAppliance })),
        labelled: z.boolean(),
        acknowledged: z.enum(['signed', 'refused', 'nobody-there']),
        drawing: z.string().nullable(),
        at: z.string(),
        by: z.string(),
      }),
    )
    .default([]),
  /** Photographs by their ids: the pictures can be erased. */
  photos: z.array(z.object({ id: z.string(), caption: z.string().nullable(), at: z.string() })).default([]),
  parts: z.array(z.object({ part: z.string(), number: z.string().nullable(), why: z.string().nullable(), by: z.string() })).default([]),
  /** Parts to be got, and by when somebody comes back with them. */
  orders: z
    .array(
      z.object({
        part: z.string(),
        number: z.string().nullable(),
        why: z.string().nullable(),
        backOn: z.string().nullable(),
        appliance: ofAppliance,
      }),
    )
    .default([]),
  overrides: z.array(z.object({ gate: z.string(), reason: z.string(), by: z.string() })),
  corrections: z.array(z.object({ reason: z.string(), by: z.string(), at: z.string() })),
  breaches: z.array(z.object({ code: z.string(), type: z.string(), at: z.string() })),
  disturbed: z.array(z.object({ label: z.string(), kind: z.string(), refitted: z.string().nullable() })).default([]),
  starts: z.object({ lit: z.number(), failed: z.number() }).default({ lit: 0, failed: 0 }),
  signature: z.string().nullable().default(null),
  signatureDrawing: z.string().nullable().default(null),
  /** The unfinished visit that this one goes on with. */
  continues: z.object({ visitId: z.string(), closedAt: z.string() }).nullable().default(null),
  notes: z.array(z.object({ text: z.string(), by: z.string() })),
  instruments: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      serial: z.string(),
      kind: z.string(),
      calibrationDueAt: z.string(),
      certificate: z.string().nullable(),
      inCalibration: z.boolean(),
      /** Why it was used all the same, and who answers for it. */
      allowed: z.object({ reason: z.string(), by: z.string() }).nullable().default(null),
    }),
  ),
  cautions: z.array(z.string()),
  /** The gas emergency number of the place when the report was made. */
  emergencyNumber: z.string().nullable().default(null),
})
export type Report = z.infer<typeof reportSchema>
export type ReportLine = z.infer<typeof line>

const ofVerdict = (v: Verdict) => ({
  status: v.status,
  because: v.because,
  side: v.side ?? null,
  goalMet: v.goalMet ?? null,
  expandedUncertainty: v.expandedUncertainty,
  min: v.band?.min ?? null,
  max: v.band?.max ?? null,
  source: v.band?.source.text ?? null,
  page: v.band?.source.page ?? null,
})

/**
 * The report of a visit: as found beside as left in the order of the line and the rates, with every verdict, its band and where that came from.
 *
 * @throws Error when the visit was never started; a report of an open visit is a preview (`closedAt` is then the given instant).
 */
export function makeReport(visit: VisitState, context: VisitContext, facts: ReportFacts, now: string): Report {
  if (!visit.startedAt || !visit.jobKind) throw new Error('A visit that was never started has no report.')
  const closedAt = visit.closedAt ?? now
  const several = context.appliances.length > 1
  const nameOf = (id: string | null) => (several ? (context.appliances.find((a) => a.id === id)?.name ?? null) : null)
  const continued = context.appliances.find((a) => a.continued)?.continued
  const customer = visit.signatures.findLast((x) => x.by === 'customer')
  const used = new Set(visit.appliances.flatMap((a) => a.readings.map((r) => r.instrumentId)))
  return {
    schema: 1,
    coreVersion: CORE_VERSION,
    visitId: visit.visitId,
    jobKind: visit.jobKind,
    firmName: facts.firmName,
    siteName: facts.siteName,
    siteAddress: facts.siteAddress,
    timeZone: facts.timeZone,
    technicianName: facts.technicianName,
    licenceNumber: facts.licenceNumber,
    startedAt: visit.startedAt,
    closedAt,
    nextDueOn: visit.nextDueOn,
    practice: { id: context.practice.id, version: context.practice.version, title: context.practice.title, units: context.practice.units },
    appliances: context.appliances.map((appliance) => applianceReport(appliance, visit, context, facts)),
    looseEnds: visit.looseEnds.map(({ label, openedAt, closedAt: closed, leakCheck, applianceId }) => ({
      label,
      openedAt,
      closedAt: closed,
      leakCheck,
      appliance: nameOf(applianceId),
    })),
    parts: visit.parts.map(({ part, number, why, by }) => ({ part, number, why, by })),
    orders: visit.partsNeeded.map(({ part, number, why, backOn, applianceId }) => ({
      part,
      number,
      why,
      backOn,
      appliance: nameOf(applianceId),
    })),
    defects: visit.defects.map((d) => ({
      class: d.class,
      text: d.text,
      action: d.action,
      by: d.by,
      mended: d.mended?.how ?? null,
      appliance: nameOf(d.applianceId),
    })),
    notices: visit.notices.map(({ id, defectIds, labelled, acknowledged, drawingId, at, by }) => ({
      id,
      defects: visit.defects
        .filter((d) => defectIds.includes(d.id))
        .map((d) => ({ class: d.class, text: d.text, action: d.action, appliance: nameOf(d.applianceId) })),
      labelled,
      acknowledged,
      drawing: drawingId,
      at,
      by,
    })),
    photos: visit.photos.map(({ id, caption, at }) => ({ id, caption, at })),
    continues: continued ? { visitId: continued.visitId, closedAt: continued.closedAt } : null,
    overrides: visit.overrides.map(({ gate, reason, by }) => ({ gate, reason, by })),
    corrections: visit.corrections.map(({ reason, by, at }) => ({ reason, by, at })),
    breaches: visit.breaches.map(({ code, type, at }) => ({ code, type, at })),
    disturbed: visit.disturbed.map((d) => ({ label: d.label, kind: d.kind, refitted: d.refitted?.check ?? null })),
    starts: { lit: visit.starts.filter((x) => x.lit).length, failed: visit.starts.filter((x) => x.gas === 'on' && !x.lit).length },
    signature: customer?.outcome ?? null,
    signatureDrawing: customer?.drawingId ?? null,
    notes: visit.notes.map(({ text, by }) => ({ text, by })),
    instruments: context.instruments
      .filter((i) => used.has(i.id) || visit.zeroed.some((z) => z.instrumentId === i.id))
      .map((i) => ({
        id: i.id,
        name: `${i.maker} ${i.model}`,
        serial: i.serial,
        kind: i.kind,
        calibrationDueAt: i.calibrationDueAt,
        certificate: i.certificate,
        inCalibration: inCalibration(i, closedAt),
        allowed: allowedFor(visit, i.id),
      })),
    cautions: context.practice.cautions,
    emergencyNumber: context.emergencyNumber ?? null,
  }
}

/** All that was said of the fault: each thing as it was said last. */
function complaintOf(visit: VisitState, applianceId: string): Report['appliances'][number]['complaint'] {
  const own = visit.complaints.filter((c) => c.applianceId === null || c.applianceId === applianceId)
  if (own.length === 0) return null
  const last = <K extends 'text' | 'toldBy' | 'since' | 'service' | 'weather' | 'often' | 'changed'>(key: K) =>
    own.findLast((c) => c[key] !== null)?.[key] ?? null
  return {
    text: last('text'),
    toldBy: last('toldBy'),
    since: last('since'),
    service: last('service'),
    weather: last('weather'),
    often: last('often'),
    changed: last('changed'),
  }
}

function allowedFor(visit: VisitState, instrumentId: string): { reason: string; by: string } | null {
  const found = visit.allowed.findLast((a) => a.instrumentId === instrumentId)
  return found ? { reason: found.reason, by: found.by } : null
}

function applianceReport(
  appliance: VisitAppliance,
  visit: VisitState,
  context: VisitContext,
  facts: ReportFacts,
): Report['appliances'][number] {
  const state = visit.appliances.find((a) => a.applianceId === appliance.id)
  if (!state) throw new Error(`Appliance ${appliance.id} is not in this visit.`)
  const steps = sheetOfAppliance(context, appliance, state)
  const latest = state.latest
  const instrumentName = (id: string | null) => {
    const found = context.instruments.find((i) => i.id === id)
    return found ? `${found.maker} ${found.model}` : null
  }
  const rateOrder = appliance.card.firingStates.map((s) => s.id)
  const sortKey = (r: JudgedReading) =>
    [STATIONS.indexOf(r.stationId), -rateOrder.indexOf(r.firingStateId), Object.keys(MEASURANDS).indexOf(r.measurandId)] as const
  const lines = state.foundAndLeft
    .flatMap((fl): { line: ReportLine; order: readonly number[] }[] => {
      const shown = fl.asLeft ?? latest.get(fl.key) ?? fl.asFound
      if (!shown) return []
      return [
        {
          order: sortKey(shown),
          line: {
            key: fl.key,
            measurandId: shown.measurandId,
            stationId: shown.stationId,
            firingStateId: shown.firingStateId,
            asFound: fl.asFound?.valueSi ?? null,
            afterWork: fl.afterWork?.valueSi ?? null,
            asLeft: fl.asLeft?.valueSi ?? null,
            firstRun: fl.firstRun,
            caseOpen: shown.caseOpen,
            neverValid: fl.asFound === null && fl.asLeft === null ? shown.valueSi : null,
            change: fl.status,
            foundStatus: fl.asFound?.verdict.status ?? null,
            ...ofVerdict(shown.verdict),
            entered: shown.entered ? shown.entered.text : null,
            takenAt: shown.takenAt,
            by: shown.authorName,
            instrument: instrumentName(shown.instrumentId),
            computed: shown.origin === 'computed',
            traceId: visit.traces.findLast((x) => x.readingIds.includes(shown.readingId))?.id ?? null,
            instance: shown.instanceId,
          },
        },
      ]
    })
    .sort((a, b) => a.order.map((x, i) => x - (b.order[i] ?? 0)).find((d) => d !== 0) ?? 0)
    .map((l) => l.line)
  const { card } = appliance
  const isHere = (x: { readonly applianceId: string | null }) => x.applianceId === null || x.applianceId === appliance.id
  return {
    id: appliance.id,
    name: appliance.name,
    serial: facts.appliances[appliance.id]?.serial ?? '',
    position: facts.appliances[appliance.id]?.position ?? '',
    gas: appliance.facts.gas,
    altitudeM: appliance.facts.altitudeM,
    card: { id: card.id, version: card.version, document: card.document.number, provisional: card.provisional },
    outcome: state.outcome?.outcome ?? 'open',
    outcomeReason: state.outcome?.reason ?? null,
    rates: ratesOf(card).map(({ id, label }) => ({ id, label })),
    lines,
    observations: Object.entries(state.observations).map(([id, { answer, detail, at, together }]) => {
      const ask = steps.flatMap((s) => s.asks).find((a) => a.id === id)
      const said = (of: string) => ask?.said?.[of] ?? null
      // The same answer said again with its place is one.
      const all = state.answered.filter((a) => a.id === id)
      const before = all.filter((a, i) => i < all.length - 1 && all[i + 1]!.answer !== a.answer)
      return {
        id,
        answer,
        label: ask?.label ?? null,
        said: said(answer),
        detail,
        before: before.map((a) => ({ answer: a.answer, said: said(a.answer), detail: a.detail, at: a.at, by: a.by })),
        at,
        together: together === true,
      }
    }),
    grown: state.grown.map(({ work, reason, at, by }) => ({ work, reason, at, by })),
    complaint: complaintOf(visit, appliance.id),
    codes: visit.codes.filter(isHere).map(({ code, at }) => {
      const known = faultCode(card, code)
      return { code, meaning: known?.meaning ?? null, page: known?.page ?? null, at }
    }),
    runs: visit.runs.filter(isHere).map(({ name, alters, consents, firingStateId, startedAt, rows, by }) => ({
      name,
      alters,
      consents: [...consents],
      rate: firingStateId ? (firingState(card, firingStateId)?.label ?? firingStateId) : null,
      startedAt,
      rows: rows.map(({ at, figures }) => ({ at, figures: { ...figures } as Record<string, number> })),
      by,
    })),
    faults: visit.faults.filter(isHere).map((f) => faultReport(appliance, visit, f)),
    startsSeen: visit.startsSeen.filter(isHere).map(({ id, at, diedAt }) => ({ id, at, diedAt })),
    starts: visit.starts.filter(isHere).map(({ applianceId: _, index: _at, stood, ...start }) => ({ ...start, stood: [...stood] })),
    steps: steps
      .filter((s) => s.kind !== 'finish' && s.kind !== 'loose-ends')
      .map((s) => ({
        id: s.id,
        kind: s.kind,
        label: s.own?.label ?? null,
        rate: s.firingStateId ? (firingState(card, s.firingStateId)?.label ?? s.firingStateId) : null,
        status: state.steps[s.id]?.status ?? 'open',
        reason: state.steps[s.id]?.reason ?? null,
      })),
    specials: state.specials.map((s) => {
      const { measurandId, stationId, firingStateId, instanceId, special, at, by } = s
      const verdict = judgeSpecial(special, bandFor(appliance, context.practice, s), MEASURANDS[measurandId].quantity === 'resistance')
      return {
        measurandId,
        stationId,
        firingStateId,
        instance: instanceId,
        special,
        status: verdict.status,
        side: verdict.side ?? null,
        at,
        by,
      }
    }),
    adjustments: state.adjustments.map((a, i) => ({
      ...movedText(card, state, i),
      direction: a.direction,
      amount: a.amount,
      unit: a.unit,
      rate: firingState(card, a.firingStateId)?.label ?? null,
      at: a.at,
      by: a.by,
    })),
  }
}
