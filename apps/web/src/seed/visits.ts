import { runSheet, type Step } from '@lucerna/core/procedure'
import type { GasId } from '@lucerna/core/appliance'
import type { Instrument } from '@lucerna/core/measure'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { serviceGates, type VisitEvent } from '@lucerna/core/visit'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { type Random, seededRandom } from '@lucerna/sim/random'
import { eq } from 'drizzle-orm'
import { inFirm, type Transaction } from '@/db/client'
import * as t from '@/db/schema'
import { appendEvents } from '@/features/visit/server/append'
import { foldLoaded, loadVisit } from '@/features/visit/server/load'
import type { Actor } from '@/server/actor'
import { pastStart } from './starts'
import { pastService, type PastDay } from './history'
import { DAY, YEAR } from './spans'
import type { DemoFirm, DemoSite } from './world'

/** Where the simulated appliance stood in each past year. */
export function pastDays(site: DemoSite, now: Date, random: Random): PastDay[] {
  const yearly = (years: number, of: (i: number) => Omit<PastDay, 'at'>): PastDay[] =>
    Array.from({ length: years }, (_, i) => ({
      at: new Date(now.getTime() - (years - i) * YEAR + Math.round((random() - 0.5) * 20) * DAY),
      ...of(i),
    }))
  switch (site.appliance.key) {
    case 'larch-28':
      return yearly(12, (i) => ({
        fouling: 0.012 * i,
        standingPa: 2220,
        workingPa: 2060 - 3 * i,
        lambda: { max: 1.285 - 0.001 * i, min: 1.345 },
        manifoldPa: {},
        ...(i === 5 && { part: { part: 'Burner door seal', number: 'TW-7714', why: 'Opened for the strip' } }),
        ...(i === 11 && {
          defect: {
            class: 'attention' as const,
            text: 'Chamber differential creeping up: due a strip',
            action: 'Strip and clean at the next service; bring the door seal',
          },
        }),
      }))
    case 'larch-28-lpg':
      return yearly(2, (i) => ({ fouling: 0.01 * i, standingPa: 3980, workingPa: 3720, lambda: { max: 1.275, min: 1.33 }, manifoldPa: {} }))
    case 'drift-80':
      return yearly(3, (i) => ({
        fouling: 0.02 * i,
        standingPa: 1790,
        workingPa: 1610 - 40 * i,
        lambda: { stage1: 1.62, stage2: 1.52 },
        manifoldPa: { stage1: 423, stage2: 872 },
        ...(i === 1 && { part: { part: 'Hot-surface igniter', number: 'BH-2204', why: 'Cold resistance 24 Ω' } }),
        ...(i === 2 && {
          defect: {
            class: 'attention' as const,
            text: 'Inlet pressure falls when the kitchen runs',
            action: 'Told the harbour master; pipe to be measured',
          },
        }),
      }))
    default:
      return []
  }
}

/** Where a visit of the demo happens, and with what. */
export interface Stage {
  readonly firm: DemoFirm
  readonly site: DemoSite
  readonly ids: { readonly siteId: string; readonly applianceId: string }
  readonly instruments: readonly Instrument[]
  readonly newId: (at: Date) => string
}

/** A planned visit as the database holds it. */
export async function insertVisit(
  tx: Transaction,
  values: Pick<typeof t.visit.$inferInsert, 'id' | 'firmId' | 'siteId' | 'plannedFor' | 'assignedTo' | 'remark'>,
  practiceId: string,
  applianceId: string,
): Promise<void> {
  const [row] = await tx.select().from(t.appliance).where(eq(t.appliance.id, applianceId))
  await tx.insert(t.visit).values({
    ...values,
    jobKind: 'annual-service',
    status: 'planned',
    practiceId,
    practiceVersion: SHIPPED_PRACTICES.find((p) => p.id === practiceId)!.version,
  })
  await tx
    .insert(t.visitAppliance)
    .values({ visitId: values.id, applianceId, firmId: values.firmId, position: 0, cardId: row!.cardId, cardVersion: row!.cardVersion })
}

/** The measured part of a service on one day, and how more events are put behind it. */
function serviceOf(stage: Stage, day: PastDay, random: Random, wanted: (step: Step) => boolean) {
  const { firm, site, ids, instruments, newId } = stage
  const practice = SHIPPED_PRACTICES.find((p) => p.id === firm.practice)!
  const card = DEMO_CARDS.find((c) => c.id === site.appliance.card)!
  const gas = site.appliance.gas as GasId
  const sheet = runSheet('annual-service', card, practice, { gas, altitudeM: site.altitudeM })
  if (!sheet.ok) throw new Error(sheet.error.code)
  const visitId = newId(day.at)
  const events = pastService({
    visitId,
    applianceId: ids.applianceId,
    card,
    gas,
    altitudeM: site.altitudeM,
    practice,
    steps: sheet.value.filter(wanted),
    instruments,
    day,
    random,
    newId,
    deviceId: newId(day.at),
    // The model that the demo begins with has a start to be compared with.
    ...(card.id === 'tarnwick-larch-28-c' && { start: pastStart(card, gas, site.altitudeM) }),
  })
  const last: VisitEvent = events.at(-1)!
  /** An event some minutes after the last one. */
  const after = (minutes: number, type: string, data: object) => {
    const at = new Date(Date.parse(last.at) + minutes * 60_000)
    return {
      id: newId(at),
      visitId,
      applianceId: ids.applianceId,
      type,
      v: 1,
      at: at.toISOString(),
      deviceId: last.deviceId,
      deviceSeq: last.deviceSeq + minutes,
      data,
    }
  }
  return { visitId, card, steps: sheet.value, events, after, ended: new Date(Date.parse(last.at) + 300_000).toISOString() }
}

const planned = (stage: Stage, actor: Actor, visitId: string, at: Date, remark: string) => ({
  id: visitId,
  firmId: actor.firmId,
  siteId: stage.ids.siteId,
  plannedFor: at.toISOString(),
  assignedTo: actor.userId,
  remark,
})

/** One past service, posted through the same door as a device would use; it ends in normal service if its own gates allow. */
export async function seedPastVisit(db: Transaction, actor: Actor, stage: Stage, day: PastDay, random: Random): Promise<void> {
  const { visitId, steps, events, after, ended } = serviceOf(stage, day, random, () => true)
  await inFirm(
    actor,
    async (tx) => {
      await insertVisit(tx, planned(stage, actor, visitId, day.at, 'Yearly service'), stage.firm.practice, stage.ids.applianceId)
      await appendEvents(tx, actor, visitId, { events }, ended)
      const loaded = await loadVisit(tx, actor.firmId, visitId)
      const state = foldLoaded(loaded)
      const gates = serviceGates(loaded.context.appliances[0]!, state.appliances[0]!, steps, state, loaded.context)
      const answered = gates
        .filter((g) => !g.hard)
        .map((g) => after(1, 'gate.overridden', { gate: g.id, reason: 'Safe and stable; to be looked at next year' }))
      const outcome = gates.some((g) => g.hard) ? { outcome: 'left-isolated', reason: gates[0]!.code } : { outcome: 'in-normal-service' }
      const nextDueOn = new Date(Date.parse(ended) + YEAR).toISOString().slice(0, 10)
      const rest = [...answered, after(2, 'appliance.outcome-set', outcome), after(3, 'visit.closed', { nextDueOn })]
      await appendEvents(tx, actor, visitId, { events: rest }, ended)
    },
    db,
  )
}

/** An apprentice's visit of yesterday, left open: measured, one turn made, a defect written down; all of that waits for a licensed person. */
export async function seedApprentice(db: Transaction, apprentice: Actor, stage: Stage, now: Date): Promise<void> {
  const at = new Date(now.getTime() - DAY)
  const rates = DEMO_CARDS.find((c) => c.id === stage.site.appliance.card)!.firingStates.filter((f) => f.kind === 'rate')
  const lowest = Math.min(...rates.map((r) => r.order))
  const lambda = Object.fromEntries(rates.map((r) => [r.id, r.order === lowest ? 1.19 : 1.28]))
  const day: PastDay = { at, fouling: 0.02, standingPa: 2230, workingPa: 2050, lambda, manifoldPa: {} }
  const measured = (step: Step) => step.kind !== 'loose-ends' && step.kind !== 'finish'
  const { visitId, card, events, after, ended } = serviceOf(stage, day, seededRandom(31), measured)
  const adjuster = card.adjusters[0]!
  const turn = {
    adjusterId: adjuster.id,
    direction: 'anticlockwise',
    amount: 0.125,
    unit: adjuster.unit,
    firingStateId: adjuster.actsAt[0]!,
  }
  const defect = { class: 'attention', text: 'CO₂ at low rate out of band', action: 'Left for a licensed technician' }
  await inFirm(
    apprentice,
    async (tx) => {
      await insertVisit(
        tx,
        planned(stage, apprentice, visitId, at, 'First look, with Maren on the phone'),
        stage.firm.practice,
        stage.ids.applianceId,
      )
      const waiting = [after(1, 'adjustment.made', turn), after(2, 'defect.found', { defectId: stage.newId(at), ...defect })]
      await appendEvents(tx, apprentice, visitId, { events: [...events, ...waiting] }, ended)
    },
    db,
  )
}
