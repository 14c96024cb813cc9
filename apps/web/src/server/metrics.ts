import type { IncomingMessage, ServerResponse } from 'node:http'
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client'
import { signInDatabase } from '@/db/client'
import { type ServerStatus, serverStatus } from './status'

/** What is measured of one process. One of each for the process, across bundles. */
interface Metrics {
  readonly registry: Registry
  readonly requests: Histogram<'method' | 'route' | 'status'>
  readonly refused: Counter<'status'>
}
const shared = globalThis as typeof globalThis & {
  lucernaMetrics?: Metrics
  lucernaMeasure?: (request: IncomingMessage, response: ServerResponse, seconds: number) => void
}

/** Addresses that somebody makes up are one: a label for each would fill the memory. */
const MOST_ROUTES = 250
const routes = new Set<string>()

/**
 * The address of a request without its ids and secrets.
 *
 * @example
 * routeOf('/api/v1/visits/0197a000-0000-7000-8000-000000000001/events') // '/api/v1/visits/[id]/events'
 */
export function routeOf(path: string): string {
  if (path.startsWith('/_next/') || path.startsWith('/schemas/')) return `/${path.split('/')[1]}`
  const route = path
    .split('/')
    .map((part) => (/^[a-z][a-z.-]{0,24}$|^v\d$|^$/.test(part) ? part : '[id]'))
    .join('/')
  if (!routes.has(route) && routes.size >= MOST_ROUTES) return 'other'
  routes.add(route)
  return route
}

function make(): Metrics {
  const registry = new Registry()
  collectDefaultMetrics({ register: registry, prefix: 'lucerna_' })
  const gauge = (name: string, help: string, read: () => Promise<number> | number) =>
    new Gauge({
      name,
      help,
      registers: [registry],
      async collect() {
        this.set(await read())
      },
    })
  // One look at the database for all that are asked together.
  let at = Number.NEGATIVE_INFINITY
  let seen: Promise<ServerStatus | null> = Promise.resolve(null)
  const status = () => {
    if (performance.now() - at > 1000) {
      at = performance.now()
      seen = serverStatus(signInDatabase()).catch(() => null)
    }
    return seen
  }
  gauge('lucerna_database_up', '1 where the database answers.', async () => ((await status()) ? 1 : 0))
  gauge('lucerna_database_bytes', 'Size of the database.', async () => (await status())?.databaseBytes ?? Number.NaN)
  gauge('lucerna_letters_waiting', 'Letters that no mail server has taken yet.', async () => (await status())?.lettersWaiting ?? Number.NaN)
  gauge(
    'lucerna_letters_failed',
    'Letters of the last week that are not tried again.',
    async () => (await status())?.lettersFailed ?? Number.NaN,
  )
  gauge('lucerna_visits_open', 'Visits under way.', async () => (await status())?.visitsOpen ?? Number.NaN)
  return {
    registry,
    requests: new Histogram({
      name: 'lucerna_http_request_duration_seconds',
      help: 'Time to answer, by address; streams are not among them.',
      labelNames: ['method', 'route', 'status'],
      buckets: [0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10],
      registers: [registry],
    }),
    refused: new Counter({
      name: 'lucerna_http_errors_total',
      help: 'Answers of 500 and above.',
      labelNames: ['status'],
      registers: [registry],
    }),
  }
}

const metrics = (): Metrics => (shared.lucernaMetrics ??= make())

/** Counts every answer from now on: the server in front calls what stands here. */
export function measureRequests(): void {
  shared.lucernaMeasure = ({ method = 'GET', url = '/' }, response, seconds) => {
    if (String(response.getHeader('content-type') ?? '').startsWith('text/event-stream')) return
    const status = String(response.statusCode)
    metrics().requests.observe({ method, route: routeOf(url.split('?')[0]!), status }, seconds)
    if (response.statusCode >= 500) metrics().refused.inc({ status })
  }
}

/** Everything measured, in the text format of Prometheus (0.0.4). */
export const metricsText = (): Promise<string> => metrics().registry.metrics()
export const METRICS_TYPE = 'text/plain; version=0.0.4; charset=utf-8'

export interface Answered {
  readonly count: number
  readonly errors: number
  /** In half and in 95 of 100 answers it took at most so long, s; the upper end of a bucket. */
  readonly medianS: number | null
  readonly p95S: number | null
}

/** How this process answered since it began. */
export async function answered(): Promise<Answered> {
  const { values } = await metrics().requests.get()
  const buckets = new Map<number, number>()
  let [count, errors] = [0, 0]
  for (const v of values) {
    const le = v.labels['le' as never] as number | string | undefined
    if (v.metricName?.endsWith('_count')) {
      count += v.value
      if (v.labels.status === '500') errors += v.value
    } else if (le !== undefined && le !== '+Inf') buckets.set(Number(le), (buckets.get(Number(le)) ?? 0) + v.value)
  }
  const at = (share: number) => {
    if (count === 0) return null
    return [...buckets].sort(([a], [b]) => a - b).find(([, n]) => n >= share * count)?.[0] ?? Number.POSITIVE_INFINITY
  }
  return { count, errors, medianS: at(0.5), p95S: at(0.95) }
}
