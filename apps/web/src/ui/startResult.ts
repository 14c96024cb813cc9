/** The words for what a start came to: a flame, the spark, the fan. `startResult({ gas: 'shut', lit: false, seen: true })` → `'start.seen'` */
export function startResult({ gas, lit, seen }: { readonly gas: string; readonly lit: boolean; readonly seen: boolean | null }): string {
  if (gas === 'on') return lit ? 'start.lit' : 'start.failed'
  if (gas === 'shut') return seen ? 'start.seen' : 'start.not-seen'
  return seen ? 'start.fan-runs' : 'start.no-fan'
}
