'use client'

import { readFile } from '@lucerna/core/formats'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { ask } from '@/ui/ask'
import { Dialog } from '@/ui/Dialog'
import { FileButton } from '@/ui/FileButton'
import { WarningSign } from '@/ui/WarningSign'
import { t } from '@/messages/documents'
import { type DocumentKind, KINDS } from '../kinds'

const MOST_BYTES = 900_000

interface Wrong {
  readonly path: string
  readonly message: string
}

/** Takes a card or profile file in as a draft: what is wrong with it is said by its path, and nothing is issued by itself. */
export function ImportDocument({ kind, known }: { readonly kind: DocumentKind; readonly known: readonly string[] }) {
  const router = useRouter()
  const [wrong, setWrong] = useState<readonly Wrong[] | null>(null)
  const take = async (file: File) => {
    if (file.size > MOST_BYTES) return setWrong([{ path: '', message: t('doc.file-too-large', { size: (file.size / 1e6).toFixed(1) }) }])
    const read = readFile([KINDS[kind].file], await file.text())
    if (!read.ok) return setWrong(read.problems)
    const id = String(read.document.id)
    const url = `/api/v1/documents/${kind}/${id}/draft`
    // A draft that somebody is writing is theirs: a file does not write over it.
    const there = await ask('GET', url)
    if (there.ok) return setWrong([{ path: '', message: t('doc.import-draft-there', { id }) }])
    const begun = await ask('POST', url, known.includes(id) ? { from: { id } } : { data: read.document })
    if (!begun.ok) return setWrong([{ path: '', message: begun.problem.detail }])
    if (known.includes(id)) {
      const kept = await ask('PUT', url, { data: read.document }, begun.version ?? 1)
      if (!kept.ok) return setWrong([{ path: '', message: kept.problem.detail }])
    }
    router.push(`${KINDS[kind].path}/${id}/edit`)
  }
  return (
    <>
      <FileButton label={t('doc.import')} accept=".json,application/json" look="btn-outline" onFile={(file) => void take(file)} />
      {wrong && (
        <Dialog title={t('doc.import-refused')} onClose={() => setWrong(null)}>
          <p className="mb-3">{t('doc.import-nothing')}</p>
          <ul className="flex flex-col gap-2">
            {wrong.slice(0, 50).map((w, i) => (
              <li key={i} className="flex items-start gap-2 text-sm text-error">
                <WarningSign size={16} />
                <span>
                  {w.path && <code className="mr-2">{w.path}</code>}
                  {w.message}
                </span>
              </li>
            ))}
          </ul>
          {wrong.length > 50 && <p className="mt-2 text-sm quiet">{t('doc.import-more', { count: wrong.length - 50 })}</p>}
        </Dialog>
      )}
    </>
  )
}
