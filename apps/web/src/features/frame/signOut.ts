'use server'

import { headers } from 'next/headers'
import { redirect } from 'next/navigation'

/** Signs out here. */
export async function signOutAction(): Promise<void> {
  // Every page has its button, and few are pressed.
  const { auth } = await import('@/server/auth')
  await auth().api.signOut({ headers: await headers() })
  redirect('/sign-in')
}
