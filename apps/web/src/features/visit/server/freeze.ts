import { makeReport, type ReportFacts } from '@lucerna/core/report'
import type { VisitState } from '@lucerna/core/visit'
import { and, eq, max } from 'drizzle-orm'
import type { Transaction } from '@/db/client'
import { firm, membership, report, site, user } from '@/db/schema'
import { personName } from '@/db/personName'
import type { Actor } from '@/server/actor'
import { canonicalJson, sha256 } from './canonical'
import type { VisitFrame } from './load'

type Signer = Pick<ReportFacts, 'technicianName' | 'licenceNumber'>

/** Whose report it is: the person who closed the visit, whoever corrects it later; before that whoever looks at it. */
async function signerOf(tx: Transaction, firmId: string, state: VisitState, actor: Pick<Actor, 'name' | 'licenceNumber'>): Promise<Signer> {
  if (!state.closedById) return { technicianName: actor.name, licenceNumber: actor.licenceNumber }
  const [closer] = await tx
    .select({ name: personName, licenceNumber: membership.licenceNumber })
    .from(user)
    .leftJoin(membership, and(eq(membership.userId, user.id), eq(membership.firmId, firmId)))
    .where(eq(user.id, state.closedById))
  return { technicianName: closer?.name ?? state.closedBy ?? '', licenceNumber: closer?.licenceNumber ?? null }
}

/** What the report says that the log does not hold, as it is now. */
export async function reportFacts(
  tx: Transaction,
  frame: VisitFrame,
  state: VisitState,
  actor: Pick<Actor, 'name' | 'licenceNumber'>,
): Promise<ReportFacts> {
  const { firmId, siteId } = frame.row
  const [[place], [own], signer] = await Promise.all([
    tx
      .select({ name: site.name, address: site.address, timeZone: site.timeZone })
      .from(site)
      .where(and(eq(site.firmId, firmId), eq(site.id, siteId))),
    tx.select({ name: firm.name }).from(firm).where(eq(firm.id, firmId)),
    signerOf(tx, firmId, state, actor),
  ])
  return {
    firmName: own?.name ?? frame.firmName,
    siteName: place?.name ?? frame.site.name,
    siteAddress: place?.address ?? frame.site.address,
    timeZone: place?.timeZone ?? frame.site.timeZone,
    ...signer,
    appliances: Object.fromEntries(frame.appliances.map((a) => [a.id, { serial: a.serial, position: a.position }])),
  }
}

/** Freezes the next version of the report. @param log the last row of the log that it is made of */
export async function freezeReport(
  tx: Transaction,
  actor: Actor,
  frame: VisitFrame,
  state: VisitState,
  log: { readonly seq: number; readonly chainHash: string },
  now: string,
): Promise<void> {
  const { firmId, id: visitId } = frame.row
  const model = makeReport(state, frame.context, await reportFacts(tx, frame, state, actor), now)
  const [last] = await tx
    .select({ version: max(report.version) })
    .from(report)
    .where(and(eq(report.firmId, firmId), eq(report.visitId, visitId)))
  await tx.insert(report).values({
    firmId,
    visitId,
    version: (last?.version ?? 0) + 1,
    model,
    hash: sha256(canonicalJson(model)),
    logSeq: log.seq,
    logHead: log.chainHash,
    createdAt: now,
    createdBy: actor.userId,
  })
}
