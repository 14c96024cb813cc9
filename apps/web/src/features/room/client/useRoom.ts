'use client'

import type { Problem } from '@lucerna/core/result'
import type { Controls, FaultId, Setup } from '@lucerna/sim/engine'
import { type Remote, wrap } from 'comlink'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { Room, RoomFrame, TracePoint } from './room.worker'

const FRAME_MS = 250
/** What the traces go back to. */
const TRACE_S = 900

export interface RoomDesk {
  readonly frame: RoomFrame | null
  readonly trace: readonly TracePoint[]
  readonly problem: Problem | null
  readonly set: (controls: Partial<Controls>) => void
  readonly wear: (faults: Partial<Record<FaultId, number>>) => void
}

/** A simulated appliance in a web worker, asked a few times a second to let time pass. A new setup begins a new one. */
export function useRoom(setup: Setup, speed: number): RoomDesk {
  const [frame, setFrame] = useState<RoomFrame | null>(null)
  const [trace, setTrace] = useState<readonly TracePoint[]>([])
  const [problem, setProblem] = useState<Problem | null>(null)
  const room = useRef<Remote<Room> | null>(null)
  const pace = useRef(speed)
  useEffect(() => {
    pace.current = speed
  }, [speed])

  useEffect(() => {
    const worker = new Worker(new URL('./room.worker.ts', import.meta.url), { type: 'module' })
    const remote = wrap<Room>(worker)
    room.current = remote
    let gone = false
    let busy = false
    const ready = remote.begin(setup).then((begun) => {
      if (gone) return false
      setTrace([])
      setFrame(null)
      setProblem(begun.ok ? null : begun.error)
      return begun.ok
    })
    worker.onerror = () => setProblem({ code: 'no-answer' })
    const beat = async () => {
      if (busy || gone || !(await ready)) return
      busy = true
      const next = await remote.advance((pace.current * FRAME_MS) / 1000)
      busy = false
      if (gone || !next) return
      setFrame(next)
      if (next.points.length > 0)
        setTrace((before) => [...before, ...next.points].filter((p) => p.timeS > next.snapshot.timeS - TRACE_S).slice(-2000))
    }
    const id = setInterval(() => void beat(), FRAME_MS)
    return () => {
      gone = true
      clearInterval(id)
      worker.terminate()
    }
  }, [setup])

  const set = useCallback((controls: Partial<Controls>) => {
    void room.current?.set(controls).then((answer) => setProblem(answer && !answer.ok ? answer.error : null))
  }, [])
  const wear = useCallback((faults: Partial<Record<FaultId, number>>) => {
    void room.current?.break(faults).then((answer) => setProblem(answer && !answer.ok ? answer.error : null))
  }, [])
  return { frame, trace, problem, set, wear }
}
