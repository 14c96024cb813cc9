import { toast, toasterIsThere, whenToasterIsWanted } from './toast'

test('what is said before the part that shows it is there is not lost, and asks for it', () => {
  const load = jest.fn()
  whenToasterIsWanted(load)
  toast('Recorded.', { duration: 10_000 })
  toast.error('Not saved: no connection.')
  expect(load).toHaveBeenCalled()
  const said: string[] = []
  toasterIsThere(({ kind, text }) => said.push(`${kind}: ${text}`))
  expect(said).toEqual(['plain: Recorded.', 'error: Not saved: no connection.'])
  toast('Restored.')
  expect(said).toHaveLength(3)
  // The page it belonged to is gone: what is said now waits for the next.
  toasterIsThere(null)
  toast('Saved.')
  expect(said).toHaveLength(3)
  toasterIsThere(({ text }) => said.push(text))
  expect(said.at(-1)).toBe('Saved.')
  whenToasterIsWanted(null)
  toasterIsThere(null)
})
