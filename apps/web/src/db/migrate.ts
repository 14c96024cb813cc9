import { sql } from 'drizzle-orm'
import { migrate } from 'drizzle-orm/postgres-js/migrator'
import { fileURLToPath } from 'node:url'
import { connect, type Database } from './client'
import { prepareQueue, QUEUE_SCHEMA } from './queue'

/** Tables that are only ever added to: the log of a visit, cards, profiles, reports, checks of instruments and the audit. */
const APPEND_ONLY = ['visit_event', 'target_card', 'practice_profile', 'report', 'audit_entry', 'instrument_check']
/** What sign-in reads and writes; the application of it sees people and counts of tries only. */
const ACCOUNTS = ['user', 'session', 'account', 'verification', 'two_factor', 'passkey', 'rate_limit']
/** What the application may ask the owner for: each proves for itself whom it answers. */
const ASKED_BY_APP = [
  'acting_session(text)',
  'scope_proven()',
  'bridge_of_token(text)',
  'lid_label(text)',
  'report_link(text, integer)',
  'invitation_pass(uuid, text)',
  'take_up_invitation(text, text, text, text)',
  'works_elsewhere(text, boolean)',
  'sessions_of(text)',
  'end_sessions_of(text, text, text)',
  'forget_person(text, text)',
  'reset_second_factor(text)',
  'search_words(text, integer)',
  'firm_link_open(text)',
  'begin_firm(text, jsonb)',
  'calendar_link(text)',
  'remove_sample()',
]
/** What sign-in and the post may: who somebody is by an id alone, and letters of all firms. */
const ASKED_BY_SIGN_IN = [
  'acting_person(text, text)',
  'letters_waiting(boolean)',
  'letter_to_send(uuid, boolean)',
  'letter_told(uuid, text, boolean)',
  'server_status()',
  'firms_to_sweep()',
  'firms_to_remind()',
  'old_exports_go()',
]

export interface Role {
  readonly role: string
  readonly password: string
}

/**
 * Brings the schema up to date and makes the two roles of the application. Both may sign in, own nothing and cannot bypass row-level security. The one that serves firms
 * cannot change what is append-only and reads no password hash, session or link; the one that signs people in reads nothing of a firm. Runs as the owner. Repeating it
 * changes nothing.
 */
export async function prepareDatabase(ownerUrl: string, roles: { readonly app: Role; readonly signIn: Role }): Promise<void> {
  const { client, db } = connect(ownerUrl, 1)
  try {
    await migrate(db, { migrationsFolder: fileURLToPath(new URL('./migrations', import.meta.url)) })
    await prepareQueue(ownerUrl)
    for (const wanted of [roles.app, roles.signIn]) await makeRole(db, wanted)
    const [app, signIn] = [sql.identifier(roles.app.role), sql.identifier(roles.signIn.role)]
    await db.execute(sql`grant select, insert, update, delete on all tables in schema public to ${app}`)
    await db.execute(sql`grant usage on all sequences in schema public to ${app}`)
    // Work beside the requests is kept there by the application itself; a job holds ids only.
    const queue = sql.identifier(QUEUE_SCHEMA)
    await db.execute(sql`grant usage on schema ${queue} to ${app}`)
    await db.execute(sql`grant select, insert, update, delete on all tables in schema ${queue} to ${app}`)
    // Who could read the hashes could not use them; who could write them could make firms, accounts and passes.
    for (const table of ['firm_link', 'pass_secret', ...ACCOUNTS]) await db.execute(sql`revoke all on ${sql.identifier(table)} from ${app}`)
    await db.execute(sql`grant select on "user" to ${app}`)
    await db.execute(sql`grant select, insert, update, delete on rate_limit to ${app}`)
    for (const table of APPEND_ONLY) await db.execute(sql`revoke update, delete on ${sql.identifier(table)} from ${app}`)
    for (const table of ACCOUNTS) await db.execute(sql`grant select, insert, update, delete on ${sql.identifier(table)} to ${signIn}`)
    // A role of before this split could ask more.
    for (const asked of ASKED_BY_SIGN_IN) {
      await db.execute(sql`revoke all on function ${sql.raw(asked)} from ${app}`)
      await db.execute(sql`grant execute on function ${sql.raw(asked)} to ${signIn}`)
    }
    for (const asked of ASKED_BY_APP) await db.execute(sql`grant execute on function ${sql.raw(asked)} to ${app}`)
  } finally {
    await client.end()
  }
}

async function makeRole(db: Database, { role: name, password }: Role): Promise<void> {
  const role = sql.identifier(name)
  const [known] = await db.execute(sql`select 1 from pg_roles where rolname = ${name}`)
  if (!known) await db.execute(sql`create role ${role} login nosuperuser nocreatedb nocreaterole nobypassrls`)
  // A password cannot be a bound parameter; quote_literal on the server keeps it safe.
  const [quoted] = await db.execute<{ literal: string }>(sql`select quote_literal(${password}) as literal`)
  await db.execute(sql`alter role ${role} password ${sql.raw(quoted?.literal ?? "''")}`)
  await db.execute(sql`grant usage on schema public to ${role}`)
}
