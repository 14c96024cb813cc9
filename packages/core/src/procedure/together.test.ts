import { testCard } from '../appliance/testCard'
import { SHIPPED_PRACTICES } from '../practice'
import { unwrap } from '../result'
import { answeredTogether, answersOf, isGoodAnswer, onlyByItself, runSheet } from '.'
import { OBSERVATION_IDS } from './asks'

const practice = SHIPPED_PRACTICES[0]!
const sheet = unwrap(runSheet('annual-service', testCard, practice, { gas: 'natural-gas-h', altitudeM: 410 }))
const step = (id: string) => sheet.find((s) => s.id === id)!

describe('what may be answered in one go', () => {
  test('smell, spillage, symptoms, another gas and a live conductor are answered by themselves', () => {
    const alone = [
      'smell-of-gas',
      'spillage-signs',
      'spillage-test',
      'occupants-well',
      'data-plate',
      'dead',
      'exchanger',
      'danger.gas',
      'outlet-shut.valve-1',
    ]
    expect(alone.filter((id) => !onlyByItself(id))).toEqual([])
    expect(
      ['ventilation', 'flue-terminal', 'joint.tee', 'item.rope', 'safety.limit', 'sequence.fan', 'own.switches.0'].filter(onlyByItself),
    ).toEqual([])
  })

  test('at making safe the looks that decide nothing by themselves go together, each with its good answer', () => {
    const { asks } = step('make-safe')
    const listed = answeredTogether(asks, practice)
    expect(listed.map((l) => l.ask.id)).toEqual(asks.map((a) => a.id).filter((id) => !onlyByItself(id)))
    expect(listed.length).toBeGreaterThan(2)
    expect(listed.length).toBeLessThan(asks.length)
    for (const { ask, answer } of listed) expect([ask.id, isGoodAnswer(ask.id, answer)]).toEqual([ask.id, true])
  })

  test('a profile may want everything one by one, or safety devices; a single look is no group', () => {
    const safeties = ['limit', 'flame'].map((id) => ({
      id: `safety.${id}`,
      answers: answersOf(`safety.${id}`)!,
      label: null,
      said: null,
      how: null,
      mustRenew: false,
    }))
    expect(answeredTogether(safeties, practice)).toHaveLength(2)
    expect(answeredTogether(safeties, { answersTogether: { mode: 'safeties-alone', source: 'House rule' } })).toEqual([])
    const { asks } = step('make-safe')
    expect(answeredTogether(asks, { answersTogether: { mode: 'one-by-one', source: 'House rule' } })).toEqual([])
    expect(answeredTogether(asks, { answersTogether: { mode: 'together', source: 'House rule' } }).length).toBeGreaterThan(2)
    expect(
      answeredTogether(
        asks.filter((a) => a.id === 'ventilation'),
        practice,
      ),
    ).toEqual([])
  })

  test('what is renewed each time is listed as renewed, whatever it looks like', () => {
    const rope = { id: 'item.rope', answers: answersOf('item.rope')!, label: 'Rope', said: null, how: null, mustRenew: true }
    const hood = { ...rope, id: 'item.hood', label: 'Hood', mustRenew: false }
    expect(answeredTogether([rope, hood], practice).map((l) => l.answer)).toEqual(['renewed', 'sound'])
  })

  test('on every sheet: what forbids firing by a life at stake is never in a group', () => {
    const inGroups = new Set(sheet.flatMap((s) => answeredTogether(s.asks, practice).map((l) => l.ask.id)))
    expect([...inGroups].filter(onlyByItself)).toEqual([])
    // Every fixed question is one or the other: a new one is thought about here.
    expect(OBSERVATION_IDS.filter((id) => !onlyByItself(id)).sort()).toMatchInlineSnapshot(`
     [
       "blower-flame",
       "boiler-filled",
       "calibration-saved",
       "case-closed",
       "component-rated",
       "controls-report",
       "emergency-control",
       "explained",
       "flame-picture",
       "flue-joints",
       "flue-terminal",
       "gas-label",
       "gas-part-suits",
       "gas-shut",
       "governor-stop",
       "ignition-quality",
       "leads-marked",
       "let-by",
       "lid-label",
       "others-seen-burning",
       "own-controls",
       "parts-counted",
       "pilot-relights",
       "polarity-earth",
       "primary-air",
       "rates-agree",
       "regulator-suits",
       "relief-valve",
       "sampling-hole",
       "seat-proof",
       "shutter-mark",
       "siphon",
       "tester-after",
       "tester-before",
       "valve-proving",
       "valve-same",
       "ventilation",
       "water-damage",
       "water-flow",
       "water-line",
     ]
    `)
  })
})
