import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { t } from '@/messages/all'
import { currentActor } from './actor'
import { ApiProblem } from './problem'
import { pathId } from './route'

/** For pages: what a query answers for an id from the address; not there (or another firm's) is the page that says so. */
export async function foundOrNot<T>(id: string, query: (id: string) => Promise<T | null>): Promise<T> {
  const found = await Promise.resolve()
    .then(() => query(pathId(id)))
    .catch((error: unknown) => {
      if (error instanceof ApiProblem && error.status === 404) return null
      throw error
    })
  return found ?? notFound()
}

/** For pages: the title in the browser’s own bar, in the reader’s dialect. */
export const titled = (key: Parameters<typeof t>[0]) => async (): Promise<Metadata> => {
  await currentActor()
  return { title: t(key) }
}
