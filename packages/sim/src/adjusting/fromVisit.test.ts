import { adviseVisit, cleanOrAdjust, priceOf, signsOf } from '@lucerna/core/advice'
import { SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { runSheet } from '@lucerna/core/procedure'
import { unwrap } from '@lucerna/core/result'
import { DEMO_CARDS } from '../cards'
import { seededRandom } from '../random'
import { played, testFacts } from '../technician/testVisit'

const card = DEMO_CARDS.find((c) => c.id === 'tarnwick-larch-28-c')!
const practice = SHIPPED_PRACTICES[0]!
const sound = () => played(card, practice, 'annual-service', unwrap(runSheet('annual-service', card, practice, testFacts(card))))

test('a sound service: leave it alone, and nothing speaks for dirt or a screw', () => {
  const { context, state } = sound()
  const appliance = context.appliances[0]!
  expect(adviseVisit(appliance, state, practice, seededRandom(1)).advice).toEqual({ code: 'leave' })
  const { signs, offered } = signsOf(appliance, state, practice)
  expect(signs).toMatchObject({ mixtureHigh: 'normal', mixtureLow: 'normal', inlet: 'normal', differential: 'normal' })
  expect(offered).toContain('intake')
  expect(cleanOrAdjust(signs, offered).verdict).toBe('sound')
})

test('too rich at maximum: the throttle is proposed, with its price; a move that was made is scored by what was read after it', () => {
  const { context, state } = sound()
  const appliance = context.appliances[0]!
  const rich = state.readings.map((r) =>
    r.measurandId === 'co2.flue' && r.firingStateId === 'max'
      ? { ...r, valueSi: 0.098 }
      : r.measurandId === 'co.flue' && r.firingStateId === 'max'
        ? { ...r, valueSi: 240e-6 }
        : r,
  )
  const first = adviseVisit(appliance, { ...state, readings: rich }, practice, seededRandom(1))
  expect(first.advice).toMatchObject({ code: 'move', screwId: 'throttle', rateId: 'max' })
  if (first.advice.code !== 'move') return
  // Clockwise is less gas on this valve.
  expect(first.advice.amount).toBeGreaterThan(0)
  const price = priceOf(first.desk, first.advice.effects, 'max', { flueK: 333, airK: 288 })
  expect(price.co!.to).toBeLessThan(price.co!.from)
  expect(price.input!).toBeLessThan(1)
  const index = Math.max(...rich.map((r) => r.index)) + 1
  const after = rich
    .filter((r) => r.firingStateId === 'max' && (r.measurandId === 'co2.flue' || r.measurandId === 'co.flue'))
    .slice(-2)
    .map((r) => ({ ...r, index: index + 1, valueSi: r.measurandId === 'co2.flue' ? 0.0925 : 90e-6 }))
  const second = adviseVisit(
    appliance,
    {
      ...state,
      readings: [...rich, ...after],
      adjustments: [
        {
          adjusterId: 'throttle',
          direction: 'clockwise',
          amount: first.advice.amount,
          firingStateId: 'max',
          eventId: 'e',
          index,
        },
      ],
    },
    practice,
    seededRandom(1),
  )
  expect(second.moves).toHaveLength(1)
  expect(second.moves[0]!.surprise).not.toBeNull()
  expect(second.home).toEqual([{ screwId: 'throttle', amount: -first.advice.amount }])
})
