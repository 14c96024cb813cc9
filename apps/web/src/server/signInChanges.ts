import type { Database } from '@/db/client'
import { inFirm } from '@/db/client'
import { t } from '@/messages/all'
import { actorOf } from './actorOf'
import { audit, type AUDIT_ACTIONS } from './audit'
import { HERE, sendMail } from './mail'

/** Where the sign-in library changes how somebody signs in, with what the log of deeds and the letter say. */
const CHANGES = {
  '/two-factor/verify-totp': ['second-factor-on', 'mail.second-factor-on'],
  '/two-factor/disable': ['second-factor-off', 'mail.second-factor-off'],
  '/passkey/verify-registration': ['passkey-added', 'mail.passkey-added'],
  '/passkey/delete-passkey': ['passkey-removed', 'mail.passkey-removed'],
} as const satisfies Record<string, readonly [(typeof AUDIT_ACTIONS)[number], string]>

export const isSignInChange = (path: string | undefined): path is keyof typeof CHANGES => path !== undefined && path in CHANGES

/** Tells somebody, and the firm's log, that the way they sign in was changed: it may have been somebody at a device that was left open. */
export async function tellSignInChange(
  path: keyof typeof CHANGES,
  who: { readonly id: string; readonly name: string; readonly email: string },
  db: Database,
  firms: Database,
): Promise<void> {
  const now = new Date().toISOString()
  const actor = await actorOf(who.id, now, db)
  if (!actor) return
  const [action, what] = CHANGES[path]
  await inFirm(
    actor,
    async (tx) => {
      await audit(tx, actor, action, ['person', who.id], now)
      const letter = { kind: 'sign-in-changed' as const, userId: who.id, toName: who.name, toAddress: who.email }
      const words = {
        subject: t('mail.sign-in-changed.subject'),
        body: t('mail.sign-in-changed.body', { name: who.name, what: t(what), link: `${HERE}/forgot` }),
      }
      await sendMail(tx, actor.firmId, { ...letter, ...words }, now)
    },
    firms,
  )
}

/** Whether an authenticator says, in what it signed, that it knew its holder: by a finger, a face or a PIN. A key that was only there is no proof of a person. */
export function knewItsHolder(body: unknown): boolean {
  const data = (body as { response?: { response?: { authenticatorData?: unknown } } } | undefined)?.response?.response?.authenticatorData
  // The flags stand behind the hash of the relying party (32 bytes); bit 2 is "user verified" (Web Authentication, 6.1).
  return typeof data === 'string' && ((Buffer.from(data, 'base64url')[32] ?? 0) & 0b100) !== 0
}
