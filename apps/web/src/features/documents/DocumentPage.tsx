import { differences } from '@lucerna/core/appliance'
import { Link } from '@/ui/Link'
import { notFound } from 'next/navigation'
import { requireActor, unitsOf } from '@/server/actor'
import { may } from '@/server/may'
import { Frame } from '@/features/frame'
import { Provisional } from '@/ui/Provisional'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/documents'
import { DocumentEditor } from './DocumentEditor'
import { type DocumentKind, examine, KINDS } from './kinds'
import { NewDocument, WriteNext } from './parts/BeginDraft'
import { Differences } from './parts/Differences'
import { DocumentView } from './parts/DocumentView'
import { Findings } from './parts/Findings'
import { MoveAppliances } from './parts/MoveAppliances'
import { Versions } from './parts/Versions'
import { documentPage, draftPage, numberIn, shippedBeside } from './server/pages'
import type { Row } from './spec'

const nameOf = (kind: DocumentKind, d: Row): string =>
  (kind === 'card' ? [d.maker, d.model, d.variant].filter(Boolean).join(' ') : String(d.title ?? '')) || String(d.id ?? '')

/** A card or a profile: one version to read, its check, who uses it, and all versions beside. */
export async function DocumentPage({
  kind,
  id,
  query,
}: {
  readonly kind: DocumentKind
  readonly id: string
  readonly query: Readonly<Record<string, string | string[] | undefined>>
}) {
  const path = KINDS[kind].path
  const actor = await requireActor(`${path}/${id}`)
  const page = await documentPage(actor, kind, id, numberIn(query.version), numberIn(query.against))
  if (!page) notFound()
  const units = unitsOf(actor)
  const { document, other, versions, newest } = page
  const shipped = kind === 'practice' ? shippedBeside(document) : null
  const againstShipped = query.against === 'shipped' && shipped
  const writes = may(actor, 'document.write')
  const findings = examine(kind, document)
  const compared = againstShipped ? shipped : other
  return (
    <Frame title={nameOf(kind, document)} subtitle={t('doc.version', { version: document.version })} here="more" person={actor}>
      <div className="mx-auto grid max-w-6xl gap-8 p-4 lg:grid-cols-[1fr_20rem] lg:py-8">
        <div className="min-w-0">
          <div className="no-print mb-5 flex flex-wrap items-center gap-3">
            {writes && <WriteNext kind={kind} id={id} version={page.draft ? Number(page.draft.data.version) : null} />}
            <a className="btn btn-outline" href={`/api/v1/documents/${kind}/${id}?version=${document.version}`} download>
              {t('doc.export')}
            </a>
            {kind === 'card' && (
              <Link className="btn btn-outline" href={`/set-up/${id}`}>
                {t('doc.set-up')}
              </Link>
            )}
            {kind === 'card' && (
              <Link className="btn btn-outline" href={`/faults/${id}`}>
                {t('doc.faults')}
              </Link>
            )}
            {writes && kind === 'practice' && (
              <NewDocument kind="practice" label={t('doc.copy')} from={{ id, version: document.version }} />
            )}
            {shipped && (
              <Link className="btn btn-ghost text-primary" href={`${path}/${id}?version=${document.version}&against=shipped`}>
                {t('doc.against-shipped')}
              </Link>
            )}
          </div>
          {document.provisional === true && <Provisional why />}
          {document.version < newest && (
            <p className="mb-4 flex items-center gap-2 text-warning">
              <WarningSign size={18} /> {t('doc.older', { newest })}
            </p>
          )}
          {compared ? (
            <>
              <h2 className="mb-3 text-lg font-semibold">
                {againstShipped
                  ? t('doc.against-shipped-title', { title: shipped.title, version: shipped.version })
                  : t('doc.compare-title', { a: Number((compared as Row).version), b: document.version })}
              </h2>
              <Differences
                kind={kind}
                list={differences(compared, document)}
                before={compared as unknown as Row}
                after={document}
                units={units}
              />
              <Link href={`${path}/${id}?version=${document.version}`} className="btn mt-6 btn-outline">
                {t('doc.whole')}
              </Link>
            </>
          ) : (
            <>
              {kind === 'practice' && (
                <p className="mb-5 text-sm quiet">
                  {t('practices.background', { list: (document.background as string[]).join(', ') })} {t('practices.authority')}
                </p>
              )}
              <DocumentView kind={kind} document={document} units={units} />
            </>
          )}
        </div>
        <aside className="no-print flex flex-col gap-8">
          {findings.length > 0 && (
            <section>
              <h2 className="mb-1 text-lg font-semibold">{t('doc.check')}</h2>
              <Findings kind={kind} findings={findings} />
            </section>
          )}
          <Versions kind={kind} id={id} versions={versions} shown={document.version} timeZone={actor.timeZone} />
          {kind === 'card' ? (
            <MoveAppliances
              cardId={id}
              newest={newest}
              pinned={page.pinned}
              changes={page.changes}
              versions={page.older}
              units={units}
              allowed={writes}
            />
          ) : (
            <p className="text-sm quiet">
              {[
                page.uses?.firm && t('practices.firm'),
                page.uses && page.uses.sites > 0 && t('practices.sites', { count: page.uses.sites }),
              ]
                .filter(Boolean)
                .join(' · ') || t('practices.unused')}
            </p>
          )}
        </aside>
      </div>
    </Frame>
  )
}

/** Where a draft is written; without one, or without the right to, it leads back to what is issued. */
export async function EditPage({ kind, id }: { readonly kind: DocumentKind; readonly id: string }) {
  const path = KINDS[kind].path
  const actor = await requireActor(`${path}/${id}/edit`)
  const page = may(actor, 'document.write') ? await draftPage(actor, kind, id) : null
  if (!page) notFound()
  return (
    <Frame
      title={nameOf(kind, page.draft.data)}
      subtitle={t('doc.draft-of', { version: Number(page.draft.data.version) })}
      here="more"
      person={actor}
    >
      <DocumentEditor
        kind={kind}
        id={id}
        draft={{ data: page.draft.data, version: page.draft.version, basedOn: page.draft.basedOn }}
        base={page.base}
        units={unitsOf(actor)}
      />
    </Frame>
  )
}
