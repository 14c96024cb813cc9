import { changesOf, type Report, reportSchema } from '@lucerna/core/report'
import { addDays } from 'date-fns/addDays'
import { and, desc, eq, sql } from 'drizzle-orm'
import { randomBytes } from 'node:crypto'
import type { z } from 'zod'
import { type Database, database, isoInstant, type Transaction } from '@/db/client'
import { publicLink, report, site, user, visit } from '@/db/schema'
import { personName } from '@/db/personName'
import type { Actor } from '@/server/actor'
import { audit } from '@/server/audit'
import { HERE, sendMail } from '@/server/mail'
import { ApiProblem } from '@/server/problem'
import { dateAt } from '@/ui/dates'
import { t } from '@/messages/all'
import { textBreak } from '@/features/visit/server'
import type { ShownReport } from '../queries'
import type { shareSchema } from '../schemas'

export interface ReportLink {
  readonly token: string
  readonly createdAt: string
  readonly expiresAt: string
  readonly revokedAt: string | null
  readonly by: string
}

/** The links with which a visit's report was shared, the newest first; and the address of the site's contact. @throws ApiProblem 404 */
export async function sharesOf(
  tx: Transaction,
  firmId: string,
  visitId: string,
): Promise<{ readonly links: ReportLink[]; readonly email: string | null }> {
  const [rows, [place]] = await Promise.all([
    tx
      .select({ l: publicLink, by: personName })
      .from(publicLink)
      .innerJoin(user, eq(user.id, publicLink.createdBy))
      .where(and(eq(publicLink.firmId, firmId), eq(publicLink.kind, 'report'), eq(publicLink.subjectId, visitId)))
      .orderBy(desc(publicLink.createdAt))
      .limit(50),
    tx
      .select({ email: site.contactEmail })
      .from(visit)
      .innerJoin(site, eq(site.id, visit.siteId))
      .where(and(eq(visit.firmId, firmId), eq(visit.id, visitId))),
  ])
  if (!place) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  return {
    email: place.email || null,
    links: rows.map(({ l, by }) => ({
      token: l.token,
      by,
      createdAt: isoInstant(l.createdAt),
      expiresAt: isoInstant(l.expiresAt ?? l.createdAt),
      revokedAt: l.revokedAt && isoInstant(l.revokedAt),
    })),
  }
}

/**
 * Makes a link with which a customer reads the report of one visit without signing in, for some days; and writes them a letter with it if an address is given.
 *
 * @throws ApiProblem 404, 409 the visit is not closed: there is no report yet
 */
export async function shareReport(
  tx: Transaction,
  actor: Actor,
  visitId: string,
  { days, email, name }: z.output<typeof shareSchema>,
  now: string,
): Promise<{ readonly token: string; readonly expiresAt: string }> {
  const [row] = await tx
    .select({ status: visit.status, siteName: site.name, timeZone: site.timeZone })
    .from(visit)
    .innerJoin(site, eq(site.id, visit.siteId))
    .where(and(eq(visit.firmId, actor.firmId), eq(visit.id, visitId)))
  if (!row) throw new ApiProblem(404, 'not-found', t('register.not-there'))
  const [frozen] = await tx
    .select({ version: report.version })
    .from(report)
    .where(and(eq(report.firmId, actor.firmId), eq(report.visitId, visitId)))
    .limit(1)
  if (row.status !== 'closed' || !frozen) throw new ApiProblem(409, 'not-closed', t('share.not-closed'))
  const token = randomBytes(17).toString('base64url').slice(0, 22)
  const expiresAt = addDays(new Date(now), days).toISOString()
  const link = {
    token,
    firmId: actor.firmId,
    kind: 'report' as const,
    subjectId: visitId,
    createdAt: now,
    createdBy: actor.userId,
    expiresAt,
  }
  await tx.insert(publicLink).values(link)
  await audit(tx, actor, 'report-shared', ['visit', visitId], now)
  if (email)
    await sendMail(
      tx,
      actor.firmId,
      {
        kind: 'report',
        userId: null,
        toName: name ?? email,
        toAddress: email,
        subject: t('mail.report.subject', { firm: actor.firmName, site: row.siteName }),
        body: t('mail.report.body', {
          site: row.siteName,
          firm: actor.firmName,
          by: actor.name,
          link: `${HERE}/l/${token}`,
          until: dateAt(expiresAt, row.timeZone),
        }),
      },
      now,
    )
  return { token, expiresAt }
}

/** What a customer's link shows. */
export type SharedReport =
  | {
      readonly state: 'open'
      readonly model: Report
      readonly frozen: NonNullable<ShownReport['frozen']>
    }
  | { readonly state: 'expired' | 'revoked'; readonly firmName: string }

/**
 * The report behind a link, for somebody who is not signed in; null where there never was such a link, or no such version.
 *
 * @param wanted an earlier version than the newest
 */
export async function sharedReport(token: string, wanted: number | null = null, db: Database = database()): Promise<SharedReport | null> {
  if (!/^[\w-]{22}$/.test(token)) return null
  const [row] = await db.execute<{
    state: 'open' | 'expired' | 'revoked'
    firm_name: string
    model: unknown
    version: number | null
    hash: string | null
    created_at: string | null
    by_name: string | null
    newest: number | null
    model_before: unknown
  }>(
    sql`select state, firm_name, model, version, hash, created_at::text, by_name, newest, model_before from report_link(${token}, ${wanted}::integer)`,
  )
  if (!row) return null
  if (row.state !== 'open') return { state: row.state, firmName: row.firm_name }
  if (row.model === null || row.version === null || row.hash === null || row.created_at === null) return null
  const model = reportSchema.parse(row.model)
  return {
    state: 'open',
    model,
    frozen: {
      version: row.version,
      hash: row.hash,
      createdAt: isoInstant(row.created_at),
      by: row.by_name ?? '',
      // Chained logs are the firm's; the text is proved by its hash.
      log: null,
      newest: row.newest ?? row.version,
      changes: row.model_before === null ? [] : changesOf(reportSchema.parse(row.model_before), model),
      broken: textBreak({ version: row.version, model: row.model as Report, hash: row.hash }),
    },
  }
}
