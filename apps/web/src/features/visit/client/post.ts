import type { StoredEvent, VisitEvent } from '@lucerna/core/visit'
import { z } from 'zod'
import type { QueuedPhoto } from './queue'

export const acceptedSchema = z.object({
  accepted: z.array(z.object({ id: z.string(), seq: z.number(), receivedAt: z.string(), provisional: z.boolean() })),
})
const problemSchema = z.object({
  status: z.number(),
  detail: z.string(),
  errors: z.array(z.object({ path: z.string(), message: z.string(), index: z.number().optional() })).default([]),
})

export type PostResult =
  | { readonly kind: 'accepted'; readonly accepted: z.infer<typeof acceptedSchema>['accepted'] }
  /** The server is away, or busy: keep everything and try again. */
  | { readonly kind: 'away' }
  | { readonly kind: 'sign-in' }
  /** The server broke over the list, or refused it without a word about which event: nothing of it was stored. */
  | { readonly kind: 'broke'; readonly message: string }
  /** These of the list were refused; nothing of the list was stored. */
  | { readonly kind: 'refused'; readonly status: number; readonly refused: ReadonlyMap<number, string> }

/** Posts a list of events once and says what became of it. Never throws for anything the network or the server does. */
export async function postEvents(visitId: string, events: readonly VisitEvent[]): Promise<PostResult> {
  let response: Response
  try {
    response = await fetch(`/api/v1/visits/${visitId}/events`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ events }),
      signal: AbortSignal.timeout(20_000),
    })
  } catch {
    return { kind: 'away' }
  }
  if (response.status === 401) return { kind: 'sign-in' }
  const body: unknown = await response.json().catch(() => null)
  if (response.status === 500) return { kind: 'broke', message: problemSchema.safeParse(body).data?.detail ?? response.statusText }
  if (response.status > 500 || response.status === 429) return { kind: 'away' }
  if (response.ok) {
    const parsed = acceptedSchema.safeParse(body)
    return parsed.success ? { kind: 'accepted', accepted: parsed.data.accepted } : { kind: 'away' }
  }
  const problem = problemSchema.safeParse(body)
  const said = problem.success ? problem.data : { detail: response.statusText, errors: [] }
  const named = new Map<number, string>()
  for (const e of said.errors) if (e.index !== undefined && !named.has(e.index)) named.set(e.index, e.message)
  // A refusal that names nothing is meant for one of several: sent one by one they tell which.
  const meansAll = response.status === 403 || response.status === 404
  if (named.size === 0 && events.length > 1 && !meansAll) return { kind: 'broke', message: said.detail }
  return { kind: 'refused', status: response.status, refused: named.size > 0 ? named : new Map(events.map((_, i) => [i, said.detail])) }
}

/** What the server holds behind a place in the log; null when it is away or refuses. */
export async function fetchEvents(visitId: string, after: number): Promise<StoredEvent[] | null> {
  try {
    const response = await fetch(`/api/v1/visits/${visitId}/events?after=${after}`, { signal: AbortSignal.timeout(20_000) })
    // Our own server checked and lifted them on the way out.
    return response.ok ? ((await response.json()) as { events: StoredEvent[] }).events : null
  } catch {
    return null
  }
}

export type PhotoResult =
  | { readonly kind: 'kept' }
  | { readonly kind: 'away' }
  | { readonly kind: 'sign-in' }
  | { readonly kind: 'refused'; readonly status: number; readonly message: string }

/** Sends a picture once. Sent again it is accepted too. Never throws for anything the network or the server does. */
export async function putPhoto(photo: QueuedPhoto): Promise<PhotoResult> {
  const about = new URLSearchParams({
    kind: photo.kind,
    caption: photo.caption,
    ...(photo.applianceId && { applianceId: photo.applianceId }),
  })
  try {
    const response = await fetch(`/api/v1/visits/${photo.visitId}/photos/${photo.id}?${about}`, {
      method: 'PUT',
      body: photo.picture,
      signal: AbortSignal.timeout(120_000),
    })
    if (response.ok) return { kind: 'kept' }
    if (response.status === 401) return { kind: 'sign-in' }
    if (response.status >= 500 || response.status === 429) return { kind: 'away' }
    const problem = problemSchema.safeParse(await response.json().catch(() => null))
    return { kind: 'refused', status: response.status, message: problem.success ? problem.data.detail : response.statusText }
  } catch {
    return { kind: 'away' }
  }
}
