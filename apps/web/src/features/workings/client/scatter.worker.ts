import { workingById } from '@lucerna/core/workings'
import { type Doubts, scatterWorking } from '@lucerna/core/workings'
import type { MonteCarloResult } from '@lucerna/core/measure'
import type { Problem } from '@lucerna/core/result'
import { seededRandom } from '@lucerna/sim/random'
import { expose } from 'comlink'

const PIECE = 5000

/** Runs in a worker: draws in pieces, says how far it is after each, and stops when asked by being ended. */
const scatter = {
  run(
    id: string,
    input: unknown,
    doubts: Doubts,
    samples: number,
    seed: number,
    progress: (share: number) => void,
  ): { ok: true; value: MonteCarloResult<string> } | { ok: false; error: Problem } {
    const working = workingById(id)
    if (!working) return { ok: false, error: { code: 'no-answer' } }
    const run = scatterWorking(working, input, doubts, seededRandom(seed), samples)
    if (!run.ok) return { ok: false, error: run.error[0] ?? { code: 'no-answer' } }
    for (let done = 0; done < samples;) {
      done = run.value.run(PIECE)
      progress(done / samples)
    }
    return run.value.result()
  },
}
export type Scatter = typeof scatter

expose(scatter)
