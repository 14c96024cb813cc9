import { z } from 'zod'
import { inFirm } from '@/db/client'
import { erasePerson, exportPerson } from '@/features/people/server/personalData'
import { answered, BY_ID, DONE, endpoint } from '@/server/endpoint'
import { attachment } from '@/server/fields'

export const GET = endpoint(
  {
    operationId: 'export-person',
    tag: 'Personal data',
    summary: 'Everything kept about a person',
    path: BY_ID,
    ok: { 200: [z.looseObject({}), 'Open JSON.'] },
    problems: [403],
  },
  async ({ actor, path: { id }, now }) =>
    answered(await inFirm(actor, (tx) => exportPerson(tx, actor, id, now)), { headers: attachment(`person-${id}.json`) }),
)

export const DELETE = endpoint(
  {
    operationId: 'erase-person',
    tag: 'Personal data',
    summary: 'Erases what is personal of somebody who has left',
    path: BY_ID,
    may: 'personal-data.erase',
    ok: { 204: DONE },
    problems: [409],
  },
  ({ actor, path, now }) => inFirm(actor, (tx) => erasePerson(tx, actor, path.id, now)),
)
