import { defineEvent, WORKERS } from '../kit'

/** What the person measures with from here on, and which of it where two have the same channel. The newest list stands. */
export const instrumentsChosen = defineEvent({
  type: 'instruments.chosen',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  instruments: (data) => Object.fromEntries(data.instrumentIds.map((id, i) => [`data.instrumentIds[${i}]`, id])),
  check: ({ data }, { wrong }) => {
    for (const [channel, id] of Object.entries(data.preferred))
      if (!data.instrumentIds.includes(id)) wrong(`data.preferred.${channel}`, 'not-at-hand')
  },
  apply: (h, { data, authorId }) => {
    h.visit.own('instrumentSets')[authorId] = data
  },
})
