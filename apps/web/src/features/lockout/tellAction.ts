'use server'

import { headers } from 'next/headers'
import { ApiProblem } from '@/server/problem'
import { sourceOf } from '@/server/source'
import { fieldWords } from '@/ui/fieldWords'
import { tellSchema } from './schemas'
import { tellLockout } from './server/notes'

export interface TellState {
  readonly error: string | null
  readonly done: boolean
}

/** Takes what somebody tells by the code on the lid. */
export async function tellAction(_before: TellState, form: FormData): Promise<TellState> {
  const wrong = (error: string): TellState => ({ error, done: false })
  const text = (name: string) => {
    const value = form.get(name)
    return typeof value === 'string' ? value.slice(0, 200) : ''
  }
  const parsed = tellSchema.safeParse({ service: text('service') || null, at: text('at') || null, code: text('code') })
  if (!parsed.success) return wrong(fieldWords(parsed.error.issues[0]!))
  try {
    const file = form.get('picture')
    const picture = file instanceof File && file.size > 0 ? Buffer.from(await file.arrayBuffer()) : null
    await tellLockout(text('token'), parsed.data, picture, { source: sourceOf(await headers()), now: new Date().toISOString() })
    return { error: null, done: true }
  } catch (error) {
    if (error instanceof ApiProblem) return wrong(error.message)
    throw error
  }
}
