import { serviceSheet } from '@lucerna/core/procedure'
import type { GasId } from '@lucerna/core/appliance'
import type { Instrument } from '@lucerna/core/measure'
import { type Practice, SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { serviceGates } from '@lucerna/core/visit'
import { firstInput, workingById } from '@lucerna/core/workings'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { type Random, seededRandom } from '@lucerna/sim/random'
import { hashPassword } from 'better-auth/crypto'
import { count, eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { connect, inFirm, type Transaction } from '@/db/client'
import * as t from '@/db/schema'
import { invite } from '@/features/people/server/invitations'
import { addPhoto } from '@/features/places/server/photos'
import { reindex, reindexFirm } from '@/features/search/server/indexing'
import { appendEvents } from '@/features/visit/server/append'
import { foldLoaded, loadVisit } from '@/features/visit/server/load'
import type { Actor } from '@/server/actor'
import { pastService, type PastDay } from './history'
import { demoPasscode } from './demoPasscode'
import { idMaker } from './ids'
import { drawnPhoto, KNOWN } from './places'
import { DEMO_FIRMS, type DemoFirm, type DemoSite, demoInstruments } from './world'
import { instantAt, zonedInstant } from '@/ui/zoned'

const DAY = 86_400_000
const YEAR = 365.25 * DAY

/** Where the simulated appliance stood in each past year. */
function pastDays(site: DemoSite, now: Date, random: Random): PastDay[] {
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

async function seedPeople(
  db: Transaction,
  firm: DemoFirm,
  firmId: string,
  newId: () => string,
  password: string,
  now: Date,
): Promise<Map<string, string>> {
  const ids = new Map<string, string>()
  const hash = await hashPassword(password)
  const passcode = await hashPassword(demoPasscode(password))
  for (const person of firm.people) {
    const userId = newId()
    ids.set(person.key, userId)
    await db.insert(t.user).values({ id: userId, name: person.name, email: person.email, emailVerified: true })
    await db.insert(t.account).values({ id: newId(), accountId: userId, providerId: 'credential', userId, password: hash })
    await db.insert(t.membership).values({
      id: newId(),
      firmId,
      userId,
      role: person.role as typeof t.membership.$inferInsert.role,
      licenceNumber: person.licence,
      licenceUntil: person.licence ? new Date(now.getTime() + (person.licenceDays ?? 400) * DAY).toISOString().slice(0, 10) : null,
      passcodeHash: person.licence ? passcode : null,
    })
  }
  return ids
}

async function seedInstruments(
  db: Transaction,
  firm: DemoFirm,
  firmId: string,
  people: Map<string, string>,
  newId: () => string,
  now: Date,
): Promise<Map<string, Instrument[]>> {
  const held = new Map<string, Instrument[]>()
  for (const [n, person] of firm.people.filter((p) => p.role !== 'planner').entries()) {
    const own = demoInstruments(firm.practice).map((spec, i): Instrument => ({
      ...spec,
      id: newId(),
      serial: `${spec.maker[0]}${spec.model.replace(/\D/g, '')}-${4100 + 17 * n + i}`,
      calibratedAt: new Date(now.getTime() - 13 * YEAR).toISOString(),
      // The technician's gauge is nearly due, so that the warning can be seen.
      calibrationDueAt: new Date(
        now.getTime() + (person.role === 'technician' && spec.kind === 'manometer' ? 17 : 120 + 11 * i) * DAY,
      ).toISOString(),
      certificate: `CAL-${20_100 + 31 * n + i}`,
    }))
    const holder = people.get(person.key)!
    held.set(holder, own)
    await db.insert(t.instrument).values(own.map((i) => ({ ...i, firmId, heldBy: holder })))
  }
  return held
}

async function seedSite(
  db: Transaction,
  firmId: string,
  site: DemoSite,
  newId: () => string,
  now: Date,
): Promise<{ siteId: string; applianceId: string }> {
  const siteId = newId()
  const supplyId = newId()
  const applianceId = newId()
  const { appliance: a } = site
  const known = KNOWN[a.key]!
  const card = DEMO_CARDS.find((c) => c.id === a.card)!
  await db.insert(t.site).values({
    id: siteId,
    firmId,
    name: site.name,
    address: site.address,
    timeZone: site.timeZone,
    altitudeM: site.altitudeM,
    contact: site.contact,
    accessNotes: site.accessNotes,
    hazards: site.hazards,
    latitudeDeg: known.latitudeDeg,
    longitudeDeg: known.longitudeDeg,
    contactPhone: known.contactPhone,
    contactEmail: known.contactEmail,
  })
  await db.insert(t.gasSupply).values({
    id: supplyId,
    firmId,
    siteId,
    gas: a.gas,
    meter: site.meter,
    regulatorOwner: 'supplier',
    nominalPressurePa: a.gas === 'propane' ? 3700 : a.gas === 'natural-gas-h' ? 2100 : 1744,
    ...known.supply,
    ...(known.supply.standingPressurePa && { measuredOn: new Date(now.getTime() - YEAR).toISOString().slice(0, 10) }),
  })
  await db.insert(t.appliance).values({
    id: applianceId,
    firmId,
    siteId,
    supplyId,
    name: a.name,
    serial: a.serial,
    position: a.position,
    cardId: card.id,
    cardVersion: card.version,
    burnerKind: card.burnerKind,
    flueLengthM: a.flueLengthM,
    installedOn: new Date(now.getTime() - a.ageYears * YEAR).toISOString().slice(0, 10),
    remark: a.remark,
    safeties: [...known.safeties],
  })
  return { siteId, applianceId }
}

async function insertVisit(
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

/** One past service, posted through the same door as a device would use; it ends in normal service if its own gates allow. */
async function seedPastVisit(
  db: Transaction,
  actor: Actor,
  firm: DemoFirm,
  site: DemoSite,
  ids: { siteId: string; applianceId: string },
  day: PastDay,
  instruments: Instrument[],
  random: Random,
  newId: (at: Date) => string,
): Promise<void> {
  const visitId = newId(day.at)
  const practice = SHIPPED_PRACTICES.find((p) => p.id === firm.practice)!
  const card = DEMO_CARDS.find((c) => c.id === site.appliance.card)!
  const gas = site.appliance.gas as GasId
  const sheet = serviceSheet('annual-service', card, practice, { gas, altitudeM: site.altitudeM })
  if (!sheet.ok) throw new Error(sheet.error.code)
  const events = pastService({
    visitId,
    applianceId: ids.applianceId,
    card,
    gas,
    practice,
    steps: sheet.value,
    instruments,
    day,
    random,
    newId,
    deviceId: newId(day.at),
  })
  const ended = new Date(Date.parse(events.at(-1)!.at) + 60_000)
  await inFirm(
    actor,
    async (tx) => {
      await insertVisit(
        tx,
        {
          id: visitId,
          firmId: actor.firmId,
          siteId: ids.siteId,
          plannedFor: day.at.toISOString(),
          assignedTo: actor.userId,
          remark: 'Yearly service',
        },
        firm.practice,
        ids.applianceId,
      )
      await appendEvents(tx, actor, visitId, { events }, ended.toISOString())
      const loaded = await loadVisit(tx, actor.firmId, visitId)
      const state = foldLoaded(loaded)
      const gates = serviceGates(loaded.context.appliances[0]!, state.appliances[0]!, sheet.value, state, loaded.context)
      const rest = (type: string, data: object) => ({
        id: newId(ended),
        visitId,
        applianceId: ids.applianceId,
        type,
        v: 1,
        at: ended.toISOString(),
        deviceId: events[0]!.deviceId,
        deviceSeq: events.length + 10,
        data,
      })
      const answered = gates
        .filter((g) => !g.hard)
        .map((g) => rest('gate.overridden', { gate: g.id, reason: 'Safe and stable; to be looked at next year' }))
      const nextDueOn = new Date(ended.getTime() + YEAR).toISOString().slice(0, 10)
      await appendEvents(
        tx,
        actor,
        visitId,
        {
          events: [
            ...answered,
            rest(
              'appliance.outcome-set',
              gates.some((g) => g.hard) ? { outcome: 'left-isolated', reason: gates[0]!.code } : { outcome: 'in-normal-service' },
            ),
            rest('visit.closed', { nextDueOn }),
          ],
        },
        ended.toISOString(),
      )
    },
    db,
  )
}

/** An apprentice's visit of yesterday, left open: measured, one turn made, a defect written down; all of that waits for a licensed person. */
async function seedApprentice(
  db: Transaction,
  apprentice: Actor,
  firm: DemoFirm,
  site: DemoSite,
  ids: { siteId: string; applianceId: string },
  instruments: Instrument[],
  now: Date,
  newId: (at: Date) => string,
): Promise<void> {
  const at = new Date(now.getTime() - DAY)
  const visitId = newId(at)
  const practice = SHIPPED_PRACTICES.find((p) => p.id === firm.practice)!
  const card = DEMO_CARDS.find((c) => c.id === site.appliance.card)!
  const gas = site.appliance.gas as GasId
  const sheet = serviceSheet('annual-service', card, practice, { gas, altitudeM: site.altitudeM })
  if (!sheet.ok) throw new Error(sheet.error.code)
  const lambda = Object.fromEntries(card.firingStates.filter((f) => f.kind === 'rate').map((f) => [f.id, f.order <= 1 ? 1.19 : 1.28]))
  const day: PastDay = { at, fouling: 0.02, standingPa: 2230, workingPa: 2050, lambda, manifoldPa: {} }
  const measured = pastService({
    visitId,
    applianceId: ids.applianceId,
    card,
    gas,
    practice,
    steps: sheet.value.filter((step) => step.kind !== 'loose-ends' && step.kind !== 'finish'),
    instruments,
    day,
    random: seededRandom(31),
    newId,
    deviceId: newId(at),
  })
  const last = measured.at(-1)!
  const more = (i: number, type: string, data: object) => ({
    id: newId(at),
    visitId,
    applianceId: ids.applianceId,
    type,
    v: 1,
    at: new Date(Date.parse(last.at) + i * 60_000).toISOString(),
    deviceId: last.deviceId,
    deviceSeq: last.deviceSeq + i,
    data,
  })
  const adjuster = card.adjusters[0]!
  await inFirm(
    apprentice,
    async (tx) => {
      await insertVisit(
        tx,
        {
          id: visitId,
          firmId: apprentice.firmId,
          siteId: ids.siteId,
          plannedFor: at.toISOString(),
          assignedTo: apprentice.userId,
          remark: 'First look, with Maren on the telephone',
        },
        firm.practice,
        ids.applianceId,
      )
      const events = [
        ...measured,
        more(1, 'adjustment.made', {
          adjusterId: adjuster.id,
          direction: 'anticlockwise',
          amount: 0.125,
          unit: adjuster.unit,
          firingStateId: adjuster.actsAt[0]!,
        }),
        more(2, 'defect.found', {
          defectId: newId(at),
          class: 'attention',
          text: 'CO₂ at low rate out of band',
          action: 'Left for a licensed technician',
        }),
      ]
      await appendEvents(tx, apprentice, visitId, { events }, new Date(Date.parse(last.at) + 300_000).toISOString())
    },
    db,
  )
}

/** What else a firm has: a picture of each site, an invitation on its way, visits that nobody goes to yet, wishes. */
async function seedAround(
  tx: Transaction,
  firm: DemoFirm,
  lead: Actor,
  sites: ReadonlyMap<string, { siteId: string; applianceId: string }>,
  now: Date,
  newId: () => string,
): Promise<void> {
  const day = now.toISOString()
  for (const [i, ids] of [...sites.values()].entries())
    await inFirm(
      lead,
      async (own) =>
        addPhoto(
          own,
          lead,
          ids,
          await drawnPhoto(['#d8cbb4', '#b9c0bd', '#cfc3ab'][i % 3]!, ['#f3efe6', '#e4e0d6', '#d9d4c8'][i % 3]!),
          day,
        ),
      tx,
    )
  await inFirm(
    lead,
    (own) =>
      invite(
        own,
        lead,
        {
          ...firm.invited,
          licenceNumber: firm.invited.role === 'technician' ? 'NEW-1' : null,
          licenceUntil: firm.invited.role === 'technician' ? new Date(now.getTime() + 500 * DAY).toISOString().slice(0, 10) : null,
        },
        day,
      ),
    tx,
  )
  await tx.insert(t.preference).values({ firmId: lead.firmId, userId: lead.userId, units: 'practice', farViewTones: true })
  for (const plan of firm.later) {
    const site = firm.sites.find((s) => s.name === plan.site)!
    const ids = sites.get(plan.site)!
    const on = new Intl.DateTimeFormat('sv-SE', { timeZone: site.timeZone }).format(new Date(now.getTime() + plan.inDays * DAY))
    await insertVisit(
      tx,
      {
        id: newId(),
        firmId: lead.firmId,
        siteId: ids.siteId,
        plannedFor: instantAt(on, plan.at, site.timeZone),
        assignedTo: null,
        remark: plan.remark,
      },
      firm.practice,
      ids.applianceId,
    )
  }
}

/** Fills an empty database with the demo world. Deterministic but for the day it runs on. */
export async function seedWorld(ownerUrl: string, password: string, now: Date): Promise<boolean> {
  const { client, db } = connect(ownerUrl, 1)
  try {
    // All or nothing: a seed broken off half way leaves the database empty, and the next start tries again.
    return await db.transaction(async (tx) => {
      const [firms] = await tx.select({ n: count() }).from(t.firm)
      if ((firms?.n ?? 0) > 0) return false
      const random = seededRandom(20_260_301)
      const make = idMaker(77)
      const long = new Date(now.getTime() - 13 * YEAR)
      const newId = () => make(long)
      for (const firm of DEMO_FIRMS) {
        const firmId = newId()
        const practice = SHIPPED_PRACTICES.find((p) => p.id === firm.practice)!
        await tx.insert(t.firm).values({ id: firmId, name: firm.name, practiceId: practice.id, practiceVersion: practice.version })
        await tx.insert(t.practiceProfile).values(SHIPPED_PRACTICES.map((p) => ({ firmId, profileId: p.id, version: p.version, data: p })))
        await tx.insert(t.targetCard).values(DEMO_CARDS.map((card) => ({ firmId, cardId: card.id, version: card.version, data: card })))
        const people = await seedPeople(tx, firm, firmId, newId, password, now)
        const instruments = await seedInstruments(tx, firm, firmId, people, newId, now)
        const technician = firm.people.find((p) => p.role === 'technician')!
        const userId = people.get(technician.key)!
        await tx
          .insert(t.workingMemory)
          .values(rememberedWorkings(practice.units).map((w) => ({ ...w, firmId, userId, updatedAt: now.toISOString() })))
        const actor: Actor = {
          userId,
          firmId,
          name: technician.name,
          firmName: firm.name,
          role: 'technician',
          heldRole: 'technician',
          licenceNumber: technician.licence,
          licenceUntil: null,
          units: null,
          farViewTones: false,
        }
        const siteIds = new Map<string, { siteId: string; applianceId: string }>()
        for (const site of firm.sites) {
          const ids = await seedSite(tx, firmId, site, newId, now)
          siteIds.set(site.name, ids)
          for (const day of pastDays(site, now, random))
            await seedPastVisit(tx, actor, firm, site, ids, day, instruments.get(userId) ?? [], random, make)
        }
        const apprentice = firm.people.find((p) => p.role === 'apprentice')
        const first = firm.sites.find((s) => s.appliance.key === 'larch-18')
        if (apprentice && first) {
          const own = people.get(apprentice.key)!
          const her: Actor = {
            ...actor,
            userId: own,
            name: apprentice.name,
            role: 'apprentice',
            heldRole: 'apprentice',
            licenceNumber: null,
          }
          await seedApprentice(tx, her, firm, first, siteIds.get(first.name)!, instruments.get(own) ?? [], now, make)
        }
        await seedAround(
          tx,
          firm,
          { ...actor, userId: people.get(firm.people[0]!.key)!, name: firm.people[0]!.name, role: 'lead', heldRole: 'lead' },
          siteIds,
          now,
          newId,
        )
        await reindexFirm(tx, firmId)
      }
      return true
    })
  } finally {
    await client.end()
  }
}

/** Adds today's visits of the demo firms where a site has none for today yet; never moves or removes anything. Answers how many were added. */
export async function seedToday(ownerUrl: string, now: Date): Promise<number> {
  const { client, db } = connect(ownerUrl, 1)
  let added = 0
  try {
    for (const firm of DEMO_FIRMS) {
      const [row] = await db.select().from(t.firm).where(eq(t.firm.name, firm.name))
      if (!row) continue
      for (const plan of firm.today) {
        const [place] = await db.select().from(t.site).where(eq(t.site.name, plan.site))
        const [person] = await db
          .select()
          .from(t.user)
          .where(eq(t.user.email, firm.people.find((p) => p.key === plan.person)!.email))
        if (!place || !person) continue
        const day = new Intl.DateTimeFormat('sv-SE', { timeZone: place.timeZone }).format(now)
        const start = zonedInstant(day, '00:00', place.timeZone)
        const visits = await db.select().from(t.visit).where(eq(t.visit.siteId, place.id))
        if (
          visits.some(
            (v) =>
              // What is planned for a later day, or waits open from an earlier one, leaves today free.
              (v.status === 'planned' && Date.parse(v.plannedFor) < start.getTime() + DAY) ||
              (Date.parse(v.plannedFor) >= start.getTime() && Date.parse(v.plannedFor) < start.getTime() + DAY),
          )
        )
          continue
        const [unit] = await db.select().from(t.appliance).where(eq(t.appliance.siteId, place.id))
        const visitId = uuidv7()
        await db.transaction(async (tx) => {
          await insertVisit(
            tx,
            {
              id: visitId,
              firmId: row.id,
              siteId: place.id,
              plannedFor: zonedInstant(day, plan.at, place.timeZone).toISOString(),
              assignedTo: person.id,
              remark: plan.remark,
            },
            firm.practice,
            unit!.id,
          )
          await reindex(tx, row.id, 'visit', [visitId])
        })
        added++
      }
    }
    return added
  } finally {
    await client.end()
  }
}

/** What a technician of a school used last: the list of the Workings is never bare. */
function rememberedWorkings(units: Practice['units']) {
  return ['gas-rate', 'flue-gas', 'pressure-ladder'].map((workingId) => ({
    workingId,
    input: { ...firstInput(workingById(workingId)!, units) },
  }))
}
