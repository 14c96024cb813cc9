import { Link } from '@/ui/Link'
import type { ReactNode } from 'react'
import { WarningSign } from '@/ui/WarningSign'

/** A part of the day's page with one kind of work. */
export function Desk({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section className="flex flex-col gap-5">
      <h2 className="text-lg font-semibold">{title}</h2>
      {children}
    </section>
  )
}

interface DeskItem {
  readonly key: string
  readonly href: string
  readonly what: string
  readonly more: string
  readonly state: string
  readonly warn: boolean
}

/** A short list of things that wait, each leading to where it is dealt with; nothing when there are none. */
export function DeskList({ title, items }: { readonly title: string; readonly items: readonly DeskItem[] }) {
  if (items.length === 0) return null
  return (
    <section>
      <h3 className="mb-1 text-sm quiet">{title}</h3>
      <ul className="divide-y divide-(--hairline) border-y hairline">
        {items.map((i) => (
          <li key={i.key}>
            <Link href={i.href} className="grid min-h-12 items-center gap-x-4 px-2 py-2 hover:bg-base-200 sm:grid-cols-[1fr_auto]">
              <span className="min-w-0 break-words">
                {i.what} {i.more && <span className="text-sm quiet">{i.more}</span>}
              </span>
              <span className={`flex items-start gap-2 text-sm ${i.warn ? 'text-warning' : 'quiet'}`}>
                {i.warn && <WarningSign size={17} />}
                {i.state}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}
