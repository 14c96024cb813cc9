import { z } from 'zod'
import { inFirm } from '@/db/client'
import { eraseContact, exportContact } from '@/features/people/server/personalData'
import { answered, BY_ID, DONE, endpoint } from '@/server/endpoint'
import { attachment } from '@/server/fields'

export const GET = endpoint(
  {
    operationId: 'export-contact',
    tag: 'Personal data',
    summary: 'What is kept about a site’s contact',
    path: BY_ID,
    may: 'personal-data.erase',
    ok: { 200: [z.looseObject({}), 'Open JSON.'] },
  },
  async ({ actor, path: { id }, now }) =>
    answered(await inFirm(actor, (tx) => exportContact(tx, actor, id, now)), { headers: attachment(`contact-${id}.json`) }),
)

export const DELETE = endpoint(
  {
    operationId: 'erase-contact',
    tag: 'Personal data',
    summary: 'Erases a site’s contact for good',
    path: BY_ID,
    may: 'personal-data.erase',
    ok: { 204: DONE },
  },
  ({ actor, path, now }) => inFirm(actor, (tx) => eraseContact(tx, actor, path.id, now)),
)
