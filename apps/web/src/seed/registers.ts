import { type Instrument, limitOfError } from '@lucerna/core/measure'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { hashPassword } from 'better-auth/crypto'
import type { Transaction } from '@/db/client'
import * as t from '@/db/schema'
import { demoPasscode } from './demoPasscode'
import { KNOWN } from './places'
import { DAY, YEAR } from './spans'
import { type DemoAppliance, type DemoFirm, type DemoSite, demoInstruments } from './world'

/** The people of a firm with their sign-ins; answers with their ids by key. */
export async function seedPeople(
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

/** What each of them carries; answers with the instruments by holder. */
export async function seedInstruments(
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
    await db.insert(t.instrument).values(
      own.map((i) => ({
        ...i,
        firmId,
        heldBy: holder,
        batteryDays: i.kind === 'multimeter' ? 365 : 180,
        trapDays: i.kind === 'analyser' ? 30 : null,
      })),
    )
    await db.insert(t.instrumentCheck).values(own.flatMap((i) => pastChecks(i, firmId, holder, newId, now)))
  }
  return held
}

/** Four yearly calibrations with a drift that grows, and the last battery and water trap. */
function pastChecks(i: Instrument, firmId: string, by: string, newId: () => string, now: Date): (typeof t.instrumentCheck.$inferInsert)[] {
  const common = { firmId, instrumentId: i.id, by, passed: true }
  const at = (daysAgo: number) => new Date(now.getTime() - daysAgo * DAY).toISOString()
  const yearly = [4, 3, 2, 1].flatMap((years) =>
    i.channels.slice(0, 2).map((c, n) => {
      // Half way up the range; cells lose strength with the years, gauges wander a little.
      const applied = c.channel === 'co' ? 300e-6 : c.min < 0 ? c.max / 5 : (c.min + c.max) / 2
      const spread = limitOfError(c, applied)
      return {
        ...common,
        id: newId(),
        kind: 'calibration' as const,
        at: at(years * 365 - 120),
        channelId: c.id,
        appliedSi: applied,
        shownSi: applied + spread * (n === 0 ? 0.12 - 0.17 * (4 - years) : 0.2 * Math.sin(years * 2)),
        certificate: `CAL-${19_000 + years}`,
      }
    }),
  )
  const care = [{ ...common, id: newId(), kind: 'battery' as const, at: at(i.kind === 'gas-detector' ? 200 : 60) }]
  const trap = i.kind === 'analyser' ? [{ ...common, id: newId(), kind: 'water-trap' as const, at: at(9) }] : []
  return [...yearly, ...care, ...trap]
}

/** A site with its supply and its appliance. */
export async function seedSite(
  db: Transaction,
  firmId: string,
  { site, emergencyNumber }: { readonly site: DemoSite; readonly emergencyNumber: string },
  newId: () => string,
  now: Date,
): Promise<{ siteId: string; applianceId: string }> {
  const siteId = newId()
  const supplyId = newId()
  const { appliance: a } = site
  const known = KNOWN[a.key]!
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
    emergencyNumber,
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
  const units = [a, ...(site.also ?? [])].map((u) => applianceRow(u, { firmId, siteId, supplyId }, newId(), now))
  await db.insert(t.appliance).values(units)
  return { siteId, applianceId: units[0]!.id }
}

function applianceRow(a: DemoAppliance, place: { firmId: string; siteId: string; supplyId: string }, id: string, now: Date) {
  const card = DEMO_CARDS.find((c) => c.id === a.card)!
  return {
    id,
    ...place,
    name: a.name,
    serial: a.serial,
    position: a.position,
    cardId: card.id,
    cardVersion: card.version,
    burnerKind: card.burnerKind,
    flueLengthM: a.flueLengthM,
    installedOn: new Date(now.getTime() - a.ageYears * YEAR).toISOString().slice(0, 10),
    remark: a.remark,
    safeties: [...KNOWN[a.key]!.safeties],
  }
}
