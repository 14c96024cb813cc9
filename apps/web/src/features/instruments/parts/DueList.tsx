import { plainDate } from '@/ui/dates'
import { WarningSign } from '@/ui/WarningSign'
import '@/messages/instruments'
import { wordsFor } from '@/ui/words'
import type { Due } from '../due'

/** What an instrument waits for, each with the warning sign. */
export function DueList({ due }: { readonly due: readonly Due[] }) {
  if (due.length === 0) return null
  return (
    <ul className="flex flex-col gap-1">
      {due.map((d) => (
        <li key={d.what} className="flex items-center gap-2 text-warning">
          <WarningSign size={16} /> {wordsFor(`due.${d.what}.${d.state}`, { date: d.on ? plainDate(d.on) : '' })}
        </li>
      ))}
    </ul>
  )
}
