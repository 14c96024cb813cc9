import { Calculator, CalendarDays, Ellipsis, Flame, House } from 'lucide-react'
import Link from 'next/link'
import type { ReactNode } from 'react'
import { KeepPage } from '@/features/offline/KeepPage'
import { Palette } from '@/features/search/Palette'
import { Mark } from '@/ui/Mark'
import { PersonMenu } from './PersonMenu'
import { t } from '@/messages/shell'

type Place = 'today' | 'places' | 'visit' | 'workings' | 'more'

export interface FrameProps {
  readonly title: string
  readonly subtitle?: string | undefined
  readonly here: Place
  readonly person: { readonly name: string; readonly role: string; readonly heldRole?: string | undefined; readonly firmName: string }
  /** The visit one is in, or the one left open: the bar leads back to it. */
  readonly openVisitId?: string | null | undefined
  /** Beside the title on the right: state of the log, actions. */
  readonly right?: ReactNode
  readonly children: ReactNode
}

/** The frame of every signed-in page: mark and title above, navigation above on a desk and below on a phone. */
export function Frame({ title, subtitle, here, person, openVisitId, right, children }: FrameProps) {
  const places = [
    { id: 'today', href: '/today', icon: CalendarDays },
    { id: 'places', href: '/sites', icon: House },
    ...(openVisitId ? [{ id: 'visit', href: `/visits/${openVisitId}`, icon: Flame } as const] : []),
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
            <Link
              key={p.id}
              href={p.href}
              aria-current={here === p.id ? 'page' : undefined}
              className={`btn btn-ghost text-base btn-sm ${here === p.id ? 'bg-base-300 text-base-content' : 'text-primary'}`}
            >
              {t(`nav.${p.id}`)}
            </Link>
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
          <Link
            key={p.id}
            href={p.href}
            aria-current={here === p.id ? 'page' : undefined}
            className={`flex min-h-16 flex-1 flex-col items-center justify-center gap-1 border-t-2 text-xs ${here === p.id ? 'border-primary font-semibold text-primary' : 'border-transparent quiet'}`}
          >
            <p.icon size={20} aria-hidden="true" />
            {t(`nav.${p.id}`)}
          </Link>
        ))}
      </nav>
    </div>
  )
}
