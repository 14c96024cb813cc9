import { ok, type Result } from '@lucerna/core/result'
import type { VisitEvent } from '@lucerna/core/visit'

let parse: ((event: unknown) => Result<VisitEvent>) | null = null

/** Fetches what checks the shape of events: it comes after the page, with its later parts. */
export const fetchShapes = async (): Promise<void> => {
  parse = (await import('./parseEvent')).parseEvent
}

/** One event as its shape wants it. Until that was fetched it passes as it is: the server checks it again in any case. */
export const shaped = (event: VisitEvent): Result<VisitEvent> => parse?.(event) ?? ok(event)
