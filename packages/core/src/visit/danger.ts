import type { Practice } from '../practice'
import { firingStops } from './gates'
import type { VisitAppliance, VisitContext } from './context'
import { gate } from './stops'
import type { ApplianceState, Gate, VisitState } from './state'

/** Answers that mean somebody is in danger now, not only that a burner may not run. */
const DANGEROUS: Readonly<Record<string, readonly string[]>> = {
  'people-out': ['not-yet'],
  ventilated: ['still-gas'],
  'smell-of-gas': ['present'],
  'occupants-well': ['symptoms'],
  'spillage-test': ['spills'],
  exchanger: ['cracked'],
  'blower-flame': ['changes'],
  'flame-picture': ['rolls-out'],
}
/** Dangers of gas or fumes in the air: people and air come before the paper. */
const IN_THE_AIR: readonly string[] = [
  'gas-in-air',
  'ambient-co',
  'people-out',
  'ventilated',
  'smell-of-gas',
  'occupants-well',
  'spillage-test',
]

export interface Danger {
  readonly causes: readonly Gate[]
  /** What to do, safety first; what of it was done is an observation `danger.<action>`. */
  readonly actions: readonly string[]
}

/**
 * Danger now: gas or CO in the air, people with symptoms, spillage, a cracked exchanger, or a defect of that class that was not put right. Null when there
 * is none. The order is one for every danger ({@link inOrder}).
 *
 * @example
 * dangerOf(appliance, state, visit, context)?.actions // ['people-out', 'no-sparks', 'turn-off', 'ventilate', 'notify-emergency', 'label']
 */
export function dangerOf(
  appliance: VisitAppliance,
  state: ApplianceState,
  visit: VisitState,
  context: Pick<VisitContext, 'practice'>,
): Danger | null {
  const inAir = firingStops(appliance, state, visit, context).filter((s) => s.code === 'gas-in-air' || s.code === 'ambient-co')
  const seen = Object.entries(state.observations).flatMap(([id, { answer }]) =>
    DANGEROUS[id]?.includes(answer) ? [gate(`danger.${id}`, true, { observation: id, answer }, null, 'danger-seen')] : [],
  )
  const supplyAir = [...state.latest.values()]
    .filter((r) => r.measurandId === 'co.supplyAir' && r.verdict.status === 'outside')
    .map((r) =>
      gate(`danger.${r.key}`, true, { measurand: r.measurandId, station: r.stationId, state: r.firingStateId }, null, 'danger-measured'),
    )
  const found = visit.defects
    .filter((d) => d.class === 'danger-now' && !d.mended && (d.applianceId === null || d.applianceId === appliance.id))
    .map((d) => gate(`defect.${d.id}`, true, { text: d.text }, null, 'danger-now'))
  const causes = [...inAir, ...seen, ...supplyAir, ...found]
  if (causes.length === 0) return null
  const air = causes.some((c) => IN_THE_AIR.includes(c.code) || IN_THE_AIR.includes(String(c.params.observation)))
  const gas = causes.some((c) => c.code === 'gas-in-air' || ['smell-of-gas', 'ventilated'].includes(String(c.params.observation)))
  return { causes, actions: actionsFor(context.practice, air, gas) }
}

/** The one order of every danger: people, no sparks, gas off, air, the call from outside, and paper last. */
const ORDER = ['people-out', 'no-sparks', 'turn-off', 'ventilate', 'notify-emergency', 'notify-owner', 'label', 'follow-up', 'record']

/**
 * Actions of a danger or defect in the one order, each once, whatever order a profile lists them in.
 *
 * @example
 * inOrder(['turn-off', 'label', 'notify-emergency']) // ['turn-off', 'notify-emergency', 'label']
 */
export function inOrder(actions: readonly string[]): string[] {
  const place = (a: string) => (ORDER.includes(a) ? ORDER.indexOf(a) : ORDER.length)
  return [...new Set(actions)].sort((a, b) => place(a) - place(b))
}

function actionsFor(practice: Practice, air: boolean, gas: boolean): string[] {
  const own = practice.defectClasses.find((d) => d.class === 'danger-now')?.actions ?? []
  return inOrder([...(air ? ['people-out'] : []), ...(gas ? ['no-sparks'] : []), 'turn-off', ...(air ? ['ventilate'] : []), ...own])
}
