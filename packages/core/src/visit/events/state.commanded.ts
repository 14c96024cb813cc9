import { firingState } from '../../appliance'
import { defineEvent, WORKERS } from '../kit'
import { burns, stoppedNow } from '../stops'

export const stateCommanded = defineEvent({
  type: 'state.commanded',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  check: ({ data }, { owner, wrong }) => {
    if (owner && !firingState(owner.card, data.firingStateId))
      wrong('data.firingStateId', 'unknown-firing-state', { state: data.firingStateId })
  },
  apply: (h, { data, at }) => {
    if (!h.draft) return h.odd('no-appliance')
    const { card } = h.draft.appliance
    if (!firingState(card, data.firingStateId)) h.odd('no-such-state')
    if (burns(card, data.firingStateId)) {
      if (stoppedNow(h)) h.breach('fired-against-a-stop')
      h.draft.held.set({ litAt: h.draft.held.now.litAt ?? at })
    }
    h.draft.held.set({ commanded: { firingStateId: data.firingStateId, at } })
  },
})
