import { z } from 'zod'
import { listInstruments } from '@/features/instruments/server/list'
import { instrumentRegister } from '@/features/instruments/server/register'
import { createEndpoint } from '@/server/registerEndpoints'
import { endpoint } from '@/server/endpoint'

export const GET = endpoint(
  {
    operationId: 'list-instruments',
    tag: 'Instruments',
    summary: 'The instruments, the earliest calibration first',
    ok: { 200: [z.object({ rows: z.array(z.looseObject({ id: z.uuid() })) }), 'Instruments.'] },
  },
  async ({ actor, now }) => ({ rows: await listInstruments(actor, now) }),
)

export const POST = createEndpoint(instrumentRegister, 'instrument', 'instruments')
