import { Link } from '@/ui/Link'
import { t } from '@/messages/calc'
import type { OpenVisit } from '../server/start'

/** The appliances of the open visit, to begin a calculation with what is known of one of them. */
export function BeginFrom({ visit, path }: { readonly visit: OpenVisit; readonly path: string }) {
  return (
    <p className="no-print flex flex-wrap items-center gap-2 text-sm">
      <span className="quiet">{t('calc.begin-from')}</span>
      {visit.appliances.map((a) => (
        <Link key={a.id} href={`${path}?appliance=${a.id}`} className="btn btn-outline btn-sm">
          {a.name}, {visit.siteName}
        </Link>
      ))}
    </p>
  )
}
