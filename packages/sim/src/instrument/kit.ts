import type { ChannelStatus, Line, LineCommand } from '@lucerna/core/live'
import { quantityOf } from '@lucerna/core/live'
import type { ChannelSpec, Instrument, MeasurandId, Station } from '@lucerna/core/measure'
import { ATMOSPHERE_PA } from '@lucerna/core/gas'
import { fromSi, spanFromSi } from '@lucerna/core/units'
import { gasAt, type GasPoint, type GasReading, type MeterPoint, readingAt, type Simulation } from '../engine'
import { type Random, seededRandom } from '../random'
import { Sensor } from './sensors'

/** Where a probe, hose or lead hangs; nothing: in the air of the room. */
export type Place = { readonly gas: GasPoint } | { readonly meter: MeterPoint; readonly section?: number } | null

const METER: Partial<Record<MeasurandId, MeterPoint>> = {
  'pressure.manifold': 'manifold-pressure',
  'pressure.valveOutlet': 'valve-outlet-pressure',
  'pressure.outletShut': 'valve-outlet-pressure',
  'pressure.chamberDifferential': 'chamber-differential',
  'pressure.chamber': 'chamber-pressure',
  'pressure.fanSuction': 'fan-suction',
  'flame.current': 'flame-current-in-series',
  'coil.resistance': 'coil-resistance',
  'igniter.coldResistance': 'igniter-resistance-cold',
  'igniter.current': 'igniter-current',
  'valve.supplyAc': 'coil-voltage',
  'coil.holdVoltage': 'coil-voltage',
  'thermocouple.open': 'pilot-open',
  'thermocouple.loaded': 'pilot-loaded',
  'pilotGenerator.open': 'pilot-open',
  'pilotGenerator.loaded': 'pilot-loaded',
}
const OF_STATION: Partial<Record<Station, MeterPoint>> = {
  meter: 'meter-pressure',
  isolator: 'isolator-pressure',
  pipe: 'inlet-pressure',
  inlet: 'inlet-pressure',
  burner: 'manifold-pressure',
  flue: 'flue-draught',
  chamber: 'chamber-pressure',
}
const GAS: Partial<Record<Station, GasPoint>> = { flue: 'flue-gas', intake: 'intake-air', room: 'room-air', air: 'supply-air' }

/**
 * Where an instrument has to hang to show a measurand at a station.
 *
 * @example placeFor('pressure.working', 'inlet') // { meter: 'inlet-pressure' }
 */
export function placeFor(measurandId: MeasurandId, stationId: Station, section = 0): Place {
  if (measurandId === 'co.caseSweep') return { gas: 'case-seam' }
  const own = METER[measurandId]
  if (own) return { meter: own, section }
  if (measurandId.startsWith('pressure.') || measurandId.startsWith('draught.')) {
    const point = OF_STATION[stationId]
    return point ? { meter: point, section } : null
  }
  const gas = GAS[stationId]
  return gas ? { gas } : null
}

/** What can be wrong with an instrument or how it hangs, in the hands of who tries things out. */
export const MISHAPS = [
  'hose-off',
  'ports-swapped',
  'wrong-unit',
  'pump-off',
  'unplugged',
  'dead-co-cell',
  'low-battery',
  'water-trap',
] as const
export type Mishap = (typeof MISHAPS)[number]

const SELF_ZEROED = ['o2', 'co2', 'co', 'no', 'combustibleGas']
const GAS_CHANNELS = ['o2', 'co2', 'co', 'no', 'flueTemperature', 'airTemperature']
/** How long an analyser zeroes in clean air, and a port with its hose off, s. */
const ZEROING_S = { gas: 20, port: 5 } as const
/** A hose that is moved hangs in the air for so long, s. */
const MOVED_S = 6
/** One that is asked to show itself blinks for so long, s. */
const BLINK_S = 5
/** Time between two lines of a channel, s. */
export const LINE_EVERY_S = 0.5
/** The air of a room that has no fault. */
const AIR: GasReading = { o2Dry: 0.2095, co2Dry: 0, coDry: 0, temperatureK: 283.15 }

interface Hung {
  readonly instrument: Instrument
  readonly spec: ChannelSpec
  readonly sensor: Sensor
  place: Place
  movedS: number
  zeroingUntilS: number
  seq: number
}

const UNIT: Record<string, { metric: string; imperial: string }> = {
  pressure: { metric: 'mbar', imperial: 'inH2O' },
  temperature: { metric: '°C', imperial: '°F' },
  voltage: { metric: 'V', imperial: 'V' },
  current: { metric: 'µA', imperial: 'µA' },
  resistance: { metric: 'Ω', imperial: 'Ω' },
  volume: { metric: 'm³', imperial: 'ft³' },
}
const unitOf = (spec: ChannelSpec, units: 'metric' | 'imperial'): string =>
  spec.channel === 'co' || spec.channel === 'no' ? 'ppm' : (UNIT[quantityOf(spec.channel)]?.[units] ?? '%')

/**
 * The instruments of a technician in front of a simulated appliance: each channel is a sensor at a place, and what it shows goes out as lines of the protocol.
 * For training, demonstrations and tests.
 *
 * @example
 * const kit = new SimulatedKit(sim, instruments, { seed: 1 })
 * kit.connect(gauge.serial, 'p', placeFor('pressure.working', 'inlet'))
 * kit.advance(5, Date.now()) // ten lines of each channel
 */
export class SimulatedKit {
  private readonly random: Random
  private readonly hung: Hung[]
  private nowS = 0
  private restS = 0
  readonly mishaps = new Set<Mishap>()
  /** Channels that were switched to the other school's unit. */
  private readonly ranged = new Set<string>()
  private blinks: { readonly serial: string; readonly untilS: number } | null = null
  private readonly held = new Set<string>()

  constructor(
    private readonly sim: Simulation,
    instruments: readonly Instrument[],
    private readonly options: { readonly seed?: number; readonly units?: 'metric' | 'imperial' } = {},
  ) {
    this.random = seededRandom(options.seed ?? 1)
    this.hung = instruments.flatMap((instrument) =>
      instrument.channels.map((spec): Hung => {
        const sensor = new Sensor(spec.channel, this.random, spec.max)
        // As it comes out of the case: a little beside its zero.
        if (spec.channel === 'pressure' || spec.channel === 'draught') sensor.offset = (this.random() - 0.5) * 6
        return {
          instrument,
          spec,
          sensor,
          place: GAS_CHANNELS.includes(spec.channel) ? { gas: 'room-air' } : null,
          movedS: -Infinity,
          // Analysers and detectors zero themselves when they are switched on, outdoors.
          zeroingUntilS: SELF_ZEROED.includes(spec.channel) ? ZEROING_S.gas : -1,
          seq: 0,
        }
      }),
    )
  }

  /** Hangs a channel somewhere else; all gas channels of an analyser go with its probe. A pressure port is in the air meanwhile, and is zeroed there. */
  connect(serial: string, channelId: string, place: Place): boolean {
    const one = this.hung.find((h) => h.instrument.serial === serial && h.spec.id === channelId)
    if (!one) return false
    const all =
      GAS_CHANNELS.includes(one.spec.channel) && one.spec.channel !== 'airTemperature'
        ? this.hung.filter(
            (h) => h.instrument === one.instrument && GAS_CHANNELS.includes(h.spec.channel) && h.spec.channel !== 'airTemperature',
          )
        : [one]
    for (const h of all) {
      if (JSON.stringify(h.place) === JSON.stringify(place)) continue
      h.place = place
      h.movedS = this.nowS
      if (h.spec.channel === 'pressure' || h.spec.channel === 'draught') h.zeroingUntilS = this.nowS + ZEROING_S.port
    }
    return true
  }

  /** The instrument that shows itself just now. */
  get blinking(): string | null {
    return this.blinks && this.nowS < this.blinks.untilS ? this.blinks.serial : null
  }

  /** What is asked of an instrument by its line. */
  command(command: LineCommand): boolean {
    const of = this.hung.filter(
      (h) => h.instrument.serial === command.instrument && (command.channel === undefined || h.spec.id === command.channel),
    )
    for (const h of of) {
      const key = `${h.instrument.serial} ${h.spec.id}`
      if (command.do === 'zero') h.zeroingUntilS = this.nowS + (GAS_CHANNELS.includes(h.spec.channel) ? ZEROING_S.gas : ZEROING_S.port)
      if (command.do === 'hold' && !this.held.delete(key)) this.held.add(key)
      if (command.do === 'range' && !this.ranged.delete(key)) this.ranged.add(key)
    }
    if (command.do === 'identify' && of.length > 0) this.blinks = { serial: command.instrument, untilS: this.nowS + BLINK_S }
    return of.length > 0
  }

  /** Lets time pass, appliance and all, and answers with the lines of that time; long stretches are told more thinly. `endMs` is the clock at its end. */
  advance(seconds: number, endMs: number): Line[] {
    const lines: Line[] = []
    this.restS += seconds
    const every = Math.max(LINE_EVERY_S, seconds / 400)
    const startMs = endMs - this.restS * 1000
    let passed = 0
    while (this.restS >= LINE_EVERY_S - 1e-9) {
      this.restS -= LINE_EVERY_S
      passed += LINE_EVERY_S
      this.nowS += LINE_EVERY_S
      this.sim.advance(LINE_EVERY_S)
      const tells = Math.floor(passed / every) > Math.floor((passed - LINE_EVERY_S) / every) || this.restS < LINE_EVERY_S
      const gases = new Map<GasPoint, GasReading>()
      for (const h of this.hung) {
        const line = this.show(h, new Date(startMs + passed * 1000).toISOString(), gases)
        if (tells && line) lines.push(line)
      }
    }
    return lines
  }

  private trueValue(h: Hung, gases: Map<GasPoint, GasReading>): number {
    const { channel } = h.spec
    const { mishaps } = this
    if (channel === 'meterIndex') return this.metered()
    let { place } = h
    if (mishaps.has('hose-off') && quantityOf(channel) === 'pressure') place = null
    if (mishaps.has('ports-swapped') && channel === 'pressure') {
      const ports = this.hung.filter((x) => x.instrument === h.instrument && x.spec.channel === 'pressure')
      place = (ports.length > 1 ? ports[(ports.indexOf(h) + 1) % ports.length]! : h).place
    }
    const justMoved = this.nowS - h.movedS < MOVED_S && quantityOf(channel) === 'pressure'
    if (place === null || justMoved) return quantityOf(channel) === 'temperature' ? this.sim.surroundings.roomK : 0
    if ('meter' in place) return readingAt(this.sim, place.meter, place.section).value
    const point = place.gas
    // An analyser zeroes in clean air, wherever its probe will go.
    const gas = h.zeroingUntilS > this.nowS ? AIR : (gases.get(point) ?? gases.set(point, gasAt(this.sim, point)).get(point)!)
    switch (channel) {
      case 'o2':
        return gas.o2Dry
      case 'co2':
        return gas.co2Dry
      case 'co':
        return gas.coDry
      case 'flueTemperature':
      case 'temperature':
        return gas.temperatureK
      case 'airTemperature':
        return this.sim.surroundings.roomK
      default:
        return 0
    }
  }

  /** What the index stands at: the volume at the gas's own pressure and temperature, as it goes through the meter. */
  private metered(): number {
    const { meterIndexM3, meterPa } = this.sim.snapshot()
    return (meterIndexM3 * ATMOSPHERE_PA) / (this.sim.surroundings.design.airPressurePa + meterPa)
  }

  private show(h: Hung, t: string, gases: Map<GasPoint, GasReading>): Line | null {
    const { spec, instrument, sensor } = h
    const { mishaps } = this
    const gasCell = GAS_CHANNELS.includes(spec.channel) && quantityOf(spec.channel) === 'fraction'
    const truth = this.trueValue(h, gases)
    const value = sensor.step(truth, LINE_EVERY_S)
    const head = { v: 1 as const, instrument: instrument.serial, channel: spec.id, seq: h.seq++, t }
    const say = (status: ChannelStatus): Line => ({ ...head, status })
    if (mishaps.has('unplugged') && instrument.kind === 'analyser') return null
    if (h.zeroingUntilS >= 0) {
      if (this.nowS < h.zeroingUntilS) return say('zeroing')
      h.zeroingUntilS = -1
      sensor.zero(spec.channel === 'o2' ? AIR.o2Dry : quantityOf(spec.channel) === 'temperature' ? sensor.offset : 0)
      if (quantityOf(spec.channel) === 'temperature') sensor.offset = 0
      return say('zeroed')
    }
    if (mishaps.has('water-trap') && gasCell && instrument.kind === 'analyser') return say('water-trap-full')
    if (mishaps.has('pump-off') && gasCell) return say('no-flow')
    if (mishaps.has('low-battery') && instrument.kind === 'analyser' && h.seq % 20 === 0) return say('battery-low')
    if (this.held.has(`${instrument.serial} ${spec.id}`)) return say('hold')
    if (value === null || value > spec.max) return say('over-range')
    const dead = mishaps.has('dead-co-cell') && spec.channel === 'co'
    const cut = dead ? 0 : Math.min(spec.max, Math.max(spec.min, value))
    const rounded = Math.round(cut / spec.resolution) * spec.resolution
    const other = this.ranged.has(`${instrument.serial} ${spec.id}`)
    const unit = unitOf(spec, ((this.options.units ?? 'metric') === 'metric') === other ? 'imperial' : 'metric')
    // To its last digit in the unit that it shows.
    const digits = Math.min(12, Math.max(0, Math.ceil(-Math.log10(spanFromSi(spec.resolution, unit, quantityOf(spec.channel))) - 1e-6)))
    const shown = Number(fromSi(rounded, unit, quantityOf(spec.channel)).toFixed(digits))
    // What is set to another unit sends the number of one unit with the name of the other.
    if (mishaps.has('wrong-unit') && spec.channel === 'pressure')
      return { ...head, value: Number(fromSi(rounded, 'inH2O', 'pressure').toPrecision(5)), unit: 'mbar' }
    return { ...head, value: shown, unit }
  }
}
