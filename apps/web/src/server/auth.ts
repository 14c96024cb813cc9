import { betterAuth } from 'better-auth'
import { APIError, createAuthMiddleware, getSessionFromCtx } from 'better-auth/api'
import { drizzleAdapter } from 'better-auth/adapters/drizzle'
import { nextCookies } from 'better-auth/next-js'
import { twoFactor } from 'better-auth/plugins/two-factor'
import { passkey } from '@better-auth/passkey'
import { createHmac } from 'node:crypto'
import { isIP } from 'node:net'
import { eq } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { type Database, database, inFirm, signInDatabase } from '@/db/client'
import * as schema from '@/db/tables/auth'
import { HERE, sendMail } from '@/server/mail'
import { t } from '@/messages/all'
import { actorOf } from './actorOf'
import {
  allowed,
  forgive,
  ONE_TIME_CODE,
  PASSWORD_BY_PERSON,
  RESET_BY_ADDRESS,
  SIGN_IN_BY_ADDRESS,
  SIGN_IN_FROM,
  uncount,
  WARNED,
} from './attempts'
import { audit } from './audit'
import { env } from '@/env'
import { isGuessable } from './guessable'
import { COOKIE_PREFIX, SESSION_RENEWED_EVERY_S } from './sessionCookie'
import { isSignInChange, knewItsHolder, tellSignInChange } from './signInChanges'
import { sourceOf } from './source'

const addressOf = (body: unknown): string =>
  String((body as { email?: unknown } | undefined)?.email ?? '')
    .trim()
    .toLowerCase()
    .slice(0, 200)

/** Where a password is given again while signed in: tries are counted. */
const PASSWORD_AGAIN: ReadonlySet<string> = new Set([
  '/change-password',
  '/verify-password',
  '/two-factor/enable',
  '/two-factor/disable',
  '/two-factor/generate-backup-codes',
])

/** What passkeys are bound to. Browsers bind them to names only: on this machine that is localhost. */
const relyingParty = (here: URL): string => (isIP(here.hostname.replace(/^\[|\]$/g, '')) ? 'localhost' : here.hostname)

type Middleware = Parameters<Parameters<typeof createAuthMiddleware>[0]>[0]

/** Who gave the right password and is asked for a code now; null without such a challenge. */
async function ownerOfChallenge(ctx: Middleware): Promise<string | null> {
  const challenge = await ctx.getSignedCookie(ctx.context.createAuthCookie('two_factor').name, ctx.context.secret)
  return challenge ? ((await ctx.context.internalAdapter.findVerificationValue(challenge))?.value ?? null) : null
}

/** Under what a code that was given is remembered: who reads the table learns no code. */
const codeKey = (userId: string, code: string, secret: string): string =>
  `code:${createHmac('sha256', secret).update(`${userId} ${code}`).digest('base64url')}`

/** Tells the owner of an account, once a day, that somebody tries passwords on it. Nobody else is told whether there is such an account. */
async function warn(address: string, db: Database, firms: Database): Promise<void> {
  const [owner] = await db.select().from(schema.user).where(eq(schema.user.email, address))
  if (!owner || !(await allowed(`warned:${address}`, WARNED, Date.now(), db))) return
  const now = new Date().toISOString()
  const actor = await actorOf(owner.id, now, db)
  if (!actor) return
  const letter = { kind: 'sign-in-tries' as const, userId: owner.id, toName: owner.name, toAddress: owner.email }
  const words = { subject: t('mail.tries.subject'), body: t('mail.tries.body', { name: owner.name, link: `${HERE}/forgot` }) }
  await inFirm(actor, (tx) => sendMail(tx, actor.firmId, { ...letter, ...words }, now), firms)
}

/**
 * The sign-in library on our tables: sessions and attempt counts live in PostgreSQL.
 *
 * @param db as the role that reads accounts and sessions
 * @param firms as the application, for the letters of a firm
 */
const makeAuth = (db: Database, firms: Database, settings: { secret: string; publicUrl: string }) => {
  const here = new URL(settings.publicUrl)
  const twin = ['127.0.0.1', 'localhost'].includes(here.hostname)
    ? ['127.0.0.1', 'localhost'].map((name) => `${here.protocol}//${name}:${here.port}`)
    : []
  const changing = new WeakMap<object, { readonly id: string; readonly name: string; readonly email: string }>()
  return betterAuth({
    database: drizzleAdapter(db, { provider: 'pg', schema }),
    secret: settings.secret,
    baseURL: settings.publicUrl,
    trustedOrigins: [here.origin, ...twin],
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: 10,
      resetPasswordTokenExpiresIn: 60 * 60,
      revokeSessionsOnPasswordReset: true,
      sendResetPassword: async ({ user, token }) => {
        const now = new Date().toISOString()
        const actor = await actorOf(user.id, now, db)
        if (!actor) return
        const letter = {
          kind: 'password-reset' as const,
          userId: user.id,
          toName: user.name,
          toAddress: user.email,
          subject: t('mail.reset.subject'),
          body: t('mail.reset.body', { name: user.name, link: `${HERE}/reset/${token}` }),
        }
        await inFirm(actor, (tx) => sendMail(tx, actor.firmId, letter, now), firms)
      },
      onPasswordReset: async ({ user }) => {
        const now = new Date().toISOString()
        const actor = await actorOf(user.id, now, db)
        if (!actor) return
        // Every other link that was asked for opens nothing any more.
        await db.delete(schema.verification).where(eq(schema.verification.value, user.id))
        await inFirm(
          actor,
          async (tx) => {
            await audit(tx, actor, 'password-reset', ['person', user.id], now)
            const letter = { kind: 'password-changed' as const, userId: user.id, toName: user.name, toAddress: user.email }
            await sendMail(
              tx,
              actor.firmId,
              { ...letter, subject: t('mail.changed.subject'), body: t('mail.changed.body', { name: user.name }) },
              now,
            )
          },
          firms,
        )
      },
    },
    // A link is kept as its hash: who reads the table opens nothing.
    verification: { storeIdentifier: 'hashed' },
    session: { expiresIn: 60 * 60 * 24 * 14, updateAge: SESSION_RENEWED_EVERY_S },
    rateLimit: { enabled: true, storage: 'database', window: 60, max: 200, customRules: { '/sign-in/email': { window: 60, max: 20 } } },
    disabledPaths: ['/update-user', '/change-email', '/delete-user', '/sign-up/email'],
    hooks: {
      // By the form or by the address, every try to sign in passes here and is counted for the account and for where it comes from.
      before: createAuthMiddleware(async (ctx) => {
        const tooMany = () => new APIError('TOO_MANY_REQUESTS', { message: t('sign-in.too-many') })
        const address = addressOf(ctx.body)
        const from = sourceOf(ctx.headers)
        if (ctx.path === '/sign-in/email') {
          const free = [
            // Per source and account together: who guesses from elsewhere does not lock the right person out.
            await allowed(`sign-in:${address}:${from}`, SIGN_IN_BY_ADDRESS, Date.now(), db),
            await allowed(`sign-in-from:${from}`, SIGN_IN_FROM, Date.now(), db),
          ]
          if (free.includes(false)) {
            if (!free[0]) await warn(address, db, firms)
            throw tooMany()
          }
        }
        // The right person, or somebody at a device that was left open.
        const who = PASSWORD_AGAIN.has(ctx.path) || isSignInChange(ctx.path) ? await getSessionFromCtx(ctx) : null
        if (PASSWORD_AGAIN.has(ctx.path)) {
          if (who && !(await allowed(`password:${who.user.id}`, PASSWORD_BY_PERSON, Date.now(), db))) throw tooMany()
        }
        // Whom a change is told to, if it succeeds. A code that is checked while it is on already changes nothing.
        if (who && isSignInChange(ctx.path) && !(ctx.path === '/two-factor/verify-totp' && who.user.twoFactorEnabled === true))
          changing.set(ctx.context, who.user)
        if (ctx.path === '/two-factor/verify-totp') {
          const whose = who?.user.id ?? (await ownerOfChallenge(ctx))
          const code = String((ctx.body as { code?: unknown } | undefined)?.code)
          if (whose && !(await allowed(codeKey(whose, code, settings.secret), ONE_TIME_CODE, Date.now(), db)))
            throw new APIError('UNAUTHORIZED', { message: t('second.wrong'), code: 'INVALID_CODE' })
        }
        if (ctx.path === '/passkey/verify-authentication' && !knewItsHolder(ctx.body))
          throw new APIError('UNAUTHORIZED', { message: t('passkey.no-holder'), code: 'NO_HOLDER' })
        const fresh = (ctx.body as { newPassword?: unknown } | undefined)?.newPassword
        if (typeof fresh === 'string' && isGuessable(fresh)) throw new APIError('BAD_REQUEST', { message: t('field.password-guessable') })
        if (ctx.path === '/request-password-reset' && !(await allowed(`reset:${address}`, RESET_BY_ADDRESS, Date.now(), db)))
          throw tooMany()
      }),
      after: createAuthMiddleware(async (ctx) => {
        const told = changing.get(ctx.context)
        if (told && isSignInChange(ctx.path) && !(ctx.context.returned instanceof APIError))
          await tellSignInChange(ctx.path, told, db, firms)
        if (ctx.path !== '/sign-in/email' || !ctx.context.newSession) return
        const from = sourceOf(ctx.headers)
        await forgive(`sign-in:${addressOf(ctx.body)}:${from}`, db)
        await uncount(`sign-in-from:${from}`, db)
      }),
    },
    advanced: {
      database: { generateId: () => uuidv7() },
      cookiePrefix: COOKIE_PREFIX,
      ipAddress: { ipAddressHeaders: ['x-lucerna-source'] },
    },
    telemetry: { enabled: false },
    plugins: [
      twoFactor({ issuer: 'Lucerna' }),
      passkey({
        rpName: 'Lucerna',
        rpID: relyingParty(here),
        origin: [here.origin, ...twin],
        authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
      }),
      nextCookies(),
    ],
  })
}

let made: ReturnType<typeof makeAuth> | undefined

/** The library bound to this process's database and settings. */
export const auth = () =>
  (made ??= makeAuth(signInDatabase(), database(), { secret: env().LUCERNA_AUTH_SECRET, publicUrl: env().PUBLIC_URL }))
