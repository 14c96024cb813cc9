/** What cards call some of them. */
const CALLED: Readonly<Record<string, string>> = {
  inducer: 'fan',
  blower: 'fan',
  gas: 'supply-starved',
  'flame-sensor': 'rod',
  scanner: 'rod',
  'pilot-generator': 'thermocouple',
}
/** The library’s name of a cause that a card names. `causeIdOf('scanner')` → `'rod'` */
export const causeIdOf = (onCard: string): string => CALLED[onCard] ?? onCard
