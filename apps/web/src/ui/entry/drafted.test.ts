import { z } from 'zod'
import { drafted, problemsOf } from './drafted'

const entry = z.strictObject({
  name: z.string().trim().min(1, 'field.missing'),
  pipes: z.array(z.strictObject({ lengthM: z.number().max(1000) })).min(1, 'field.missing'),
})
interface Draft {
  name: string
  lengths: string[]
}
const schema = drafted<Draft, z.output<typeof entry>>(entry, (draft) => {
  const lengths = draft.lengths.map(Number)
  return {
    fields: { name: draft.name, pipes: lengths.map((lengthM) => ({ lengthM: Number.isFinite(lengthM) ? lengthM : 0 })) },
    problems: Object.fromEntries(lengths.flatMap((l, i) => (Number.isFinite(l) ? [] : [[`pipes.${i}.lengthM`, 'Not a number.']]))),
  }
})
const issues = (draft: Draft) => schema.safeParse(draft).error?.issues.map((i) => [i.path.join('.'), i.message])

test('texts are read into fields, as the entry has them', () => {
  expect(schema.parse({ name: ' Cellar ', lengths: ['3.5'] })).toEqual({ name: 'Cellar', pipes: [{ lengthM: 3.5 }] })
})

test('what cannot be read and what the entry does not allow are told together, in words', () => {
  expect(issues({ name: ' ', lengths: ['3', 'x'] })).toEqual([
    ['pipes.1.lengthM', 'Not a number.'],
    ['name', 'Required.'],
  ])
})

test('of one field only the first is told: what could not be read', () => {
  const twice = drafted<Draft, unknown>(entry, () => ({ fields: { name: '', pipes: [] }, problems: { name: 'Not a name.' } }))
  expect(twice.safeParse({ name: '', lengths: [] }).error?.issues.map((i) => i.message)).toEqual(['Not a name.', 'Required.'])
})

test('errors of a form stand by path; a list’s own under its name', () => {
  const errors = {
    name: { type: 'custom', message: 'Missing.', ref: { message: 'not one' } },
    pipes: [undefined, { lengthM: { type: 'custom', message: 'Too long.' } }],
    safeties: { root: { type: 'custom', message: 'Too many.' } },
    plate: { inputW: { type: 'server', message: '' } },
  }
  expect(problemsOf(errors)).toEqual({ name: 'Missing.', 'pipes.1.lengthM': 'Too long.', safeties: 'Too many.' })
  expect(problemsOf({})).toEqual({})
})
