import { defineEvent, WORKERS } from '../kit'

/** The job became more than it was planned as: the steps of the other work come to those that are there. */
export const jobGrown = defineEvent({
  type: 'job.grown',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: ['observations'],
  check: ({ data }, { owner, wrong }) => {
    if (!owner || data.work !== 'change-of-gas') return
    const { ratings } = owner.card
    const other = new Set(ratings.map((r) => r.gas)).size > 1 || ratings.some((r) => r.gas === owner.facts.gas && r.orifice !== null)
    if (!other) wrong('data.work', 'one-gas-only')
  },
  apply: (h, { data }) => {
    if (!h.draft) return h.odd('no-appliance')
    const { held } = h.draft
    if (held.now.grown.some((g) => g.work === data.work)) return h.odd('grown-already')
    held.own('grown').push({ work: data.work, reason: data.reason, ...h.stamp })
    // The plate that does not match is what the job is about now: the orifice, the label and the regulator are asked for instead.
    if (data.work === 'change-of-gas' && held.now.observations['data-plate']) {
      delete held.own('observations')['data-plate']
      h.draft.forbidding.delete('data-plate')
    }
  },
})
