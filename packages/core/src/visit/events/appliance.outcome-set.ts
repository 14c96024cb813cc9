import { CONFIRMED, defineEvent } from '../kit'

export const applianceOutcomeSet = defineEvent({
  type: 'appliance.outcome-set',
  emit: CONFIRMED,
  afterClosing: 'refused',
  moves: ['outcomes'],
  notYet: ({ data }, { applianceId, gatesOf }) => {
    const gates = data.outcome === 'in-normal-service' ? gatesOf(applianceId) : []
    return gates.length > 0 ? { code: 'not-in-service', gates } : null
  },
  apply: (h, { data }) => {
    if (!h.draft) return h.odd('no-appliance')
    h.draft.held.set({ outcome: { outcome: data.outcome, reason: data.reason ?? null, ...h.stamp } })
  },
})
