import { testCard } from '../appliance/testCard'
import type { Card } from '../appliance'
import { METHOD_IDS, METHODS, methodOf, type Practice, practiceSchema, SHIPPED_PRACTICES } from '../practice'
import { unwrap } from '../result'
import { methodsAt, runSheet } from '.'

const practice = SHIPPED_PRACTICES[0]!
const by = (methods: Practice['methods']): Practice => ({ ...practice, methods })
const facts = { gas: 'natural-gas-h', altitudeM: 410 } as const
const rate = testCard.firingStates.find((s) => s.id === 'max')!
const source = 'Test'
/** Three rates, a burner pressure at each, and an electrode with a gap. */
const card: Card = {
  ...testCard,
  burnerKind: 'atmospheric',
  traits: {
    medium: 'water',
    power: 'mains',
    pilot: 'standing',
    pilotSensor: 'thermocouple',
    ratioControl: 'none',
    intakePort: false,
    refractory: false,
    yellowTips: false,
  },
  firingStates: [...testCard.firingStates, { ...rate, id: 'mid', order: rate.order - 0.5, label: 'mid' }].sort((a, b) => a.order - b.order),
  limits: ['min', 'mid', 'max'].map((firingStateId) => ({
    measurandId: 'pressure.manifold' as const,
    stationId: 'burner' as const,
    firingStateId,
    when: [],
    method: null,
    hard: false,
    min: 500,
    max: 900,
    printed: { unit: 'Pa', min: 500, max: 900 },
    source: { doc: 'T', page: '1' },
  })),
  serviceList: [{ id: 'rod', label: 'Flame rod', renewAlways: false, method: null, gap: '4 mm', source: null }],
}
const sheet = (methods: Practice['methods'], of: Card = card) => unwrap(runSheet('annual-service', of, by(methods), facts))
const kinds = (methods: Practice['methods'], kind: string) => sheet(methods).flatMap((s) => (s.kind === kind ? [s.firingStateId] : []))

test('what a profile does not name is done the usual way, by nobody’s word', () => {
  for (const id of METHOD_IDS) expect(methodOf({}, id)).toEqual({ mode: METHODS[id][0], source: null })
  expect(methodOf(by({ electrodes: { mode: 'renew-always', source } }), 'electrodes')).toEqual({ mode: 'renew-always', source })
})

test('a way that nobody knows is no profile', () => {
  const wrong = { ...practice, methods: { electrodes: { mode: 'polish', source } } }
  expect(practiceSchema.safeParse(wrong).success).toBe(false)
  expect(practiceSchema.safeParse({ ...practice, methods: { electrodes: { mode: 'by-card' } } }).success).toBe(false)
})

test('all rates are measured, or the highest and the lowest', () => {
  expect(kinds({}, 'flue')).toEqual(['max', 'mid', 'min'])
  expect(kinds({ 'rates-measured': { mode: 'high-low', source } }, 'flue')).toEqual(['max', 'min'])
})

test('maximum is set first, or minimum', () => {
  expect(kinds({}, 'manifold')).toEqual(['max', 'mid', 'min'])
  expect(kinds({ 'set-order': { mode: 'min-first', source } }, 'manifold')).toEqual(['min', 'mid', 'max'])
  // The card goes before the practice.
  const ofCard = sheet({ 'set-order': { mode: 'min-first', source } }, { ...card, setOrder: 'max-first' })
  expect(ofCard.flatMap((s) => (s.kind === 'manifold' ? [s.firingStateId] : []))).toEqual(['max', 'mid', 'min'])
})

test('who renews electrodes every time is asked for it', () => {
  const renews = (methods: Practice['methods']) =>
    sheet(methods)
      .find((s) => s.kind === 'strip')
      ?.asks.map((a) => a.mustRenew)
  expect(renews({})).toEqual([false])
  expect(renews({ electrodes: { mode: 'renew-always', source } })).toEqual([true])
})

test('a way is told at the step that it belongs to, with who says so, where the appliance has what it is about', () => {
  const methods = by({
    'pilot-cleaning': { mode: 'leave-lit', source },
    interrupter: { mode: 'continuity', source },
    'dead-test': { mode: 'two-pole', source },
  })
  expect(methodsAt({ kind: 'strip' }, card, methods)).toEqual([{ id: 'pilot-cleaning', mode: 'leave-lit', source }])
  expect(methodsAt({ kind: 'pilot' }, card, methods).map((m) => m.id)).toEqual(['interrupter'])
  expect(methodsAt({ kind: 'isolate' }, card, methods).map((m) => m.id)).toEqual(['dead-test'])
  const without = { ...card, traits: { ...card.traits!, pilot: 'none' as const, pilotSensor: null, power: 'millivolt' as const } }
  for (const kind of ['strip', 'pilot', 'isolate'] as const) expect(methodsAt({ kind }, without, methods)).toEqual([])
  expect(methodsAt({ kind: 'strip' }, card, by({}))).toEqual([])
})
