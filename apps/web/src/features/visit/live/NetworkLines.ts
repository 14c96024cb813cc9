import { lineSchema } from '@lucerna/core/live'
import { z } from 'zod'
import { Retries } from '../client/Retries'
import type { LiveBoard } from './LiveBoard'

const linesSchema = z.array(lineSchema)

/** What bridges post of the instruments at hand, by the server's stream; one that breaks goes on where it was, or is asked for again. */
export class NetworkLines {
  private stream: EventSource | undefined
  private stopRetries: (() => void) | undefined
  private readonly retries = new Retries(() => {
    if (this.stream?.readyState === EventSource.CLOSED) this.listen()
  })

  constructor(
    private readonly board: LiveBoard,
    private readonly serials: readonly string[],
  ) {}

  begin(): void {
    this.stopRetries = this.retries.start()
    this.listen()
  }

  private listen(): void {
    this.retries.trying()
    const stream = new EventSource(`/api/v1/instruments/live?serials=${this.serials.map(encodeURIComponent).join(',')}`)
    this.stream = stream
    stream.addEventListener('open', () => {
      this.retries.reached()
      this.board.source(
        'bridge',
        'on',
        (command) =>
          void fetch('/api/v1/instrument-commands', {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify(command),
          }).catch(() => undefined),
      )
    })
    stream.addEventListener('lines', (e) => {
      const lines = linesSchema.safeParse(JSON.parse(String((e as MessageEvent).data)))
      if (lines.success) for (const line of lines.data) this.board.take(line)
    })
    stream.addEventListener('error', () => {
      this.board.source('bridge', 'lost')
      if (stream.readyState === EventSource.CLOSED) this.retries.later(() => this.listen())
    })
  }

  end(): void {
    this.stopRetries?.()
    this.stream?.close()
    this.board.source('bridge', null)
  }
}
