import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { hashPassword } from 'better-auth/crypto'
import { createHash, randomBytes } from 'node:crypto'
import { sql } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { type Database, database, inFirm } from '@/db/client'
import { firmLink, practiceProfile, targetCard } from '@/db/schema'
import { reindexFirm } from '@/features/search/server'
import { isGuessable } from '@/server/guessable'
import { keepMailServer } from '@/server/mailServer'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'
import type { Opening } from '../schemas'

const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex')
/** Whether it looks like a secret of ours at all. */
const isSecret = (token: string): boolean => /^[\w-]{32}$/.test(token)

/** Makes a link with which somebody begins a firm, once, within a week. Only who owns the database can. Answers with the part behind `/begin/`. */
export async function makeFirmLink(owner: Pick<Database, 'insert'>, now: string): Promise<string> {
  const secret = randomBytes(24).toString('base64url')
  await owner.insert(firmLink).values({ secretHash: hashOf(secret), createdAt: now })
  return secret
}

/** Whether a link still begins a firm. */
export async function isLinkOpen(token: string, db: Database = database()): Promise<boolean> {
  if (!isSecret(token)) return false
  const [row] = await db.execute<{ open: boolean }>(sql`select firm_link_open(${hashOf(token)}) as open`)
  return row?.open === true
}

/**
 * Begins a firm with its first lead, its profile and, if wished, example cards to try with. The link is used up by it; all of it or nothing.
 *
 * @throws ApiProblem 410 the link was used, or is a week old; 422 the address is somebody's, the password is one of the first to be tried
 */
export async function openFirm(
  token: string,
  wish: Opening,
  db: Database = database(),
): Promise<{ readonly firmId: string; readonly userId: string }> {
  const wrong = (path: string, message: string) => new ApiProblem(422, 'invalid-fields', t('field.some-wrong'), [{ path, message }])
  if (isGuessable(wish.password, [wish.firm, wish.name, wish.email])) throw wrong('password', t('field.password-guessable'))
  const practice = SHIPPED_PRACTICES.find((p) => p.id === wish.profile)!
  const [firmId, userId] = [uuidv7(), uuidv7()]
  const facts = {
    firm_id: firmId,
    firm_name: wish.firm,
    practice_id: practice.id,
    practice_version: practice.version,
    time_zone: wish.timeZone,
    user_id: userId,
    user_name: wish.name,
    email: wish.email,
    account_id: uuidv7(),
    // Worked out before the transaction: it takes a while.
    password: await hashPassword(wish.password),
    membership_id: uuidv7(),
    licence_number: wish.licenceNumber || null,
    licence_until: wish.licenceUntil || null,
  }
  // The database gives the pass with the firm.
  await inFirm(
    { firmId, userId, pass: '' },
    async (tx) => {
      const [row] = await tx.execute<{ said: string }>(sql`select begin_firm(${hashOf(token)}, ${JSON.stringify(facts)}::jsonb) as said`)
      if (row?.said === 'email') throw wrong('email', t('begin.email-taken'))
      if (row?.said !== 'begun') throw new ApiProblem(410, 'link-used', t('begin.used'))
      await tx.insert(practiceProfile).values(
        SHIPPED_PRACTICES.map((p) => ({
          firmId,
          profileId: p.id,
          version: p.version,
          data: p.id === practice.id && wish.emergencyNumber ? { ...p, emergencyNumber: wish.emergencyNumber } : p,
        })),
      )
      if (wish.mail) await keepMailServer(tx, firmId, wish.mail)
      if (wish.examples)
        await tx.insert(targetCard).values(DEMO_CARDS.map((card) => ({ firmId, cardId: card.id, version: card.version, data: card })))
      await reindexFirm(tx, firmId)
    },
    db,
  )
  return { firmId, userId }
}
