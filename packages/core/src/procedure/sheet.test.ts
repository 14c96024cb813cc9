import { testCard } from '../appliance/testCard'
import { testLimit } from '../appliance/testCard'
import { MEASURANDS } from '../measure'
import { SHIPPED_PRACTICES } from '../practice'
import { unwrap } from '../result'
import { JOB_KINDS } from './jobKinds'
import { runSheet } from './sheet'

const [metric, imperial] = SHIPPED_PRACTICES
const facts = { gas: 'natural-gas-h', altitudeM: 100 } as const

test('the order of a service on a premix boiler', () => {
  const ids = unwrap(runSheet('annual-service', testCard, metric!, facts)).map((s) => s.id)
  expect(ids).toEqual([
    'make-safe',
    'standing',
    'working',
    'found.max',
    'found.min',
    'isolate',
    'condition',
    'sequence',
    'gas-rate',
    'flue.max',
    'flue.min',
    'water',
    'joints-hot',
    'case-sweep',
    'loose-ends',
    'own-controls',
    'hand-over',
    'finish',
  ])
})

test('limits on the card bring their own steps, before the flue at the same rate', () => {
  const card = {
    ...testCard,
    limits: [
      ...testCard.limits,
      testLimit({ measurandId: 'pressure.chamberDifferential', stationId: 'chamber', firingStateId: 'max' }, { unit: 'Pa', max: 250 }),
      testLimit({ measurandId: 'pressure.manifold', stationId: 'burner', firingStateId: 'min' }, { unit: 'mbar', min: 1, max: 2 }),
    ],
  }
  const ids = unwrap(runSheet('annual-service', card, metric!, facts)).map((s) => s.id)
  const before = (first: string, then: string) =>
    expect([first, ids.indexOf(first) >= 0 && ids.indexOf(first) < ids.indexOf(then)]).toEqual([first, true])
  before('working', 'differential.max')
  before('differential.max', 'found.max')
  before('flue.max', 'differential.max.left')
  // A zero governor's outlet pressure is diagnosis: asked for because the card limits it, not as a burner pressure to set.
  expect(ids).not.toContain('manifold.min')
  expect(ids).toContain('figures.burner.min')
  const governed = { ...card, burnerKind: 'induced-draught' as const }
  expect(unwrap(runSheet('annual-service', governed, metric!, facts)).map((s) => s.id)).toContain('manifold.min')
})

test('the schools write down different gases; room-sealed burns outside air', () => {
  const needs = (practice: typeof metric) =>
    unwrap(runSheet('annual-service', testCard, practice!, facts)).find((s) => s.id === 'flue.max')!.needs
  expect(needs(metric)[0]).toMatchObject({ measurandId: 'co2.flue' })
  expect(needs(imperial)[0]).toMatchObject({ measurandId: 'o2.flue' })
  expect(needs(metric).find((n) => n.measurandId === 'temperature.air')?.stationId).toBe('intake')
  const open = unwrap(runSheet('annual-service', { ...testCard, flueType: 'open-flued' }, metric!, facts))
  expect(open.find((s) => s.id === 'flue.max')!.needs.find((n) => n.measurandId === 'temperature.air')?.stationId).toBe('room')
})

test('every step has a figure, an answer or a clock; every need can be taken where it is asked', () => {
  for (const job of JOB_KINDS) {
    const sheet = runSheet(job, testCard, metric!, facts)
    if (!sheet.ok) continue
    for (const step of sheet.value) {
      expect(step.needs.length + step.asks.length + step.timers.length > 0 || step.kind === 'finish').toBe(true)
      for (const need of step.needs) expect(MEASURANDS[need.measurandId].stations).toContain(need.stationId)
    }
  }
})

test('what makes no sense is refused with the reason', () => {
  const refused = (job: string, card = testCard, gas: 'natural-gas-h' | 'propane' = 'natural-gas-h') =>
    runSheet(job, card, metric!, { ...facts, gas })
  expect(refused('tea')).toMatchObject({ ok: false, error: { code: 'job-kind-unsupported' } })
  expect(refused('annual-service', testCard, 'propane')).toMatchObject({ ok: false, error: { code: 'gas-not-on-card' } })
  expect(refused('change-of-gas')).toMatchObject({ ok: false, error: { code: 'no-other-gas' } })
  const noRate = { ...testCard, firingStates: testCard.firingStates.filter((s) => s.kind !== 'rate') }
  expect(refused('annual-service', noRate)).toMatchObject({ ok: false, error: { code: 'card-without-rate' } })
  // The pipe is tested whatever burns on it.
  expect(refused('tightness-test', testCard, 'propane')).toMatchObject({ ok: true })
})

test('a maker’s own step stands in its place, with its words and source', () => {
  const own = {
    id: 'flap',
    label: 'Air flap free',
    why: 'It seizes in wet rooms',
    stage: 'flue' as const,
    place: 'first' as const,
    firingStateId: 'max',
    needs: [
      { kind: 'observation' as const, question: 'Moves by hand?', good: 'Moves freely', bad: 'Sticks' },
      { kind: 'reading' as const, measurandId: 'co.flue' as const, stationId: 'flue' as const, firingStateId: 'max' },
      { kind: 'proof' as const, what: 'Let it fall', passes: 'Shuts' },
    ],
    overridable: false,
    source: { doc: 'TEST-1', page: '12' },
  }
  const steps = unwrap(runSheet('safety-check', { ...testCard, ownSteps: [own] }, metric!, facts))
  const step = steps.find((s) => s.id === 'own.flap')!
  expect(step).toMatchObject({ kind: 'own', skip: 'never', own: { label: 'Air flap free', doc: 'TEST-1', page: '12' } })
  expect(step.asks.map((a) => a.said)).toEqual([{ good: 'Moves freely', bad: 'Sticks' }, null])
  expect(step.asks.map((a) => [a.id, a.label])).toEqual([
    ['own.flap.0', 'Moves by hand?'],
    ['own.flap.2', 'Let it fall'],
  ])
  expect(steps.find((s) => s.stage === 'flue')?.id).toBe('own.flap')
})

test('a safety check adjusts nothing, a tightness test lights nothing, a smell of gas begins outside', () => {
  const ids = (job: string) => unwrap(runSheet(job, testCard, metric!, facts))
  expect(ids('tightness-test').every((s) => s.firingStateId === null)).toBe(true)
  expect(ids('gas-smell')[0]?.id).toBe('before-entry')
  expect(ids('gas-smell').every((s) => s.firingStateId === null)).toBe(true)
  expect(ids('safety-check').some((s) => ['strip', 'isolate', 'condition', 'adapt', 'settle'].includes(s.kind))).toBe(false)
})

test('a standing pilot is proved by what watches it; an unsupervised one only relights, with its own caution', () => {
  const off = testCard.firingStates.find((s) => s.kind === 'rate')!
  const sheetOf = (pilotSensor: 'thermocouple' | 'generator' | 'unsupervised') =>
    unwrap(
      runSheet(
        'annual-service',
        {
          ...testCard,
          traits: {
            medium: 'water',
            power: 'millivolt',
            pilot: 'standing',
            pilotSensor,
            ratioControl: 'none',
            intakePort: false,
            refractory: false,
            yellowTips: false,
          },
          firingStates: [...testCard.firingStates, { ...off, id: 'pilot', kind: 'pilot' }],
        },
        metric!,
        facts,
      ),
    )
  const pilot = (sensor: Parameters<typeof sheetOf>[0]) => sheetOf(sensor).find((s) => s.id === 'pilot')!
  expect(pilot('thermocouple').needs.map((n) => n.measurandId)).toEqual(['thermocouple.open', 'thermocouple.loaded', 'time.dropOut'])
  expect(pilot('generator').needs[0]?.measurandId).toBe('pilotGenerator.open')
  expect(pilot('thermocouple').cautions).toEqual(['pilot-old'])
  expect(pilot('unsupervised')).toMatchObject({ needs: [], asks: [{ id: 'pilot-relights' }], cautions: ['pilot-unsupervised'] })
  expect(sheetOf('unsupervised').find((s) => s.id === 'sequence')!.cautions).toContain('pilot-unsupervised')
  expect(sheetOf('generator').find((s) => s.id === 'sequence')!.cautions).not.toContain('pilot-unsupervised')
})

test('slight yellow tips are an answer on LPG only, and only where the card says so', () => {
  const answers = (yellowTips: boolean, gas: 'propane' | 'natural-gas-h') => {
    const card = {
      ...testCard,
      burnerKind: 'atmospheric' as const,
      traits: {
        medium: 'water' as const,
        power: 'mains' as const,
        pilot: 'none' as const,
        pilotSensor: null,
        ratioControl: 'none' as const,
        intakePort: false,
        refractory: false,
        yellowTips,
      },
      ratings: testCard.ratings.map((r) => ({ ...r, gas })),
    }
    const flame = unwrap(runSheet('annual-service', card, metric!, { ...facts, gas })).find((s) => s.id === 'flame')!
    return flame.asks.find((a) => a.id === 'flame-picture')!.answers
  }
  expect(answers(true, 'propane')).toContain('yellow-tips')
  expect(answers(false, 'propane')).not.toContain('yellow-tips')
  expect(answers(true, 'natural-gas-h')).toEqual(['steady', 'yellow', 'lifting', 'flashback', 'rolls-out'])
})
