import type { Circumstance } from '@lucerna/core/faults'

/**
 * How often the bench breaks what, in percent of the cases of a kind: even over everything that the engine can break there, with a few that are commoner in a workshop’s year.
 * Not the odds of the fault maps, and not to be made like them: the desk has to find what is rare too.
 */
export const FREQUENCIES: Readonly<Record<string, number>> = {
  electrode: 2,
  rod: 2,
  'supply-starved': 2,
  'pressure-tube': 1.5,
  drain: 1.5,
  thermocouple: 2,
  'room-thermostat': 1.5,
}
/** Everything that is not named. */
export const EVEN = 1

/** How often the bench breaks what comes and goes: contacts, what warms or dries, what the wind does. */
export const COMES_AND_GOES: Readonly<Record<string, number>> = {
  lead: 2,
  harness: 2,
  'external-wiring': 1.5,
  electrode: 1.5,
  rod: 1.5,
  drain: 1,
  'air-switch': 1,
  'pressure-tube': 1,
  fan: 1,
  'supply-starved': 1,
  coil: 1,
  board: 1,
  thermocouple: 1,
  'pilot-circuit': 1,
  downdraught: 1,
  'room-extract': 1,
  'room-thermostat': 1,
}
/** What a customer would have noticed of these, seven times in ten. */
export const TOLD: Readonly<Record<string, readonly Circumstance[]>> = {
  lead: ['damp'],
  electrode: ['damp', 'first-start'],
  downdraught: ['wind'],
  'room-extract': ['others-on'],
  'supply-starved': ['high-rate', 'others-on'],
  coil: ['hot'],
  drain: ['high-rate'],
}
