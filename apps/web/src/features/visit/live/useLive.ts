'use client'

import type { Instrument } from '@lucerna/core/measure'
import { useEffect, useState } from 'react'
import { Bench } from './Bench'
import type { Live } from './context'
import { LiveBoard } from './LiveBoard'
import { NetworkLines } from './NetworkLines'

/** The instruments of a visit, listened to for as long as its screen is open. */
export function useLive(instruments: readonly Instrument[]): Live {
  const [live] = useState(() => {
    const board = new LiveBoard(instruments)
    let network: NetworkLines | null = null
    return {
      board,
      bench: new Bench(board),
      listen: (serials: readonly string[] | null) => {
        network?.end()
        network = serials && new NetworkLines(board, serials)
        network?.begin()
      },
    }
  })
  useEffect(
    () => () => {
      live.bench.end()
      live.listen(null)
      live.board.end()
    },
    [live],
  )
  return live
}
