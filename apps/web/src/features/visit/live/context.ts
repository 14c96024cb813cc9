'use client'

import { createContext, useContext, useSyncExternalStore } from 'react'
import type { Bench, BenchView } from './Bench'
import type { LiveBoard, LiveView } from './LiveBoard'

/** The instruments of a visit that speak for themselves. */
export interface Live {
  readonly board: LiveBoard
  readonly bench: Bench
  /** Listens to bridges, or stops. */
  readonly listen: (serials: readonly string[] | null) => void
}
const LiveContext = createContext<Live | null>(null)
export const LiveProvider = LiveContext.Provider
export const useLiveParts = (): Live | null => useContext(LiveContext)

const nothing = () => () => {}
const NONE: LiveView = { at: 0, channels: new Map(), sources: {}, refused: {}, strangers: [], hangs: new Map() }
const none = () => NONE
/** What the instruments show now; drawn anew a few times a second while any is connected. */
export function useLiveView(): LiveView {
  const board = useLiveParts()?.board
  return useSyncExternalStore(board?.subscribe ?? nothing, board?.getSnapshot ?? none, none)
}

export function useBench(): BenchView | null {
  const bench = useLiveParts()?.bench
  const off = () => null
  return useSyncExternalStore<BenchView | null>(bench?.subscribe ?? nothing, bench?.getSnapshot ?? off, off)
}
