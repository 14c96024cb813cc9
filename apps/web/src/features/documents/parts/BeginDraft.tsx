'use client'

import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ask } from '@/ui/ask'
import { Dialog } from '@/ui/Dialog'
import { described, Field } from '@/ui/Field'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/documents'
import { type DocumentKind, KINDS } from '../kinds'

/** Begins the next version of a document, and leads to where it is written. */
export function WriteNext({ kind, id, version }: { readonly kind: DocumentKind; readonly id: string; readonly version: number | null }) {
  const router = useRouter()
  const [said, setSaid] = useState<string | null>(null)
  const begin = async () => {
    const answer = version !== null ? null : await ask('POST', `/api/v1/documents/${kind}/${id}/draft`, { from: { id } })
    if (answer && !answer.ok) setSaid(answer.problem.detail)
    else router.push(`${KINDS[kind].path}/${id}/edit`)
  }
  return (
    <>
      <button type="button" className="btn btn-primary" onClick={() => void begin()}>
        {version === null ? t('doc.edit') : t('doc.edit-on', { version })}
      </button>
      {said && (
        <p role="alert" className="flex items-center gap-2 text-sm text-warning">
          <WarningSign size={16} /> {said}
        </p>
      )}
    </>
  )
}

/** A new document: out of nothing, or a copy of another. Asks for its short name. */
export function NewDocument({
  kind,
  label,
  from,
  blank,
}: {
  readonly kind: DocumentKind
  readonly label: string
  readonly from?: { readonly id: string; readonly version: number }
  readonly blank?: Record<string, unknown>
}) {
  const router = useRouter()
  const [open, setOpen] = useState(false)
  const [id, setId] = useState('')
  const [error, setError] = useState<string | undefined>()
  const begin = async () => {
    const name = id.trim().toLowerCase().replace(/\s+/g, '-')
    if (!/^[a-z0-9][a-z0-9-]{1,59}$/.test(name)) return setError(t('doc.bad-id'))
    const answer = await ask('POST', `/api/v1/documents/${kind}/${name}/draft`, from ? { from } : { data: blank ?? {} })
    if (answer.ok) router.push(`${KINDS[kind].path}/${name}/edit`)
    else setError(answer.problem.detail)
  }
  return (
    <>
      <button type="button" className="btn btn-outline" onClick={() => setOpen(true)}>
        {label}
      </button>
      {open && (
        <Dialog title={label} onClose={() => setOpen(false)}>
          <form
            className="flex flex-col gap-4"
            onSubmit={(e) => {
              e.preventDefault()
              void begin()
            }}
          >
            <Field id="new-id" label={t(`doc.new-id.${kind}`)} error={error}>
              <input
                {...described('new-id', error)}
                className="input w-full"
                autoComplete="off"
                value={id}
                onChange={(e) => setId(e.target.value)}
              />
            </Field>
            <button className="btn self-start btn-primary">{t('doc.begin')}</button>
          </form>
        </Dialog>
      )}
    </>
  )
}
