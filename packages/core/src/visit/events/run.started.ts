import { methodOf, type Practice } from '../../practice'
import { CONFIRMED, defineEvent } from '../kit'
import { stoppedNow } from '../stops'

export const RUN_CONSENTS = ['maker', 'authority', 'customer'] as const

/**
 * Who has to agree before a certified appliance is run altered: maker, authority and customer, unless the profile is content with the customer.
 *
 * @example
 * consentsFor(practice) // ['maker', 'authority', 'customer']
 */
export const consentsFor = (practice: Pick<Practice, 'methods'>): readonly (typeof RUN_CONSENTS)[number][] =>
  methodOf(practice, 'burner-inserts').mode === 'customer' ? ['customer'] : RUN_CONSENTS

/** One of two set-ups that are compared: named, and read minute by minute until it ends or the next begins. */
export const runStarted = defineEvent({
  type: 'run.started',
  emit: CONFIRMED,
  afterClosing: 'refused',
  moves: [],
  makes: 'runId',
  check: ({ data }, { facts, wrong }) => {
    // Asked before, not after.
    if (data.alters && !consentsFor(facts.practice).every((c) => data.consents.includes(c))) wrong('data.consents', 'consents-missing')
  },
  apply: (h, { data }) => {
    const { runs } = h.visit.now
    if (runs.some((r) => r.id === data.runId)) return h.odd('run-twice')
    if (stoppedNow(h)) h.breach('fired-against-a-stop')
    runs.forEach((r, i) => {
      if (r.applianceId === h.applianceId && !r.endedAt) h.visit.own('runs')[i] = { ...r, endedAt: h.stamp.at }
    })
    h.visit.own('runs').push({
      id: data.runId,
      applianceId: h.applianceId,
      name: data.name,
      firingStateId: data.firingStateId ?? null,
      alters: data.alters,
      consents: data.consents,
      startedAt: h.stamp.at,
      endedAt: null,
      by: h.stamp.by,
      rows: [],
    })
  },
})
