import { settling, SETTLING_RULES, type SettlingRule } from '@lucerna/core/measure'
import { normal, seededRandom } from '../random'

const random = seededRandom(7)
const between = (a: number, b: number) => a + (b - a) * random()

/** First-order answers to a change, with dead time and noise: how often it was called too early, and how long it took over the shortest possible wait. */
function answers(rule: SettlingRule, of: { step: [number, number]; base: number; t90: [number, number]; noise: number; digit: number }) {
  const N = 120
  let early = 0
  const waits: number[] = []
  for (let k = 0; k < N; k++) {
    const step = between(...of.step)
    const tau = between(...of.t90) / Math.log(10)
    const dead = between(3, 8)
    const tolerance = Math.max(rule.tolerance, (rule.toleranceShare ?? 0) * of.base)
    const ideal = dead + tau * Math.log(step / tolerance)
    const samples: { s: number; value: number }[] = []
    for (let s = 0; s < 600; s += 0.5) {
      const true_ = of.base + step * (s < dead ? 1 : Math.exp(-(s - dead) / tau))
      samples.push({ s, value: Math.round((true_ + of.noise * normal(random)) / of.digit) * of.digit })
      if (samples.length % 4 !== 0) continue
      const seen = settling(samples.slice(-120), rule, undefined, 8)
      if (!seen.ok || seen.value.state !== 'settled') continue
      if (Math.abs(true_ - of.base) > 1.5 * tolerance) early++
      waits.push(s / ideal)
      break
    }
  }
  waits.sort((a, b) => a - b)
  return { called: waits.length, early: early / N, median: waits[N / 2]! }
}

test.each([
  ['oxygen', SETTLING_RULES.o2, { step: [0.02, 0.16], base: 0.05, t90: [20, 30], noise: 5e-4, digit: 0.001 }],
  ['CO2', SETTLING_RULES.co2, { step: [0.02, 0.09], base: 0.09, t90: [25, 35], noise: 3e-4, digit: 0.001 }],
  ['CO', SETTLING_RULES.co, { step: [30e-6, 300e-6], base: 80e-6, t90: [30, 60], noise: 2e-6, digit: 1e-6 }],
] as const)('%s: hardly ever called too early, and not much later than it could be', (_name, rule, of) => {
  const seen = answers(rule, { ...of, step: [...of.step], t90: [...of.t90] })
  expect(seen.called).toBe(120)
  expect(seen.early).toBeLessThan(0.01)
  expect(seen.median).toBeLessThan(1.3)
})
