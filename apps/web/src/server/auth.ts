import { betterAuth } from 'better-auth'
import { drizzleAdapter } from 'better-auth/adapters/drizzle'
import { nextCookies } from 'better-auth/next-js'
import { v7 as uuidv7 } from 'uuid'
import { type Database, database } from '@/db/client'
import * as schema from '@/db/authSchema'
import { env } from './env'

/** The sign-in library on our tables: sessions and attempt counts live in PostgreSQL. */
const makeAuth = (db: Database, settings: { secret: string; publicUrl: string }) => {
  const here = new URL(settings.publicUrl)
  const twin = ['127.0.0.1', 'localhost'].includes(here.hostname)
    ? ['127.0.0.1', 'localhost'].map((name) => `${here.protocol}//${name}:${here.port}`)
    : []
  return betterAuth({
    database: drizzleAdapter(db, { provider: 'pg', schema }),
    secret: settings.secret,
    baseURL: settings.publicUrl,
    trustedOrigins: [here.origin, ...twin],
    emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: 10 },
    session: { expiresIn: 60 * 60 * 24 * 14, updateAge: 60 * 60 * 24 },
    rateLimit: { enabled: true, storage: 'database', window: 60, max: 200, customRules: { '/sign-in/email': { window: 60, max: 10 } } },
    advanced: { database: { generateId: () => uuidv7() }, cookiePrefix: 'lucerna' },
    telemetry: { enabled: false },
    plugins: [nextCookies()],
  })
}

let made: ReturnType<typeof makeAuth> | undefined

/** The library bound to this process's database and settings. */
export const auth = () => (made ??= makeAuth(database(), { secret: env().LUCERNA_AUTH_SECRET, publicUrl: env().PUBLIC_URL }))
