import { NextResponse, type NextRequest } from 'next/server'

/** Whether a path's percent signs stand for characters. */
function readable(path: string): boolean {
  try {
    decodeURIComponent(path)
    return true
  } catch {
    return false
  }
}

/** An address that cannot be read is answered as such; the routes behind would break over it. */
export function proxy(request: NextRequest): NextResponse {
  const { pathname } = request.nextUrl
  if (readable(pathname)) return NextResponse.next()
  const detail = 'This address cannot be read: a percent sign in it stands for no character.'
  return pathname.startsWith('/api/')
    ? NextResponse.json(
        { type: 'urn:lucerna:problem:bad-address', title: 'The request could not be read', status: 400, detail, errors: [] },
        { status: 400, headers: { 'content-type': 'application/problem+json' } },
      )
    : new NextResponse(detail, { status: 400, headers: { 'content-type': 'text/plain; charset=utf-8' } })
}

export const config = { matcher: '/(.*%.*)' }
