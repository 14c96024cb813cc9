import { v7 as uuidv7 } from 'uuid'
import type { Transaction } from '@/db/client'
import { auditEntry } from '@/db/schema'
import type { FieldChange } from '@/db/tables/people'
import type { Actor } from './actor'

/** Fields that are personal: that they changed is kept, not what they said, so that erasing a person leaves nothing here. */
const PERSONAL: ReadonlySet<string> = new Set([
  'contact',
  'contactPhone',
  'contactEmail',
  'accessNotes',
  'personName',
  'email',
  'licenceNumber',
  'caption',
])

/** The same in whatever order the keys stand: the database keeps JSON in an order of its own. */
const inOrder = (_key: string, value: unknown): unknown =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a ?? null, inOrder) === JSON.stringify(b ?? null, inOrder)

/** Which fields differ, with what they were and are; personal ones by name only. */
export function changesBetween(before: object, after: object): FieldChange[] {
  const was = new Map<string, unknown>(Object.entries(before))
  return Object.entries(after)
    .filter(([field, to]) => !same(was.get(field), to))
    .map(([field, to]) => (PERSONAL.has(field) ? { field } : { field, from: was.get(field) ?? null, to: (to as unknown) ?? null }))
}

export const AUDIT_ACTIONS = [
  'created',
  'changed',
  'removed',
  'restored',
  'erased',
  'exported',
  'mail-server-set',
  'mail-server-removed',
  'invited',
  'invitation-revoked',
  'joined',
  'left',
  'passcode-set',
  'password-reset',
  'second-factor-on',
  'second-factor-off',
  'second-factor-reset',
  'passkey-added',
  'passkey-removed',
  'swept',
  'export-made',
  'calendar-made',
  'calendar-ended',
  'samples-added',
  'samples-removed',
  'signed-out-everywhere',
  'confirmed',
  'follow-up-closed',
  'follow-up-opened',
  'issued',
  'draft-discarded',
  'moved-to-version',
  'checked',
  'link-made',
  'report-shared',
  'link-revoked',
  'bridge-added',
  'bridge-revoked',
  'imported',
  'lock-out-taken',
  'lock-out-dismissed',
] as const
export const AUDIT_SUBJECTS = [
  'site',
  'supply',
  'appliance',
  'photo',
  'paper',
  'person',
  'invitation',
  'firm',
  'visit',
  'follow-up',
  'contact',
  'card',
  'practice',
  'instrument',
  'import',
  'export',
  'bridge',
] as const

/** Writes down who did what, in the transaction of the deed itself. */
export async function audit(
  tx: Transaction,
  actor: Pick<Actor, 'firmId' | 'userId'>,
  action: (typeof AUDIT_ACTIONS)[number],
  subject: readonly [kind: (typeof AUDIT_SUBJECTS)[number], id: string],
  now: string,
  changes: readonly FieldChange[] = [],
): Promise<void> {
  await tx.insert(auditEntry).values({
    id: uuidv7(),
    firmId: actor.firmId,
    at: now,
    actorId: actor.userId,
    action,
    subjectKind: subject[0],
    subjectId: subject[1],
    changes,
  })
}
