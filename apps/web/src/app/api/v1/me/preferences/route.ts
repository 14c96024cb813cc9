import { inFirm } from '@/db/client'
import { preferenceSchema } from '@/features/people/schemas'
import { setPreferences } from '@/features/people/server/own'
import { DONE, endpoint } from '@/server/endpoint'

export const PUT = endpoint(
  { operationId: 'set-preferences', tag: 'Oneself', summary: 'Units, dialect and tones', body: preferenceSchema, ok: { 204: DONE } },
  ({ actor, body }) => inFirm(actor, (tx) => setPreferences(tx, actor, body)),
)
