/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, renderHook } from '@testing-library/react'
import { useKeypad } from './useKeypad'

const pointer = (coarse: boolean) =>
  Object.assign(window, { matchMedia: (query: string) => ({ matches: query === '(pointer: coarse)' && coarse }) })

beforeEach(() => {
  window.localStorage.clear()
  pointer(false)
})
afterEach(cleanup)

test('gloves and a touch screen have large keys, a mouse has not', () => {
  expect(renderHook(() => useKeypad()).result.current.wanted).toBe(false)
  pointer(true)
  expect(renderHook(() => useKeypad()).result.current.wanted).toBe(true)
})

test('what somebody chose on this device holds, whatever its pointer', () => {
  const first = renderHook(() => useKeypad()).result
  act(() => first.current.toggle('inlet'))
  expect(first.current).toMatchObject({ wanted: true, at: 'inlet' })
  expect(renderHook(() => useKeypad()).result.current.wanted).toBe(true)
  act(() => first.current.toggle('inlet'))
  expect(first.current).toMatchObject({ wanted: false, at: null })
  pointer(true)
  expect(renderHook(() => useKeypad()).result.current.wanted).toBe(false)
})

test('they stand open for one field at a time', () => {
  const { result } = renderHook(() => useKeypad())
  act(() => result.current.openFor('meter'))
  act(() => result.current.openFor('inlet'))
  expect(result.current.at).toBe('inlet')
  act(() => result.current.close())
  expect(result.current.at).toBeNull()
})
