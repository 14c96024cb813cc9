import { CONFIRMED, defineEvent } from '../kit'
import { openLooseEnd } from '../marks'

/** Live testing with a cover off: one stated test at a time; it hangs until it is ended. */
export const liveTestAllowed = defineEvent({
  type: 'live-test.allowed',
  emit: CONFIRMED,
  afterClosing: 'refused',
  moves: ['ends'],
  makes: 'looseEndId',
  apply: (h, { data: { looseEndId, test } }) => {
    if (h.draft?.appliance.card.traits?.power === 'millivolt') h.odd('live-test-on-millivolts')
    openLooseEnd(h, { id: looseEndId, key: `live-test.${looseEndId}`, kind: 'live-test', label: test, restore: null, photoId: null })
  },
})
