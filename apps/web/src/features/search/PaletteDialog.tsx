'use client'

import { Command } from 'cmdk'
import { Calculator, CalendarDays, Flame, FileText, Gauge as GaugeIcon, House, MapPin, Search, User } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useEffect, useRef, useState } from 'react'
import { ask } from '@/ui/ask'
import { calculations } from '@/messages/en-GB/calculations'
import { t } from '@/messages/search'
import { wordsFor } from '@/ui/words'
import { hrefOf } from './hrefOf'

const KINDS = ['site', 'appliance', 'visit', 'person', 'card', 'instrument'] as const
interface Found {
  readonly kind: (typeof KINDS)[number]
  readonly id: string
  readonly title: string
  readonly detail: string
}
const isFound = (x: unknown): x is Found => {
  const f = x as Partial<Record<keyof Found, unknown>> | null
  return [f?.id, f?.title, f?.detail].every((text) => typeof text === 'string') && (KINDS as readonly unknown[]).includes(f?.kind)
}
/** The calculators by their titles: their arithmetic is not needed to find them. */
const CALCULATORS = Object.keys(calculations).flatMap((key) => /^calculation\.(.+)\.title$/.exec(key)?.[1] ?? [])

const ICONS = { site: MapPin, appliance: Flame, visit: CalendarDays, person: User, card: FileText, instrument: GaugeIcon }
const PAGES = [
  { href: '/today', key: 'nav.today', icon: CalendarDays },
  { href: '/sites', key: 'nav.places', icon: House },
  { href: '/calculators', key: 'nav.workings', icon: Calculator },
  { href: '/instruments', key: 'nav.instruments', icon: GaugeIcon },
  { href: '/settings', key: 'nav.settings', icon: User },
] as const
const PAUSE_MS = 120
const folded = (text: string) => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()

/** The palette itself: loaded when it is opened. */
export default function PaletteDialog({ onClose }: { readonly onClose: () => void }) {
  const router = useRouter()
  const dialog = useRef<HTMLDialogElement>(null)
  const input = useRef<HTMLInputElement>(null)
  const [text, setText] = useState('')
  const [found, setFound] = useState<{ readonly for: string; readonly list: readonly Found[]; readonly failed: boolean }>({
    for: '',
    list: [],
    failed: false,
  })
  const wanted = text.trim()
  const longEnough = /[\p{L}\p{N}]{3}/u.test(wanted)
  useEffect(() => {
    dialog.current?.showModal()
    // The list around it would take the focus first.
    input.current?.focus()
  }, [])
  useEffect(() => {
    if (!longEnough) return
    let gone = false
    const timer = setTimeout(() => {
      void ask('GET', `/api/v1/search?limit=12&q=${encodeURIComponent(wanted)}`).then((answer) => {
        if (gone) return
        const list = answer.ok && Array.isArray(answer.body.found) ? answer.body.found.filter(isFound) : null
        setFound({ for: wanted, list: list ?? [], failed: list === null })
      })
    }, PAUSE_MS)
    return () => {
      gone = true
      clearTimeout(timer)
    }
  }, [wanted, longEnough])
  const go = (href: string) => {
    dialog.current?.close()
    router.push(href)
  }
  const has = (words: string) =>
    folded(wanted)
      .split(/\s+/)
      .every((w) => folded(words).includes(w))
  const pages = PAGES.filter((p) => has(t(p.key)))
  const workings =
    wanted.length < 2
      ? []
      : CALCULATORS.filter((id) => has(`${wordsFor(`calculation.${id}.title`)} ${wordsFor(`calculation.${id}.words`)}`)).slice(0, 5)
  const hits = longEnough ? found.list : []
  const fresh = found.for === wanted
  return (
    <dialog ref={dialog} className="modal items-start pt-[8dvh]" onClose={onClose} aria-label={t('search.open')}>
      <div className="modal-box max-w-xl border hairline bg-base-200 p-0">
        <Command shouldFilter={false} label={t('search.open')} loop>
          <div className="flex items-center gap-3 border-b hairline px-4">
            <Search size={20} aria-hidden="true" className="quiet" />
            <Command.Input
              ref={input}
              value={text}
              onValueChange={setText}
              maxLength={200}
              placeholder={t('search.placeholder')}
              className="h-14 w-full bg-transparent text-lg outline-none"
            />
          </div>
          <Command.List className="max-h-[60dvh] overflow-y-auto p-2">
            {hits.map((f) => {
              const Icon = ICONS[f.kind]
              return (
                <Item key={`${f.kind}:${f.id}`} value={`${f.kind}:${f.id}`} onSelect={() => go(hrefOf(f))}>
                  <Icon size={18} aria-label={t(`search.kind.${f.kind}`)} className="shrink-0 quiet" />
                  <span className="min-w-0 flex-1">
                    <span className="block truncate font-semibold">{f.title}</span>
                    <span className="block truncate text-sm quiet">{f.detail}</span>
                  </span>
                  <span className="text-sm quiet">{t(`search.kind.${f.kind}`)}</span>
                </Item>
              )
            })}
            {[
              ...pages.map((p) => ({ ...p, id: p.href, title: t(p.key) })),
              ...workings.map((id) => ({ id, href: `/calculators/${id}`, icon: Calculator, title: wordsFor(`calculation.${id}.title`) })),
            ].map((p) => (
              <Item key={p.id} value={`page:${p.id}`} onSelect={() => go(p.href)}>
                <p.icon size={18} aria-hidden="true" className="shrink-0 quiet" />
                <span className="flex-1">{p.title}</span>
              </Item>
            ))}
            {longEnough && fresh && hits.length === 0 && (
              <p role="status" className="px-3 py-6 text-center quiet">
                {t(found.failed ? 'search.failed' : 'search.nothing', { text: wanted })}
              </p>
            )}
            {!longEnough && wanted.length > 0 && <p className="px-3 py-2 text-sm quiet">{t('search.three')}</p>}
          </Command.List>
        </Command>
      </div>
      <form method="dialog" className="modal-backdrop">
        <button tabIndex={-1}>{t('close')}</button>
      </form>
    </dialog>
  )
}

function Item({
  value,
  onSelect,
  children,
}: {
  readonly value: string
  readonly onSelect: () => void
  readonly children: React.ReactNode
}) {
  return (
    <Command.Item
      value={value}
      onSelect={onSelect}
      className="flex min-h-12 cursor-pointer items-center gap-3 rounded px-3 py-1 data-[selected=true]:bg-base-300"
    >
      {children}
    </Command.Item>
  )
}
