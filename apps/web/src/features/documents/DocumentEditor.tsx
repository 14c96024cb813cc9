'use client'

import { differences } from '@lucerna/core/appliance'
import { Redo2, Undo2 } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useEffect, useMemo, useState } from 'react'
import { ask } from '@/ui/ask'
import { Dialog } from '@/ui/Dialog'
import { described, Field } from '@/ui/Field'
import type { Units } from '@/ui/figures'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/documents'
import { wordsFor } from '@/ui/words'
import { useDraft } from './client/useDraft'
import { type DocumentKind, examine, type Finding, KINDS } from './kinds'
import { Differences } from './parts/Differences'
import { Findings } from './parts/Findings'
import { SectionEditor } from './parts/SectionEditor'
import { placeOf, sectionsOf } from './sectionsOf'
import { type Row, rowsOf } from './spec'

interface Props {
  readonly kind: DocumentKind
  readonly id: string
  readonly draft: { readonly data: Row; readonly version: number; readonly basedOn: number | null }
  /** The version it was begun from, to compare with. */
  readonly base: Row | null
  readonly units: Units
}

/** Writing a card or a profile: sections on the left, rows that open, what the linter says beside it, and the way to the next version. */
export function DocumentEditor({ kind, id, draft, base, units }: Props) {
  const router = useRouter()
  const { data, state, edit, save, undo, redo } = useDraft(kind, id, draft.data, draft.version)
  const [place, setPlace] = useState<{ section: string; row: number | null; n: number }>({ section: 'head', row: null, n: 0 })
  const [issuing, setIssuing] = useState(false)
  const [comparing, setComparing] = useState(false)
  const findings = useMemo(() => examine(kind, data as Record<string, unknown>), [kind, data])
  const sections = sectionsOf(kind)
  const section = sections.find((s) => s.id === place.section) ?? sections[0]!
  const errors = findings.filter((f) => f.level === 'error')
  const go = (f: Finding) => setPlace((p) => ({ ...placeOf(kind, f.path), n: p.n + 1 }))

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'z') return
      e.preventDefault()
      if (e.shiftKey) redo?.()
      else undo?.()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [undo, redo])

  const discard = async () => {
    if (!window.confirm(t('doc.discard-sure'))) return
    const answer = await ask('DELETE', `/api/v1/documents/${kind}/${id}/draft`)
    if (answer.ok) router.push(draft.basedOn === null ? KINDS[kind].path : `${KINDS[kind].path}/${id}`)
  }
  return (
    <div className="mx-auto max-w-6xl p-4 lg:py-6">
      <div className="sticky top-0 z-20 -mx-4 mb-4 flex flex-wrap items-center gap-2 border-b hairline bg-base-100 px-4 py-2">
        <p className="mr-auto text-sm" role="status">
          {state === 'away' || state === 'elsewhere' ? (
            <span className="flex items-center gap-2 text-warning">
              <WarningSign size={16} /> {t(`doc.state.${state}`)}
            </span>
          ) : (
            <span className="quiet">{t(`doc.state.${state}`)}</span>
          )}
        </p>
        <button
          type="button"
          className="btn btn-square btn-ghost text-primary"
          disabled={!undo}
          aria-label={t('undo')}
          onClick={() => undo?.()}
        >
          <Undo2 size={18} aria-hidden="true" />
        </button>
        <button
          type="button"
          className="btn btn-square btn-ghost text-primary"
          disabled={!redo}
          aria-label={t('doc.redo')}
          onClick={() => redo?.()}
        >
          <Redo2 size={18} aria-hidden="true" />
        </button>
        {base && (
          <button type="button" className="btn btn-outline" onClick={() => setComparing(true)}>
            {t('doc.differences')}
          </button>
        )}
        <button type="button" className="btn btn-ghost text-primary" onClick={() => void discard()}>
          {t('doc.discard')}
        </button>
        <button type="button" className="btn btn-primary" onClick={() => setIssuing(true)}>
          {t('doc.issue')}
        </button>
      </div>
      <div className="grid gap-6 lg:grid-cols-[13rem_1fr]">
        <nav aria-label={t('doc.sections')} className="lg:sticky lg:top-20 lg:self-start">
          <select
            className="select w-full lg:hidden"
            aria-label={t('doc.sections')}
            value={section.id}
            onChange={(e) => setPlace((p) => ({ section: e.target.value, row: null, n: p.n + 1 }))}
          >
            {sections.map((s) => (
              <option key={s.id} value={s.id}>
                {wordsFor(`doc.section.${kind}.${s.id}`)}
              </option>
            ))}
          </select>
          <ul className="hidden flex-col lg:flex">
            {sections.map((s) => {
              const own = errors.filter((f) => placeOf(kind, f.path).section === s.id).length
              return (
                <li key={s.id}>
                  <button
                    type="button"
                    aria-current={s.id === section.id ? 'true' : undefined}
                    className={`flex min-h-9 w-full items-center justify-between gap-2 border-l-2 px-3 py-1 text-left ${s.id === section.id ? 'border-primary font-semibold' : 'hairline text-primary hover:bg-base-200'}`}
                    onClick={() => setPlace((p) => ({ section: s.id, row: null, n: p.n + 1 }))}
                  >
                    {wordsFor(`doc.section.${kind}.${s.id}`)}
                    <span className="flex items-center gap-1 text-sm font-normal quiet">
                      {own > 0 && (
                        <span className="flex items-center gap-1 text-error">
                          <WarningSign size={14} /> {own}
                        </span>
                      )}
                      {s.list && own === 0 ? rowsOf(data, s.list).length : ''}
                    </span>
                  </button>
                </li>
              )
            })}
          </ul>
        </nav>
        <div className="min-w-0">
          <h2 className="mb-3 text-lg font-semibold">{wordsFor(`doc.section.${kind}.${section.id}`)}</h2>
          <SectionEditor
            key={`${section.id}-${place.n}`}
            kind={kind}
            spec={section}
            document={data}
            units={units}
            findings={findings}
            openRow={place.row}
            onChange={edit}
          />
          <section className="mt-8 border-t hairline pt-3" aria-label={t('doc.check')}>
            <h2 className="mb-2 font-semibold">
              {errors.length === 0 ? t('doc.no-errors') : t('doc.error-count', { count: errors.length })}
              {findings.length > errors.length && (
                <span className="font-normal quiet"> · {t('doc.doubt-count', { count: findings.length - errors.length })}</span>
              )}
            </h2>
            <Findings kind={kind} findings={findings} onGo={go} />
          </section>
        </div>
      </div>
      {comparing && base && (
        <Dialog title={t('doc.differences-to', { version: draft.basedOn ?? 0 })} onClose={() => setComparing(false)}>
          <Differences kind={kind} list={differences(base, data)} before={base} after={data} units={units} />
        </Dialog>
      )}
      {issuing && (
        <IssueDialog
          kind={kind}
          id={id}
          version={Number(data.version)}
          findings={findings}
          before={save}
          onClose={() => setIssuing(false)}
          onGo={go}
        />
      )}
    </div>
  )
}

function IssueDialog({
  kind,
  id,
  version,
  findings,
  before,
  onClose,
  onGo,
}: {
  readonly kind: DocumentKind
  readonly id: string
  readonly version: number
  readonly findings: readonly Finding[]
  readonly before: () => Promise<boolean>
  readonly onClose: () => void
  readonly onGo: (f: Finding) => void
}) {
  const router = useRouter()
  const [note, setNote] = useState('')
  const [said, setSaid] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const errors = findings.filter((f) => f.level === 'error')
  const issue = async () => {
    setBusy(true)
    if (!(await before())) {
      setSaid(t('doc.issue-not-kept'))
      return setBusy(false)
    }
    const answer = await ask('POST', `/api/v1/documents/${kind}/${id}/versions`, { note })
    if (answer.ok) {
      router.push(`${KINDS[kind].path}/${id}`)
      router.refresh()
      return
    }
    setSaid(answer.problem.fields.note ?? answer.problem.detail)
    setBusy(false)
  }
  return (
    <Dialog title={t('doc.issue-title', { version })} onClose={onClose}>
      {errors.length > 0 ? (
        <>
          <p className="mb-3">{t('doc.issue-not-yet', { count: errors.length })}</p>
          <Findings
            kind={kind}
            findings={errors}
            onGo={(f) => {
              onGo(f)
              onClose()
            }}
          />
        </>
      ) : (
        <form
          className="flex flex-col gap-4"
          onSubmit={(e) => {
            e.preventDefault()
            void issue()
          }}
        >
          <p>{t(`doc.issue-what.${kind}`)}</p>
          {findings.length > 0 && <Findings kind={kind} findings={findings} />}
          <Field id="issue-note" label={t('doc.issue-note')} error={said ?? undefined}>
            <textarea
              {...described('issue-note', said ?? undefined)}
              className="textarea w-full"
              rows={3}
              value={note}
              onChange={(e) => setNote(e.target.value)}
            />
          </Field>
          <button className="btn self-start btn-primary" disabled={busy}>
            {t('doc.issue-now', { version })}
          </button>
        </form>
      )}
    </Dialog>
  )
}
