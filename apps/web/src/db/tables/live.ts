import type { Line, LineCommand } from '@lucerna/core/live'
import { bigserial, foreignKey, index, jsonb, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core'
import { user } from './auth'
import { ownFirmOnly, stamp } from './common'
import { firmId } from './people'

/** A program that posts what instruments show, by a token of its own; only its hash is kept. */
export const bridge = pgTable(
  'bridge',
  {
    id: uuid('id').primaryKey(),
    firmId: firmId(),
    name: text('name').notNull(),
    tokenHash: text('token_hash').notNull().unique(),
    createdAt: stamp('created_at').notNull(),
    createdBy: text('created_by')
      .notNull()
      .references(() => user.id),
    lastSeenAt: stamp('last_seen_at'),
    revokedAt: stamp('revoked_at'),
  },
  (t) => [unique('bridge_of_firm').on(t.firmId, t.id), ownFirmOnly()],
)

/** Which bridge speaks for an instrument: another may only once this one has been silent. */
export const bridgeVoice = pgTable(
  'bridge_voice',
  {
    firmId: firmId(),
    serial: text('serial').notNull(),
    bridgeId: uuid('bridge_id').notNull(),
    at: stamp('at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.firmId, t.serial] }),
    foreignKey({ columns: [t.firmId, t.bridgeId], foreignColumns: [bridge.firmId, bridge.id] }),
    ownFirmOnly(),
  ],
)

/** What was posted lately, kept for as long as a stream may have to resume: a minute. */
export const liveLines = pgTable(
  'live_lines',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    firmId: firmId(),
    at: stamp('at').notNull(),
    lines: jsonb('lines').$type<readonly Line[]>().notNull(),
  },
  (t) => [index('live_lines_at').on(t.firmId, t.at), ownFirmOnly()],
)

/** What a person asked of an instrument; given to the bridge that speaks for it when it next posts. */
export const liveCommand = pgTable(
  'live_command',
  {
    id: bigserial('id', { mode: 'number' }).primaryKey(),
    firmId: firmId(),
    at: stamp('at').notNull(),
    command: jsonb('command').$type<LineCommand>().notNull(),
  },
  (t) => [index('live_command_at').on(t.firmId, t.at), ownFirmOnly()],
)
