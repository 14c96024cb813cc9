'use client'

import { zodResolver } from '@hookform/resolvers/zod'
import { type BaseSyntheticEvent, useMemo, useRef, useState } from 'react'
import { type DefaultValues, type FieldPath, type FieldValues, useForm } from 'react-hook-form'
import type { z } from 'zod'
import { ask } from '@/ui/ask'
import { type Conflict, mergeFields } from '@/ui/merge'
import { t } from '@/messages/places'
import { drafted, type DraftRead, problemsOf } from './drafted'

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

/** Fields that say themselves that they are wrong, and those that only their surroundings say it of. */
const WRONG = '[aria-invalid="true"], [data-wrong] :is(input, select, textarea)'

/** The first wrong field is where the eye and the keyboard should be. */
const toFirstWrong = () => requestAnimationFrame(() => document.querySelector<HTMLElement>(WRONG)?.focus())

/**
 * The form of an entry of a register: checks it as the server will, sends it with the version it was made from, and puts two people's edits together when
 * somebody was faster. Fields that both changed are given back as a clash, to be chosen one by one.
 */
export function useEntry<D extends FieldValues, F extends object>(options: {
  readonly schema: z.ZodType<F>
  /** What stands in the form at first. */
  readonly first: D
  /** What the form's texts say, as fields of the entry. */
  readonly read: (draft: D) => DraftRead
  /** An entry that is edited; null for a new one. */
  readonly base: { readonly fields: F; readonly version: number } | null
  readonly url: string
  /** What has to be done before it is sent; null stops it. */
  readonly prepare?: (fields: F) => Promise<F | null>
  readonly onSaved: (saved: Saved) => void
}) {
  const { schema, read, url, prepare, onSaved } = options
  const form = useForm<D, unknown, F>({
    defaultValues: options.first as DefaultValues<D>,
    resolver: zodResolver(drafted(schema, read)),
    // What was wrong stays marked until it is saved again: nothing jumps while somebody types.
    reValidateMode: 'onSubmit',
    shouldFocusError: false,
  })
  const [base, setBase] = useState(options.base)
  const [failure, setFailure] = useState<string | null>(null)
  const [clash, setClash] = useState<Clash<F> | null>(null)
  const [settling, setSettling] = useState(false)
  // Made once: sending a new entry twice makes one.
  const newId = useRef<string | null>(null)

  const someWrong = () => {
    setFailure(t('form.some-wrong'))
    toFirstWrong()
  }

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
    for (const [path, message] of Object.entries(named)) form.setError(path as FieldPath<D>, { type: 'server', message })
    if (Object.keys(named).length > 0) someWrong()
    else setFailure(detail)
  }

  const submit = (event?: BaseSyntheticEvent): Promise<void> =>
    form.handleSubmit(async (fields) => {
      setFailure(null)
      const ready = prepare ? await prepare(fields) : fields
      if (ready !== null) await send(ready, base, [])
    }, someWrong)(event)

  /** Saves what came out of a clash. */
  const settle = async (fields: F): Promise<void> => {
    if (!clash) return
    setSettling(true)
    setClash(null)
    await send(fields, { fields: clash.theirs, version: clash.version }, [])
    setSettling(false)
  }

  const { errors, isSubmitting, isDirty } = form.formState
  const problems = useMemo(() => problemsOf(errors), [errors])
  const busy = isSubmitting || settling
  return { form, submit, settle, busy, dirty: isDirty && !busy, problems, failure, clash, dismissClash: () => setClash(null) }
}
