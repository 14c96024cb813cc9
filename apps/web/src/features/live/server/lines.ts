import { type Line, type LineCommand, readLine } from '@lucerna/core/live'
import { and, eq, inArray, isNull, lt, sql } from 'drizzle-orm'
import { type Database, inFirm, type Scope } from '@/db/client'
import { bridge, bridgeVoice, instrument, liveCommand, liveLines } from '@/db/schema'
import { announce } from '@/server/live'
import { ApiProblem } from '@/server/problem'
import { t } from '@/messages/all'

/** More in one post is no stream but a flood. */
export const LINES_MAX = 1000
/** A bridge that is silent for so long may be taken the place of, s. */
const SILENT_S = 10
const KEPT_S = 60
/** A command that nobody fetched is none any more, s. */
const COMMAND_S = 30

export interface Posted {
  readonly accepted: number
  /** By the line's place in the body, from 1: the first few. */
  readonly refused: readonly { readonly line: number; readonly code: string }[]
  readonly refusedCount: number
  /** What people asked of these instruments since the last post. */
  readonly commands: readonly LineCommand[]
}
const MOST_NAMED = 20

/**
 * Takes in what a bridge posts: newline-delimited JSON. Every line is judged alone; what is none, or of an instrument that is not the firm's, or that another
 * bridge speaks for, is refused by its number and the rest is passed on.
 *
 * @throws ApiProblem 413 more than {@link LINES_MAX} lines
 */
export async function takeLines(by: Scope & { readonly bridgeId: string }, text: string, now: string, db: Database): Promise<Posted> {
  const pieces = text.split(/\r?\n/)
  if (pieces.filter((p) => p.trim() !== '').length > LINES_MAX)
    throw new ApiProblem(413, 'too-large', t('live.problem.flood', { max: LINES_MAX }))
  const refused: { line: number; code: string }[] = []
  const read: { readonly n: number; readonly line: Line }[] = []
  for (const [i, piece] of pieces.entries()) {
    if (piece.trim() === '') continue
    const line = readLine(piece)
    if (line.ok) read.push({ n: i + 1, line: line.value })
    else refused.push({ line: i + 1, code: line.error.code })
  }
  const serials = [...new Set(read.map((r) => r.line.instrument))]
  return inFirm(
    by,
    async (tx) => {
      await tx
        .update(bridge)
        .set({ lastSeenAt: now })
        .where(and(eq(bridge.firmId, by.firmId), eq(bridge.id, by.bridgeId)))
      const known =
        serials.length === 0
          ? []
          : await tx
              .select({ serial: instrument.serial })
              .from(instrument)
              .where(and(eq(instrument.firmId, by.firmId), inArray(instrument.serial, serials), isNull(instrument.deletedAt)))
      const ours = [...new Set(known.map((k) => k.serial))].sort()
      const voices =
        ours.length === 0
          ? []
          : await tx
              .insert(bridgeVoice)
              .values(ours.map((serial) => ({ firmId: by.firmId, serial, bridgeId: by.bridgeId, at: now })))
              .onConflictDoUpdate({
                target: [bridgeVoice.firmId, bridgeVoice.serial],
                set: { bridgeId: by.bridgeId, at: now },
                setWhere: sql`${bridgeVoice.bridgeId} = ${by.bridgeId} or ${bridgeVoice.at} < ${now}::timestamptz - make_interval(secs => ${SILENT_S})`,
              })
              .returning({ serial: bridgeVoice.serial })
      const speaks = new Set(voices.map((v) => v.serial))
      const lines: Line[] = []
      for (const { n, line } of read) {
        if (speaks.has(line.instrument)) lines.push(line)
        else refused.push({ line: n, code: ours.includes(line.instrument) ? 'line-claimed' : 'line-stranger' })
      }
      if (lines.length > 0) {
        await tx.insert(liveLines).values({ firmId: by.firmId, at: now, lines })
        await announce(tx, 'lines', by.firmId)
      }
      const old = (seconds: number) => new Date(Date.parse(now) - seconds * 1000).toISOString()
      await tx.delete(liveLines).where(and(eq(liveLines.firmId, by.firmId), lt(liveLines.at, old(KEPT_S))))
      const commands =
        speaks.size === 0
          ? []
          : await tx
              .delete(liveCommand)
              .where(and(eq(liveCommand.firmId, by.firmId), inArray(sql`${liveCommand.command}->>'instrument'`, [...speaks])))
              .returning({ at: liveCommand.at, command: liveCommand.command })
      refused.sort((a, b) => a.line - b.line)
      return {
        accepted: lines.length,
        refused: refused.slice(0, MOST_NAMED),
        refusedCount: refused.length,
        commands: commands.filter((c) => Date.parse(c.at) > Date.parse(old(COMMAND_S))).map((c) => c.command),
      }
    },
    db,
  )
}

/** Keeps what a person asks of an instrument of the firm for its bridge. @throws ApiProblem 404 */
export const askInstrument = (scope: Scope, command: LineCommand, now: string): Promise<void> =>
  inFirm(scope, async (tx) => {
    const [known] = await tx
      .select({ id: instrument.id })
      .from(instrument)
      .where(and(eq(instrument.firmId, scope.firmId), eq(instrument.serial, command.instrument), isNull(instrument.deletedAt)))
      .limit(1)
    if (!known) throw new ApiProblem(404, 'not-found', t('register.not-there'))
    await tx.insert(liveCommand).values({ firmId: scope.firmId, at: now, command })
  })
