import { Calculator, CalendarDays, Ellipsis, House } from 'lucide-react'
import { Link } from '@/ui/Link'
import { Fragment, type ReactNode } from 'react'
import { KeepPage } from '@/features/offline'
import { Palette } from '@/features/search'
import { Mark } from '@/ui/Mark'
import { OpenVisitLink } from './OpenVisit'
import { PersonMenu } from './PersonMenu'
import { t } from '@/messages/shell'

type Place = 'today' | 'places' | 'visit' | 'workings' | 'more'

export interface FrameProps {
  readonly title: string
  readonly subtitle?: string | undefined
  readonly here: Place
  readonly person: { readonly name: string; readonly role: string; readonly heldRole?: string | undefined; readonly firmName: string }
  /** Beside the title on the right: state of the log, actions. */
  readonly right?: ReactNode
  readonly children: ReactNode
}

const deskLink = (here: boolean) => `btn btn-ghost text-base btn-sm ${here ? 'bg-base-300 text-base-content' : 'text-primary'}`
const phoneLink = (here: boolean) =>
  `flex min-h-16 flex-1 flex-col items-center justify-center gap-1 border-t-2 text-xs ${here ? 'border-primary font-semibold text-primary' : 'border-transparent quiet'}`

/** The frame of every signed-in page: mark and title above, navigation above on a desk and below on a phone. */
export function Frame({ title, subtitle, here, person, right, children }: FrameProps) {
  const places = [
    { id: 'today', href: '/today', icon: CalendarDays },
    { id: 'places', href: '/sites', icon: House },
    { id: 'workings', href: '/calculators', icon: Calculator },
  ] as const
  return (
    <div className="flex min-h-dvh flex-col">
      <a href="#main" className="btn sr-only btn-primary focus:not-sr-only focus:absolute focus:z-50">
        {t('frame.skip')}
      </a>
      <header className="no-print flex min-h-14 items-center gap-3 border-b hairline px-4">
        <Link href="/today" aria-label={t('frame.home')} className="flex size-11 items-center justify-center">
          <Mark />
        </Link>
        <div className="flex min-w-0 flex-wrap items-baseline gap-x-3">
          <h1 className="truncate text-lg font-semibold">{title}</h1>
          {subtitle && <p className="hidden truncate text-sm quiet sm:block">{subtitle}</p>}
        </div>
        <nav aria-label={t('frame.nav')} className="ml-auto hidden items-center gap-1 lg:flex">
          {places.map((p) => (
            <Fragment key={p.id}>
              {p.id === 'workings' && <OpenVisitLink here={here === 'visit'} className={deskLink(here === 'visit')} />}
              <Link href={p.href} aria-current={here === p.id ? 'page' : undefined} className={deskLink(here === p.id)}>
                {t(`nav.${p.id}`)}
              </Link>
            </Fragment>
          ))}
        </nav>
        <div className="ml-auto flex items-center gap-3 lg:ml-2">
          {right}
          <Palette />
        </div>
        <div className="hidden lg:block">
          <PersonMenu person={person} />
        </div>
      </header>
      <KeepPage />
      <main id="main" className="flex-1 pb-20 lg:pb-0">
        {children}
      </main>
      <nav aria-label={t('frame.nav')} className="no-print fixed inset-x-0 bottom-0 z-20 flex border-t hairline bg-base-200 lg:hidden">
        {[...places, { id: 'more', href: '/more', icon: Ellipsis } as const].map((p) => (
          <Fragment key={p.id}>
            {p.id === 'workings' && <OpenVisitLink here={here === 'visit'} className={phoneLink(here === 'visit')} withIcon />}
            <Link href={p.href} aria-current={here === p.id ? 'page' : undefined} className={phoneLink(here === p.id)}>
              <p.icon size={20} aria-hidden="true" />
              {t(`nav.${p.id}`)}
            </Link>
          </Fragment>
        ))}
      </nav>
    </div>
  )
}
