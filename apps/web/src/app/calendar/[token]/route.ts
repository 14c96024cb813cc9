import { calendarFeed } from '@/features/today/server/calendar'
import { log } from '@/server/log'

/** What a calendar program fetches: nobody signs in, the address is the secret. */
export async function GET(_request: Request, { params }: { readonly params: Promise<{ token: string }> }): Promise<Response> {
  const { token } = await params
  try {
    const feed = await calendarFeed(token.replace(/\.ics$/, ''), new Date())
    if (feed === null) return new Response('This calendar address no longer works.\n', { status: 404 })
    return new Response(feed, {
      headers: { 'content-type': 'text/calendar; charset=utf-8', 'cache-control': 'private, max-age=900', 'x-robots-tag': 'noindex' },
    })
  } catch (error) {
    log.error({ message: error instanceof Error ? error.message : 'unknown' }, 'calendar not made')
    return new Response('Not available now; try again later.\n', { status: 503 })
  }
}
