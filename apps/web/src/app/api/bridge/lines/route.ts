import { database } from '@/db/client'
import { bridgeOf } from '@/features/live/server/bridges'
import { takeLines } from '@/features/live/server/lines'
import { answered } from '@/server/endpoint'
import { ApiProblem } from '@/server/problem'
import { framed, readBytes } from '@/server/route'
import { t } from '@/messages/all'

const MAX_BODY = 1_000_000

/** What a bridge posts, by its own token: newline-delimited JSON of the line protocol (docs/instruments.md). */
export const POST = (request: Request): Promise<Response> =>
  framed(request, async () => {
    const by = await bridgeOf(request.headers.get('authorization'), database())
    const body = await readBytes(request, MAX_BODY, () => new ApiProblem(413, 'too-large', t('problem.body-too-large')))
    const posted = await takeLines(by, new TextDecoder().decode(body), new Date().toISOString(), database())
    // Sent as it is: to compress a hundred characters costs the server more than all the rest, twice a second for each bridge.
    return answered(posted, { headers: { 'cache-control': 'no-store, no-transform' } })
  })
