import { patiently } from './patiently'

test('a part that cannot be had is asked for again until it is there', async () => {
  jest.useFakeTimers()
  let asked = 0
  const part = patiently(() => (++asked < 3 ? Promise.reject(new Error('no network')) : Promise.resolve('part')))()
  await jest.advanceTimersByTimeAsync(5000)
  await expect(part).resolves.toBe('part')
  expect(asked).toBe(3)
  jest.useRealTimers()
})
