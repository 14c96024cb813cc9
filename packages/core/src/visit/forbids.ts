import type { Step } from '../procedure'
import type { VisitContext } from './context'
import { serviceGates } from './gates'
import type { NotYet } from './kit'
import { type EventType, specOf, type VisitEvent } from './registry'
import type { VisitState } from './state'

/** Whether an event of this type can be forbidden by how things stand. `canBeForbidden('visit.closed')` → `true` */
export const canBeForbidden = (type: EventType): boolean => specOf(type).notYet !== undefined

/**
 * What forbids an event outright as things stand; null where nothing does. Everything else that is against the rules is kept and called a breach.
 *
 * @param state how things stand before it. @param sheets run sheets by appliance.
 * @example
 * forbids(visitClosed, state, sheets, context) // { code: 'no-outcome', gates: [] } while an appliance has none
 */
export function forbids(
  event: VisitEvent,
  state: VisitState,
  sheets: Readonly<Record<string, readonly Step[]>>,
  context: VisitContext,
): NotYet | null {
  const sole = context.appliances.length === 1 ? context.appliances[0]?.id : undefined
  return (
    specOf(event.type).notYet?.(event, {
      state,
      applianceId: event.applianceId ?? sole ?? null,
      gatesOf: (applianceId) => {
        const appliance = context.appliances.find((a) => a.id === applianceId)
        const own = state.appliances.find((a) => a.applianceId === applianceId)
        return appliance && own ? serviceGates(appliance, own, sheets[appliance.id] ?? [], state, context) : []
      },
    }) ?? null
  )
}
