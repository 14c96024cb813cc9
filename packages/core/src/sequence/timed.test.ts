import fc from 'fast-check'
import { testCard } from '../appliance/testCard'
import { pressedThrough, sequenceOf, sequenceTimes } from '.'
import { timing } from './testTiming'

const chain = sequenceOf({ ...testCard, timing, burnerKind: 'premix-pneumatic' })

test('the call stands for everything outside and every interlock; from the purge on each is pressed', () => {
  const pressed = pressedThrough(chain).map((e) => e.id)
  expect(pressed[0]).toBe('call')
  expect(pressed).not.toContain('limit-made')
  expect(pressed).toEqual(
    expect.arrayContaining(['fan', 'air-proved', 'pre-purge', 'gas-valve', 'flame-proved', 'valve-shuts', 'post-purge']),
  )
})

test('a time runs from the event before; what a sound start cannot show has none', () => {
  const seen = pressedThrough(chain).map((e, i) => ({ id: e.id, atMs: 1_000_000 + i * i * 1000 }))
  const times = sequenceTimes(chain, seen)
  const at = (id: string) => seen.find((s) => s.id === id)!.atMs
  expect(times['time.prePurge']).toBe((at('pre-purge') - at('air-proved')) / 1000)
  expect(times['time.ignition']).toBe((at('flame-proved') - at('gas-valve')) / 1000)
  expect(times['time.postPurge']).toBe((at('post-purge') - at('valve-shuts')) / 1000)
  expect(times).not.toHaveProperty(['time.flameLoss'])
})

test('what was not seen, or seen before its forerunner, has no time; no time is negative', () => {
  expect(sequenceTimes(chain, [{ id: 'pre-purge', atMs: 20_000 }])).toEqual({})
  expect(
    sequenceTimes(chain, [
      { id: 'pre-purge', atMs: 5 },
      { id: 'air-proved', atMs: 9000 },
    ]),
  ).toEqual({})
  fc.assert(
    fc.property(fc.array(fc.record({ id: fc.constantFrom(...chain.map((e) => e.id)), atMs: fc.nat(10_000_000) })), (seen) => {
      for (const seconds of Object.values(sequenceTimes(chain, seen))) expect(seconds).toBeGreaterThanOrEqual(0)
    }),
    { numRuns: 100 },
  )
})
