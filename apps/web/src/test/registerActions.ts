import { v7 as uuidv7 } from 'uuid'
import { gasSupply } from '@/db/schema'
import { type Action, ALL, WRITE, REMOVE, LEAD, none } from './actions'
import {
  aBridge,
  aFollowUp,
  aLockOut,
  aPaper,
  aPhoto,
  aPicture,
  aSerial,
  applianceBody,
  paperBody,
  place,
  plateBody,
  siteBody,
  supplyBody,
} from './apiWorld'
import { ownerDb } from './world'

export const REGISTER_ACTIONS: readonly Action[] = [
  { method: 'GET', route: 'search', may: ALL, ok: 200, other: 200, prepare: async () => ({ query: '?q=larch' }) },
  { method: 'GET', route: 'bridges', may: LEAD, ok: 200, other: 200, prepare: none },
  { method: 'POST', route: 'bridges', may: LEAD, ok: 201, other: 201, prepare: async () => ({ body: { name: 'Van 3' } }) },
  { method: 'DELETE', route: 'bridges/[id]', may: LEAD, ok: 204, prepare: async () => ({ id: await aBridge() }) },
  {
    method: 'POST',
    route: 'instrument-commands',
    may: ['lead', 'technician', 'apprentice', 'lapsed'],
    ok: 204,
    prepare: async () => ({ body: { v: 1, instrument: await aSerial(), do: 'zero' } }),
  },
  { method: 'GET', route: 'instruments/live', may: ALL, ok: 200, other: 200, prepare: async () => ({ query: '?serials=A-1' }) },
  { method: 'GET', route: 'sites', may: ALL, ok: 200, other: 200, prepare: none },
  { method: 'POST', route: 'sites', may: WRITE, ok: 201, other: 201, prepare: async () => ({ body: siteBody() }) },
  { method: 'GET', route: 'sites/[id]', may: ALL, ok: 200, prepare: async () => ({ id: (await place()).siteId }) },
  {
    method: 'PUT',
    route: 'sites/[id]',
    may: WRITE,
    ok: 200,
    prepare: async () => ({ id: (await place()).siteId, body: siteBody(), version: 1 }),
  },
  { method: 'DELETE', route: 'sites/[id]', may: REMOVE, ok: 200, prepare: async () => ({ id: (await place()).siteId }) },
  { method: 'POST', route: 'sites/[id]/restore', may: REMOVE, ok: 200, prepare: async () => ({ id: (await place()).siteId }) },
  {
    method: 'POST',
    route: 'sites/[id]/supplies',
    may: WRITE,
    ok: 201,
    prepare: async () => ({ id: (await place()).siteId, body: supplyBody }),
  },
  {
    method: 'POST',
    route: 'sites/[id]/appliances',
    may: WRITE,
    ok: 201,
    prepare: async () => {
      const made = await place()
      return { id: made.siteId, body: { ...applianceBody(made.supplyId), cardVersion: made.cardVersion } }
    },
  },
  {
    method: 'POST',
    route: 'sites/[id]/plate-cards',
    may: ['lead', 'technician'],
    ok: 201,
    prepare: async () => ({ id: (await place()).siteId, body: { id: uuidv7(), plate: plateBody } }),
  },
  {
    method: 'POST',
    route: 'appliances/[id]/papers',
    may: WRITE,
    ok: 201,
    prepare: async () => ({ id: (await place()).applianceId, body: { id: uuidv7(), paper: paperBody } }),
  },
  { method: 'DELETE', route: 'papers/[id]', may: REMOVE, ok: 204, prepare: async () => ({ id: await aPaper() }) },
  { method: 'POST', route: 'papers/[id]/restore', may: REMOVE, ok: 204, prepare: async () => ({ id: await aPaper() }) },
  { method: 'GET', route: 'sites/[id]/contact', may: LEAD, ok: 200, prepare: async () => ({ id: (await place()).siteId }) },
  { method: 'DELETE', route: 'sites/[id]/contact', may: LEAD, ok: 204, prepare: async () => ({ id: (await place()).siteId }) },
  { method: 'GET', route: 'supplies/[id]', may: ALL, ok: 200, prepare: async () => ({ id: (await place()).supplyId }) },
  {
    method: 'PUT',
    route: 'supplies/[id]',
    may: WRITE,
    ok: 200,
    prepare: async () => ({ id: (await place()).supplyId, body: supplyBody, version: 1 }),
  },
  {
    method: 'DELETE',
    route: 'supplies/[id]',
    may: REMOVE,
    ok: 200,
    prepare: async () => {
      const { firmId, siteId } = await place()
      const id = uuidv7()
      await ownerDb.insert(gasSupply).values({ id, firmId, siteId, gas: 'propane', regulatorOwner: 'technician' })
      return { id }
    },
  },
  { method: 'POST', route: 'supplies/[id]/restore', may: REMOVE, ok: 200, prepare: async () => ({ id: (await place()).supplyId }) },
  { method: 'GET', route: 'appliances', may: ALL, ok: 200, other: 200, prepare: none },
  { method: 'GET', route: 'appliances/[id]', may: ALL, ok: 200, prepare: async () => ({ id: (await place()).applianceId }) },
  {
    method: 'PUT',
    route: 'appliances/[id]',
    may: WRITE,
    ok: 200,
    prepare: async () => {
      const made = await place()
      return { id: made.applianceId, version: 1, body: { ...applianceBody(made.supplyId), cardVersion: made.cardVersion } }
    },
  },
  { method: 'DELETE', route: 'appliances/[id]', may: REMOVE, ok: 200, prepare: async () => ({ id: (await place()).applianceId }) },
  { method: 'POST', route: 'appliances/[id]/restore', may: REMOVE, ok: 200, prepare: async () => ({ id: (await place()).applianceId }) },
  {
    method: 'POST',
    route: 'photos',
    may: WRITE,
    ok: 201,
    prepare: async () => ({ query: `?siteId=${(await place()).siteId}`, body: await aPicture() }),
  },
  { method: 'GET', route: 'photos/[id]', may: ALL, ok: 410, prepare: aPhoto },
  { method: 'DELETE', route: 'photos/[id]', may: REMOVE, ok: 204, prepare: aPhoto },
  { method: 'POST', route: 'photos/[id]/restore', may: REMOVE, ok: 204, prepare: aPhoto },
  {
    method: 'PUT',
    route: 'follow-ups/[id]',
    may: ['lead', 'technician'],
    ok: 204,
    prepare: async () => ({ ...(await aFollowUp()), body: { note: 'mended' } }),
  },
  {
    method: 'PUT',
    route: 'lock-out-notes/[id]',
    may: ['lead', 'technician'],
    ok: 204,
    prepare: async () => ({ ...(await aLockOut()), body: { state: 'taken' } }),
  },
  { method: 'GET', route: 'lock-out-notes/[id]/picture', may: ALL, ok: 200, prepare: aLockOut },
  { method: 'DELETE', route: 'follow-ups/[id]', may: ['lead', 'technician'], ok: 204, prepare: aFollowUp },
]
