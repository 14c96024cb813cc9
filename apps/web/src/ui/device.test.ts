/** @jest-environment jsdom */
import '@/test/browserParts'
import { act, cleanup, renderHook } from '@testing-library/react'
import { hasLocalVoice, say } from './speech'
import { playTone } from './tones'
import { useOnline } from './useOnline'
import { useWakeLock } from './useWakeLock'

afterEach(cleanup)

describe('the screen stays awake', () => {
  const locks: { released: boolean }[] = []
  const request = jest.fn(() => {
    const lock = {
      released: false,
      release: () => {
        lock.released = true
        return Promise.resolve()
      },
    }
    locks.push(lock)
    return Promise.resolve(lock)
  })
  const seen = (state: 'visible' | 'hidden') => {
    Object.defineProperty(document, 'visibilityState', { configurable: true, value: state })
    document.dispatchEvent(new Event('visibilitychange'))
  }
  beforeEach(() => {
    locks.length = 0
    request.mockClear()
    seen('visible')
    Object.defineProperty(navigator, 'wakeLock', { configurable: true, value: { request } })
  })
  const settle = () => act(() => Promise.resolve())

  test('while something is measured, and no longer', async () => {
    const hook = renderHook(({ active }) => useWakeLock(active), { initialProps: { active: false } })
    await settle()
    expect(request).not.toHaveBeenCalled()
    hook.rerender({ active: true })
    await settle()
    expect(locks).toEqual([expect.objectContaining({ released: false })])
    hook.rerender({ active: false })
    await settle()
    expect(locks.every((l) => l.released)).toBe(true)
  })

  test('asked for again when the page comes back to the front, not while it is behind', async () => {
    renderHook(() => useWakeLock(true))
    await settle()
    seen('hidden')
    expect(request).toHaveBeenCalledTimes(1)
    seen('visible')
    expect(request).toHaveBeenCalledTimes(2)
  })

  test('refused on a low battery, or not to be had: no fault', async () => {
    request.mockImplementationOnce(() => Promise.reject(new DOMException('low battery')))
    renderHook(() => useWakeLock(true)).unmount()
    await settle()
    Object.defineProperty(navigator, 'wakeLock', { configurable: true, value: undefined })
    delete (navigator as { wakeLock?: unknown }).wakeLock
    expect(() => renderHook(() => useWakeLock(true))).not.toThrow()
  })
})

test('whether there is a network follows the browser', () => {
  let online = true
  Object.defineProperty(navigator, 'onLine', { configurable: true, get: () => online })
  const { result } = renderHook(() => useOnline())
  expect(result.current).toBe(true)
  online = false
  act(() => void window.dispatchEvent(new Event('offline')))
  expect(result.current).toBe(false)
  online = true
  act(() => void window.dispatchEvent(new Event('online')))
  expect(result.current).toBe(true)
})

describe('tones', () => {
  class Sound {
    static starts: { hz: number; at: number; until: number }[] = []
    static closed = 0
    currentTime = 10
    destination = {}
    createOscillator() {
      const made = { frequency: { value: 0 }, connect: () => ({ connect: () => {} }), at: 0 }
      return {
        ...made,
        start(at: number) {
          made.at = at
        },
        stop(until: number) {
          Sound.starts.push({ hz: this.frequency.value, at: made.at, until })
        },
      }
    }
    createGain() {
      return { gain: { setValueAtTime: () => {}, linearRampToValueAtTime: () => {} }, connect: () => {} }
    }
    close() {
      Sound.closed++
      return Promise.resolve()
    }
  }

  test('where there is no sound, there is silence', () => {
    expect(() => playTone('settled')).not.toThrow()
  })

  test('settled is one steady tone; danger is three falling pairs, longer than any other', () => {
    jest.useFakeTimers()
    Object.assign(globalThis, { AudioContext: Sound })
    playTone('settled')
    expect(Sound.starts).toEqual([{ hz: 660, at: 10, until: 10.9 }])
    Sound.starts = []
    playTone('danger')
    expect(Sound.starts.map((s) => s.hz)).toEqual([1320, 880, 1320, 880, 1320, 880])
    for (const [i, s] of Sound.starts.slice(1).entries()) expect(s.at).toBeGreaterThan(Sound.starts[i]!.at)
    // The device's sound is given back.
    jest.advanceTimersByTime(3000)
    expect(Sound.closed).toBe(2)
    jest.useRealTimers()
  })
})

describe('spoken figures', () => {
  const spoken: { text: string; voice: unknown }[] = []
  const cancel = jest.fn()
  const voices = (...list: object[]) =>
    Object.assign(globalThis, {
      speechSynthesis: { getVoices: () => list, speak: (u: { text: string; voice: unknown }) => spoken.push(u), cancel },
      SpeechSynthesisUtterance: class {
        voice: unknown
        lang = ''
        constructor(readonly text: string) {}
      },
    })
  beforeEach(() => {
    spoken.length = 0
    cancel.mockClear()
  })

  test('only by a voice of this device: nothing said here goes anywhere', () => {
    voices({ lang: 'en-GB', localService: false })
    expect(hasLocalVoice()).toBe(false)
    say('CO 12')
    expect(spoken).toEqual([])
  })

  test('an English one before others; what is being said is broken off', () => {
    const english = { lang: 'en-US', localService: true }
    voices({ lang: 'de-DE', localService: true }, english)
    expect(hasLocalVoice()).toBe(true)
    say('CO 12')
    expect(cancel).toHaveBeenCalledTimes(1)
    expect(spoken).toEqual([expect.objectContaining({ text: 'CO 12', voice: english, lang: 'en-US' })])
    say('')
    expect(spoken).toHaveLength(1)
  })

  test('another one if there is no English', () => {
    const german = { lang: 'de-DE', localService: true }
    voices(german)
    say('CO 12')
    expect(spoken[0]!.voice).toBe(german)
  })
})
