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
