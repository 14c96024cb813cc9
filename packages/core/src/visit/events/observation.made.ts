import { changesBurner, isGoodAnswer, mayGoTogether, onlyByItself } from '../../procedure'
import { MOVED_BY_WORK, touch } from '../draft'
import { defineEvent, WORKERS } from '../kit'
import { forbidsFiring } from '../stops'

/** Answers by which something was set rather than cleaned or renewed. */
const SETS: readonly string[] = ['primary-air', 'orifice-fitted']

export const observationMade = defineEvent({
  type: 'observation.made',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: ['observations', 'left'],
  // What decides life is answered by itself, whatever a device sends.
  check: ({ data }, { facts, wrong }) => {
    const { observationId, answer, together } = data
    const allowed = !onlyByItself(observationId) && mayGoTogether(observationId, facts.practice)
    if (together && !(allowed && isGoodAnswer(observationId, answer))) wrong('data.together', 'one-by-one')
  },
  apply: (h, { data }) => {
    if (!h.draft) return h.odd('no-appliance')
    const before = h.draft.held.now.observations[data.observationId]
    const detail = data.detail ?? null
    if (before?.answer !== data.answer || before.detail !== detail)
      h.draft.held.own('answered').push({ id: data.observationId, answer: data.answer, detail, ...h.stamp })
    h.draft.held.own('observations')[data.observationId] = {
      answer: data.answer,
      detail,
      ...(data.together && { together: true as const }),
      ...h.stamp,
    }
    if (forbidsFiring(data.observationId, data.answer)) h.draft.forbidding.add(data.observationId)
    else h.draft.forbidding.delete(data.observationId)
    // What the burner does from here on is its first run.
    if (data.observationId === 'repaired') h.draft.held.set({ repairedIndex: data.answer === 'repaired' ? h.index : null })
    if (changesBurner(data.observationId, data.answer))
      touch(h.draft, { index: h.index, stations: MOVED_BY_WORK, ...(SETS.includes(data.observationId) && { set: true }) })
  },
})
