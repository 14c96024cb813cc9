/** Where something that was found is shown. */
export function hrefOf(found: { readonly kind: string; readonly id: string; readonly title: string }): string {
  switch (found.kind) {
    case 'site':
      return `/sites/${found.id}`
    case 'appliance':
      return `/appliances/${found.id}`
    case 'visit':
      return `/visits/${found.id}`
    case 'person':
      return `/people#${found.id}`
    case 'instrument':
      return `/instruments#${found.id}`
    default:
      // A card is shown by what stands under it.
      return `/sites?show=appliances&q=${encodeURIComponent(found.title.split(' · ')[0] ?? '')}`
  }
}
