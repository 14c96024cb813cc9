import { commandSchema } from '@lucerna/core/live'
import { z } from 'zod'

const answerSchema = z.object({
  accepted: z.number(),
  refusedCount: z.number(),
  refused: z.array(z.object({ line: z.number(), code: z.string() })),
  commands: z.array(commandSchema),
})
type Answer = z.infer<typeof answerSchema>

/** As many lines as one post may have, and as many as wait while nobody answers. */
const A_POST = 500
const MOST_WAITING = 20_000

/** What became of a post: taken, to be tried again later, or refused for good because the token opens nothing. */
export type Outcome =
  | { readonly kind: 'taken'; readonly answer: Answer }
  | { readonly kind: 'later'; readonly why: string }
  | { readonly kind: 'token' }

/**
 * Posts lines by a token, in their order. What could not be sent waits and is sent with what comes next; when too much waits, the oldest goes.
 *
 * @example
 * const poster = new Poster('http://127.0.0.1:3000', token); poster.add('{"v":1,…}'); await poster.flush()
 */
export class Poster {
  private waiting: string[] = []
  /** Lines that were given up because too many waited. */
  dropped = 0

  constructor(
    private readonly to: string,
    private readonly token: string,
    private readonly send: typeof fetch = fetch,
  ) {}

  get waitingCount(): number {
    return this.waiting.length
  }

  add(...lines: readonly string[]): void {
    this.waiting.push(...lines)
    const over = this.waiting.length - MOST_WAITING
    if (over <= 0) return
    this.waiting.splice(0, over)
    this.dropped += over
  }

  async flush(): Promise<Outcome> {
    const lines = this.waiting.slice(0, A_POST)
    const address = new URL('/api/bridge/lines', this.to)
    const headers = { authorization: `Bearer ${this.token}`, 'content-type': 'application/x-ndjson' }
    try {
      const response = await this.send(address, { method: 'POST', headers, body: lines.join('\n') })
      if (response.status === 401) return { kind: 'token' }
      if (!response.ok) return { kind: 'later', why: `answered ${response.status}` }
      const answer = answerSchema.parse(await response.json())
      this.waiting = this.waiting.slice(lines.length)
      return { kind: 'taken', answer }
    } catch (error) {
      return { kind: 'later', why: error instanceof Error ? error.message : 'no answer' }
    }
  }
}
