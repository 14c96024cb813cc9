import { confirmationSchema } from '@/features/people/schemas'
import { confirmByPasscode } from '@/features/people/server/confirm'
import { acceptedSchema } from '@/features/visit/server/answers'
import { BY_ID, endpoint } from '@/server/endpoint'

export const POST = endpoint(
  {
    operationId: 'confirm-by-passcode',
    tag: 'Visits',
    summary: 'A licensed person confirms work on another’s device',
    path: BY_ID,
    body: confirmationSchema,
    ok: { 200: [acceptedSchema, 'Confirmed.'] },
    problems: [429],
  },
  ({ actor, path, body, now }) => confirmByPasscode(actor, path.id, body, now),
)
