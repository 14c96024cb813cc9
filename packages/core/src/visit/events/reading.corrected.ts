import { checkReading } from '../checkReading'
import { liveReading, replaceReadings } from '../groups'
import { CONFIRMED, defineEvent, WORKERS } from '../kit'

export const readingCorrected = defineEvent({
  type: 'reading.corrected',
  emit: WORKERS,
  afterClosing: { emit: CONFIRMED, newReport: true },
  moves: ['readings', 'verdicts', 'left'],
  instruments: (data) => ({ 'data.replacement.source.instrumentId': data.replacement?.source.instrumentId }),
  check: ({ data }, at) => {
    if (data.replacement) checkReading(data.replacement, 'data.replacement', at)
  },
  apply: (h, event) => {
    const { readingId, reason, replacement } = event.data
    for (const draft of h.drafts.appliances.values()) {
      // What showed no number is withdrawn the same way; a number that was seen after all is a reading of its own.
      const seen = draft.held.now.specials.find((s) => s.id === readingId)
      if (seen) {
        h.visit.own('corrections').push({ readingId, reason, ...h.stamp })
        draft.held.set({ specials: draft.held.now.specials.filter((s) => s !== seen) })
        return
      }
      const old = draft.held.now.groups.flatMap((g) => g.readings).find((r) => r.id === readingId)
      if (!old) continue
      if (h.visit.now.status === 'closed') h.odd('corrected-after-closing')
      h.visit.own('corrections').push({ readingId, reason, ...h.stamp })
      // A replacement stands where the old one stood: a slip of the pen does not move a reading behind an adjustment.
      const fresh = replacement
        ? [
            liveReading(h.drafts, { ...replacement, takenAt: old.takenAt }, event, old.applianceId, {
              index: old.index,
              order: old.order,
              old: true,
            }),
          ]
        : []
      return replaceReadings(draft, (r) => (r === old ? fresh : [r]))
    }
    h.breach('no-such-reading')
  },
})
