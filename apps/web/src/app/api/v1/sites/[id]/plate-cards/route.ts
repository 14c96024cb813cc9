import { plateSchema } from '@lucerna/core/appliance'
import { z } from 'zod'
import { inFirm } from '@/db/client'
import { keepPlateCard } from '@/features/places/server'
import { answered, BY_ID, endpoint } from '@/server/endpoint'

export const POST = endpoint(
  {
    operationId: 'plate-card',
    tag: 'Places',
    summary: 'A provisional card from what a data plate says',
    path: BY_ID,
    may: 'card.from-plate',
    body: z.object({ id: z.uuid(), plate: plateSchema }),
    ok: { 201: [z.object({ id: z.string(), version: z.number() }), 'The card, to be chosen for an appliance.'] },
  },
  async ({ actor, path, body, now }) =>
    answered(await inFirm(actor, (tx) => keepPlateCard(tx, actor, path.id, body.plate, body.id, now)), { status: 201 }),
)
