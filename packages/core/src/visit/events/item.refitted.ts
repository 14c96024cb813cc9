import { DISTURBED_KINDS, opensGasPath } from '../../procedure'
import { MOVED_BY_OPENING, touch } from '../draft'
import { defineEvent, WORKERS } from '../kit'

export const itemRefitted = defineEvent({
  type: 'item.refitted',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: ['ends', 'left'],
  apply: (h, { data }) => {
    const i = h.visit.now.disturbed.findIndex((d) => d.id === data.itemId)
    const item = h.visit.now.disturbed[i]
    if (!item) return h.odd('no-such-item')
    if (item.refitted) return h.odd('refitted-already')
    if (!(DISTURBED_KINDS[item.kind].checks as readonly string[]).includes(data.check)) return h.breach('refitted-without-its-check')
    const draft = h.drafts.appliances.get(item.applianceId ?? '') ?? h.draft
    if (draft && opensGasPath(item.kind)) touch(draft, { index: h.index, stations: MOVED_BY_OPENING, burningOnly: true })
    h.visit.own('disturbed')[i] = { ...item, refitted: { check: data.check, ...h.stamp } }
  },
})
