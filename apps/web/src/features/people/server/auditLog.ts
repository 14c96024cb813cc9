import { and, desc, eq, inArray, lt } from 'drizzle-orm'
import { isoInstant, type Transaction } from '@/db/client'
import { appliance, auditEntry, gasSupply, site, user } from '@/db/schema'
import { personName } from '@/db/personName'
import type { FieldChange } from '@/db/tables/people'
import type { Actor } from '@/server/actor'
import { mustMay } from '@/server/may'

export const AUDIT_PAGE = 60

export interface AuditShown {
  readonly id: string
  readonly at: string
  readonly by: string
  readonly action: string
  readonly subjectKind: string
  readonly subjectId: string
  /** What it is called now, where it has a name. */
  readonly name: string | null
  readonly changes: readonly FieldChange[]
}

/** Who did what, newest first. @throws ApiProblem 403 */
export async function listAudit(tx: Transaction, actor: Actor, before?: string): Promise<AuditShown[]> {
  mustMay(actor, 'audit.read')
  const rows = await tx
    .select({ e: auditEntry, by: personName })
    .from(auditEntry)
    .innerJoin(user, eq(user.id, auditEntry.actorId))
    .where(and(eq(auditEntry.firmId, actor.firmId), before === undefined ? undefined : lt(auditEntry.id, before)))
    .orderBy(desc(auditEntry.id))
    .limit(AUDIT_PAGE)
  const names = await namesOf(
    tx,
    actor.firmId,
    rows.map((r) => r.e),
  )
  return rows.map(({ e, by }) => ({
    id: e.id,
    at: isoInstant(e.at),
    by,
    action: e.action,
    subjectKind: e.subjectKind,
    subjectId: e.subjectId,
    name: names.get(e.subjectId) ?? null,
    changes: e.changes,
  }))
}

async function namesOf(
  tx: Transaction,
  firmId: string,
  entries: readonly (typeof auditEntry.$inferSelect)[],
): Promise<ReadonlyMap<string, string>> {
  const ids = (...kinds: string[]) => [...new Set(entries.filter((e) => kinds.includes(e.subjectKind)).map((e) => e.subjectId))]
  const sites = ids('site', 'contact')
  const units = ids('appliance')
  const supplies = ids('supply')
  const people = ids('person')
  const found = [
    ...(sites.length > 0
      ? await tx
          .select({ id: site.id, name: site.name })
          .from(site)
          .where(and(eq(site.firmId, firmId), inArray(site.id, sites)))
      : []),
    ...(units.length > 0
      ? await tx
          .select({ id: appliance.id, name: appliance.name })
          .from(appliance)
          .where(and(eq(appliance.firmId, firmId), inArray(appliance.id, units)))
      : []),
    ...(supplies.length > 0
      ? await tx
          .select({ id: gasSupply.id, name: site.name })
          .from(gasSupply)
          .innerJoin(site, eq(site.id, gasSupply.siteId))
          .where(and(eq(gasSupply.firmId, firmId), inArray(gasSupply.id, supplies)))
      : []),
    ...(people.length > 0 ? await tx.select({ id: user.id, name: personName }).from(user).where(inArray(user.id, people)) : []),
  ]
  return new Map(found.map((f) => [f.id, f.name]))
}
