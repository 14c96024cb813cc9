import { ChannelTrace, hoseOff, lineSi, portsSwapped, readLine, standingOf, zeroSeen } from '@lucerna/core/live'
import type { Line } from '@lucerna/core/live'
import { larch28 } from '../cards/larch28'
import { gasAt, readingAt, Simulation } from '../engine'
import { testKit } from '../technician/testKit'
import { type Mishap, placeFor, SimulatedKit } from '.'

const T0 = Date.parse('2026-03-01T10:00:00.000Z')
const [analyser, oneport] = testKit() as [ReturnType<typeof testKit>[number], ReturnType<typeof testKit>[number]]
const gauge = { ...oneport, channels: [oneport.channels[0]!, { ...oneport.channels[0]!, id: 'p2' }] }

/** A bench: the appliance, its instruments, and what each channel has shown. */
function bench(units: 'metric' | 'imperial' = 'metric') {
  const made = Simulation.of({ card: larch28, gas: 'natural-gas-h', seed: 3 })
  if (!made.ok) throw new Error(made.error.code)
  const sim = made.value
  const kit = new SimulatedKit(sim, [analyser, gauge], { seed: 5, units })
  const specs = new Map<string, (typeof analyser.channels)[number]>(
    [analyser, gauge].flatMap((i) => i.channels.map((c) => [`${i.serial} ${c.id}`, c] as const)),
  )
  const traces = new Map<string, ChannelTrace>()
  let nowMs = T0
  const lines: Line[] = []
  return {
    sim,
    kit,
    lines,
    run(seconds: number) {
      for (let left = seconds; left > 0; left -= 10) {
        const piece = Math.min(10, left)
        nowMs += piece * 1000
        for (const line of kit.advance(piece, nowMs)) {
          lines.push(line)
          const key = `${line.instrument} ${line.channel}`
          const si = lineSi(line, specs.get(key)!.channel)
          if (!si.ok) throw new Error(si.error.code)
          const trace = traces.get(key) ?? new ChannelTrace()
          traces.set(key, trace)
          trace.push(line, si.value, nowMs)
        }
      }
    },
    trace: (channel: string) => traces.get(`${['p', 'p2'].includes(channel) ? gauge.serial : analyser.serial} ${channel}`)!,
    standing: (channel: string, sinceS?: number) => {
      const key = `${['p', 'p2'].includes(channel) ? gauge.serial : analyser.serial} ${channel}`
      return standingOf(traces.get(key), specs.get(key)!.channel, { nowS: nowMs / 1000, sinceS })
    },
    nowS: () => nowMs / 1000,
  }
}
type Bench = ReturnType<typeof bench>
/** Burning at its top rate, probe in the flue, ports at inlet and burner. */
function burning(b: Bench): void {
  b.sim.set({ call: true, force: 'max' })
  b.kit.connect(analyser.serial, 'o2', placeFor('o2.flue', 'flue'))
  b.kit.connect(gauge.serial, 'p', placeFor('pressure.working', 'inlet'))
  b.kit.connect(gauge.serial, 'p2', placeFor('pressure.chamberDifferential', 'chamber'))
  b.run(300)
}

describe('simulated instruments', () => {
  test('every line is one of the protocol, and the same seed and handling give the same lines', () => {
    const [a, b] = [bench(), bench()]
    for (const x of [a, b]) {
      x.sim.set({ call: true })
      x.run(30)
    }
    expect(a.lines).toEqual(b.lines)
    expect(a.lines.length).toBeGreaterThan(400)
    for (const line of a.lines) expect(readLine(JSON.stringify(line))).toEqual({ ok: true, value: line })
  })

  test('at rest they show what is there, within what their makers promise', () => {
    const b = bench()
    burning(b)
    const flue = gasAt(b.sim, 'flue-gas')
    expect(b.standing('o2')).toMatchObject({ state: 'settled' })
    expect(Math.abs(b.standing('o2').middle! - flue.o2Dry)).toBeLessThan(0.001)
    expect(Math.abs(b.standing('co').middle! - flue.coDry)).toBeLessThan(5e-6)
    expect(Math.abs(b.standing('tf').middle! - flue.temperatureK)).toBeLessThan(3)
    expect(Math.abs(b.standing('p').middle! - readingAt(b.sim, 'inlet-pressure').value)).toBeLessThan(5)
    expect(zeroSeen(b.trace('p').samples, b.trace('p').zeroedS, 0)).toBe(true)
  })

  test('after a change of rate a gas cell comes late, and is not settled before it has come', () => {
    const b = bench()
    burning(b)
    const before = b.standing('co2').middle!
    b.sim.set({ force: 'min' })
    const changedS = b.nowS()
    b.run(20)
    expect(b.standing('co2', changedS + 8).state).toBe('waiting')
    let waited = 20
    while (b.standing('co2', changedS + 8).state !== 'settled' && waited < 300) {
      b.run(2)
      waited += 2
    }
    expect(waited).toBeLessThan(120)
    expect(Math.abs(b.standing('co2').middle! - gasAt(b.sim, 'flue-gas').co2Dry)).toBeLessThan(0.0015)
    expect(Math.abs(b.standing('co2').middle! - before)).toBeGreaterThan(0.001)
  })

  test('what goes wrong shows as it does on a real one', () => {
    const b = bench()
    burning(b)
    const shows: readonly (readonly [Mishap, () => void])[] = [
      ['hose-off', () => expect(hoseOff(b.trace('p').samples, 2000, true)).toBe(true)],
      [
        'ports-swapped',
        () =>
          expect(
            portsSwapped(
              { nowPa: b.trace('p').last!.value, expected: { min: 1700, max: 2500 } },
              { nowPa: b.trace('p2').last!.value, expected: { min: 10, max: 400 } },
            ),
          ).toBe(true),
      ],
      ['pump-off', () => expect(b.standing('o2')).toMatchObject({ state: 'status', status: 'no-flow' })],
      ['unplugged', () => expect(b.standing('o2').state).toBe('stale')],
      ['dead-co-cell', () => expect(b.trace('co').last!.value).toBe(0)],
      ['wrong-unit', () => expect(b.trace('p').last!.value).toBeCloseTo(readingAt(b.sim, 'inlet-pressure').value / 2.49, -2)],
    ]
    for (const [mishap, look] of shows) {
      b.kit.mishaps.add(mishap)
      b.run(12)
      look()
      b.kit.mishaps.delete(mishap)
      b.run(6)
    }
  })

  test('too much CO blinds the cell for minutes; a zero, a hold and a stranger’s command', () => {
    const b = bench()
    b.sim.break({ orificeArea: 1.4, throttleDrift: 1.4 })
    burning(b)
    expect(gasAt(b.sim, 'flue-gas').coDry).toBeGreaterThan(0.004)
    expect(b.standing('co')).toMatchObject({ state: 'status', status: 'over-range' })
    expect(b.kit.command({ v: 1, instrument: analyser.serial, do: 'zero' })).toBe(true)
    b.run(2)
    expect(b.standing('o2')).toMatchObject({ status: 'zeroing' })
    b.run(30)
    expect(b.trace('o2').zeroedS).not.toBeNull()
    b.kit.command({ v: 1, instrument: gauge.serial, channel: 'p', do: 'hold' })
    b.run(2)
    expect(b.standing('p')).toMatchObject({ state: 'status', status: 'hold' })
    expect(b.kit.command({ v: 1, instrument: 'nobody', do: 'zero' })).toBe(false)
    expect(b.kit.connect('nobody', 'p', null)).toBe(false)
  })

  test('in the units of the other school the lines mean the same', () => {
    const b = bench('imperial')
    burning(b)
    expect(b.lines.some((l) => 'unit' in l && l.unit === 'inH2O')).toBe(true)
    expect(Math.abs(b.standing('p').middle! - readingAt(b.sim, 'inlet-pressure').value)).toBeLessThan(5)
  })
})

test('asked to show itself it blinks for a while; asked for its range it sends the other unit', () => {
  const b = bench()
  burning(b)
  b.kit.command({ v: 1, instrument: gauge.serial, channel: 'p', do: 'range' })
  b.kit.command({ v: 1, instrument: gauge.serial, do: 'identify' })
  expect(b.kit.blinking).toBe(gauge.serial)
  b.run(10)
  expect(b.kit.blinking).toBeNull()
  const units = new Map(b.lines.slice(-20).flatMap((l) => ('unit' in l ? [[`${l.instrument} ${l.channel}`, l.unit]] : [])))
  expect(units.get(`${gauge.serial} p`)).toBe('inH2O')
  expect(units.get(`${gauge.serial} p2`)).toBe('mbar')
})
