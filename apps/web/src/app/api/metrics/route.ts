import { METRICS_TYPE, metricsText } from '@/server/metrics'
import { askOperator, isOperator } from '@/server/operator'

export const dynamic = 'force-dynamic'

/** What this process measures, for a collector. */
export async function GET(request: Request): Promise<Response> {
  if (!isOperator(request.headers.get('authorization'))) return askOperator()
  return new Response(await metricsText(), { headers: { 'content-type': METRICS_TYPE, 'cache-control': 'no-store' } })
}
