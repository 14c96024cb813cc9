/** @jest-environment jsdom */
import { act, cleanup, createEvent, fireEvent, render, screen } from '@testing-library/react'
import { HoldButton } from './HoldButton'

beforeEach(() => jest.useFakeTimers())
afterEach(() => {
  cleanup()
  jest.useRealTimers()
})

const draw = (disabled = false) => {
  const held = jest.fn()
  const { unmount } = render(
    <HoldButton hint="Hold it longer" disabled={disabled} onHeld={held}>
      Zeroed at the connection
    </HoldButton>,
  )
  return { held, unmount, button: screen.getByRole('button') }
}
const pass = (ms: number) => act(() => void jest.advanceTimersByTime(ms))
const hint = () => screen.getByRole('status').textContent

describe('a button that acts when it is held', () => {
  test('held by hand it acts once; the click that ends it says nothing more', () => {
    const { held, button } = draw()
    fireEvent.pointerDown(button)
    pass(650)
    expect(held).not.toHaveBeenCalled()
    pass(100)
    expect(held).toHaveBeenCalledTimes(1)
    fireEvent.pointerUp(button)
    fireEvent.click(button)
    expect(held).toHaveBeenCalledTimes(1)
    expect(hint()).toBe('')
  })

  test.each(['pointerUp', 'pointerLeave', 'pointerCancel', 'blur'] as const)(
    'let go too early (%s) it does nothing and says why',
    (how) => {
      const { held, button } = draw()
      fireEvent.pointerDown(button)
      pass(300)
      fireEvent[how](button)
      pass(2000)
      expect(held).not.toHaveBeenCalled()
      expect(hint()).toBe('Hold it longer')
      // The next try begins from nothing.
      fireEvent.pointerDown(button)
      expect(hint()).toBe('')
      pass(300)
      expect(held).not.toHaveBeenCalled()
      pass(500)
      expect(held).toHaveBeenCalledTimes(1)
    },
  )

  test('a key that is held acts too, however often the keyboard repeats it; other keys do not', () => {
    const { held, button } = draw()
    fireEvent.keyDown(button, { key: 'a' })
    pass(900)
    expect(held).not.toHaveBeenCalled()
    fireEvent.keyDown(button, { key: 'Enter' })
    for (let n = 0; n < 10; n++) {
      fireEvent.keyDown(button, { key: 'Enter', repeat: true })
      pass(100)
    }
    expect(held).toHaveBeenCalledTimes(1)
    fireEvent.keyDown(button, { key: ' ' })
    pass(200)
    fireEvent.keyUp(button, { key: ' ' })
    pass(900)
    expect(held).toHaveBeenCalledTimes(1)
    expect(hint()).toBe('Hold it longer')
  })

  test('whoever presses it without finger or key is taken at their word', () => {
    const { held, button } = draw()
    fireEvent.click(button)
    expect(held).toHaveBeenCalledTimes(1)
  })

  test('the other mouse button, and a finger that slid off, hold nothing', () => {
    const { held, button } = draw()
    const other = createEvent.pointerDown(button)
    Object.defineProperty(other, 'button', { value: 2 })
    fireEvent(button, other)
    pass(900)
    expect(held).not.toHaveBeenCalled()
    fireEvent.pointerDown(button)
    pass(100)
    fireEvent.pointerLeave(button)
    fireEvent.pointerUp(button)
    pass(900)
    expect(held).not.toHaveBeenCalled()
  })

  test('one that cannot be pressed is not held; one that is gone acts no more', () => {
    const closed = draw(true)
    fireEvent.pointerDown(closed.button)
    pass(900)
    expect(closed.held).not.toHaveBeenCalled()
    cleanup()
    const { held, button, unmount } = draw()
    fireEvent.pointerDown(button)
    unmount()
    pass(900)
    expect(held).not.toHaveBeenCalled()
  })
})
