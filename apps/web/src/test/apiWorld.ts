import { desc, eq } from 'drizzle-orm'
import sharp from 'sharp'
import { v7 as uuidv7 } from 'uuid'
import {
  appliance,
  bridge,
  firm,
  followUp,
  lockoutNote,
  gasSupply,
  instrument,
  invitation,
  membership,
  oldPaper,
  photo,
  site,
  user,
  visit,
  report,
} from '@/db/schema'
import { newSupply } from '@/features/places/server/choices'
import type { Actor } from '@/server/actorOf'
import type { Who } from './actions'
import { actorNamed, ownerDb } from './world'

/** The people and the things that the tests of the API try it with. */

export const people = {} as Record<Exclude<Who, 'nobody'>, Actor>

/** Whom they ask as; the planner of the same firm also stands for one who may only look. */
export async function meetPeople(): Promise<void> {
  const [lead, technician, apprentice, planner, other] = (await Promise.all(
    ['Maren Ostby', 'Tobias Achterberg', 'Ilse Fontane', 'Noor Vance', 'Ruben Calder'].map(actorNamed),
  )) as [Actor, Actor, Actor, Actor, Actor]
  Object.assign(people, {
    lead,
    technician,
    apprentice,
    planner,
    other,
    viewer: { ...planner, role: 'viewer', heldRole: 'viewer' },
    // A lead whose licence ran out: does gas work as an apprentice, office work as a lead.
    lapsed: { ...lead, role: 'apprentice' },
  })
}

export const aPicture = () =>
  sharp({ create: { width: 40, height: 30, channels: 3, background: '#888' } })
    .jpeg()
    .toBuffer()

export const siteBody = (name = `Mill ${uuidv7().slice(-6)}`) => ({
  name,
  address: '1 Weir Lane',
  timeZone: 'Europe/Zurich',
  altitudeM: 400,
  latitudeDeg: null,
  longitudeDeg: null,
  contact: null,
  contactPhone: null,
  contactEmail: null,
  accessNotes: null,
  hazards: null,
  practiceId: null,
})
export const supplyBody = newSupply('metric')
export const applianceBody = (supplyId: string) => ({
  supplyId,
  cardId: 'tarnwick-larch-18-h',
  cardVersion: 1,
  name: 'Unit',
  serial: uuidv7(),
  position: 'Attic',
  flueLengthM: null,
  installedOn: null,
  safeties: [],
  remark: null,
})

/** What a data plate of an old steam boiler says, SI. */
export const plateBody = {
  maker: 'Orrin',
  model: 'Steam 60',
  burnerKind: 'atmospheric',
  applianceType: 'steam-boiler',
  flueType: 'open-flued',
  condensing: false,
  pilot: 'standing',
  pilotSensor: 'unsupervised',
  gas: 'natural-gas-h',
  inputW: 60_000,
  inputMinW: null,
  basis: 'net',
  inletMinPa: 1_700,
  inletMaxPa: 2_500,
  manifoldMinPa: null,
  manifoldMaxPa: null,
} as const

export const paperBody = {
  kind: 'sticker',
  doneOn: '2024-10-04',
  who: 'R. Amsel',
  words: 'Brushed',
  figures: [] as object[],
  photoId: null,
} as const

/** A copied paper, straight in the database. */
export async function aPaper(): Promise<string> {
  const { firmId, applianceId } = await place()
  const id = uuidv7()
  await ownerDb.insert(oldPaper).values({
    id,
    firmId,
    applianceId,
    kind: 'sticker',
    doneOn: '2019-10-04',
    words: 'Brushed',
    createdAt: '2026-01-01T00:00:00.000Z',
    createdBy: people.lead.userId,
  })
  return id
}

/** A place of its own for one try, straight in the database. */
export async function place() {
  const [known] = await ownerDb.select().from(appliance).where(eq(appliance.serial, 'TW18-220914'))
  const { firmId } = people.lead
  const siteId = uuidv7()
  const supplyId = uuidv7()
  const applianceId = uuidv7()
  await ownerDb.insert(site).values({ id: siteId, firmId, ...siteBody() })
  await ownerDb.insert(gasSupply).values({ id: supplyId, firmId, siteId, gas: 'natural-gas-h', regulatorOwner: 'supplier' })
  await ownerDb
    .insert(appliance)
    .values({ ...known!, id: applianceId, siteId, supplyId, serial: applianceId, version: 1, deletedAt: null, lastVisitAt: null })
  return { firmId, siteId, supplyId, applianceId, cardVersion: known!.cardVersion }
}

export const aPhoto = async () => {
  const { siteId, firmId } = await place()
  const id = uuidv7()
  await ownerDb.insert(photo).values({
    id,
    firmId,
    siteId,
    caption: '',
    width: 1,
    height: 1,
    bytes: 1,
    createdAt: new Date().toISOString(),
    createdBy: people.lead.userId,
  })
  return { id }
}
/** A closed visit of the lead's firm, with its report. */
export const aReport = async () => {
  const [row] = await ownerDb.select({ id: report.visitId }).from(report).where(eq(report.firmId, people.lead.firmId)).limit(1)
  return { id: row!.id, body: { days: 30 } }
}
export const aMember = async () => {
  const id = uuidv7()
  await ownerDb.insert(user).values({ id, name: 'Somebody', email: `${id}@lucerna.example` })
  await ownerDb.insert(membership).values({ id: uuidv7(), firmId: people.lead.firmId, userId: id, role: 'viewer' })
  return { id }
}
export const leftMember = async () => {
  const made = await aMember()
  await ownerDb.update(membership).set({ leftAt: new Date().toISOString() }).where(eq(membership.userId, made.id))
  return made
}
export const anInvitation = async () => {
  const id = uuidv7()
  const day = new Date().toISOString()
  await ownerDb.insert(invitation).values({
    id,
    firmId: people.lead.firmId,
    email: `${id}@lucerna.example`,
    name: 'Somebody',
    role: 'viewer',
    secretHash: id,
    invitedBy: people.lead.userId,
    createdAt: day,
    expiresAt: day,
  })
  return { id }
}
export const plannedVisit = async () => {
  const { firmId, siteId } = await place()
  const id = uuidv7()
  await ownerDb.insert(visit).values({
    id,
    firmId,
    siteId,
    jobKind: 'annual-service',
    plannedFor: new Date().toISOString(),
    status: 'planned',
    practiceId: 'metric-ratio',
    practiceVersion: 1,
  })
  return { id }
}
/** An instrument of the firm, by its serial number. */
export const aSerial = async (): Promise<string> => {
  const [some] = await ownerDb
    .select()
    .from(instrument)
    .where(eq(instrument.firmId, people.lead.firmId))
    .orderBy(desc(instrument.serial))
    .limit(1)
  return some!.serial
}
export const aBridge = async (): Promise<string> => {
  const id = uuidv7()
  const { firmId, userId } = people.lead
  await ownerDb.insert(bridge).values({ id, firmId, name: 'Van', tokenHash: id, createdAt: new Date().toISOString(), createdBy: userId })
  return id
}
export const aFollowUp = async () => {
  const [some] = await ownerDb.select().from(followUp).where(eq(followUp.firmId, people.lead.firmId))
  const id = uuidv7()
  await ownerDb.insert(followUp).values({ ...some!, id, sourceKey: id, closedAt: null })
  return { id }
}

/** What a customer told of an appliance, with a picture. */
export const aLockOut = async () => {
  const { applianceId } = await place()
  const id = uuidv7()
  const now = new Date().toISOString()
  const picture = Buffer.from('jpeg')
  await ownerDb
    .insert(lockoutNote)
    .values({ id, firmId: people.lead.firmId, applianceId, happenedAt: now, toldAt: now, service: 'heating', state: 'new', picture })
  return { id }
}

/** The firm's version. The two firms must not stand at the same one, so that the other firm's request meets 412. */
export async function firmVersion(): Promise<number> {
  const rows = await ownerDb.select().from(firm)
  for (const row of rows) if (row.id !== people.lead.firmId) await ownerDb.update(firm).set({ version: 70 }).where(eq(firm.id, row.id))
  return rows.find((r) => r.id === people.lead.firmId)!.version
}
