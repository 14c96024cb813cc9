/** British and Irish English: words of search. */
export const search = {
  'search.placeholder': 'Address, name, serial, person, calculator…',
  'search.three': 'Type three letters or digits.',
  'search.nothing': 'No matches for “{{text}}”. Try fewer letters or another word.',
  'search.failed': 'Search failed. Type again to retry.',
  'search.kind.site': 'Site',
  'search.kind.appliance': 'Appliance',
  'search.kind.visit': 'Visit',
  'search.kind.person': 'Person',
  'search.kind.card': 'Target card',
  'search.kind.instrument': 'Instrument',
} as const
