'use client'

import { t } from '@/messages/shell'

export default function ErrorPage({ reset }: { readonly error: Error; readonly reset: () => void }) {
  return (
    <main className="mx-auto flex min-h-dvh max-w-md flex-col items-start justify-center gap-4 p-6">
      <h1 className="text-2xl font-semibold">{t('error.failed')}</h1>
      <p className="quiet">{t('error.failed-do')}</p>
      <button type="button" className="btn press btn-primary" onClick={reset}>
        {t('error.again')}
      </button>
    </main>
  )
}
