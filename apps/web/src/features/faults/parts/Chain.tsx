import type { Link, LinkState } from '@lucerna/core/faults'
import { t } from '@/messages/faults'

/** Shapes, so that colour is not needed: a cross is ruled out, a ring is open, a full square is suspect. */
const SHAPES: Readonly<Record<LinkState, React.ReactNode>> = {
  'ruled-out': <path d="M4 4l8 8M12 4l-8 8" stroke="currentColor" strokeWidth="2" strokeLinecap="round" />,
  open: <circle cx="8" cy="8" r="5" fill="none" stroke="currentColor" strokeWidth="2" />,
  suspect: <rect x="2" y="2" width="12" height="12" fill="currentColor" />,
}

/** The chain of the appliance from demand to heat: what is ruled out, what is open, what is suspect. */
export function Chain({ links }: { readonly links: readonly { readonly link: Link; readonly state: LinkState; readonly p: number }[] }) {
  return (
    <ol aria-label={t('faults.chain')} className="flex flex-wrap gap-y-2 border-y hairline py-3">
      {links.map(({ link, state }, i) => (
        <li
          key={link}
          className={`flex items-center gap-2 ${state === 'suspect' ? 'font-semibold' : state === 'ruled-out' ? 'quiet' : ''}`}
        >
          <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true" className={state === 'suspect' ? 'text-warning' : ''}>
            {SHAPES[state]}
          </svg>
          <span>
            {t(`faults.link.${link}`)}
            <span className="block text-xs quiet">{t(`faults.state.${state}`)}</span>
          </span>
          {i < links.length - 1 && <span aria-hidden="true" className="mx-2 h-0.5 w-4 bg-(--hairline) sm:w-6" />}
        </li>
      ))}
    </ol>
  )
}
