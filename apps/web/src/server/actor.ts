import { cookies, headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { cache } from 'react'
import { type Actor, actorOf, actorOfToken } from './actorOf'
import { env } from '@/env'
import { requestReader } from '@/ui/dialect'
import { SESSION_COOKIE, SESSION_RENEWED_EVERY_S } from './sessionCookie'
import { signedToken } from './signedToken'

export { type Actor, unitsFor, unitsOf } from './actorOf'

const currentSession = cache(async () => {
  // Seldom asked, and long to read: whoever only asks who is there does without.
  const { auth } = await import('./auth')
  return auth().api.getSession({ headers: await headers() })
})

/**
 * The actor of the running request, or null; asked once a request. A session that need not be renewed is looked up in one question, everything else (renewal,
 * a cookie that is not as it should be) is the sign-in library's.
 */
export const currentActor = cache(async (): Promise<Actor | null> => {
  const actor = await actorOfRequest()
  const reader = requestReader()
  if (actor && reader) reader.dialect = actor.dialect
  return actor
})

async function actorOfRequest(): Promise<Actor | null> {
  const jar = await cookies()
  const cookie = jar.get(SESSION_COOKIE)?.value ?? jar.get(`__Secure-${SESSION_COOKIE}`)?.value
  // Without a cookie there is no session.
  if (cookie === undefined) return null
  const now = new Date()
  const token = signedToken(cookie, env().LUCERNA_AUTH_SECRET)
  const known = token === null ? null : await actorOfToken(token, now.toISOString())
  if (known && now.getTime() - known.renewedAt.getTime() < SESSION_RENEWED_EVERY_S * 1000) return known.actor
  const session = await currentSession()
  return session ? actorOf(session.user.id, now.toISOString()) : null
}

/** The session of the running request, or null. */
export const currentSessionId = async (): Promise<string | null> => (await currentSession())?.session.id ?? null

/** For pages: the actor, or off to the sign-in page (or to set up the second factor that the firm asks for) and back here afterwards. */
export async function requireActor(returnTo: string): Promise<Actor> {
  const actor = await currentActor()
  if (!actor) redirect(`/sign-in?next=${encodeURIComponent(returnTo)}`)
  if (actor.secondFactorDue) redirect(`/second-factor?next=${encodeURIComponent(returnTo)}`)
  return actor
}
