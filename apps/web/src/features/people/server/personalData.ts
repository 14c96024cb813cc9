import { and, asc, eq, or, sql } from 'drizzle-orm'
import { isoInstant, type Transaction } from '@/db/client'
import {
  auditEntry,
  instrument,
  invitation,
  mail,
  membership,
  photo,
  preference,
  site,
  user,
  visit,
  visitEvent,
  workingMemory,
} from '@/db/schema'
import { reindex } from '@/features/search/server'
import type { Actor } from '@/server/actor'
import { audit } from '@/server/audit'
import { may } from '@/server/may'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import { wasElsewhere } from './elsewhere'
import { sessionsOf } from './sessions'

async function person(tx: Transaction, firmId: string, userId: string) {
  const [row] = await tx
    .select({ u: user, m: membership })
    .from(membership)
    .innerJoin(user, eq(user.id, membership.userId))
    .where(and(eq(membership.firmId, firmId), eq(membership.userId, userId)))
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  return row
}

/** Everything that is kept about one person of the firm, as open JSON: for oneself, or for a lead who was asked. @throws ApiProblem 403, 404 */
export async function exportPerson(tx: Transaction, actor: Actor, userId: string, now: string) {
  const { u, m } = await person(tx, actor.firmId, userId)
  if (userId !== actor.userId && !may(actor, 'people.manage')) throw new ApiProblem(403, 'role', t('people.export-own'))
  const own = userId === actor.userId || (m.leftAt === null && !(await wasElsewhere(tx, userId)))
  const data = {
    schema: 'lucerna-person-1',
    exportedAt: now,
    person: { id: u.id, name: m.name ?? u.name, email: u.email, createdAt: u.createdAt.toISOString() },
    membership: { firm: actor.firmName, role: m.role, licenceNumber: m.licenceNumber, licenceUntil: m.licenceUntil, leftAt: m.leftAt },
    // Of somebody who left, or works elsewhere too, where they are signed in is not this firm's.
    sessions: (own ? await sessionsOf(tx, userId) : []).map((s) => ({
      createdAt: s.createdAt,
      expiresAt: s.expiresAt,
      ipAddress: s.ipAddress,
      userAgent: s.userAgent,
    })),
    preferences: await tx
      .select({ units: preference.units, dialect: preference.dialect, farViewTones: preference.farViewTones })
      .from(preference)
      .where(and(eq(preference.firmId, actor.firmId), eq(preference.userId, userId))),
    workings: await tx
      .select({ workingId: workingMemory.workingId, input: workingMemory.input, updatedAt: workingMemory.updatedAt })
      .from(workingMemory)
      .where(and(eq(workingMemory.firmId, actor.firmId), eq(workingMemory.userId, userId))),
    mail: await tx
      .select({ kind: mail.kind, toAddress: mail.toAddress, subject: mail.subject, createdAt: mail.createdAt })
      .from(mail)
      .where(and(eq(mail.firmId, actor.firmId), or(eq(mail.userId, userId), eq(mail.toAddress, u.email)))),
    visits: await tx
      .select({ id: visit.id, plannedFor: visit.plannedFor, status: visit.status })
      .from(visit)
      .where(and(eq(visit.firmId, actor.firmId), eq(visit.assignedTo, userId)))
      .orderBy(asc(visit.plannedFor)),
    events: await tx
      .select({ id: visitEvent.id, visitId: visitEvent.visitId, type: visitEvent.type, at: visitEvent.at, data: visitEvent.data })
      .from(visitEvent)
      .where(and(eq(visitEvent.firmId, actor.firmId), eq(visitEvent.authorId, userId)))
      .orderBy(asc(visitEvent.at)),
    photographs: await tx
      .select({ id: photo.id, caption: photo.caption, createdAt: photo.createdAt })
      .from(photo)
      .where(and(eq(photo.firmId, actor.firmId), eq(photo.createdBy, userId))),
    instruments: await tx
      .select({ id: instrument.id, maker: instrument.maker, model: instrument.model, serial: instrument.serial })
      .from(instrument)
      .where(and(eq(instrument.firmId, actor.firmId), eq(instrument.heldBy, userId))),
    deeds: await tx
      .select({ at: auditEntry.at, action: auditEntry.action, subjectKind: auditEntry.subjectKind, subjectId: auditEntry.subjectId })
      .from(auditEntry)
      .where(and(eq(auditEntry.firmId, actor.firmId), eq(auditEntry.actorId, userId)))
      .orderBy(asc(auditEntry.at)),
  }
  await audit(tx, actor, 'exported', ['person', userId], now)
  return data
}

/**
 * Erases what is personal of somebody who has left: name, address, licence, sign-in, sessions, letters, remembered inputs. What they did stays,
 * under an id without a name; reports that were signed and frozen keep the name printed on them, as records of gas safety must.
 *
 * @throws ApiProblem 404, 409 still in the firm
 */
export async function erasePerson(tx: Transaction, actor: Pick<Actor, 'firmId' | 'userId'>, userId: string, now: string): Promise<void> {
  const { u, m } = await person(tx, actor.firmId, userId)
  if (!m.leftAt) throw new ApiProblem(409, 'still-here', t('people.erase-first-leave'))
  await tx.delete(mail).where(and(eq(mail.firmId, actor.firmId), or(eq(mail.userId, userId), eq(mail.toAddress, u.email))))
  await tx.delete(invitation).where(and(eq(invitation.firmId, actor.firmId), eq(invitation.email, u.email)))
  await tx.delete(preference).where(and(eq(preference.firmId, actor.firmId), eq(preference.userId, userId)))
  await tx.delete(workingMemory).where(and(eq(workingMemory.firmId, actor.firmId), eq(workingMemory.userId, userId)))
  await tx
    .update(membership)
    .set({ name: t('people.erased-name'), licenceNumber: null, licenceUntil: null, passcodeHash: null, version: m.version + 1 })
    .where(and(eq(membership.firmId, actor.firmId), eq(membership.userId, userId)))
  // Who works in another firm now keeps their account: name and sign-in are that firm's too.
  await tx.execute(sql`select forget_person(${userId}, ${t('people.erased-name')})`)
  await audit(tx, actor, 'erased', ['person', userId], now)
  await reindex(tx, actor.firmId, 'person', [userId])
}

/** What is kept about the contact of a site, as open JSON. */
export async function exportContact(tx: Transaction, actor: Actor, siteId: string, now: string) {
  const row = await siteRow(tx, actor.firmId, siteId)
  await audit(tx, actor, 'exported', ['contact', siteId], now)
  return {
    schema: 'lucerna-contact-1',
    exportedAt: now,
    site: { id: row.id, name: row.name, address: row.address },
    contact: { name: row.contact, phone: row.contactPhone, email: row.contactEmail, accessNotes: row.accessNotes },
    erasedAt: row.contactErasedAt && isoInstant(row.contactErasedAt),
  }
}

async function siteRow(tx: Transaction, firmId: string, siteId: string) {
  const [row] = await tx
    .select()
    .from(site)
    .where(and(eq(site.firmId, firmId), eq(site.id, siteId)))
    .for('update')
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  return row
}

/** Erases the contact of a site for good; that it was erased, and when, stays. @throws ApiProblem 404 */
export async function eraseContact(tx: Transaction, actor: Pick<Actor, 'firmId' | 'userId'>, siteId: string, now: string): Promise<void> {
  const row = await siteRow(tx, actor.firmId, siteId)
  await tx
    .update(site)
    .set({
      contact: null,
      contactPhone: null,
      contactEmail: null,
      accessNotes: null,
      contactErasedAt: now,
      version: row.version + 1,
      updatedAt: now,
    })
    .where(and(eq(site.firmId, actor.firmId), eq(site.id, siteId)))
  await audit(tx, actor, 'erased', ['contact', siteId], now)
  await reindex(tx, actor.firmId, 'site', [siteId])
}
