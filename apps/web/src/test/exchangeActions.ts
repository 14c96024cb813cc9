import { larch18 } from '@lucerna/sim/cards'
import { documentDraft, exportJob, importJob, instrument, publicLink } from '@/db/schema'
import type { Actor } from '@/server/actorOf'
import type { Action, Who } from './actions'
import { ownerDb } from './world'

const ALL: readonly Who[] = ['lead', 'technician', 'apprentice', 'planner', 'viewer', 'lapsed']
const LEAD: readonly Who[] = ['lead', 'lapsed']
const LICENSED: readonly Who[] = ['lead', 'technician']
const FILES: readonly Who[] = ['lead', 'planner', 'lapsed']
const LABEL: readonly Who[] = ['lead', 'technician', 'planner']

const instrumentBody = (serial: string) => ({
  kind: 'manometer',
  maker: 'Plumb',
  model: 'Duo 150',
  serial,
  channels: [
    {
      id: 'p',
      channel: 'pressure',
      origin: 'measured',
      min: -100,
      max: 100,
      resolution: 1,
      absolute: 5,
      relative: 0.005,
      combine: 'larger',
    },
  ],
  calibratedOn: '2026-01-10',
  calibrationDueOn: '2099-01-10',
  certificate: null,
  heldBy: null,
  batteryDays: null,
  trapDays: null,
  remark: null,
})

/** The actions on cards, profiles, instruments, labels and files: who may, and what the other firm gets. */
export function exchangeActions(place: () => Promise<{ applianceId: string }>, lead: () => Actor, newId: () => string): readonly Action[] {
  const now = () => new Date().toISOString()
  const card = (id: string) => ({ kind: 'card', id })
  const aDraft = async () => {
    const id = `card-${newId().slice(-12)}`
    await ownerDb.insert(documentDraft).values({
      firmId: lead().firmId,
      kind: 'card',
      documentId: id,
      basedOn: null,
      data: { ...larch18, id, version: 1 },
      updatedAt: now(),
      updatedBy: lead().userId,
    })
    return { params: card(id) }
  }
  const anInstrument = async () => {
    const id = newId()
    const { calibratedOn, calibrationDueOn, channels, ...fields } = instrumentBody(id)
    await ownerDb.insert(instrument).values({
      ...fields,
      id,
      firmId: lead().firmId,
      kind: 'manometer',
      channels: channels as never,
      calibratedAt: `${calibratedOn}T00:00:00Z`,
      calibrationDueAt: `${calibrationDueOn}T00:00:00Z`,
    })
    return { id }
  }
  const aJob = async () => {
    const id = newId()
    await ownerDb.insert(importJob).values({
      id,
      firmId: lead().firmId,
      kind: 'sites',
      fileName: 'a.csv',
      state: 'refused',
      createdAt: now(),
      updatedAt: now(),
      createdBy: lead().userId,
    })
    return { id }
  }
  const anExport = async () => {
    const id = newId()
    await ownerDb.insert(exportJob).values({
      id,
      firmId: lead().firmId,
      kind: 'archive',
      wish: {},
      state: 'done',
      createdAt: now(),
      updatedAt: now(),
      createdBy: lead().userId,
    })
    return { id }
  }
  const aLink = async () => {
    const token = newId()
    await ownerDb.insert(publicLink).values({
      token,
      firmId: lead().firmId,
      kind: 'lid-label',
      subjectId: (await place()).applianceId,
      createdAt: now(),
      createdBy: lead().userId,
    })
    return { params: { token } }
  }
  const shipped = async () => ({ params: card('tarnwick-larch-18-h') })
  const doc = 'documents/[kind]/[id]'
  return [
    { method: 'GET', route: 'documents/[kind]', may: ALL, ok: 200, other: 200, prepare: async () => ({ params: { kind: 'card' } }) },
    { method: 'GET', route: doc, may: ALL, ok: 200, other: 200, prepare: shipped },
    { method: 'GET', route: `${doc}/draft`, may: ALL, ok: 200, prepare: aDraft },
    {
      method: 'POST',
      route: `${doc}/draft`,
      may: LEAD,
      ok: 201,
      other: 201,
      prepare: async () => ({ params: card(`new-${newId().slice(-12)}`), body: { data: {} } }),
    },
    {
      method: 'PUT',
      route: `${doc}/draft`,
      may: LEAD,
      ok: 200,
      prepare: async () => ({ ...(await aDraft()), body: { data: { maker: 'X' } }, version: 1 }),
    },
    { method: 'DELETE', route: `${doc}/draft`, may: LEAD, ok: 204, other: 204, prepare: aDraft },
    {
      method: 'POST',
      route: `${doc}/versions`,
      may: LEAD,
      ok: 201,
      prepare: async () => ({ ...(await aDraft()), body: { note: 'First issue' } }),
    },
    {
      method: 'POST',
      route: `${doc}/appliances`,
      may: LEAD,
      ok: 200,
      other: 200,
      prepare: async () => ({ ...(await shipped()), body: { version: 2, applianceIds: [(await place()).applianceId] } }),
    },
    { method: 'GET', route: 'instruments', may: ALL, ok: 200, other: 200, prepare: async () => ({}) },
    { method: 'POST', route: 'instruments', may: LICENSED, ok: 201, other: 201, prepare: async () => ({ body: instrumentBody(newId()) }) },
    { method: 'GET', route: 'instruments/[id]', may: ALL, ok: 200, prepare: anInstrument },
    {
      method: 'PUT',
      route: 'instruments/[id]',
      may: LICENSED,
      ok: 200,
      prepare: async () => ({ ...(await anInstrument()), body: instrumentBody(newId()), version: 1 }),
    },
    { method: 'DELETE', route: 'instruments/[id]', may: LICENSED, ok: 200, prepare: anInstrument },
    { method: 'POST', route: 'instruments/[id]/restore', may: LICENSED, ok: 200, prepare: anInstrument },
    {
      method: 'POST',
      route: 'instruments/[id]/checks',
      may: ['lead', 'technician', 'apprentice', 'lapsed'],
      ok: 201,
      prepare: async () => ({
        ...(await anInstrument()),
        body: { kind: 'battery', on: '2026-02-01', passed: true, readings: [], dueOn: null, certificate: null, note: null },
      }),
    },
    { method: 'POST', route: 'appliances/[id]/links', may: LABEL, ok: 200, prepare: async () => ({ id: (await place()).applianceId }) },
    // Nobody made its link yet.
    { method: 'GET', route: 'appliances/[id]/label', may: ALL, ok: 409, prepare: async () => ({ id: (await place()).applianceId }) },
    { method: 'DELETE', route: 'links/[token]', may: LABEL, ok: 204, prepare: aLink },
    { method: 'GET', route: 'imports', may: FILES, ok: 200, other: 200, prepare: async () => ({}) },
    {
      method: 'POST',
      route: 'imports',
      may: FILES,
      ok: 201,
      other: 201,
      prepare: async () => ({ query: '?kind=sites&name=a.csv', body: Buffer.from('name,address,time_zone,altitude_m\nA,B,UTC,1\n') }),
    },
    { method: 'GET', route: 'imports/[id]', may: FILES, ok: 200, prepare: aJob },
    { method: 'GET', route: 'imports/[id]/rows', may: FILES, ok: 200, prepare: aJob },
    // Refused files cannot be taken over.
    { method: 'POST', route: 'imports/[id]/commit', may: FILES, ok: 409, prepare: aJob },
    { method: 'POST', route: 'imports/[id]/cancel', may: FILES, ok: 200, prepare: aJob },
    { method: 'GET', route: 'export-jobs', may: FILES, ok: 200, other: 200, prepare: async () => ({}) },
    {
      method: 'POST',
      route: 'export-jobs',
      may: LEAD,
      ok: 202,
      other: 202,
      prepare: async () => {
        // One at a time.
        await ownerDb.update(exportJob).set({ state: 'cancelled' })
        return { body: { kind: 'archive' } }
      },
    },
    { method: 'GET', route: 'export-jobs/[id]', may: LEAD, ok: 200, prepare: anExport },
    { method: 'GET', route: 'export-jobs/[id]/file', may: LEAD, ok: 200, prepare: anExport },
    { method: 'POST', route: 'export-jobs/[id]/cancel', may: LEAD, ok: 200, prepare: anExport },
    { method: 'GET', route: 'exports/[kind]', may: FILES, ok: 200, other: 200, prepare: async () => ({ params: { kind: 'sites' } }) },
  ]
}
