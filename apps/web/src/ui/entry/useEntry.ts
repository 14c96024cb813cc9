'use client'

import { useEffect, useRef, useState } from 'react'
import type { z } from 'zod'
import { fieldWords } from '@/ui/fieldWords'
import { ask } from '@/ui/ask'
import { type Conflict, mergeFields } from '@/ui/merge'
import { t } from '@/messages/places'

export type Problems = Readonly<Record<string, string>>

interface Saved {
  readonly id: string
  /** Fields taken over from somebody else's change. */
  readonly taken: readonly string[]
}

export interface Clash<F> {
  readonly conflicts: readonly Conflict<F>[]
  readonly merged: F
  readonly theirs: F
  readonly version: number
}

/**
 * Saves an entry of a register: checks it as the server will, sends it with the version it was made from, and puts two people's edits together when
 * somebody was faster. Fields that both changed are given back as a clash, to be chosen one by one.
 */
export function useEntry<F extends object>(options: {
  readonly schema: z.ZodType<F>
  /** An entry that is edited; null for a new one. */
  readonly base: { readonly fields: F; readonly version: number } | null
  readonly url: string
  readonly onSaved: (saved: Saved) => void
}) {
  const { schema, url, onSaved } = options
  const [base, setBase] = useState(options.base)
  const [busy, setBusy] = useState(false)
  const [problems, setProblems] = useState<Problems>({})
  const [failure, setFailure] = useState<string | null>(null)
  const [clash, setClash] = useState<Clash<F> | null>(null)
  // Made once: sending a new entry twice makes one.
  const newId = useRef<string | null>(null)

  const send = async (fields: F, from: { fields: F; version: number } | null, taken: readonly string[]): Promise<void> => {
    const { v7 } = await import('uuid')
    newId.current ??= v7()
    const answer = await ask(from ? 'PUT' : 'POST', url, from ? fields : { id: newId.current, ...fields }, from?.version)
    if (answer.ok) return onSaved({ id: String(answer.body.id ?? ''), taken })
    const { status, body, detail, fields: named } = answer.problem
    if (status === 412 && from && typeof body.version === 'number') {
      const theirs = body.current as F
      const merged = mergeFields(from.fields, fields, theirs)
      const next = { fields: theirs, version: body.version }
      setBase(next)
      if (merged.conflicts.length === 0) return send(merged.fields, next, [...taken, ...merged.taken])
      setClash({ conflicts: merged.conflicts, merged: merged.fields, theirs, version: body.version })
      return
    }
    setProblems(named)
    setFailure(Object.keys(named).length > 0 ? t('form.some-wrong') : detail)
  }

  /** Checks and sends. `found` are problems of texts that could not be read at all. */
  const save = async (fields: unknown, found: Problems = {}): Promise<void> => {
    const parsed = schema.safeParse(fields)
    const wrong: Record<string, string> = { ...found }
    if (!parsed.success)
      for (const issue of parsed.error.issues) {
        const path = issue.path.join('.')
        wrong[path] ??= fieldWords(issue)
      }
    setProblems(wrong)
    if (!parsed.success || Object.keys(wrong).length > 0) return setFailure(t('form.some-wrong'))
    setFailure(null)
    setBusy(true)
    await send(parsed.data, base, [])
    setBusy(false)
  }

  /** Saves what came out of a clash. */
  const settle = async (fields: F): Promise<void> => {
    if (!clash) return
    setBusy(true)
    setClash(null)
    await send(fields, { fields: clash.theirs, version: clash.version }, [])
    setBusy(false)
  }

  // The first wrong field is where the eye and the keyboard should be.
  useEffect(() => {
    if (Object.keys(problems).length > 0) document.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus()
  }, [problems])

  return { save, settle, busy, problems, failure, clash, dismissClash: () => setClash(null) }
}
