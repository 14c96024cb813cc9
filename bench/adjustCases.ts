/** The valves of `npm run bench -- adjust`: drawn out of their bands, settable or not, and the same ones a year later. */
import { type Aim, type Desk, deskOf } from '@lucerna/core/advice'
import type { Card, GasId } from '@lucerna/core/appliance'
import { lambdaOfO2 } from '@lucerna/core/burner'
import { type Practice, SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { LAWS, type Law, Plant, type PlantSetup } from '@lucerna/sim/adjusting'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import type { FaultId } from '@lucerna/sim/engine'
import { normal, type Random, seededRandom } from '@lucerna/sim/random'

const [metricRatio, imperialOxygen] = SHIPPED_PRACTICES as [Practice, Practice]
const card = (id: string): Card => DEMO_CARDS.find((c) => c.id === id)!
export interface Kind {
  readonly name: string
  readonly cards: readonly string[]
  readonly oxygen?: boolean
}
export const KINDS: readonly Kind[] = [
  { name: 'governor', cards: ['ossian-stag-210-s', 'galder-well-190', 'brightholm-drift-40'] },
  { name: 'two-stage governor', cards: ['brightholm-drift-80'] },
  { name: 'clicks', cards: ['brightholm-drift-60-m'] },
  { name: 'ratio valve', cards: ['tarnwick-larch-28-c', 'tarnwick-larch-18-h'] },
  { name: 'air shutter', cards: ['ossian-stag-95'], oxygen: true },
  { name: 'multi-valve', cards: ['pellan-quartet-300'] },
  { name: 'forced draught', cards: ['pellan-torch-450'] },
  { name: 'adapted menus', cards: ['galder-adapt-24'] },
]
const between = (random: Random, a: number, b: number) => a + (b - a) * random()

export interface Case {
  readonly desk: Desk
  readonly setup: PlantSetup
  readonly faulty: boolean
}

/** What cards print is the middle of a construction as its maker measured it, give or take; of so many it is another valve’s, by so much at most either way. */
const PRINTED_ABOUT = 0.15
const MISPRINTED = { share: 0.1, by: 3 } as const

/** The desk as its card tells of it, where the card may be wrong. */
function asPrinted(desk: Desk, random: Random): Desk {
  const wrong = random() < MISPRINTED.share
  const off = (random() < 0.5 ? 1 : -1) * between(random, 0.5, 1) * Math.log(MISPRINTED.by)
  return {
    ...desk,
    screws: desk.screws.map((s) => {
      const factor = Math.exp(PRINTED_ABOUT * normal(random) + (wrong ? off : 0))
      return { ...s, printed: s.printed && { ...s.printed, perUnit: s.printed.perUnit * factor } }
    }),
  }
}

/** A valve out of its band that can be set, or (asked so) one that cannot. */
export function draw(kind: Kind, random: Random, faulty: boolean): Case {
  for (;;) {
    const c = card(kind.cards[Math.floor(random() * kind.cards.length)]!)
    const gas: GasId = c.ratings[0]!.gas
    const desk: Desk = {
      ...deskOf({ card: c, facts: { gas, altitudeM: 0 } }, kind.oxygen ? imperialOxygen : metricRatio, 'o2'),
      habit: 'outside',
    }
    const law: Law = random() < 0.2 ? LAWS[1 + Math.floor(random() * (LAWS.length - 1))]! : 'straight'
    const faults: Partial<Record<FaultId, number>> = {
      calorific: between(random, 0.98, 1.02),
      flameSpread: random() < 0.3 ? between(random, 0, 0.03) : 0,
      governorDrift: between(random, 0.93, 1.07),
      throttleDrift: between(random, 0.95, 1.05),
      offsetDrift: between(random, -2, 2),
    }
    const positions = displaced(desk, random)
    let dead: string[] = []
    if (faulty) {
      const how = Math.floor(random() * 3)
      const screw = desk.screws[Math.floor(random() * desk.screws.length)]!
      if (how === 0) dead = [screw.id]
      else if (how === 1) Object.assign(faults, { pipeRestriction: between(random, 12, 30) })
      else Object.assign(faults, { governorDrift: random() < 0.5 ? 0.4 : 1.8, throttleDrift: random() < 0.5 ? 0.7 : 1.4 })
    }
    const setup: PlantSetup = {
      card: c,
      gas,
      seed: Math.floor(random() * 1e9),
      law,
      play: between(random, 0.5, 2),
      faults,
      positions,
      dead,
    }
    if (isOut(setup, desk) && reachable(setup, desk) === !faulty) return { desk: asPrinted(desk, seededRandom(setup.seed)), setup, faulty }
  }
}

/** Where somebody left the screws. */
function displaced(desk: Desk, random: Random): Record<string, number> {
  return Object.fromEntries(
    desk.screws.flatMap((s) => {
      const reach = {
        turn: s.function === 'offset' ? 0.4 : s.function === 'throttle' ? 1 : 2,
        click: 12,
        step: 6,
        millimetre: 7,
        degree: 5,
      }[s.unit]
      const keys = s.function === 'menu' || s.function === 'cam' ? s.rates.map((r) => `${s.id}@${r}`) : [s.id]
      return keys.map((key) => [key, random() < 0.75 ? between(random, -reach, reach) : 0])
    }),
  )
}

/** The same valve a year later, out of its band again. */
export function aYearLater({ desk, setup, faulty }: Case, random: Random): Case {
  for (;;) {
    const again = { ...setup, positions: displaced(desk, random) }
    if (isOut(again, desk) && reachable(again, desk)) return { desk, setup: again, faulty }
  }
}

const isOut = (setup: PlantSetup, desk: Desk): boolean => {
  const plant = new Plant(setup)
  return desk.aims.some((a) => !isInside(plant, desk, a))
}

export const valueOf = (plant: Plant, desk: Desk, a: Aim): number => {
  const t = plant.truth(a.rateId)
  return a.figure === 'pressure' ? t.pressurePa[a.section ?? 0]! : lambdaOfO2({ terms: desk.gas.terms }, Math.min(0.2, t.o2))
}
/** A band as the instruments can tell: what lies within their doubt of its edge is neither out nor missed. */
export const isInside = (plant: Plant, desk: Desk, a: Aim): boolean => {
  const v = valueOf(plant, desk, a)
  const doubt = a.figure === 'pressure' ? 3 : 0.006
  return v >= a.min - doubt && v <= a.max + doubt
}

/** Whether any position of the screws brings everything into its band: coordinate search on the truth. */
function reachable(setup: PlantSetup, desk: Desk): boolean {
  const live = desk.screws.filter((s) => !setup.dead?.includes(s.id))
  const plant = new Plant({ ...setup, law: 'straight', play: 0 })
  const miss = () =>
    desk.aims.reduce((sum, a) => {
      const v = valueOf(plant, desk, a)
      const half = (a.max - a.min) / 2
      return sum + Math.max(0, Math.abs(v - (a.min + a.max) / 2) / half - 0.8)
    }, 0)
  let now = miss()
  for (let round = 0; round < 12 && now > 0; round++)
    for (const [s, rate] of live.flatMap((s) =>
      (s.function === 'menu' || s.function === 'cam' ? s.rates : [s.rates[0]!]).map((r) => [s, r] as const),
    )) {
      let step = { turn: 0.5, click: 4, step: 2, millimetre: 3, degree: 2 }[s.unit] / 2 ** Math.floor(round / 3)
      for (let n = 0; n < 12; n++) {
        plant.turn(s.id, step, rate)
        const next = miss()
        if (next < now - 1e-9) now = next
        else {
          plant.turn(s.id, -step, rate)
          step = n % 2 === 0 ? -step : -step / 2
        }
        if (now <= 0) return true
      }
    }
  return now <= 0
}
