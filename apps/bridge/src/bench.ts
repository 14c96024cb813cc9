import type { Line, LineCommand } from '@lucerna/core/live'
import { channelSpecSchema, type Instrument, INSTRUMENT_KINDS, MEASURAND_IDS, STATIONS } from '@lucerna/core/measure'
import { GAS_PRESET_IDS } from '@lucerna/core/gas'
import { DEMO_CARDS } from '@lucerna/sim/cards'
import { Simulation } from '@lucerna/sim/engine'
import { placeFor, SimulatedKit } from '@lucerna/sim/instrument'
import { z } from 'zod'

/** Which simulated appliances there are, what hangs in front of each, and where. */
export const benchSchema = z.strictObject({
  appliances: z
    .array(
      z.strictObject({
        card: z.string(),
        gas: z.enum(GAS_PRESET_IDS),
        altitudeM: z.number().default(0),
        rate: z.string().nullable().default(null),
        instruments: z.array(
          z.strictObject({
            kind: z.enum(INSTRUMENT_KINDS),
            serial: z.string().min(1),
            channels: z.array(
              channelSpecSchema.partial({ origin: true, absolute: true, relative: true, combine: true }).extend({
                hangs: z.strictObject({ measurandId: z.enum(MEASURAND_IDS), stationId: z.enum(STATIONS) }).optional(),
              }),
            ),
          }),
        ),
      }),
    )
    .min(1),
})
export type BenchFile = z.infer<typeof benchSchema>

/** One simulated appliance with its instruments, by the clock. @throws Error a card or gas that is not there */
function oneOf(of: BenchFile['appliances'][number], seed: number) {
  const card = DEMO_CARDS.find((c) => c.id === of.card)
  if (!card) throw new Error(`No card ${of.card}. There are ${DEMO_CARDS.map((c) => c.id).join(', ')}.`)
  const made = Simulation.of({ card, gas: of.gas, altitudeM: of.altitudeM, seed })
  if (!made.ok) throw new Error(`${of.card}: ${made.error.code}`)
  const sim = made.value
  const instruments = of.instruments.map((i): Instrument => ({
    id: '',
    kind: i.kind,
    maker: '',
    model: '',
    serial: i.serial,
    channels: i.channels.map(({ hangs: _hangs, ...c }) => ({
      ...c,
      origin: c.origin ?? 'measured',
      absolute: c.absolute ?? c.resolution,
      relative: c.relative ?? 0,
      combine: c.combine ?? 'larger',
    })),
    calibratedAt: '2000-01-01T00:00:00.000Z',
    calibrationDueAt: '2099-01-01T00:00:00.000Z',
    certificate: null,
  }))
  const kit = new SimulatedKit(sim, instruments, { seed })
  sim.set({ call: true, force: of.rate })
  for (const i of of.instruments)
    for (const c of i.channels) if (c.hangs) kit.connect(i.serial, c.id, placeFor(c.hangs.measurandId, c.hangs.stationId))
  return kit
}

/** The appliances of a bench file, each running. @example new Bench(file).advance(0.5, Date.now()) // lines of all of them */
export class Bench {
  private readonly kits: readonly SimulatedKit[]
  constructor(file: BenchFile) {
    this.kits = file.appliances.map((a, i) => oneOf(a, i + 1))
  }
  advance(seconds: number, endMs: number): Line[] {
    return this.kits.flatMap((k) => k.advance(seconds, endMs))
  }
  command(command: LineCommand): void {
    for (const kit of this.kits) kit.command(command)
  }
}
