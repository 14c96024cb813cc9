import { Link } from '@/ui/Link'
import { signOutAction } from './signOut'
import { ThemeChoice } from '@/ui/ThemeChoice'
import { t } from '@/messages/shell'
import { wordsFor } from '@/ui/words'

/** What is not in the bar; some of it is a lead's. */
const moreLinks = (person: { readonly role: string; readonly heldRole?: string | undefined }) => [
  { href: '/instruments', key: 'nav.instruments' },
  { href: '/cards', key: 'nav.cards' },
  { href: '/profiles', key: 'nav.practices' },
  { href: '/people', key: 'nav.people' },
  ...(['lead', 'planner'].includes(person.heldRole ?? person.role) ? [{ href: '/import-export', key: 'nav.exchange' }] : []),
  ...((person.heldRole ?? person.role) === 'lead'
    ? [
        { href: '/simulator', key: 'nav.room' },
        { href: '/mail', key: 'nav.mail' },
        { href: '/audit', key: 'nav.audit' },
      ]
    : []),
  { href: '/settings', key: 'nav.settings' },
]

/** Who is signed in, the theme, and the way out. */
export function PersonMenu({
  person,
}: {
  readonly person: { readonly name: string; readonly role: string; readonly heldRole?: string | undefined; readonly firmName: string }
}) {
  return (
    <details className="dropdown dropdown-end">
      <summary className="btn btn-ghost text-sm quiet btn-sm">{person.name}</summary>
      <div className="dropdown-content z-30 mt-1 flex w-64 flex-col gap-4 rounded-md border hairline bg-base-200 p-4">
        <PersonPanel person={person} />
      </div>
    </details>
  )
}

/** The same as a page of its own on a phone. */
export function PersonPanel({
  person,
}: {
  readonly person: { readonly name: string; readonly role: string; readonly heldRole?: string | undefined; readonly firmName: string }
}) {
  return (
    <>
      <div>
        <p className="font-semibold">{person.name}</p>
        <p className="text-sm quiet">
          {person.firmName} · {wordsFor(`role.${person.role}`)}
        </p>
      </div>
      <nav aria-label={t('frame.nav-more')} className="flex flex-col">
        {moreLinks(person).map((l) => (
          <Link key={l.href} href={l.href} className="btn justify-start btn-ghost px-2 text-base font-normal text-primary">
            {wordsFor(l.key)}
          </Link>
        ))}
      </nav>
      <ThemeChoice />
      <form action={signOutAction}>
        <button className="btn w-full btn-outline">{t('frame.sign-out')}</button>
      </form>
    </>
  )
}
