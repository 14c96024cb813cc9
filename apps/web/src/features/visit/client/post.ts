import type { StoredEvent, VisitEvent } from '@lucerna/core/visit'
import { isObject } from '@/ui/ask'
import type { QueuedPhoto } from './queue'

type Accepted = Pick<StoredEvent, 'id' | 'provisional'> & { readonly seq: number; readonly receivedAt: string }

/** What is wrong, as our own server says it (RFC 9457). */
interface Said {
  readonly detail: string
  readonly errors: readonly { readonly index?: number; readonly message: string }[]
}

// Read by hand: a page that folds a visit need not be sent Zod for three fields. What is no answer of our server (a portal’s page, say) is null.

function acceptedIn(body: unknown): readonly Accepted[] | null {
  const accepted: unknown = isObject(body) ? body.accepted : null
  const all = Array.isArray(accepted) && accepted.every((a) => isObject(a) && typeof a.id === 'string' && typeof a.seq === 'number')
  return all ? (accepted as Accepted[]) : null
}

function saidIn(body: unknown): Said | null {
  if (!isObject(body) || typeof body.detail !== 'string') return null
  const errors = Array.isArray(body.errors) ? body.errors : []
  return { detail: body.detail, errors: errors.filter((e): e is Said['errors'][number] => isObject(e) && typeof e.message === 'string') }
}

export type PostResult =
  | { readonly kind: 'accepted'; readonly accepted: readonly Accepted[] }
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
  if (response.status === 500) return { kind: 'broke', message: saidIn(body)?.detail ?? response.statusText }
  if (response.status > 500 || response.status === 429) return { kind: 'away' }
  if (response.ok) {
    const accepted = acceptedIn(body)
    return accepted ? { kind: 'accepted', accepted } : { kind: 'away' }
  }
  const said = saidIn(body) ?? { detail: response.statusText, errors: [] }
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
    const said = saidIn(await response.json().catch(() => null))
    return { kind: 'refused', status: response.status, message: said?.detail ?? response.statusText }
  } catch {
    return { kind: 'away' }
  }
}
