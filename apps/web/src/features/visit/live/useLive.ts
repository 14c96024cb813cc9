'use client'

import type { Instrument } from '@lucerna/core/measure'
import { useEffect, useState } from 'react'
import { Bench } from './Bench'
import type { Live } from './context'
import { LiveBoard } from './LiveBoard'

/** The instruments of a visit, listened to for as long as its screen is open. */
export function useLive(instruments: readonly Instrument[]): Live {
  const [live] = useState(() => {
    const board = new LiveBoard(instruments)
    return { board, bench: new Bench(board) }
  })
  useEffect(
    () => () => {
      live.bench.end()
      live.board.end()
    },
    [live],
  )
  return live
}
