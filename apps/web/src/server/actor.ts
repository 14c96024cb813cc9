import { headers } from 'next/headers'
import { redirect } from 'next/navigation'
import { cache } from 'react'
import { type Actor, actorOf } from './actorOf'
import { auth } from './auth'

export { type Actor, unitsFor } from './actorOf'

const currentSession = cache(async () => auth().api.getSession({ headers: await headers() }))

/** The actor of the running request, or null; asked once a request. */
export const currentActor = cache(async (): Promise<Actor | null> => {
  const session = await currentSession()
  return session ? actorOf(session.user.id, new Date().toISOString()) : null
})

/** The session of the running request, or null. */
export const currentSessionId = async (): Promise<string | null> => (await currentSession())?.session.id ?? null

/** For pages: the actor, or off to the sign-in page and back here afterwards. */
export async function requireActor(returnTo: string): Promise<Actor> {
  const actor = await currentActor()
  if (!actor) redirect(`/sign-in?next=${encodeURIComponent(returnTo)}`)
  return actor
}
