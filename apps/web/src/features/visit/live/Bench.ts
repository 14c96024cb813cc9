import type { Instrument } from '@lucerna/core/measure'
import type { Problem } from '@lucerna/core/result'
import type { Controls, FaultId, Setup } from '@lucerna/sim/engine'
import type { Mishap } from '@lucerna/sim/instrument'
import type { Remote } from 'comlink'
import { Store } from '@/ui/store'
import type { BenchFrame, BenchWorker, HangsAt } from './bench.worker'
import type { LiveBoard } from './LiveBoard'

const BEAT_MS = 500
/** Time that passed while the page slept is caught up with, to here, s. */
const MOST_S = 1800

export interface BenchView {
  readonly on: boolean
  readonly frame: BenchFrame | null
  readonly problem: Problem | null
  readonly controls: Partial<Controls>
  readonly faults: Partial<Record<FaultId, number>>
  readonly mishaps: readonly Mishap[]
  /** Burner and hoses do what the visit says. */
  readonly follows: boolean
}
const OFF: BenchView = { on: false, frame: null, problem: null, controls: {}, faults: {}, mishaps: [], follows: true }

/** A simulated appliance and the instruments in front of it, by the page's own clock. A stand-in for hardware: it works without any server. */
export class Bench extends Store<BenchView> {
  private worker: Worker | null = null
  private remote: Remote<BenchWorker> | null = null
  private timer: ReturnType<typeof setInterval> | undefined
  private lastMs = 0
  private busy = false
  /** Counts beginnings and ends: one that another overtook while it loaded does nothing. */
  private turns = 0

  constructor(private readonly board: LiveBoard) {
    super(OFF)
  }

  async begin(setup: Setup, instruments: readonly Instrument[], units: 'metric' | 'imperial'): Promise<void> {
    this.end()
    const turn = this.turns
    const { wrap } = await import('comlink')
    if (this.turns !== turn) return
    const worker = new Worker(new URL('./bench.worker.ts', import.meta.url), { type: 'module' })
    const remote = wrap<BenchWorker>(worker)
    this.worker = worker
    this.remote = remote
    worker.onerror = () => this.change({ problem: { code: 'no-answer' } })
    const begun = await remote.begin(setup, instruments, units)
    if (this.worker !== worker) return
    if (!begun.ok) return this.change({ problem: begun.error })
    this.change({ on: true, problem: null })
    this.board.source('bench', 'on', (command) => void remote.command(command))
    this.lastMs = Date.now()
    this.timer = setInterval(() => void this.pass(), BEAT_MS)
  }

  private async pass(): Promise<void> {
    const { remote } = this
    if (this.busy || !remote) return
    const now = Date.now()
    const seconds = Math.min(MOST_S, (now - this.lastMs) / 1000)
    if (seconds <= 0) return
    this.busy = true
    this.lastMs = now
    const passed = await remote.advance(seconds, now)
    this.busy = false
    if (!passed || this.remote !== remote) return
    for (const line of passed.lines) this.board.take(line)
    this.change({ frame: passed.frame })
  }

  private change(part: Partial<BenchView>): void {
    this.publish({ ...this.getSnapshot(), ...part })
  }

  set(controls: Partial<Controls>): void {
    this.change({ controls: { ...this.getSnapshot().controls, ...controls } })
    void this.remote?.set(controls).then((answer) => answer && !answer.ok && this.change({ problem: answer.error }))
  }
  wear(faults: Partial<Record<FaultId, number>>): void {
    this.change({ faults: { ...this.getSnapshot().faults, ...faults } })
    void this.remote?.break(faults)
  }
  connect(serial: string, channelId: string, at: HangsAt): void {
    void this.remote?.connect(serial, channelId, at)
  }
  mishap(mishap: Mishap, on: boolean): void {
    const mishaps = [...this.getSnapshot().mishaps.filter((m) => m !== mishap), ...(on ? [mishap] : [])]
    this.change({ mishaps })
    void this.remote?.mishaps(mishaps)
  }
  follow(follows: boolean): void {
    this.change({ follows })
  }

  /** Puts it away. */
  end(): void {
    this.turns++
    clearInterval(this.timer)
    this.worker?.terminate()
    this.worker = null
    this.remote = null
    this.busy = false
    this.board.source('bench', null)
    this.publish(OFF)
  }
}
