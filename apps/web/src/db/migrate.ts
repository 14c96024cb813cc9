import { sql } from 'drizzle-orm'
import { migrate } from 'drizzle-orm/postgres-js/migrator'
import { fileURLToPath } from 'node:url'
import { connect } from './client'

/** Tables that are only ever added to: the log of a visit, cards, profiles, reports, checks of instruments and the audit. */
const APPEND_ONLY = ['visit_event', 'target_card', 'practice_profile', 'report', 'audit_entry', 'instrument_check']

/**
 * Brings the schema up to date and makes the application's role: it may sign in, owns nothing, cannot bypass row-level security, and cannot change
 * what is append-only. Runs as the owner. Repeating it changes nothing.
 */
export async function prepareDatabase(ownerUrl: string, app: { role: string; password: string }): Promise<void> {
  const { client, db } = connect(ownerUrl, 1)
  try {
    await migrate(db, { migrationsFolder: fileURLToPath(new URL('./migrations', import.meta.url)) })
    const role = sql.identifier(app.role)
    const [known] = await db.execute(sql`select 1 from pg_roles where rolname = ${app.role}`)
    if (!known) await db.execute(sql`create role ${role} login nosuperuser nocreatedb nocreaterole nobypassrls`)
    // A password cannot be a bound parameter; quote_literal on the server keeps it safe.
    const [quoted] = await db.execute<{ literal: string }>(sql`select quote_literal(${app.password}) as literal`)
    await db.execute(sql`alter role ${role} password ${sql.raw(quoted?.literal ?? "''")}`)
    await db.execute(sql`grant usage on schema public to ${role}`)
    await db.execute(sql`grant select, insert, update, delete on all tables in schema public to ${role}`)
    await db.execute(sql`grant usage on all sequences in schema public to ${role}`)
    await db.execute(sql`grant execute on function bridge_of_token(text) to ${role}`)
    await db.execute(sql`grant execute on function search_words(text, integer) to ${role}`)
    await db.execute(sql`grant execute on function acting_person(text, text) to ${role}`)
    await db.execute(sql`grant execute on function firm_link_open(text) to ${role}`)
    await db.execute(sql`grant execute on function begin_firm(text, jsonb) to ${role}`)
    await db.execute(sql`grant execute on function letters_due(integer) to ${role}`)
    await db.execute(sql`grant execute on function letter_told(uuid, text, boolean) to ${role}`)
    await db.execute(sql`grant execute on function lid_label(text) to ${role}`)
    // Who could read the hashes could not use them; who could write them could make firms.
    await db.execute(sql`revoke all on firm_link from ${role}`)
    for (const table of APPEND_ONLY) await db.execute(sql`revoke update, delete on ${sql.identifier(table)} from ${role}`)
  } finally {
    await client.end()
  }
}
