import type { Cloud } from './cloud'
import type { Aim, Desk, DeskScrew } from './desk'
import type { Scored, Suspicion } from './said'
import type { Seen } from './seen'

const { abs, max, min } = Math

/** Share of guesses in which a screw does nothing. */
export const deadShare = (desk: Desk, cloud: Cloud, screw: DeskScrew): number =>
  cloud.guessed(cloud.columns.screw[desk.screws.indexOf(screw)]!.dead).mean

/** Share of guesses in which the supply gives less than an aim asks for. */
export function heldShare(cloud: Cloud, aim: Aim): number {
  let held = 0
  for (let p = 0; p < cloud.count; p++) if (cloud.data[p * cloud.columns.width + cloud.columns.ceiling]! < aim.min) held++
  return held / cloud.count
}

/** Share of guesses in which a screw acts the other way than its card says. */
function againstCard(desk: Desk, cloud: Cloud, screw: DeskScrew): number {
  const { gain } = cloud.columns.screw[desk.screws.indexOf(screw)]!
  let against = 0
  for (let p = 0; p < cloud.count; p++) if (cloud.data[p * cloud.columns.width + gain]! > 0 !== screw.sign > 0) against++
  return against / cloud.count
}

/** What the suspicions are told from. */
interface Suspects {
  readonly desk: Desk
  readonly cloud: Cloud
  readonly seen: Seen
  readonly moves: readonly Scored[]
  readonly net: ReadonlyMap<string, number>
  /** Inlet working pressure as read last, Pa. */
  readonly inletPa: number | null
}

/**
 * Why a figure does not come into its band, the likeliest first: gas that does not come, a screw at its stop or without effect, one that acts the other way, a valve that
 * does not follow, or nothing that a screw can cure.
 */
export function suspicionsOf(
  { desk, cloud, seen, moves, net, inletPa }: Suspects,
  aim: Aim,
  screws: readonly DeskScrew[],
  unsafe: boolean,
): readonly { readonly code: Suspicion; readonly weight: number }[] {
  const weights = new Map<Suspicion, number>()
  const value = seen.value(aim)
  const middle = (aim.min + aim.max) / 2
  const low = value !== null && value < middle
  for (const s of screws) {
    weights.set('does-not-answer', max(weights.get('does-not-answer') ?? 0, deadShare(desk, cloud, s)))
    const turned = abs(net.get(s.id) ?? 0)
    if (s.travel !== null && turned > 0.45 * s.travel) weights.set('at-its-stop', 0.6)
    // What the card prints is seldom wrong; the guesses say so when it is.
    if (s.sign !== 0) weights.set('wrong-way', againstCard(desk, cloud, s))
  }
  if (aim.figure === 'pressure' && low) {
    const c = cloud.columns
    let held = 0
    for (let p = 0; p < cloud.count; p++) if (cloud.data[p * c.width + c.ceiling]! < 1e8) held++
    weights.set('starved', max(held / cloud.count, inletPa !== null && value !== null && inletPa < 1.15 * value ? 0.9 : 0.2))
  }
  const surprises = moves.filter((m) => (m.surprise ?? 0) > 3).length
  weights.set('does-not-follow', min(0.9, 0.2 + 0.2 * surprises))
  if (unsafe || aim.figure === 'mixture') weights.set('air-or-dirt', unsafe ? 0.7 : 0.25)
  return [...weights]
    .filter(([, w]) => w >= 0.1)
    .sort(([, a], [, b]) => b - a)
    .map(([code, weight]) => ({ code, weight }))
}
