import { NextResponse, type NextRequest } from 'next/server'
import { askOperator, isOperator } from '@/server/operator'

/** Whether a path's percent signs stand for characters. */
function readable(path: string): boolean {
  try {
    decodeURIComponent(path)
    return true
  } catch {
    return false
  }
}

/** An address that cannot be read is answered as such; the routes behind would break over it. The status is for who runs the server. */
export function proxy(request: NextRequest): Response {
  const { pathname } = request.nextUrl
  if (pathname === '/status') return isOperator(request.headers.get('authorization')) ? NextResponse.next() : askOperator()
  if (readable(pathname)) return NextResponse.next()
  const detail = 'This address cannot be read: a percent sign in it stands for no character.'
  return pathname.startsWith('/api/')
    ? NextResponse.json(
        { type: 'urn:lucerna:problem:bad-address', title: 'The request could not be read', status: 400, detail, errors: [] },
        { status: 400, headers: { 'content-type': 'application/problem+json' } },
      )
    : new NextResponse(detail, { status: 400, headers: { 'content-type': 'text/plain; charset=utf-8' } })
}

export const config = { matcher: ['/(.*%.*)', '/status'] }
