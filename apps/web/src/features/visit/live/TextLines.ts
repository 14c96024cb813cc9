import { LineCutter, readLine } from '@lucerna/core/live'
import type { LiveBoard } from './LiveBoard'

/** Text of one source as it arrives, cut anywhere: its lines go to the board. */
export class TextLines {
  private readonly cutter = new LineCutter()

  constructor(private readonly board: Pick<LiveBoard, 'take' | 'refuse'>) {}

  take(text: string): void {
    const before = this.cutter.dropped
    for (const piece of this.cutter.take(text)) {
      const line = readLine(piece)
      if (line.ok) this.board.take(line.value)
      else this.board.refuse(line.error.code)
    }
    if (this.cutter.dropped > before) this.board.refuse('line-too-long')
  }
}
