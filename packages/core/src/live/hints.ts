import { type ElectricCheck, METHOD_SIGNATURES, methodSignature } from '../electrics'
import { type Channel, type MeasurandId, medianOf, type Sample, type Station } from '../measure'
import { toSi } from '../units'
import { quantityOf } from './protocol'

/** What the channels give away about how they are connected. Each is a suspicion with the test that proves it, never a verdict. */
export const LIVE_HINTS = [
  'hose-off',
  'ports-swapped',
  'wrong-unit',
  'probe-in-air',
  'diluted',
  'dead-cell',
  'meter-across',
  ...METHOD_SIGNATURES,
] as const
export type LiveHint = (typeof LIVE_HINTS)[number]

/** A pressure that hangs in the air: next to nothing, with noise about zero, Pa. */
const IN_AIR_PA = 4
const HOSE_OFF_S = 4

const lastSeconds = (samples: readonly Sample[], seconds: number): readonly Sample[] => {
  const end = samples.at(-1)?.s ?? 0
  return samples.filter((p) => p.s >= end - seconds)
}

/**
 * A hose that came off: a port that showed a real pressure now shows zero with its noise, while the burner goes on.
 *
 * @param expectedPa what hangs there otherwise. @example hoseOff(samplesAtZero, 2000, true) // true
 */
export function hoseOff(samples: readonly Sample[], expectedPa: number, firing: boolean): boolean {
  if (!firing || Math.abs(expectedPa) < 10 * IN_AIR_PA) return false
  const now = lastSeconds(samples, HOSE_OFF_S)
  return now.length >= 4 && now.every((p) => Math.abs(p.value) < IN_AIR_PA)
}

interface Port {
  readonly nowPa: number
  /** Where it should lie, Pa. */
  readonly expected: { readonly min: number; readonly max: number }
}
const fits = (pa: number, { min, max }: Port['expected']): boolean => {
  const slack = 0.25 * Math.abs(max - min) + 0.15 * Math.max(Math.abs(min), Math.abs(max))
  return pa >= min - slack && pa <= max + slack
}
/**
 * Two ports whose hoses were changed over: each shows what the other should, and neither what it should itself.
 *
 * @example portsSwapped({ nowPa: 900, expected: inlet }, { nowPa: 2000, expected: manifold }) // true
 */
export const portsSwapped = (a: Port, b: Port): boolean =>
  !fits(a.nowPa, a.expected) && !fits(b.nowPa, b.expected) && fits(a.nowPa, b.expected) && fits(b.nowPa, a.expected)

/** Units that displays and settings are changed over between. */
const CONFUSED: Partial<Record<Channel, readonly string[]>> = {
  pressure: ['Pa', 'hPa', 'mbar', 'kPa', 'inH2O', 'mmH2O', 'psi'],
  draught: ['Pa', 'hPa', 'mbar', 'inH2O', 'mmH2O'],
  flueTemperature: ['°C', '°F'],
  airTemperature: ['°C', '°F'],
  co: ['ppm', '%'],
}
/**
 * A value that makes no sense in the unit it came in and makes sense in another: which. Null where it fits, or where nothing fits.
 *
 * @example wrongUnit('pressure', 840, 'Pa', { min: 1700, max: 2500 }) // null; wrongUnit('pressure', 21, 'Pa', …) // 'mbar'
 */
export function wrongUnit(channel: Channel, value: number, unit: string, expected: Port['expected']): string | null {
  const quantity = quantityOf(channel)
  if (value === 0 || fits(toSi(value, unit, quantity), expected)) return null
  return CONFUSED[channel]?.find((other) => other !== unit && fits(toSi(value, other, quantity), expected)) ?? null
}

/** A zero that was seen: the port said so, or showed the room for two seconds, since it was moved. */
export function zeroSeen(samples: readonly Sample[], zeroedS: number | null, sinceS: number): boolean {
  if (zeroedS !== null && zeroedS >= sinceS) return true
  let fromS: number | null = null
  for (const p of samples) {
    if (p.s < sinceS) continue
    if (Math.abs(p.value) > IN_AIR_PA) fromS = null
    else if (fromS === null) fromS = p.s
    else if (p.s - fromS >= 2) return true
  }
  return false
}

/** A cell that never moves: the same figure, to the last digit, over a start of the burner. Real cells have noise. */
export function deadCell(samples: readonly Sample[], seconds = 60): boolean {
  const now = lastSeconds(samples, seconds)
  const [first] = now
  return (
    now.length >= 30 && first !== undefined && (now.at(-1)?.s ?? 0) - first.s > 0.9 * seconds && now.every((p) => p.value === first.value)
  )
}

/** The middle of the last seconds, SI; null without any. */
export function lately(samples: readonly Sample[], seconds = 3): number | null {
  const now = lastSeconds(samples, seconds)
  return now.length === 0 ? null : medianOf(now.map((p) => p.value))
}

/** One figure that is read live, with what is known of it beforehand. */
export interface LiveFigure {
  readonly measurandId: MeasurandId
  readonly stationId: Station
  readonly channel: Channel
  readonly samples: readonly Sample[]
  /** As the instrument sent it. */
  readonly raw: { readonly value: number; readonly unit: string } | null
  /** Where it should lie, SI. */
  readonly expected: Port['expected'] | null
  /** As it was left by the last visit, SI. */
  readonly before: number | null
}

/** Where a pressure will be: near what the last visit left, which is closer than any band. */
const likely = ({ before }: LiveFigure, band: Port['expected']): Port['expected'] =>
  before === null || before === 0 ? band : { min: before - 0.1 * Math.abs(before), max: before + 0.1 * Math.abs(before) }

/** Electric checks whose value gives a wrong method away. */
const CHECKS: Partial<Record<MeasurandId, ElectricCheck>> = {
  'thermocouple.open': 'thermocouple.open',
  'thermocouple.loaded': 'thermocouple.loaded',
  'pilotGenerator.open': 'pilotGenerator.open',
  'pilotGenerator.loaded': 'pilotGenerator.loaded',
}
/** Across a flame rod the meter bridges it: less than this share of what flows in series. */
const ACROSS_SHARE = 0.1

/** How a meter was held wrongly, as far as its figure gives it away. */
function methodHint(f: LiveFigure, now: number, firing: boolean): LiveHint | null {
  const check = CHECKS[f.measurandId]
  if (check) return methodSignature(check, now, f.expected ?? undefined) ?? null
  if (f.measurandId !== 'flame.current' || !f.expected || !firing) return null
  if (now < 0 && fits(-now, f.expected)) return 'leads-reversed'
  const usual = f.before ?? f.expected.min
  return now > 0 && now < ACROSS_SHARE * usual ? 'meter-across' : null
}

/** No flue gas of a fire is so close to air. */
const AIR = { o2: 0.2, co2: 0.005, overRoomK: 15 } as const
/** Air that got in: so much more oxygen, or less CO2, with a cooler flue than at the last visit. */
const DILUTED = { o2: 0.02, co2: 0.012, coolerK: 10 } as const

/**
 * What figures that are read together give away, by key of the figure; the worst first. `firing`: the burner is held at a rate.
 *
 * @example
 * liveHints(new Map([['inlet', figureAtZero]]), true) // Map { 'inlet' → 'hose-off' }
 */
export function liveHints(figures: ReadonlyMap<string, LiveFigure>, firing: boolean): ReadonlyMap<string, LiveHint> {
  const found = new Map<string, LiveHint>()
  const tell = (key: string, hint: LiveHint) => void (found.has(key) || found.set(key, hint))
  const all = [...figures]
  const at = (id: MeasurandId) => all.find(([, f]) => f.measurandId === id)?.[1]
  const value = (f: LiveFigure | undefined) => (f ? lately(f.samples) : null)
  for (const [key, f] of all) {
    const now = value(f)
    if (now === null) continue
    if (f.channel === 'pressure' && f.expected && hoseOff(f.samples, (f.expected.min + f.expected.max) / 2, firing)) tell(key, 'hose-off')
    if (f.channel === 'pressure' && f.expected && !found.has(key))
      for (const [other, g] of all) {
        const there = value(g)
        if (other === key || g.channel !== 'pressure' || !g.expected || there === null) continue
        if (portsSwapped({ nowPa: now, expected: likely(f, f.expected) }, { nowPa: there, expected: likely(g, g.expected) }))
          tell(key, 'ports-swapped')
      }
    if (f.raw && f.expected && wrongUnit(f.channel, f.raw.value, f.raw.unit, f.expected)) tell(key, 'wrong-unit')
    const method = methodHint(f, now, firing)
    if (method) tell(key, method)
    if (firing && f.stationId === 'flue') {
      const inAir = f.channel === 'o2' ? now > AIR.o2 : f.channel === 'co2' ? now < AIR.co2 : false
      if (inAir) tell(key, 'probe-in-air')
      const flue = at('temperature.flue')
      const flueK = value(flue)
      const cooler = flueK !== null && flue?.before != null && flueK < flue.before - DILUTED.coolerK
      const thinner =
        f.before !== null && (f.channel === 'o2' ? now - f.before > DILUTED.o2 : f.channel === 'co2' && f.before - now > DILUTED.co2)
      if (cooler && thinner) tell(key, 'diluted')
      if (f.channel === 'co' && now === 0 && deadCell(f.samples)) tell(key, 'dead-cell')
    }
  }
  return found
}

/** A rate is reached when the input is this close to what the card names for it, share. */
const RATE_SHARE = 0.12
/** What a look at the meter needs: so much gas, or so much time. */
const LOOK = { steps: 8, seconds: 60 } as const

/**
 * Which firing rate the meter says is burning, once it has said so long enough; null while it does not, between rates, or while it changes.
 *
 * @param index the meter's index over time, m³. @param resolutionM3 its smallest step. @param inputW the heat input of a flow in m³/s.
 * @param rates what the card names for each rate, W on the same basis.
 * @example
 * reachedRate(index, 0.001, inputW, [{ id: 'max', inputW: 28_000 }, { id: 'min', inputW: 5_600 }]) // 'max'
 */
export function reachedRate(
  index: readonly Sample[],
  resolutionM3: number,
  inputW: (flowM3PerS: number) => number,
  rates: readonly { readonly id: string; readonly inputW: number }[],
): string | null {
  const last = index.at(-1)
  if (!last) return null
  const first = index.findLast((p) => last.value - p.value >= LOOK.steps * resolutionM3 || last.s - p.s >= LOOK.seconds)
  if (!first || last.value - first.value < 4 * resolutionM3) return null
  const flow = (last.value - first.value) / (last.s - first.s)
  const half = index.find((p) => p.s >= (first.s + last.s) / 2) ?? last
  const late = (last.value - half.value) / Math.max(1e-9, last.s - half.s)
  const one = (2 * resolutionM3) / (last.s - first.s)
  if (Math.abs(late - flow) > RATE_SHARE * flow + one) return null
  const is = inputW(flow)
  const near = rates.map((r) => ({ id: r.id, off: Math.abs(is - r.inputW) / r.inputW })).sort((a, b) => a.off - b.off)[0]
  return near && near.off <= RATE_SHARE + one / flow ? near.id : null
}
