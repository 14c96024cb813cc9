import { canonicalJson } from '@/features/visit/server/canonical'
import { dateAt, plainDate, timeAt } from '@/ui/dates'
import { bandText, figure, figureWithUnit, spanText } from '@/ui/figures'
import { themeOf } from '@/ui/theme'
import { printedEffectText, turnsText } from '@/ui/turns'
import { nextPath } from './nextPath'
import { pathId } from './route'

jest.mock('./actor', () => ({ currentActor: jest.fn() }))

test.each([
  ['/visits/1', '/visits/1'],
  ['//elsewhere.example', '/today'],
  ['/\\elsewhere.example', '/today'],
  ['https://elsewhere.example', '/today'],
  ['/ok\nset-cookie: x', '/today'],
  ['', '/today'],
  [undefined, '/today'],
])('after signing in, %p leads to %p', (wish, path) => expect(nextPath(wish)).toBe(path))

test('the same content has the same text, whatever the order of keys', () => {
  expect(canonicalJson({ b: { d: 1, c: [2, { f: 3, e: 4 }] }, a: null })).toBe(
    canonicalJson({ a: null, b: { c: [2, { e: 4, f: 3 }], d: 1 } }),
  )
  expect(canonicalJson({ a: [1, 2] })).not.toBe(canonicalJson({ a: [2, 1] }))
})

test('an id from a path is an id or not found', () => {
  expect(pathId('0192F000-0000-7000-8000-000000000001')).toBe('0192f000-0000-7000-8000-000000000001')
  expect(() => pathId("x' or 1=1")).toThrow(expect.objectContaining({ status: 404 }) as Error)
})

test('times are the site’s, summer time included', () => {
  expect(timeAt('2026-06-01T06:30:00Z', 'Europe/Zurich')).toBe('08:30')
  expect(timeAt('2026-12-01T06:30:00Z', 'Europe/Zurich')).toBe('07:30')
  expect(dateAt('2026-06-01T22:30:00Z', 'Europe/Zurich')).toBe('2 Jun 2026')
  expect(plainDate('2027-06-01')).toBe('1 Jun 2027')
})

test('figures carry the digits of the registry in either school’s units', () => {
  expect(figureWithUnit('pressure.working', 2030, 'metric')).toBe('20.3\u00a0mbar')
  expect(figureWithUnit('pressure.working', 2092.35, 'imperial')).toBe('8.4\u00a0inWC')
  expect(figure('ratio.coToCo2', 0.00067, 'metric')).toBe('0.0007')
  expect(spanText('pressure.working', 2, 'metric')).toBe('0.02')
  expect(bandText('co.flue', { max: 350e-6 }, 'metric', { upTo: 'up to', from: 'from' })).toBe('up to 350')
  expect(bandText('co2.flue', { min: 0.087, max: 0.092 }, 'metric', { upTo: '', from: '' })).toBe('8.7–9.2')
})

test.each([
  [0.125, '⅛'],
  [-0.375, '⅜'],
  [1.5, '1½'],
  [1, '1'],
  [0, '0'],
  [0.3, '0.30'],
])('%p turns are %p', (turns, text) => expect(turnsText(turns)).toBe(text))
test('what a card prints of an adjuster, as it is printed there', () => {
  const effect = { measurandId: 'pressure.manifold', change: 0.35, unit: 'inH2O', per: 1 } as const
  expect(printedEffectText({ unit: 'turn', typicalEffect: effect })).toBe('about 0.35\u00a0inWC for 1 turn')
  expect(printedEffectText({ unit: 'click', typicalEffect: { ...effect, change: 0.03, per: 5 } })).toBe('about 0.03\u00a0inWC for 5 clicks')
  expect(printedEffectText({ unit: 'step', typicalEffect: { measurandId: 'o2.flue', change: 0.2, unit: '%', per: 1 } })).toBe(
    'about 0.2% O₂ for 1 step',
  )
  expect(printedEffectText({ unit: 'turn' })).toBeNull()
})

test('a theme is one of ours or the device’s', () => {
  expect(themeOf('lucerna-night')).toBe('lucerna-night')
  expect(themeOf('hacker')).toBeUndefined()
})

describe('one-click sign-in', () => {
  const before = { ...process.env }
  afterAll(() => {
    process.env = before
  })
  /** The settings as a fresh process with these variables would read them. */
  const demoWith = (settings: Record<string, string | undefined>): boolean => {
    process.env = { ...before, LUCERNA_DEMO: '1', LUCERNA_DEMO_PASSWORD: 'something', HOST: '127.0.0.1', ...settings }
    let demo = false
    jest.isolateModules(() => {
      demo = jest.requireActual<{ env: () => { demo: boolean } }>('@/env').env().demo
    })
    return demo
  }
  test.each([
    [{}, true],
    [{ HOST: 'localhost' }, true],
    [{ HOST: '::1' }, true],
    [{ HOST: '0.0.0.0' }, false],
    [{ HOST: '192.168.1.4' }, false],
    [{ LUCERNA_DEMO: '0' }, false],
    [{ LUCERNA_DEMO_PASSWORD: undefined }, false],
  ])('%p: %p', (settings, demo) => expect(demoWith(settings)).toBe(demo))
})
