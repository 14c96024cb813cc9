import { faultCode, firingState, ratesOf } from '../appliance'
import { inCalibration, MEASURANDS, STATIONS } from '../measure'
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
import { faultReport } from './faultReport'
import { CORE_VERSION, type Report, type ReportLine } from './model'
import { movedText } from './moveResults'

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
  const technician = visit.signatures.findLast((x) => x.by === 'technician' && x.outcome === 'signed')
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
    signedBy: technician ? { by: technician.who, at: technician.at, drawing: technician.drawingId } : null,
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
    faults: visit.faults.filter(isHere).map((f) => faultReport(appliance, visit, f, context.practice)),
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
