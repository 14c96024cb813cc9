import { parseInput, workingById } from '@lucerna/core/workings'
import { and, desc, eq } from 'drizzle-orm'
import { inFirm } from '@/db/client'
import { workingMemory } from '@/db/schema'
import type { Actor } from '@/server/actor'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

/** What this person typed last into a working, if it still fits its fields. */
export const lastInput = (actor: Actor, workingId: string): Promise<Record<string, unknown> | null> =>
  inFirm(actor, async (tx) => {
    const [row] = await tx
      .select({ input: workingMemory.input })
      .from(workingMemory)
      .where(and(eq(workingMemory.firmId, actor.firmId), eq(workingMemory.userId, actor.userId), eq(workingMemory.workingId, workingId)))
    const working = workingById(workingId)
    return row && working && parseInput(working, row.input).ok ? row.input : null
  })

/** The workings this person used lately, newest first. */
export const recentWorkings = (actor: Actor, count: number): Promise<string[]> =>
  inFirm(actor, async (tx) => {
    const rows = await tx
      .select({ id: workingMemory.workingId })
      .from(workingMemory)
      .where(and(eq(workingMemory.firmId, actor.firmId), eq(workingMemory.userId, actor.userId)))
      .orderBy(desc(workingMemory.updatedAt))
      .limit(count)
    return rows.map((r) => r.id).filter((id) => workingById(id))
  })

/** Keeps what was typed, so that it stands there next time. Only good input is kept. */
export async function remember(actor: Actor, workingId: string, body: unknown, now: string): Promise<void> {
  const working = workingById(workingId)
  if (!working) throw new ApiProblem(404, 'not-found', t('problem.calculator-not-found'))
  const parsed = parseInput(working, body)
  if (!parsed.ok)
    throw new ApiProblem(
      422,
      'invalid-input',
      t('problem.memory'),
      parsed.error.map((p) => ({ path: (p.path ?? []).join('.'), message: p.code })),
    )
  const row = { firmId: actor.firmId, userId: actor.userId, workingId, input: { ...parsed.value }, updatedAt: now }
  await inFirm(actor, (tx) =>
    tx
      .insert(workingMemory)
      .values(row)
      .onConflictDoUpdate({
        target: [workingMemory.firmId, workingMemory.userId, workingMemory.workingId],
        set: { input: row.input, updatedAt: row.updatedAt },
      }),
  )
}
