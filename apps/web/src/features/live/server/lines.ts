import { type Line, type LineCommand, readLine } from '@lucerna/core/live'
import { and, eq, inArray, isNull, lt, sql } from 'drizzle-orm'
import { type Database, inFirm, type Scope, type Transaction } from '@/db/client'
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

/** Posts of one firm that come close together are written down together, ms: many bridges cost the database little more than one. */
const TOGETHER_MS = 100
/** For so long a bridge that spoke for an instrument is not asked again whether it may: shorter than another could take its place, s. */
const CLAIMED_S = 5
/** How often what is old is swept out, s. */
const SWEEP_S = 5

type By = Scope & { readonly bridgeId: string }
interface Post {
  readonly by: By
  readonly read: readonly { readonly n: number; readonly line: Line }[]
  readonly refused: { line: number; code: string }[]
  readonly now: string
  readonly answer: (posted: Posted) => void
  readonly fail: (error: unknown) => void
}
const before = (now: string, seconds: number): string => new Date(Date.parse(now) - seconds * 1000).toISOString()

/** What the bridges of one firm post to this process. */
class Intake {
  private waiting: Post[] = []
  private timer: ReturnType<typeof setTimeout> | undefined
  private writtenMs = -Infinity
  private sweptMs = -Infinity
  /** Who speaks for an instrument, and until when nobody asks again, ms. */
  private readonly claims = new Map<string, { readonly bridgeId: string; readonly untilMs: number }>()

  constructor(
    private readonly firmId: string,
    private readonly db: Database,
  ) {}

  add(post: Post): void {
    this.waiting.push(post)
    // The first is written at once; those that come behind it wait for each other.
    const restMs = Math.max(0, this.writtenMs + TOGETHER_MS - performance.now())
    this.timer ??= setTimeout(() => void this.write(), restMs)
  }

  private async write(): Promise<void> {
    const posts = this.waiting
    this.waiting = []
    this.timer = undefined
    this.writtenMs = performance.now()
    try {
      const answers = await inFirm(posts.at(-1)!.by, (tx) => this.take(tx, posts), this.db)
      posts.forEach((post, i) => post.answer(answers[i]!))
    } catch (error) {
      for (const post of posts) post.fail(error)
    }
  }

  private mayStill(serial: string, { by, now }: Post): boolean {
    const claim = this.claims.get(serial)
    return claim?.bridgeId === by.bridgeId && Date.parse(now) < claim.untilMs
  }

  /** Asks the database which instruments of a post are the firm's, and lets its bridge speak for those that no other speaks for. */
  private async claim(tx: Transaction, post: Post, serials: readonly string[]): Promise<ReadonlySet<string>> {
    const { by, now } = post
    const { firmId } = this
    await tx
      .update(bridge)
      .set({ lastSeenAt: now })
      .where(and(eq(bridge.firmId, firmId), eq(bridge.id, by.bridgeId)))
    const known =
      serials.length === 0
        ? []
        : await tx
            .select({ serial: instrument.serial })
            .from(instrument)
            .where(and(eq(instrument.firmId, firmId), inArray(instrument.serial, [...serials]), isNull(instrument.deletedAt)))
    const ours = [...new Set(known.map((k) => k.serial))].sort()
    const voices =
      ours.length === 0
        ? []
        : await tx
            .insert(bridgeVoice)
            .values(ours.map((serial) => ({ firmId, serial, bridgeId: by.bridgeId, at: now })))
            .onConflictDoUpdate({
              target: [bridgeVoice.firmId, bridgeVoice.serial],
              set: { bridgeId: by.bridgeId, at: now },
              setWhere: sql`${bridgeVoice.bridgeId} = ${by.bridgeId} or ${bridgeVoice.at} < ${before(now, SILENT_S)}::timestamptz`,
            })
            .returning({ serial: bridgeVoice.serial })
    const untilMs = Date.parse(now) + CLAIMED_S * 1000
    for (const { serial } of voices) this.claims.set(serial, { bridgeId: by.bridgeId, untilMs })
    const speaks = new Set(voices.map((v) => v.serial))
    for (const { n, line } of post.read)
      if (serials.includes(line.instrument) && !speaks.has(line.instrument))
        post.refused.push({ line: n, code: ours.includes(line.instrument) ? 'line-claimed' : 'line-stranger' })
    return speaks
  }

  private async take(tx: Transaction, posts: readonly Post[]): Promise<Posted[]> {
    const { firmId } = this
    // Lines live for a minute: nobody waits for the disk. What a power cut takes is spoken again half a second later.
    await tx.execute(sql`set local synchronous_commit = off`)
    const lines: Line[] = []
    const counts: number[] = []
    const spoken: string[] = []
    for (const post of posts) {
      const serials = [...new Set(post.read.map((r) => r.line.instrument))]
      const asks = serials.filter((s) => !this.mayStill(s, post))
      const claimed = asks.length > 0 || serials.length === 0 ? await this.claim(tx, post, asks) : new Set<string>()
      const mine = post.read.filter((r) => claimed.has(r.line.instrument) || !asks.includes(r.line.instrument)).map((r) => r.line)
      lines.push(...mine)
      counts.push(mine.length)
      spoken.push(...new Set(mine.map((l) => l.instrument)))
    }
    const now = posts.at(-1)!.now
    if (lines.length > 0) {
      await tx.insert(liveLines).values({ firmId, at: now, lines })
      await announce(tx, 'lines', firmId)
    }
    // A clock that was set back sweeps too.
    if (Math.abs(Date.parse(now) - this.sweptMs) > SWEEP_S * 1000) {
      this.sweptMs = Date.parse(now)
      await tx.delete(liveLines).where(and(eq(liveLines.firmId, firmId), lt(liveLines.at, before(now, KEPT_S))))
    }
    const commands =
      spoken.length === 0
        ? []
        : await tx
            .delete(liveCommand)
            .where(and(eq(liveCommand.firmId, firmId), inArray(sql`${liveCommand.command}->>'instrument'`, spoken)))
            .returning({ at: liveCommand.at, command: liveCommand.command })
    return posts.map((post, i) => {
      const own = new Set(post.read.map((r) => r.line.instrument))
      const refused = post.refused.toSorted((a, b) => a.line - b.line)
      return {
        accepted: counts[i]!,
        refused: refused.slice(0, MOST_NAMED),
        refusedCount: refused.length,
        commands: commands
          .filter((c) => own.has(c.command.instrument) && Date.parse(c.at) > Date.parse(before(post.now, COMMAND_S)))
          .map((c) => c.command),
      }
    })
  }
}

const shared = globalThis as typeof globalThis & { lucernaIntakes?: Map<string, Intake> }
function intakeOf(firmId: string, db: Database): Intake {
  const intakes = (shared.lucernaIntakes ??= new Map())
  const intake = intakes.get(firmId) ?? new Intake(firmId, db)
  intakes.set(firmId, intake)
  return intake
}

/**
 * Takes in what a bridge posts: newline-delimited JSON. Every line is judged alone; what is none, or of an instrument that is not the firm's, or that another
 * bridge speaks for, is refused by its number and the rest is passed on.
 *
 * @throws ApiProblem 413 more than {@link LINES_MAX} lines
 */
export async function takeLines(by: By, text: string, now: string, db: Database): Promise<Posted> {
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
  return new Promise((answer, fail) => intakeOf(by.firmId, db).add({ by, read, refused, now, answer, fail }))
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
