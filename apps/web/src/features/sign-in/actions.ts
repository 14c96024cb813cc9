'use server'

import { APIError } from 'better-auth/api'
import { eq } from 'drizzle-orm'
import { headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { z } from 'zod'
import { signInDatabase } from '@/db/client'
import { session } from '@/db/schema'
import { actorOf } from '@/server/actorOf'
import { auth } from '@/server/auth'
import { env } from '@/env'
import { nextPath } from '@/server/nextPath'
import { isFromHere } from '@/server/source'
import { DEMO_FIRMS } from '@/seed/world'

export interface SignInState {
  readonly error: string | null
  /** What was typed is kept, but for the password. */
  readonly email: string
}

/** Not an error: a code of the authenticator app is asked for. */
const SECOND = 'second'
const secondStep = (next: unknown): never =>
  redirect(`/sign-in/second?next=${encodeURIComponent(nextPath(next === undefined ? undefined : String(next)))}`)

const formSchema = z.object({ email: z.email(), password: z.string().min(1).max(200), next: z.string().optional() })

/** What went wrong, `second` when a code is asked for now, or null when somebody is signed in. */
async function signIn(email: string, password: string): Promise<string | null> {
  try {
    const answer = await auth().api.signInEmail({ body: { email, password }, headers: await headers() })
    if (!('user' in answer)) return SECOND
    const { user } = answer
    if (await actorOf(user.id, new Date().toISOString())) return null
    // Left the firm: without this the day's page would only lead back here, without a word.
    await signInDatabase().delete(session).where(eq(session.userId, user.id))
    return 'sign-in.no-firm'
  } catch (error) {
    if (error instanceof APIError) return error.status === 'TOO_MANY_REQUESTS' ? 'sign-in.too-many' : 'sign-in.wrong'
    throw error
  }
}

/** Signs in by address and password. */
export async function signInAction(_before: SignInState, form: FormData): Promise<SignInState> {
  const parsed = formSchema.safeParse(Object.fromEntries(form))
  const email = String(form.get('email') ?? '').slice(0, 200)
  if (!parsed.success) return { error: parsed.error.issues[0]?.path[0] === 'email' ? 'sign-in.bad-address' : 'sign-in.no-password', email }
  const error = await signIn(parsed.data.email.trim().toLowerCase(), parsed.data.password)
  if (error === SECOND) return secondStep(parsed.data.next)
  if (error) return { error, email }
  redirect(nextPath(parsed.data.next))
}

/** One-click sign-in of the demo people: refused unless this is the demo, bound to loopback, and asked for from this machine. */
export async function demoSignInAction(form: FormData): Promise<void> {
  const asked = await headers()
  const host = asked.get('host')?.replace(/:\d+$/, '') ?? ''
  const person = DEMO_FIRMS.flatMap((f) => f.people).find((p) => p.key === form.get('person'))
  const password = env().LUCERNA_DEMO_PASSWORD
  if (!env().demo || !password || !person || !['127.0.0.1', 'localhost', '[::1]'].includes(host) || !isFromHere(asked)) redirect('/sign-in')
  const error = await signIn(person.email, password)
  if (error === SECOND) return secondStep(form.get('next') ?? '')
  if (error) redirect('/sign-in')
  redirect(nextPath(String(form.get('next') ?? '')))
}
