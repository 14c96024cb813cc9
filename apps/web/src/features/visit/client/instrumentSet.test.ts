import { setFrom } from './instrumentSet'

const held = ['mine']
const known = ['mine', 'theirs', 'van']

test('without a memory it is what one holds; a memory that cannot be read, or of what is gone, is none', () => {
  const own = { instrumentIds: held, preferred: {} }
  expect(setFrom(null, held, known)).toEqual(own)
  for (const text of ['{', '1', '{"instrumentIds":1}', JSON.stringify({ instrumentIds: ['gone'], preferred: {} })])
    expect(setFrom(text, held, known)).toEqual(own)
})

test('what was chosen last is at hand again, as far as it is there', () => {
  const text = JSON.stringify({ instrumentIds: ['mine', 'theirs', 'gone'], preferred: { pressure: 'theirs', co: 'gone' } })
  expect(setFrom(text, held, known)).toEqual({ instrumentIds: ['mine', 'theirs'], preferred: { pressure: 'theirs' } })
})
