import { inFirm } from '@/db/client'
import { revokeBridge } from '@/features/live/server/bridges'
import { BY_ID, DONE, endpoint } from '@/server/endpoint'

export const DELETE = endpoint(
  {
    operationId: 'revoke-bridge',
    tag: 'Instruments',
    summary: 'Makes a bridge’s token open nothing',
    path: BY_ID,
    may: 'firm.settings',
    ok: { 204: DONE },
  },
  ({ actor, path, now }) => inFirm(actor, (tx) => revokeBridge(tx, actor, path.id, now)),
)
