import { z } from 'zod'
import { inFirm, readFirm } from '@/db/client'
import { addBridge, bridgeSchema, bridgeShape, listBridges } from '@/features/live/server/bridges'
import { answered, endpoint } from '@/server/endpoint'

export const GET = endpoint(
  {
    operationId: 'list-bridges',
    tag: 'Instruments',
    summary: 'All bridges of instruments, without their tokens',
    may: 'firm.settings',
    ok: { 200: [z.object({ items: z.array(bridgeShape) }), 'The newest first.'] },
  },
  async ({ actor }) => ({ items: await readFirm(actor, (tx) => listBridges(tx, actor.firmId)) }),
)

export const POST = endpoint(
  {
    operationId: 'add-bridge',
    tag: 'Instruments',
    summary: 'A new bridge; its token is told this once',
    may: 'firm.settings',
    body: bridgeSchema,
    ok: { 201: [z.object({ id: z.uuid(), token: z.string() }), 'The token is not kept: only its hash is.'] },
  },
  async ({ actor, body, now }) => answered(await inFirm(actor, (tx) => addBridge(tx, actor, body.name, now)), { status: 201 }),
)
