/** The simulated appliance: real-time factor of each burner kind, steady states a second, memory over a simulated week, and the table of trends. */
import { unwrap } from '@lucerna/core/result'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { prepare, randomSteps, settled, Simulation, TREND_FIGURES, trendOf, TRENDS } from '@lucerna/sim/engine'

const SECONDS = 3600
const SIGN = { up: '↑', down: '↓', same: '=' } as const
const megabytes = () => process.memoryUsage().heapUsed / 1e6

export function simBench(): void {
  const kinds = [...new Map(DEMO_CARDS.map((c) => [c.burnerKind, c])).values()]
  const factors = kinds.map((card) => {
    const sim = unwrap(Simulation.of({ card, gas: card.ratings[0]!.gas }))
    unwrap(sim.set({ call: true }))
    unwrap(sim.advance(300))
    const began = performance.now()
    for (let t = 0; t < SECONDS; t += 60) unwrap(sim.advance(60))
    const factor = SECONDS / ((performance.now() - began) / 1000)
    console.log(`simulated ${card.burnerKind.padEnd(20)} ${Math.round(factor)} × real time`)
    return factor
  })
  console.log(`slowest kind               ${Math.round(Math.min(...factors))} × (meant: 500 at least)`)

  const ready = kinds.map((card) => unwrap(prepare({ card, gas: card.ratings[0]!.gas })))
  const began = performance.now()
  let solved = 0
  while (performance.now() - began < 1000) settled(ready[solved++ % ready.length]!)
  console.log(`steady states              ${solved} a second (meant: 2 000 at least)`)

  const sim = unwrap(Simulation.of({ card: kinds[0]!, gas: kinds[0]!.ratings[0]!.gas }))
  const days = Array.from({ length: 7 }, (_, day) => {
    for (let hour = 0; hour < 24; hour++) {
      unwrap(sim.set({ call: hour % 3 !== 0 }))
      unwrap(sim.advance(3600))
    }
    globalThis.gc?.()
    return [day + 1, megabytes()] as const
  })
  console.log(`memory over a simulated week: ${days.map(([, mb]) => mb.toFixed(0)).join(', ')} MB heap at the end of each day`)

  const seed = Date.now() % 1_000_000
  console.log(`random steps               ${randomSteps(1_000_000, seed)} without a figure that is no number (seed ${seed})`)

  console.log(`\ntrends: what is changed → ${TREND_FIGURES.join(', ')}`)
  for (const trend of TRENDS) {
    const card = DEMO_CARDS.find((c) => c.burnerKind === trend.kind)!
    const found = trendOf(card, trend)
    const wrong = Object.entries(trend.expected).filter(([figure, way]) => found[figure as keyof typeof found] !== way)
    console.log(
      `${`${trend.kind}, ${trend.fault} ${trend.to}, ${trend.rate} rate`.padEnd(56)} ${TREND_FIGURES.map((f) => SIGN[found[f]]).join(' ')}  ${trend.because}${wrong.length > 0 ? '  NOT AS EXPECTED' : ''}`,
    )
  }
}
