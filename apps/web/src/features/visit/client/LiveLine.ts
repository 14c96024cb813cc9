import { Store } from '@/ui/store'
import { thisDevice } from './queue'
import { Retries } from './Retries'

/** What the server says into a visit's stream. */
const said = <T>(e: Event): T => JSON.parse(String((e as MessageEvent).data)) as T

/** The line on which the server tells what happens in a visit elsewhere: how many devices have it open; null while nothing is heard. */
export class LiveLine extends Store<number | null> {
  private source: EventSource | undefined
  private listen = () => {}
  private readonly retries = new Retries(() => {
    if (this.source?.readyState === EventSource.CLOSED) this.listen()
  })

  constructor(
    private readonly visitId: string,
    private onLog: (seq: number) => void,
  ) {
    super(null)
  }

  /** Whom it tells of the newest event's place from now on. */
  tell(onLog: (seq: number) => void): void {
    this.onLog = onLog
  }

  /** Listens until what it answers is called. */
  start(): () => void {
    let gone = false
    const stop = this.retries.start()
    void thisDevice().then((deviceId) => {
      this.listen = () => {
        if (gone) return
        this.retries.trying()
        const stream = new EventSource(`/api/v1/visits/${this.visitId}/live?device=${deviceId}`)
        this.source = stream
        stream.addEventListener('open', () => this.retries.reached())
        stream.addEventListener('log', (e) => this.onLog(said<{ seq: number }>(e).seq))
        stream.addEventListener('devices', (e) => this.publish(said<{ count: number }>(e).count))
        stream.addEventListener('error', () => {
          this.publish(null)
          // A line that broke is mended by the browser. An answer that was no stream (the session had ended, the server was just starting) is not.
          if (stream.readyState === EventSource.CLOSED) this.retries.later(() => this.listen())
        })
      }
      this.listen()
    })
    return () => {
      gone = true
      stop()
      this.source?.close()
    }
  }
}
