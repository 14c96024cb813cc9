import { type Card } from '@lucerna/core/appliance'
import { MEASURANDS } from '@lucerna/core/measure'
import { type Practice, SHIPPED_PRACTICES } from '@lucerna/core/practice'
import { answersOf, FIRING_JOBS, JOB_KINDS, type JobKind, LOOSE_END_KINDS, runSheet, type Step } from '@lucerna/core/procedure'
import { DEMO_CARDS } from './cards'
import { played, testFacts } from './technician/testVisit'

const cases = DEMO_CARDS.flatMap((card) => SHIPPED_PRACTICES.map((practice) => [`${card.id}, ${practice.id}`, card, practice] as const))
const sheetsOf = (card: Card, practice: Practice): [JobKind, Step[]][] =>
  JOB_KINDS.flatMap((job) => {
    const sheet = runSheet(job, card, practice, testFacts(card))
    return sheet.ok ? [[job, sheet.value] as [JobKind, Step[]]] : []
  })
describe.each(cases)('%s', (_name, card, practice) => {
  const sheets = sheetsOf(card, practice)

  test('every job that makes sense has a sheet; only a change of gas can be refused', () => {
    const refused = JOB_KINDS.filter((job) => !sheets.some(([j]) => j === job))
    expect(refused.filter((job) => job !== 'change-of-gas')).toEqual([])
  })

  test('no step without a figure, an answer or a clock; every figure can be taken where it is asked, and every answer exists', () => {
    for (const [, steps] of sheets) {
      expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length)
      for (const step of steps) {
        expect(step.needs.length + step.asks.length + step.timers.length > 0 || step.kind === 'finish').toBe(true)
        for (const need of step.needs) {
          expect(MEASURANDS[need.measurandId].stations).toContain(need.stationId)
          expect(MEASURANDS[need.measurandId].origin).toBe('measured')
          expect(card.firingStates.map((s) => s.id)).toContain(need.firingStateId)
        }
        for (const ask of step.asks) {
          expect(answersOf(ask.id)).toEqual(expect.arrayContaining([...ask.answers]))
          expect(answersOf(ask.id)![0]).toBe(ask.answers[0])
        }
      }
    }
  })

  test('a lock points backwards; every loose end that a step opens is closed by a later one', () => {
    for (const [, steps] of sheets) {
      const place = new Map(steps.map((s, i) => [s.id, i]))
      const closing = steps.findIndex((s) => s.kind === 'loose-ends')
      steps.forEach((step, i) => {
        for (const before of step.after) expect(place.get(before)).toBeLessThan(i)
        for (const end of step.opens) {
          expect(Object.keys(LOOSE_END_KINDS)).toContain(end.kind)
          expect(i).toBeLessThan(closing)
        }
      })
      expect(steps.at(-1)?.kind).toBe('finish')
    }
  })

  test('what the card limits is asked for in commissioning and service', () => {
    for (const [job, steps] of sheets.filter(([j]) => j === 'commissioning' || j === 'annual-service')) {
      const asked = new Set(steps.flatMap((s) => s.needs.map((n) => `${n.measurandId}/${n.firingStateId}`)))
      const missing = card.limits.filter(
        (l) =>
          MEASURANDS[l.measurandId].origin === 'measured' &&
          l.measurandId !== 'co2.flue' &&
          l.measurandId !== 'o2.flue' &&
          !asked.has(`${l.measurandId}/${l.firingStateId}`),
      )
      expect([job, missing.map((l) => `${l.measurandId}/${l.firingStateId}`)]).toEqual([job, []])
    }
  })

  test('worked through well, nothing stands against normal service: no gate can dead-lock', () => {
    for (const [job, steps] of sheets) {
      const { gates, visit, events } = played(card, practice, job, steps)
      expect([job, gates.map((g) => g.id)]).toEqual([job, []])
      expect([job, visit.breaches.map((b) => `${b.code} at ${events.find((e) => e.id === b.eventId)?.stepId}`), visit.oddities]).toEqual([
        job,
        [],
        [],
      ])
    }
  })

  test('the maker’s own steps stand in their stage', () => {
    for (const [job, steps] of sheets) {
      const own = steps.filter((s) => s.own)
      expect(own.map((s) => s.id).sort()).toEqual(FIRING_JOBS.includes(job) ? card.ownSteps.map((o) => `own.${o.id}`).sort() : [])
      const stages = steps.map((s) => s.stage)
      for (const o of card.ownSteps)
        if (FIRING_JOBS.includes(job)) expect(stages[steps.findIndex((s) => s.id === `own.${o.id}`)]).toBe(o.stage)
    }
  })
})
