import { unwrap } from '@lucerna/core/result'
import { DEMO_CARDS } from '../cards'
import { seededRandom } from '../random'
import { FAULTS } from './faults'
import { Simulation } from './simulation'

/**
 * Random appliances, each with random faults, handled at random: answers with how many steps of 0.1 s were taken.
 *
 * @param wanted steps of 0.1 s, 1 or more
 * @param seed same seed, same steps
 * @throws Error naming the card and its state at the first figure that is no number, or water below 200 K or above 2000 K
 * @example
 * randomSteps(100_000, 2026) // 100 000
 */
export function randomSteps(wanted: number, seed: number): number {
  const random = seededRandom(seed)
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  let steps = 0
  while (steps < wanted) {
    const card = pick(DEMO_CARDS)
    const faults = Object.fromEntries(Array.from({ length: 4 }, () => pick(FAULTS)).map((f) => [f.id, f.min + random() * (f.max - f.min)]))
    const sim = unwrap(Simulation.of({ card, gas: card.ratings[0]!.gas, seed: steps + 1, faults, altitudeM: random() * 3000 }))
    for (let i = 0; i < 25; i++) {
      const rates = sim.surroundings.design.rates
      unwrap(
        sim.set({
          call: random() < 0.8,
          power: random() < 0.95,
          cock: random() < 0.8 ? 1 : random(),
          force: random() < 0.5 ? pick(rates).id : null,
          adjusters: Object.fromEntries(card.adjusters.map((a) => [a.id, (random() - 0.5) * 100])),
          open: random() < 0.2 ? ['case', 'inlet-nipple', 'intake-cover'] : [],
          bridged: random() < 0.2 ? ['limit', 'air-switch', 'flame'] : [],
          pilotLit: random() < 0.9,
          reset: random() < 0.3,
          load: random() < 0.5 ? 1 : random() * 12,
        }),
      )
      unwrap(sim.advance(100))
      steps += 2000
      const s = sim.snapshot()
      const numbers = [
        s.grossW,
        s.usefulW,
        s.lambda,
        s.meterPa,
        s.inletPa,
        s.waterK,
        s.metalK,
        s.stackK,
        s.roomCo,
        s.pilotV,
        s.draughtPa,
        s.airSwitchPa,
        s.flameCurrentA,
        s.meterIndexM3,
        s.bang,
        s.supplyAirK,
        ...s.manifoldPa,
        s.flue?.temperatureK ?? 0,
        s.flue?.coDry ?? 0,
      ]
      if (!numbers.every(Number.isFinite)) throw new Error(`${card.id} ${JSON.stringify(faults)} ${JSON.stringify(s)}`)
      if (s.waterK < 200 || s.waterK > 2000) throw new Error(`${card.id} water ${s.waterK} K`)
    }
  }
  return steps
}
