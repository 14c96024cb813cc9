import { Link } from '@/ui/Link'
import { notFound } from 'next/navigation'
import { inFirm } from '@/db/client'
import { AUDIT_PAGE, listAudit } from '@/features/people/server/auditLog'
import { requireActor } from '@/server/actor'
import { may } from '@/server/may'
import { isId } from '@/server/isId'
import { dateAt, timeAt } from '@/ui/dates'
import { titled } from '@/server/page'
import { Frame } from '@/features/frame/Frame'
import { t } from '@/messages/all'
import { hasWords, wordsFor } from '@/ui/words'

export const generateMetadata = titled('nav.audit')

const FIELD_KEY: Readonly<Record<string, (field: string) => string>> = {
  site: (f) => `site.${f}`,
  contact: (f) => `site.${f}`,
  supply: (f) => `supply.${f}`,
  appliance: (f) => `unit.${f}`,
}

/** The field of a register in words. */
const fieldName = (kind: string, field: string): string => {
  const key = (FIELD_KEY[kind] ?? ((f: string) => `audit-field.${f}`))(field)
  return hasWords(key) ? wordsFor(key) : field
}

const value = (v: unknown): string =>
  v === null || v === undefined ? t('merge.empty') : typeof v === 'object' ? t('audit.list') : String(v)

export default async function AuditPage({ searchParams }: { readonly searchParams: Promise<{ before?: string }> }) {
  const actor = await requireActor('/audit')
  if (!may(actor, 'audit.read')) notFound()
  const { before } = await searchParams
  const entries = await inFirm(actor, (tx) => listAudit(tx, actor, before && isId(before) ? before : undefined))
  return (
    <Frame title={t('nav.audit')} here="more" person={actor}>
      <div className="mx-auto flex max-w-4xl flex-col gap-5 p-4 lg:py-8">
        <p className="quiet">{t('audit.what')}</p>
        {entries.length === 0 && <p className="border-y hairline py-12 text-center quiet">{t('audit.empty')}</p>}
        <ul className="divide-y divide-(--hairline) border-y hairline empty:border-0">
          {entries.map((e) => (
            <li key={e.id} className="grid gap-x-4 gap-y-1 px-2 py-3 sm:grid-cols-[11rem_1fr]">
              <span className="text-sm quiet">
                {dateAt(e.at, 'UTC')}, {timeAt(e.at, 'UTC')} UTC
              </span>
              <span className="min-w-0 break-words">
                <b className="font-semibold">{e.by}</b> {wordsFor(`audit-action.${e.action}`)} {wordsFor(`audit-subject.${e.subjectKind}`)}
                {e.name && ` ${e.name}`}
                {e.changes.length > 0 && (
                  <span className="block text-sm quiet">
                    {e.changes
                      .map((c) =>
                        c.to === undefined && c.from === undefined
                          ? fieldName(e.subjectKind, c.field)
                          : `${fieldName(e.subjectKind, c.field)}: ${value(c.from)} → ${value(c.to)}`,
                      )
                      .join(' · ')}
                  </span>
                )}
              </span>
            </li>
          ))}
        </ul>
        {entries.length === AUDIT_PAGE && (
          <Link href={`/audit?before=${entries.at(-1)?.id}`} className="btn self-end btn-outline">
            {t('places.next-page')}
          </Link>
        )}
      </div>
    </Frame>
  )
}
