'use server'

import { APIError } from 'better-auth/api'
import { headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { z } from 'zod'
import { join } from '@/features/people/server'
import { passwordSchema } from '@/features/people'
import { allowed, JOIN_FROM } from '@/server/attempts'
import { auth } from '@/server/auth'
import { isGuessable } from '@/server/guessable'
import { ApiProblem } from '@/server/problem'
import { sourceOf } from '@/server/source'
import { fieldWords } from '@/ui/fieldWords'
import { t } from '@/messages/account'

export interface DoorState {
  readonly error: string | null
  readonly done: boolean
}

const wrong = (error: string): DoorState => ({ error, done: false })

function twice(form: FormData): { password: string } | DoorState {
  const parsed = passwordSchema.safeParse(form.get('password'))
  if (!parsed.success) return wrong(fieldWords(parsed.error.issues[0]!))
  if (isGuessable(parsed.data)) return wrong(t('field.password-guessable'))
  return form.get('again') === parsed.data ? { password: parsed.data } : wrong(t('field.passwords-differ'))
}

/** Takes an invitation up and signs in. */
export async function joinAction(_before: DoorState, form: FormData): Promise<DoorState> {
  const read = twice(form)
  if ('error' in read) return read
  let second = false
  if (!(await allowed(`join:${sourceOf(await headers())}`, JOIN_FROM, Date.now()))) return wrong(t('sign-in.too-many'))
  try {
    const { email } = await join(String(form.get('token') ?? ''), { password: read.password }, new Date().toISOString())
    const answer = await auth().api.signInEmail({ body: { email, password: read.password }, headers: await headers() })
    second = !('user' in answer)
  } catch (error) {
    if (error instanceof ApiProblem) return wrong(error.errors[0]?.message ?? error.message)
    if (error instanceof APIError) redirect('/sign-in')
    throw error
  }
  redirect(second ? '/sign-in/second' : '/today')
}

/** Asks for a link to set a new password. What is said does not tell whether the address is known. */
export async function forgotAction(_before: DoorState, form: FormData): Promise<DoorState> {
  const parsed = z.email().safeParse(
    String(form.get('email') ?? '')
      .trim()
      .toLowerCase(),
  )
  if (!parsed.success) return wrong(t('sign-in.bad-address'))
  try {
    await auth().api.requestPasswordReset({ body: { email: parsed.data }, headers: await headers() })
    return { error: null, done: true }
  } catch (error) {
    if (error instanceof APIError) return error.status === 'TOO_MANY_REQUESTS' ? wrong(t('sign-in.too-many')) : { error: null, done: true }
    throw error
  }
}

/** Sets a new password by the link of a letter; the link works once. */
export async function resetAction(_before: DoorState, form: FormData): Promise<DoorState> {
  const read = twice(form)
  if ('error' in read) return read
  try {
    await auth().api.resetPassword({
      body: { newPassword: read.password, token: String(form.get('token') ?? '').slice(0, 200) },
      headers: await headers(),
    })
    return { error: null, done: true }
  } catch (error) {
    if (error instanceof APIError) return wrong(t('reset.used'))
    throw error
  }
}
