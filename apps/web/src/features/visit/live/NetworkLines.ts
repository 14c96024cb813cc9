import type { Line } from '@lucerna/core/live'
import { Retries } from '../client/Retries'
import type { LiveBoard } from './LiveBoard'

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
      // Our own server read them line by line before it passed them on.
      for (const line of JSON.parse(String((e as MessageEvent).data)) as Line[]) this.board.take(line)
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
