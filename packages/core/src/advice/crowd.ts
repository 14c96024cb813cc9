/** So many times as many guesses are asked as are held. */
const TIMES = 7
/** Where fewer of those that are held than this share foretold what was read, they are too few to tell. */
const FEW = 0.15

interface Moved {
  readonly screwAt: number
  readonly rateAt: number
  readonly amount: number
}

/**
 * The guesses before what was moved since the last reading, and what that was. A first answer is often foretold by a handful of guesses alone: whether a screw
 * of wide play came through at last or a slack one moved all along is then told by chance. So many more are asked, as they would be had they been held before the move.
 */
export class Crowd {
  private before: { readonly data: Float64Array; readonly known: ReadonlySet<number>; readonly moves: Moved[] } | null = null

  /** @param known screws of which something was learnt before this move. */
  moved(data: Float64Array, known: ReadonlySet<number>, move: Moved): void {
    this.before ??= { data: data.slice(), known: new Set(known), moves: [] }
    this.before.moves.push(move)
  }

  /** Something was read: what was before is no more. */
  forget(): void {
    this.before = null
  }

  /** Remembers what was before the moves; answers with the way back to it. */
  mark(): () => void {
    const { before } = this
    return () => void (this.before = before)
  }

  /** Whether more have to be asked; `effective` of `count` foretold what was read. */
  wanted(effective: number, count: number): boolean {
    return this.before !== null && effective < FEW * count
  }

  /**
   * What is held, and many times that many beside it.
   *
   * @param vary makes one guess another that might as well have been held before the moves: in `data`, of the guess at this place.
   * @param turn moves one.
   */
  asked(
    held: Float64Array,
    count: number,
    vary: (data: Float64Array, p: number, known: ReadonlySet<number>) => void,
    turn: (data: Float64Array, p: number, move: Moved) => void,
  ): Float64Array {
    const many = new Float64Array((1 + TIMES) * held.length)
    many.set(held)
    const { data, known, moves } = this.before!
    for (let n = 1; n <= TIMES; n++) {
      const some = many.subarray(n * held.length, (n + 1) * held.length)
      some.set(data)
      for (let p = 0; p < count; p++) {
        vary(some, p, known)
        for (const move of moves) turn(some, p, move)
      }
    }
    return many
  }
}
