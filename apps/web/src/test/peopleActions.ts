import { eq, inArray } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { mail, site, user } from '@/db/schema'
import { type Action, ALL, REMOVE, PLAN, LEAD, inAnHour, none } from './actions'
import { aMember, aPicture, aReport, anInvitation, firmVersion, leftMember, people, place, plannedVisit } from './apiWorld'
import { newVisit, ownerDb, started } from './world'

const KEEP = { letters: null, invitations: null, imports: null, notes: null, contacts: null, people: null }

export const PEOPLE_AND_VISIT_ACTIONS: readonly Action[] = [
  { method: 'GET', route: 'people', may: ALL, ok: 200, other: 200, prepare: none },
  {
    method: 'POST',
    route: 'people/invitations',
    may: LEAD,
    ok: 201,
    other: 201,
    prepare: async () => ({
      body: { name: 'New', email: `${uuidv7()}@lucerna.example`, role: 'viewer', licenceNumber: null, licenceUntil: null },
    }),
  },
  { method: 'DELETE', route: 'people/invitations/[id]', may: LEAD, ok: 204, prepare: anInvitation },
  {
    method: 'PUT',
    route: 'people/[id]',
    may: LEAD,
    ok: 200,
    prepare: async () => ({ ...(await aMember()), version: 1, body: { role: 'planner', licenceNumber: null, licenceUntil: null } }),
  },
  { method: 'DELETE', route: 'people/[id]', may: LEAD, ok: 204, prepare: aMember },
  { method: 'POST', route: 'people/[id]/restore', may: LEAD, ok: 204, prepare: leftMember },
  {
    method: 'DELETE',
    route: 'people/[id]/second-factor',
    may: LEAD,
    ok: 204,
    prepare: async () => {
      const made = await aMember()
      await ownerDb.update(user).set({ twoFactorEnabled: true }).where(eq(user.id, made.id))
      return made
    },
  },
  { method: 'GET', route: 'people/[id]/data', may: LEAD, ok: 200, prepare: aMember },
  { method: 'DELETE', route: 'people/[id]/data', may: LEAD, ok: 204, prepare: leftMember },
  { method: 'GET', route: 'firm/retention', may: LEAD, ok: 200, other: 200, prepare: none },
  { method: 'POST', route: 'firm/retention', may: LEAD, ok: 200, other: 200, prepare: async () => ({ body: KEEP }) },
  {
    method: 'PUT',
    route: 'firm/retention',
    may: LEAD,
    ok: 200,
    other: 412,
    prepare: async () => ({ body: KEEP, version: await firmVersion() }),
  },
  { method: 'GET', route: 'firm/mail-server', may: LEAD, ok: 200, other: 200, prepare: none },
  // 422: let through to what is wrong with it; a server that was set would change what others' letters say.
  { method: 'PUT', route: 'firm/mail-server', may: LEAD, ok: 422, other: 422, prepare: async () => ({ body: { host: '' } }) },
  { method: 'DELETE', route: 'firm/mail-server', may: LEAD, ok: 204, other: 204, prepare: none },
  { method: 'POST', route: 'mail', may: LEAD, ok: 204, other: 204, prepare: none },
  {
    method: 'GET',
    route: 'mail/[id]',
    may: LEAD,
    ok: 200,
    prepare: async () => ({ id: (await ownerDb.select().from(mail).where(eq(mail.firmId, people.lead.firmId)))[0]!.id }),
  },
  {
    method: 'PUT',
    route: 'me/preferences',
    may: ALL,
    ok: 204,
    other: 204,
    prepare: async () => ({ body: { units: 'practice', farViewTones: false } }),
  },
  // 422: let through to the field that is wrong.
  {
    method: 'PUT',
    route: 'me/passcode',
    may: ['lead', 'technician'],
    ok: 422,
    other: 422,
    prepare: async () => ({ body: { passcode: '1', password: 'x' } }),
  },
  { method: 'POST', route: 'me/calendar', may: ALL, ok: 200, other: 200, prepare: none },
  { method: 'DELETE', route: 'me/calendar', may: ALL, ok: 204, other: 204, prepare: none },
  // 409: let through to what says that there are some already.
  {
    method: 'POST',
    route: 'firm/sample',
    may: LEAD,
    ok: 409,
    other: 409,
    prepare: async () => {
      await ownerDb
        .update(site)
        .set({ sample: true })
        .where(inArray(site.name, ['7 Quarry Row', 'Harbour Office']))
      return {}
    },
  },
  {
    method: 'DELETE',
    route: 'firm/sample',
    may: LEAD,
    ok: 200,
    other: 200,
    prepare: async () => {
      // The places of the demo are others' too.
      await ownerDb.update(site).set({ sample: false })
      return {}
    },
  },
  { method: 'DELETE', route: 'me/sessions', may: ALL, ok: 200, other: 200, prepare: none },
  { method: 'DELETE', route: 'me/sessions/[id]', may: ALL, ok: 404, prepare: async () => ({ id: uuidv7() }) },
  {
    method: 'PUT',
    route: 'firm',
    may: LEAD,
    ok: 200,
    other: 412,
    prepare: async () => ({ body: { practiceId: 'metric-ratio' }, version: await firmVersion() }),
  },
  {
    method: 'POST',
    route: 'visits',
    may: PLAN,
    ok: 201,
    prepare: async () => {
      const made = await place()
      return { body: { siteId: made.siteId, applianceIds: [made.applianceId], jobKind: 'annual-service' } }
    },
  },
  {
    method: 'PATCH',
    route: 'visits/[id]',
    may: REMOVE,
    ok: 204,
    prepare: async () => ({ ...(await plannedVisit()), body: { plannedFor: inAnHour() } }),
  },
  { method: 'GET', route: 'visits/[id]', may: ALL, ok: 200, prepare: plannedVisit },
  {
    method: 'GET',
    route: 'visits/[id]/report-file',
    may: ALL,
    ok: 200,
    prepare: async () => ({ id: (await aReport()).id, query: '?as=slip' }),
  },
  { method: 'GET', route: 'visits/[id]/report-links', may: REMOVE, ok: 200, prepare: async () => ({ id: (await aReport()).id }) },
  { method: 'POST', route: 'visits/[id]/report-links', may: REMOVE, ok: 201, prepare: aReport },
  { method: 'GET', route: 'visits/[id]/events', may: ALL, ok: 200, prepare: plannedVisit },
  { method: 'GET', route: 'visits/[id]/live', may: ALL, ok: 200, prepare: plannedVisit },
  {
    method: 'PUT',
    route: 'visits/[id]/photos/[photoId]',
    may: ['lead', 'technician', 'apprentice', 'lapsed'],
    ok: 201,
    prepare: async () => ({ params: { id: (await plannedVisit()).id, photoId: uuidv7() }, body: await aPicture() }),
  },
  {
    method: 'POST',
    route: 'visits/[id]/events',
    may: ['lead', 'technician', 'apprentice', 'lapsed'],
    ok: 200,
    prepare: async () => {
      const made = await newVisit(people.lead, '7 Quarry Row')
      return { id: made.visitId, body: { events: [started(made.visitId, made.applianceId)] } }
    },
  },
  {
    // Everybody may hold the device; who confirms proves it by passcode (wrong here).
    method: 'POST',
    route: 'visits/[id]/confirmations',
    may: ALL,
    ok: 422,
    other: 422,
    prepare: async () => ({ ...(await plannedVisit()), body: { confirmerId: 'x' } }),
  },
]
