import { Link } from '@/ui/Link'
import { WarningSign } from '@/ui/WarningSign'
import { isTold, type Part, type Section } from './parts'

/** A list of the report with its title; without entries it says so, or is left out. */
export function List({ section }: { readonly section: Section }) {
  const { title, items, empty, inline } = section
  if (!isTold(section)) return null
  return (
    <section className="keep mt-4">
      <h4 className="text-sm quiet">{title}</h4>
      {items.length === 0 ? (
        <p>{empty}</p>
      ) : (
        <ul className={inline ? 'flex flex-wrap gap-x-6' : ''}>
          {items.map(({ parts, below }, i) => (
            <li key={i} className="py-0.5">
              <Pieces of={parts} />
              {below?.map((line) => (
                <span key={line} className="block text-sm">
                  {line}
                </span>
              ))}
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

export const Pieces = ({ of }: { readonly of: readonly Part[] }) => of.map((part, i) => <Piece key={i} of={part} />)

/** What must not be overlooked has a warning sign beside it, not capitals. */
function Piece({ of: part }: { readonly of: Part }) {
  if (typeof part === 'string') return part
  if ('strong' in part) return <b>{part.strong}</b>
  if ('quiet' in part) return <span className="quiet">{part.quiet}</span>
  if ('to' in part)
    return (
      <Link href={part.to} className="text-primary underline print:hidden">
        {part.text}
      </Link>
    )
  return (
    <b className="inline-flex gap-1 text-error">
      <WarningSign size={14} /> {part.bad}
    </b>
  )
}
