'use client'

import { WORKING_GROUPS } from '@lucerna/core/workings'
import { Search } from 'lucide-react'
import { Link } from '@/ui/Link'
import { useRouter } from 'next/navigation'
import { useEffect, useRef, useState } from 'react'
import { t } from '@/messages/calc'
import { wordsFor } from '@/ui/words'
import { findWorkings } from './find'
import { BeginFrom } from './parts/BeginFrom'
import type { OpenVisit } from './server/start'

/** All Workings in the order of the job, found by words of the trade. */
export function WorkingsIndex({
  recent,
  appliance,
  said,
  visit,
}: {
  readonly recent: readonly string[]
  readonly appliance: string | null
  readonly said: string | null
  readonly visit: OpenVisit | null
}) {
  const [query, setQuery] = useState('')
  const box = useRef<HTMLInputElement>(null)
  const router = useRouter()
  const found = findWorkings(query)
  const searching = query.trim() !== ''
  const href = (id: string) => `/calculators/${id}${appliance ? `?appliance=${appliance}` : ''}`
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key !== '/' || (e.target as HTMLElement | null)?.closest('input, textarea, select')) return
      e.preventDefault()
      box.current?.focus()
    }
    // Before the frame's own search, which listens for the same stroke.
    window.addEventListener('keydown', onKey, { capture: true })
    return () => window.removeEventListener('keydown', onKey, { capture: true })
  }, [])
  return (
    <div className="mx-auto max-w-5xl p-4 lg:py-8">
      {said && <p className="mb-3 text-sm quiet">{said}</p>}
      {visit && !appliance && (
        <div className="mb-3">
          <BeginFrom visit={visit} path="/calculators" />
        </div>
      )}
      <form
        role="search"
        className="mb-6 flex items-center gap-4"
        onSubmit={(e) => {
          e.preventDefault()
          if (searching && found[0]) router.push(href(found[0].id))
        }}
      >
        <label className="input press w-full max-w-xl text-lg">
          <Search size={20} aria-hidden="true" className="quiet" />
          <input
            ref={box}
            type="search"
            value={query}
            onChange={(e) => setQuery(e.target.value)}
            placeholder={t('calc.search')}
            aria-label={t('calc.search')}
            className="grow"
          />
          <kbd className="hidden text-xs quiet lg:inline">{t('calc.search-key')}</kbd>
        </label>
      </form>
      {searching ? (
        found.length === 0 ? (
          <p className="border-y hairline py-10 text-center quiet">{t('calc.nothing-found')}</p>
        ) : (
          <ul className="grid gap-x-8 md:grid-cols-2">
            {found.map((w) => (
              <Entry key={w.id} id={w.id} href={href(w.id)} />
            ))}
          </ul>
        )
      ) : (
        <div className="flex flex-col gap-8">
          {recent.length > 0 && (
            <section aria-labelledby="recent">
              <h2 id="recent" className="mb-2 text-sm quiet">
                {t('calc.recent')}
              </h2>
              <ul className="flex flex-wrap gap-2">
                {recent.map((id) => (
                  <li key={id}>
                    <Link href={href(id)} className="btn btn-outline">
                      {wordsFor(`calculation.${id}.title`)}
                    </Link>
                  </li>
                ))}
              </ul>
            </section>
          )}
          {WORKING_GROUPS.map((group) => (
            <section key={group} aria-labelledby={`group-${group}`}>
              <h2 id={`group-${group}`} className="border-b hairline pb-1 font-semibold text-primary">
                {t(`calc-group.${group}`)}
              </h2>
              <ul className="grid gap-x-8 md:grid-cols-2">
                {found
                  .filter((w) => w.group === group)
                  .map((w) => (
                    <Entry key={w.id} id={w.id} href={href(w.id)} />
                  ))}
              </ul>
            </section>
          ))}
        </div>
      )}
    </div>
  )
}

function Entry({ id, href }: { readonly id: string; readonly href: string }) {
  return (
    <li className="border-b hairline">
      <Link href={href} className="block min-h-14 px-1 py-2.5 hover:bg-base-200">
        <span className="block text-lg leading-tight font-semibold">{wordsFor(`calculation.${id}.title`)}</span>
        <span className="block text-sm quiet">{wordsFor(`calculation.${id}.what`)}</span>
      </Link>
    </li>
  )
}
