import fc from 'fast-check'
import { mergeFields } from './merge'

const base = { name: 'Mill', hazards: null as string | null, altitudeM: 400, pipes: [{ id: 'A', lengthM: 3 }] }

test('changes of different fields both stay', () => {
  const merged = mergeFields(base, { ...base, name: 'Old Mill' }, { ...base, altitudeM: 410 })
  expect(merged).toEqual({ fields: { ...base, name: 'Old Mill', altitudeM: 410 }, conflicts: [], taken: ['altitudeM'] })
})

test('the same field to different things is asked; mine stands until then', () => {
  const merged = mergeFields(base, { ...base, hazards: 'Dog' }, { ...base, hazards: 'Steep stairs' })
  expect(merged.fields.hazards).toBe('Dog')
  expect(merged.conflicts).toEqual([{ field: 'hazards', base: null, mine: 'Dog', theirs: 'Steep stairs' }])
})

test('the same change twice is no conflict; lists are compared by what they hold', () => {
  const pipes = [{ id: 'A', lengthM: 4 }]
  const merged = mergeFields(base, { ...base, pipes: [...pipes] }, { ...base, pipes: [{ ...pipes[0]! }] })
  expect(merged).toMatchObject({ conflicts: [], taken: [], fields: { pipes } })
})

test('whatever was changed: nobody’s change is lost without being asked about', () => {
  const fields = fc.record({ a: fc.integer({ min: 0, max: 2 }), b: fc.integer({ min: 0, max: 2 }), c: fc.option(fc.string()) })
  fc.assert(
    fc.property(fields, fields, fields, (b, m, t) => {
      const merged = mergeFields(b, m, t)
      for (const k of ['a', 'b', 'c'] as const) {
        const asked = merged.conflicts.some((c) => c.field === k)
        if (m[k] !== b[k]) expect(merged.fields[k]).toBe(m[k])
        if (t[k] !== b[k] && !asked) expect(merged.fields[k]).toBe(t[k])
        if (asked) expect(m[k]).not.toBe(t[k])
      }
    }),
  )
})
