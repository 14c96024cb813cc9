'use client'

import type { Problem } from '@lucerna/core/result'
import { type Doubts, runWorking, usualDoubts, type Working, type WorkingAnswer, type WorkingInput } from '@lucerna/core/workings'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Units } from '@/ui/figures'
import { type Draft, draftOf, type DraftValue, pathText, readDraft, toParams } from '../form'

export interface WorkingDesk {
  readonly working: Working
  readonly units: Units
  readonly setUnits: (units: Units) => void
  readonly draft: Draft
  readonly set: (key: string, value: DraftValue) => void
  readonly load: (input: WorkingInput) => void
  /** What could be read, SI; may be incomplete. */
  readonly input: WorkingInput
  readonly problems: ReadonlyMap<string, Problem>
  readonly answer: WorkingAnswer | null
  readonly doubts: Doubts
  readonly setDoubt: (key: string, value: number | null) => void
  readonly changedDoubts: Doubts
  /** The address that opens this with the same figures. */
  readonly link: () => string
}

const LINK_MS = 400
const KEEP_MS = 1500

/** One calculation at work: what is typed, what comes out at once, its address, and its memory. */
export function useWorking(
  working: Working,
  start: { readonly input: WorkingInput; readonly doubts: Doubts; readonly units: Units; readonly appliance: string | null },
): WorkingDesk {
  const [units, changeUnits] = useState(start.units)
  const [draft, setDraft] = useState<Draft>(() => draftOf(working, start.input, start.units))
  const [changedDoubts, setChanged] = useState<Doubts>(start.doubts)
  const read = useMemo(() => readDraft(working, draft, units), [working, draft, units])
  const doubts = useMemo(() => ({ ...usualDoubts(working, read.input), ...changedDoubts }), [working, read.input, changedDoubts])
  const run = useMemo(() => {
    const result = runWorking(working, read.input, doubts)
    return result.ok ? { answer: result.value, problems: [] } : { answer: null, problems: result.error }
  }, [working, read.input, doubts])
  const problems = useMemo(() => {
    const all = new Map(read.problems)
    for (const p of run.problems) if (!all.has(pathText(p.path))) all.set(pathText(p.path), p)
    return all
  }, [read.problems, run.problems])
  // What could not be read is no answer, even where a default would do.
  const answer = read.problems.size === 0 ? run.answer : null

  const typed = useRef(false)
  const path = `/calculators/${working.id}`
  const params = useMemo(() => toParams(read.input, changedDoubts).toString(), [read.input, changedDoubts])
  // The last good input waits a moment before it is kept; leaving the page sends it at once. A convenience only: if it cannot be kept, nothing promised is lost.
  const waiting = useRef<WorkingInput | null>(null)
  useEffect(() => {
    const send = () => {
      const input = waiting.current
      waiting.current = null
      if (!input) return
      void fetch(`/api/v1/workings/${working.id}/last`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(input),
        keepalive: true,
      }).catch(() => undefined)
    }
    const ticking = setInterval(send, KEEP_MS)
    window.addEventListener('pagehide', send)
    return () => {
      clearInterval(ticking)
      window.removeEventListener('pagehide', send)
      send()
    }
  }, [working.id])
  useEffect(() => {
    if (!typed.current || !answer) return
    waiting.current = answer.input
    const address = `${path}?${params}${start.appliance ? `&appliance=${start.appliance}` : ''}`
    const timer = setTimeout(() => window.history.replaceState(null, '', address), LINK_MS)
    return () => clearTimeout(timer)
  }, [answer, params, path, start.appliance])

  return {
    working,
    units,
    setUnits: (next) => {
      setDraft(draftOf(working, read.input, next))
      changeUnits(next)
    },
    draft,
    set: (key, value) => {
      typed.current = true
      setDraft((before) => ({ ...before, [key]: value }))
    },
    load: (input) => {
      typed.current = true
      setDraft(draftOf(working, input, units))
    },
    input: read.input,
    problems,
    answer,
    doubts,
    setDoubt: (key, value) => {
      typed.current = true
      setChanged((before) => {
        const { [key]: _gone, ...rest } = before
        return value === null ? rest : { ...rest, [key]: value }
      })
    },
    changedDoubts,
    link: () => `${window.location.origin}${path}?${params}`,
  }
}
