import { bigint, boolean, index, integer, pgTable, text, timestamp } from 'drizzle-orm/pg-core'

/** The tables of the sign-in library. They hold no firm's data beyond name and address; who belongs to which firm is in `membership`. */
const stamp = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' })

export const user = pgTable('user', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  emailVerified: boolean('email_verified').notNull().default(false),
  image: text('image'),
  /** Asked for a code of an authenticator app after the password. */
  twoFactorEnabled: boolean('two_factor_enabled').notNull().default(false),
  createdAt: stamp('created_at').notNull().defaultNow(),
  updatedAt: stamp('updated_at').notNull().defaultNow(),
})

export const session = pgTable(
  'session',
  {
    id: text('id').primaryKey(),
    expiresAt: stamp('expires_at').notNull(),
    token: text('token').notNull().unique(),
    createdAt: stamp('created_at').notNull().defaultNow(),
    updatedAt: stamp('updated_at').notNull().defaultNow(),
    ipAddress: text('ip_address'),
    userAgent: text('user_agent'),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
  },
  (t) => [index('session_user').on(t.userId)],
)

export const account = pgTable(
  'account',
  {
    id: text('id').primaryKey(),
    accountId: text('account_id').notNull(),
    providerId: text('provider_id').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    accessToken: text('access_token'),
    refreshToken: text('refresh_token'),
    idToken: text('id_token'),
    accessTokenExpiresAt: stamp('access_token_expires_at'),
    refreshTokenExpiresAt: stamp('refresh_token_expires_at'),
    scope: text('scope'),
    password: text('password'),
    createdAt: stamp('created_at').notNull().defaultNow(),
    updatedAt: stamp('updated_at').notNull().defaultNow(),
  },
  (t) => [index('account_user').on(t.userId)],
)

export const twoFactor = pgTable(
  'two_factor',
  {
    id: text('id').primaryKey(),
    /** Encrypted with the secret of the installation, as the recovery codes are. */
    secret: text('secret').notNull(),
    backupCodes: text('backup_codes').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    verified: boolean('verified').notNull().default(true),
    failedVerificationCount: integer('failed_verification_count').notNull().default(0),
    lockedUntil: stamp('locked_until'),
  },
  (t) => [index('two_factor_user').on(t.userId)],
)

export const passkey = pgTable(
  'passkey',
  {
    id: text('id').primaryKey(),
    name: text('name'),
    publicKey: text('public_key').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    credentialID: text('credential_id').notNull().unique(),
    counter: integer('counter').notNull(),
    deviceType: text('device_type').notNull(),
    backedUp: boolean('backed_up').notNull(),
    transports: text('transports'),
    createdAt: stamp('created_at').defaultNow(),
    aaguid: text('aaguid'),
  },
  (t) => [index('passkey_user').on(t.userId)],
)

export const verification = pgTable('verification', {
  id: text('id').primaryKey(),
  identifier: text('identifier').notNull(),
  value: text('value').notNull(),
  expiresAt: stamp('expires_at').notNull(),
  createdAt: stamp('created_at').notNull().defaultNow(),
  updatedAt: stamp('updated_at').notNull().defaultNow(),
})

/** The secret of the passes with which a transaction enters a firm. Only functions of the owner read it. */
export const passSecret = pgTable('pass_secret', { secret: text('secret').primaryKey() })

/** Sign-in attempts are counted here, so that several web processes share one count. */
export const rateLimit = pgTable('rate_limit', {
  id: text('id').primaryKey(),
  key: text('key').notNull().unique(),
  count: integer('count').notNull(),
  lastRequest: bigint('last_request', { mode: 'number' }).notNull(),
})
