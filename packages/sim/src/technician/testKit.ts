import type { ChannelSpec, Instrument } from '@lucerna/core/measure'

const channel = (id: string, kind: ChannelSpec['channel'], min: number, max: number, absolute: number): ChannelSpec => ({
  id,
  channel: kind,
  origin: 'measured',
  min,
  max,
  resolution: absolute / 10,
  absolute,
  relative: 0,
  combine: 'larger',
})
const instrument = (n: number, kind: Instrument['kind'], channels: ChannelSpec[]): Instrument => ({
  id: `00000000-0000-7000-8000-0000000000a${n}`,
  kind,
  maker: 'Test',
  model: kind,
  serial: String(n),
  channels,
  calibratedAt: '2026-01-01T00:00:00.000Z',
  calibrationDueAt: '2027-01-01T00:00:00.000Z',
  certificate: null,
})

/** A kit that measures everything, for tests. */
export const testKit = (): Instrument[] => [
  instrument(1, 'analyser', [
    channel('o2', 'o2', 0, 0.25, 0.0001),
    channel('co2', 'co2', 0, 0.2, 0.0001),
    channel('co', 'co', 0, 0.004, 1e-6),
    channel('tf', 'flueTemperature', 230, 1300, 0.5),
    channel('ta', 'airTemperature', 230, 400, 0.5),
    channel('dr', 'draught', -1000, 1000, 0.1),
  ]),
  instrument(2, 'manometer', [channel('p', 'pressure', -15_000, 600_000, 0.5)]),
  instrument(3, 'multimeter', [
    channel('v', 'voltage', -1000, 1000, 1e-4),
    channel('a', 'current', -100, 100, 1e-8),
    channel('r', 'resistance', 0, 1e9, 0.1),
    channel('n', 'speed', 0, 500, 0.1),
  ]),
  instrument(4, 'gas-detector', [channel('gas', 'combustibleGas', 0, 0.05, 1e-4)]),
  instrument(5, 'thermometer', [channel('t', 'temperature', 200, 600, 0.2)]),
]
