import type { IncomingMessage, ServerResponse } from 'node:http'

export function sourceOf(socketAddress: string | undefined, forwardedFor: string | undefined, hops: number): string
export function front(request: IncomingMessage, response: ServerResponse, settings: { hops: number; publicUrl: string }): boolean
export function requestId(given: string, hops: number): string
