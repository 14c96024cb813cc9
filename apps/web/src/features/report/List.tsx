import type { ReactNode } from 'react'

/** A list of the report with its title; without entries it says so, or is left out. */
export function List({
  title,
  items,
  empty,
  inline,
}: {
  readonly title: string
  readonly items: readonly ReactNode[]
  readonly empty?: string
  readonly inline?: boolean
}) {
  if (items.length === 0 && !empty) return null
  return (
    <section className="keep mt-4">
      <h4 className="text-sm quiet">{title}</h4>
      {items.length === 0 ? (
        <p>{empty}</p>
      ) : (
        <ul className={inline ? 'flex flex-wrap gap-x-6' : ''}>
          {items.map((item, i) => (
            <li key={i} className="py-0.5">
              {item}
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}
