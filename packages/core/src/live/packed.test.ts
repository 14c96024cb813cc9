import fc from 'fast-check'
import { minuteTable, packedSchema, packTrace, unpackTrace } from '.'

const { atob, btoa } = globalThis as unknown as Readonly<Record<'atob' | 'btoa', (text: string) => string>>
const T0 = 1_772_359_200
const unpacked = (chunks: Parameters<typeof unpackTrace>[0]) => {
  const out = unpackTrace(chunks)
  if (!out.ok) throw new Error(out.error.code)
  return out.value
}
const bytes = (chunks: ReturnType<typeof packTrace>) => chunks.reduce((n, c) => n + atob(c.data).length, 0)

test('what is packed comes back to half a step and half a tick, in chunks of a minute', () => {
  fc.assert(
    fc.property(
      fc.array(fc.record({ dt: fc.integer({ min: 2, max: 900 }), value: fc.double({ min: -1e5, max: 1e6, noNaN: true }) }), {
        maxLength: 300,
      }),
      fc.constantFrom(1, 0.001, 1e-6, 0.5),
      (steps, resolution) => {
        let s = T0
        const samples = steps.map(({ dt, value }) => ({ s: (s += dt / 10), value }))
        const chunks = packTrace(samples, resolution)
        const back = unpacked(chunks)
        expect(back).toHaveLength(samples.length)
        back.forEach((p, i) => {
          expect(Math.abs(p.s - samples[i]!.s)).toBeLessThanOrEqual(0.0511)
          expect(Math.abs(p.value - samples[i]!.value)).toBeLessThanOrEqual(resolution * 0.5 + 1e-9 * Math.abs(p.value))
        })
        for (const c of chunks) expect(packedSchema.safeParse(c).success).toBe(true)
      },
    ),
    { numRuns: 60 },
  )
})

test('a minute of a noisy pressure at 2 Hz takes no more than two bytes a sample, and of a cell that rests one', () => {
  const noisy = Array.from({ length: 600 }, (_, i) => ({ s: T0 + i / 2, value: 2000 + 40 * Math.sin(i / 9) + ((i * 7919) % 13) - 6 }))
  expect(bytes(packTrace(noisy, 1)) / noisy.length).toBeLessThan(2)
  const rests = noisy.map((p, i) => ({ s: p.s, value: 0.0512 + (i % 3) * 1e-4 }))
  expect(bytes(packTrace(rests, 1e-4)) / rests.length).toBeLessThan(1.1)
})

test('what was never packed is said to be unreadable; nothing is no trace', () => {
  expect(unpackTrace([{ at: '2026-03-01T10:00:00.000Z', resolution: 1, data: btoa('\u0003\u00ff') }])).toMatchObject({
    ok: false,
    error: { code: 'trace-unreadable' },
  })
  expect(packTrace([], 1)).toEqual([])
  expect(packTrace([{ s: NaN, value: 1 }], 1)).toEqual([])
})

test('a minute table goes by minutes of the clock, and says nothing where nothing was said', () => {
  const o2 = [
    { s: T0 + 10, value: 0.05 },
    { s: T0 + 50, value: 0.06 },
    { s: T0 + 130, value: 0.04 },
  ]
  expect(minuteTable([o2, [{ s: T0 + 70, value: 30e-6 }]])).toEqual([
    { fromS: T0, values: [0.055, null] },
    { fromS: T0 + 60, values: [null, 30e-6] },
    { fromS: T0 + 120, values: [0.04, null] },
  ])
})

test('of a long trace a minute table puts as many minutes together as keep it readable', () => {
  const day = Array.from({ length: 24 * 60 }, (_, i) => ({ s: T0 - (T0 % 86_400) + i * 60, value: i }))
  const rows = minuteTable([day])
  expect(rows).toHaveLength(144)
  expect(rows[1]).toEqual({ fromS: rows[0]!.fromS + 600, values: [14.5] })
})
