import type { Line } from '@lucerna/core/live'
import type { LiveBoard } from './LiveBoard'

/** Lines as an instrument sends them, for tests: counted up, at the clock of the test. */
export class TestLines {
  private seq = 0
  constructor(
    private readonly board: LiveBoard,
    private readonly serial = 'T1',
  ) {}

  line(channel: string, value: number, unit: string, serial = this.serial): Line {
    return { v: 1, instrument: serial, channel, seq: this.seq++, t: new Date().toISOString(), value, unit }
  }
  say(channel: string, status: Extract<Line, { status: unknown }>['status'], serial = this.serial): void {
    this.board.take({ v: 1, instrument: serial, channel, seq: this.seq++, t: new Date().toISOString(), status })
  }
  show(channel: string, value: number, unit: string, serial = this.serial): void {
    this.board.take(this.line(channel, value, unit, serial))
  }
}
