import { Link } from '@/ui/Link'
import { redirect } from 'next/navigation'
import { ForgetDevice } from '@/features/visit/ForgetDevice'
import { demoSignInAction } from '@/features/sign-in/actions'
import { PasskeyButton } from '@/features/sign-in/PasskeyButton'
import { SignInForm } from '@/features/sign-in/SignInForm'
import { demoPasscode } from '@/seed/demoPasscode'
import { DEMO_FIRMS } from '@/seed/world'
import { currentActor } from '@/server/actor'
import { env } from '@/env'
import { nextPath } from '@/server/nextPath'
import { Mark } from '@/ui/Mark'
import { titled } from '@/server/page'
import { t } from '@/messages/all'

export const generateMetadata = titled('sign-in.title')

export default async function SignInPage({ searchParams }: { readonly searchParams: Promise<{ next?: string }> }) {
  const next = nextPath((await searchParams).next)
  if (await currentActor()) redirect(next)
  return (
    <main className="mx-auto flex min-h-dvh max-w-5xl flex-col justify-center gap-10 px-4 py-10 lg:flex-row lg:items-center lg:gap-20">
      <ForgetDevice />
      <section className="w-full max-w-sm">
        <div className="mb-8 flex items-center gap-3">
          <Mark size={44} />
          <div>
            <h1 className="text-2xl font-semibold">Lucerna</h1>
            <p className="quiet">{t('app.line')}</p>
          </div>
        </div>
        <SignInForm next={next} />
        <PasskeyButton next={next} />
        <Link href="/forgot" className="mt-2 inline-flex min-h-11 items-center text-primary">
          {t('forgot.link')}
        </Link>
        <p className="mt-8 border-t hairline pt-4 text-sm quiet">{t('app.caution')}</p>
      </section>
      {env().demo && (
        <section className="w-full max-w-md" aria-labelledby="demo">
          <h2 id="demo" className="mb-1 text-lg font-semibold">
            {t('sign-in.demo')}
          </h2>
          <p className="mb-4 text-sm quiet">
            {t('sign-in.demo-why')} {t('sign-in.demo-passcode', { passcode: demoPasscode(env().LUCERNA_DEMO_PASSWORD ?? '') })}
          </p>
          {DEMO_FIRMS.map((firm) => (
            <div key={firm.key} className="mb-5">
              <h3 className="mb-1 text-sm quiet">{firm.name}</h3>
              <ul className="divide-y divide-(--hairline) border-y hairline">
                {firm.people.map((person) => (
                  <li key={person.key}>
                    <form action={demoSignInAction}>
                      <input type="hidden" name="person" value={person.key} />
                      <input type="hidden" name="next" value={next} />
                      <button className="flex press w-full cursor-pointer items-center justify-between gap-4 px-2 text-left hover:bg-base-200">
                        <span className="font-semibold">{person.name}</span>
                        <span className="text-sm text-primary">{t(`role.${person.role}`)}</span>
                      </button>
                    </form>
                  </li>
                ))}
              </ul>
            </div>
          ))}
        </section>
      )}
    </main>
  )
}
