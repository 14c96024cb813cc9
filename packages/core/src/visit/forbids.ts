import type { VisitContext } from './context'
import { serviceGates } from './gates'
import type { NotYet } from './kit'
import type { EventType } from './eventData'
import { specOf, type VisitEvent } from './registry'
import { sheetOfAppliance } from './sheets'
import type { VisitState } from './state'

/** Whether an event of this type can be forbidden by how things stand. `canBeForbidden('visit.closed')` → `true` */
export const canBeForbidden = (type: EventType): boolean => specOf(type).notYet !== undefined

/**
 * What forbids an event outright as things stand; null where nothing does. Everything else that is against the rules is kept and called a breach.
 *
 * @param state how things stand before it.
 * @example
 * forbids(visitClosed, state, context) // { code: 'no-outcome', gates: [] } while an appliance has none
 */
export function forbids(event: VisitEvent, state: VisitState, context: VisitContext): NotYet | null {
  const sole = context.appliances.length === 1 ? context.appliances[0]?.id : undefined
  return (
    specOf(event.type).notYet?.(event, {
      state,
      applianceId: event.applianceId ?? sole ?? null,
      gatesOf: (applianceId) => {
        const appliance = context.appliances.find((a) => a.id === applianceId)
        const own = state.appliances.find((a) => a.applianceId === applianceId)
        return appliance && own ? serviceGates(appliance, own, sheetOfAppliance(context, appliance, own), state, context) : []
      },
    }) ?? null
  )
}
