import { commandSchema } from '@lucerna/core/live'
import { askInstrument } from '@/features/live/server/lines'
import { DONE, endpoint } from '@/server/endpoint'

export const POST = endpoint(
  {
    operationId: 'ask-instrument',
    tag: 'Instruments',
    summary: 'Asks something of an instrument: its bridge is told with the next answer',
    may: 'instrument.check',
    body: commandSchema,
    ok: { 204: DONE },
    problems: [404],
  },
  ({ actor, body, now }) => askInstrument(actor, body, now),
)
