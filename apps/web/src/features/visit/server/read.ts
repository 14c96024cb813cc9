import { type Gate, serviceGates, sheetsOf, type VisitState } from '@lucerna/core/visit'
import type { Step } from '@lucerna/core/procedure'
import type { Transaction } from '@/db/client'
import { foldLoaded, loadVisit } from './load'

interface ReadVisit {
  readonly id: string
  readonly siteId: string
  readonly practice: { readonly id: string; readonly version: number }
  readonly lastSeq: number
  readonly state: VisitState
  readonly appliances: readonly {
    readonly id: string
    readonly card: { readonly id: string; readonly version: number }
    readonly steps: readonly Step[]
    readonly againstNormalService: readonly Gate[]
  }[]
}

/** One visit, folded, for the API. */
export async function readVisit(tx: Transaction, firmId: string, visitId: string): Promise<ReadVisit> {
  const loaded = await loadVisit(tx, firmId, visitId)
  const state = foldLoaded(loaded)
  const sheets = sheetsOf(loaded.context, state)
  return {
    id: visitId,
    siteId: loaded.site.id,
    practice: { id: loaded.row.practiceId, version: loaded.row.practiceVersion },
    lastSeq: loaded.row.lastSeq,
    state,
    appliances: loaded.context.appliances.map((a) => {
      const own = state.appliances.find((s) => s.applianceId === a.id)
      const steps = sheets[a.id] ?? []
      return {
        id: a.id,
        card: { id: a.card.id, version: a.card.version },
        steps,
        againstNormalService: own ? serviceGates(a, own, steps, state, loaded.context) : [],
      }
    }),
  }
}
