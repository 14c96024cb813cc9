/** @jest-environment jsdom */
import '@/test/browserParts'
import { cleanup, renderHook } from '@testing-library/react'
import { useKeys } from './useKeys'

const pressed: string[] = []
const button = (key: string, name: string, more: Partial<HTMLButtonElement> = {}) => {
  const made = Object.assign(document.createElement('button'), { onclick: () => pressed.push(name), ...more })
  made.dataset.key = key
  // Nothing is laid out here: what is drawn says so itself.
  Object.defineProperty(made, 'offsetParent', { value: more.hidden ? null : document.body })
  document.body.append(made)
  return made
}
const type = (key: string, more: KeyboardEventInit = {}, at: EventTarget = window) => {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more })
  at.dispatchEvent(event)
  return event
}

beforeEach(() => {
  pressed.length = 0
  document.body.innerHTML = ''
})
afterEach(cleanup)

test.each(['r', 'n', 'z', 't'])('%s presses the first button of that name that can be pressed', (key) => {
  button(key, 'disabled', { disabled: true })
  button(key, 'not drawn', { hidden: true })
  button(key, 'this device')
  button(key, 'a later one')
  renderHook(() => useKeys({}))
  expect(type(key).defaultPrevented).toBe(true)
  expect(type(key.toUpperCase()).defaultPrevented).toBe(true)
  expect(pressed).toEqual(['this device', 'this device'])
})

test('W puts the cursor into the first field', () => {
  document.body.innerHTML = '<input id="second"><input id="first" data-first>'
  renderHook(() => useKeys({}))
  type('w')
  expect(document.activeElement?.id).toBe('first')
})

test('what the screen gives is heard, always its newest', () => {
  const { rerender } = renderHook(({ name }) => useKeys({ f: () => pressed.push(name) }), { initialProps: { name: 'old' } })
  type('f')
  rerender({ name: 'new' })
  type('f')
  expect(pressed).toEqual(['old', 'new'])
})

test.each(['INPUT', 'TEXTAREA', 'SELECT'])('a letter typed into %s is a letter', (tag) => {
  button('r', 'record')
  renderHook(() => useKeys({}))
  const field = document.body.appendChild(document.createElement(tag))
  expect(type('r', {}, field).defaultPrevented).toBe(false)
  expect(pressed).toEqual([])
})

test.each(['ctrlKey', 'metaKey', 'altKey'])('with %s it belongs to the browser', (held) => {
  button('r', 'record')
  renderHook(() => useKeys({}))
  expect(type('r', { [held]: true }).defaultPrevented).toBe(false)
  expect(pressed).toEqual([])
})

test('while a dialog is open the sheet behind it is not touched; other keys and a closed screen do nothing', () => {
  button('n', 'next')
  const { unmount } = renderHook(() => useKeys({}))
  const dialog = document.body.appendChild(document.createElement('dialog'))
  dialog.setAttribute('open', '')
  type('n')
  dialog.removeAttribute('open')
  expect(type('q').defaultPrevented).toBe(false)
  unmount()
  type('n')
  expect(pressed).toEqual([])
})
