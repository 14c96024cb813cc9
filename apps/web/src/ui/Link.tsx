import NextLink from 'next/link'
import type { ComponentProps } from 'react'

/**
 * A link within the product. Pages are made when they are asked for: asking for every one that a link in sight leads to would bring no more than *Loading …*, and costs
 * the server a page and the phone a parse for each of a day's thirty links.
 */
export function Link(props: Omit<ComponentProps<typeof NextLink>, 'prefetch'>) {
  return <NextLink {...props} prefetch={false} />
}
