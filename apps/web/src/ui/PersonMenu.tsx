import { signOutAction } from '@/features/sign-in/actions'
import { ThemeChoice } from './ThemeChoice'
import { t } from './words'

/** Who is signed in, the theme, and the way out. */
export function PersonMenu({ person }: { readonly person: { readonly name: string; readonly role: string; readonly firmName: string } }) {
  return (
    <details className="dropdown dropdown-end">
      <summary className="btn btn-ghost btn-sm quiet text-sm">{person.name}</summary>
      <div className="dropdown-content bg-base-200 z-30 mt-1 flex w-64 flex-col gap-4 rounded-md border p-4 hairline">
        <PersonPanel person={person} />
      </div>
    </details>
  )
}

/** The same as a page of its own on a phone. */
export function PersonPanel({ person }: { readonly person: { readonly name: string; readonly role: string; readonly firmName: string } }) {
  return (
    <>
      <div>
        <p className="font-semibold">{person.name}</p>
        <p className="quiet text-sm">{person.firmName} · {t(`role.${person.role}`)}</p>
      </div>
      <ThemeChoice />
      <form action={signOutAction}>
        <button className="btn btn-outline w-full">{t('frame.sign-out')}</button>
      </form>
    </>
  )
}
