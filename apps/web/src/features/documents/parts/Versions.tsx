import { Link } from '@/ui/Link'
import { dateAt } from '@/ui/dates'
import { t } from '@/messages/documents'
import { type DocumentKind, KINDS } from '../kinds'
import type { Version } from '../server/documents'

/** Every version with who issued it and why; the shown one marked, the others a link away, and each compared with the one before. */
export function Versions({
  kind,
  id,
  versions,
  shown,
  timeZone,
}: {
  readonly kind: DocumentKind
  readonly id: string
  readonly versions: readonly Version[]
  readonly shown: number
  readonly timeZone: string
}) {
  const path = `${KINDS[kind].path}/${id}`
  return (
    <section>
      <h2 className="mb-1 text-lg font-semibold">{t('doc.versions')}</h2>
      <ol className="divide-y divide-(--hairline) border-y hairline">
        {versions.map((v, i) => (
          <li key={v.version} className="py-2">
            <Link
              href={`${path}?version=${v.version}`}
              aria-current={v.version === shown ? 'true' : undefined}
              className={v.version === shown ? 'font-semibold' : 'link text-primary'}
            >
              {t('doc.version', { version: v.version })}
            </Link>
            <span className="block text-sm quiet">
              {v.issuedBy && v.issuedAt ? t('doc.version-by', { name: v.issuedBy, date: dateAt(v.issuedAt, timeZone) }) : t('doc.shipped')}
            </span>
            {v.note && <span className="block text-sm">{v.note}</span>}
            {versions[i + 1] && (
              <Link
                href={`${path}?version=${v.version}&against=${versions[i + 1]!.version}`}
                className="inline-flex min-h-8 link items-center text-sm text-primary"
              >
                {t('doc.compare-with', { version: versions[i + 1]!.version })}
              </Link>
            )}
          </li>
        ))}
      </ol>
    </section>
  )
}
