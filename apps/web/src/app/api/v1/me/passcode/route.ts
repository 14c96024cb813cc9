import { setPasscodeSchema } from '@/features/people/schemas'
import { setPasscode } from '@/features/people/server/own'
import { DONE, endpoint } from '@/server/endpoint'

export const PUT = endpoint(
  {
    operationId: 'set-passcode',
    tag: 'Oneself',
    summary: 'The passcode for confirming work on another’s device',
    may: 'work.confirm',
    body: setPasscodeSchema,
    ok: { 204: DONE },
    problems: [429],
  },
  ({ actor, body, now }) => setPasscode(actor, body, now),
)
