import { preparePhoto } from '@/server/picture'
import { type Practice, SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { firstInput, workingById } from '@lucerna/core/workings'
import { DEMO_CARDS, OLDER_CARDS } from '@lucerna/sim/cards'
import { seededRandom } from '@lucerna/sim/random'
import { count, eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { connect, inFirm, type Transaction } from '@/db/client'
import * as t from '@/db/schema'
import { invite } from '@/features/people/server/invitations'
import { addPhoto } from '@/features/places/server/photos'
import { reindex, reindexFirm } from '@/features/search/server/indexing'
import type { Actor } from '@/server/actor'
import { instantAt, zonedInstant } from '@/ui/zoned'
import { idMaker } from './ids'
import { drawnPhoto } from './places'
import { seedPapers } from './papers'
import { seedInstruments, seedPeople, seedSite } from './registers'
import { DAY, YEAR } from './spans'
import { insertVisit, pastDays, seedApprentice, seedPastVisit } from './visits'
import { DEMO_FIRMS, type DemoFirm } from './world'

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
          { ...ids, caption: '' },
          await preparePhoto(await drawnPhoto(['#d8cbb4', '#b9c0bd', '#cfc3ab'][i % 3]!, ['#f3efe6', '#e4e0d6', '#d9d4c8'][i % 3]!)),
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
        await tx.insert(t.firm).values({
          id: firmId,
          name: firm.name,
          practiceId: practice.id,
          practiceVersion: practice.version,
          timeZone: firm.sites[0]!.timeZone,
        })
        await tx.insert(t.practiceProfile).values(SHIPPED_PRACTICES.map((p) => ({ firmId, profileId: p.id, version: p.version, data: p })))
        await tx
          .insert(t.targetCard)
          .values([...OLDER_CARDS, ...DEMO_CARDS].map((card) => ({ firmId, cardId: card.id, version: card.version, data: card })))
        const people = await seedPeople(tx, firm, firmId, newId, password, now)
        const instruments = await seedInstruments(tx, firm, firmId, people, newId, now)
        const technician = firm.people.find((p) => p.role === 'technician')!
        const userId = people.get(technician.key)!
        await tx
          .insert(t.workingMemory)
          .values(rememberedWorkings(practice.units).map((w) => ({ ...w, firmId, userId, updatedAt: now.toISOString() })))
        const actor: Actor = {
          // The owner of the tables needs none.
          pass: '',
          userId,
          firmId,
          name: technician.name,
          firmName: firm.name,
          role: 'technician',
          heldRole: 'technician',
          licenceNumber: technician.licence,
          licenceUntil: null,
          units: null,
          timeZone: firm.sites[0]!.timeZone,
          practiceUnits: practice.units,
          farViewTones: false,
          secondFactorDue: false,
          chosenDialect: null,
          dialect: 'en-GB',
        }
        const siteIds = new Map<string, { siteId: string; applianceId: string }>()
        for (const site of firm.sites) {
          const ids = await seedSite(tx, firmId, { site, emergencyNumber: firm.emergencyNumber }, newId, now)
          siteIds.set(site.name, ids)
          for (const day of pastDays(site, now, random))
            await seedPastVisit(tx, actor, { firm, site, ids, instruments: instruments.get(userId) ?? [], newId: make }, day, random)
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
          await seedApprentice(
            tx,
            her,
            { firm, site: first, ids: siteIds.get(first.name)!, instruments: instruments.get(own) ?? [], newId: make },
            now,
          )
        }
        await seedAround(
          tx,
          firm,
          { ...actor, userId: people.get(firm.people[0]!.key)!, name: firm.people[0]!.name, role: 'lead', heldRole: 'lead' },
          siteIds,
          now,
          newId,
        )
        const old = firm.sites.find((s) => s.appliance.card.startsWith('ossian-'))
        await seedPapers(
          tx,
          firm,
          firmId,
          people.get(firm.people[0]!.key)!,
          siteIds.get(firm.sites[0]!.name)!.applianceId,
          old && siteIds.get(old.name),
          newId,
          now,
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
