import { inFirm } from '@/db/client'
import type { Actor } from '@/server/actor'
import { type LiveKind, subscribe } from '@/server/live'
import { log } from '@/server/log'
import { deviceGone, deviceSeen, devicesIn } from './devices'
import { visitRow } from './row'

const HEARTBEAT_MS = 20_000
/** A stream ends after this time and the browser asks for a new one: who has been signed out meanwhile gets none. */
const LIFE_MS = 10 * 60_000

/**
 * What happens in a visit, as server-sent events: `log` with the place of the newest event, `devices` with how many have it open. Ids and numbers only;
 * the events themselves are fetched by their own address.
 *
 * @throws ApiProblem 404 another firm's visit
 */
export async function visitStream(actor: Actor, visitId: string, deviceId: string | null, signal: AbortSignal): Promise<ReadableStream> {
  const lastSeq = () => inFirm(actor, async (tx) => (await visitRow(tx, actor.firmId, visitId, false)).lastSeq)
  const now = () => new Date().toISOString()
  const first = await lastSeq()
  const encoder = new TextEncoder()
  let end = () => {}
  return new ReadableStream({
    start(controller) {
      let over = false
      const write = (text: string) => {
        if (!over) controller.enqueue(encoder.encode(text))
      }
      const say = (event: string, data: object) => write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`)
      // One question at a time and none lost: what comes in while one is asked is asked after it.
      let asking = false
      const due = new Set<LiveKind>()
      const answer = async () => {
        if (asking) return
        asking = true
        try {
          while (due.size > 0 && !over) {
            const kinds = new Set(due)
            due.clear()
            if (kinds.has('log') || kinds.has('look')) say('log', { seq: await lastSeq() })
            if (kinds.has('devices') || kinds.has('look'))
              say('devices', { count: await inFirm(actor, (tx) => devicesIn(tx, actor.firmId, visitId, now())) })
          }
        } catch (error) {
          log.warn({ message: error instanceof Error ? error.message : 'unknown' }, 'live stream ends')
          end()
        } finally {
          asking = false
        }
      }
      const hear = (kind: LiveKind) => {
        due.add(kind)
        void answer()
      }
      const seen = () =>
        deviceId === null
          ? Promise.resolve()
          : inFirm(actor, (tx) => deviceSeen(tx, actor.firmId, visitId, deviceId, now())).catch(() => undefined)
      const unsubscribe = subscribe(visitId, hear)
      const beat = setInterval(() => {
        write(': still here\n\n')
        void seen()
      }, HEARTBEAT_MS)
      const life = setTimeout(() => end(), LIFE_MS)
      end = () => {
        if (over) return
        over = true
        clearInterval(beat)
        clearTimeout(life)
        unsubscribe()
        signal.removeEventListener('abort', end)
        process.off('lucerna:leaving', end)
        if (deviceId !== null) void inFirm(actor, (tx) => deviceGone(tx, actor.firmId, visitId, deviceId)).catch(() => undefined)
        try {
          controller.close()
        } catch {
          // The reader has gone already.
        }
      }
      signal.addEventListener('abort', end)
      // The server goes: whoever listens comes back to the next one.
      process.on('lucerna:leaving', end)
      write('retry: 1000\n\n')
      say('log', { seq: first })
      void seen().then(() => hear('devices'))
    },
    cancel() {
      end()
    },
  })
}
