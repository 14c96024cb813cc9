import { defineEvent, WORKERS } from '../kit'

export const visitStarted = defineEvent({
  type: 'visit.started',
  emit: WORKERS,
  afterClosing: 'refused',
  moves: [],
  turns: 'begun',
  check: ({ data: { jobKind, practice, cards } }, { facts, wrong }) => {
    if (jobKind !== facts.planned.jobKind) wrong('data.jobKind', 'other-job')
    const { id, version: planned } = facts.planned.practice
    if (practice.id !== id || practice.version !== planned) wrong('data.practice', 'other-practice')
    const pinned = facts.appliances.every((a) =>
      cards.some((c) => c.applianceId === a.id && c.cardId === a.card.id && c.version === a.card.version),
    )
    if (!pinned || cards.length !== facts.appliances.length) wrong('data.cards', 'other-cards')
  },
  apply: (h, { data, at }) => {
    if (h.visit.now.status !== 'planned') return h.breach('started-twice')
    h.visit.set({ status: 'open', jobKind: data.jobKind, startedAt: at })
    const pinned = (id: string) => data.cards.find((c) => c.applianceId === id)
    if (h.drafts.context.appliances.some((a) => pinned(a.id)?.version !== a.card.version || pinned(a.id)?.cardId !== a.card.id))
      h.odd('other-card-version')
  },
})
