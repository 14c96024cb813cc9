'use client'

import { Search } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useEffect, useRef, useState, useTransition } from 'react'
import { t } from '@/messages/places'
import type { PlacesQuery } from './server/lists'

type Options = readonly (readonly [value: string, words: string])[]

/** What the list is narrowed by; every change is an address that can be sent to somebody. Works without a script too: it is a form. */
export function PlacesFilter({
  query,
  burners,
  gases,
  states,
}: {
  readonly query: PlacesQuery
  readonly burners: Options
  readonly gases: Options
  readonly states: Options
}) {
  const router = useRouter()
  const [text, setText] = useState(query.q)
  const [busy, start] = useTransition()
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  useEffect(() => () => clearTimeout(timer.current), [])
  const go = (changes: Partial<Record<keyof PlacesQuery, string>>) => {
    clearTimeout(timer.current)
    const next = { show: query.show, q: text, burner: query.burner, gas: query.gas, state: query.state, ...changes }
    const params = new URLSearchParams(Object.entries(next).flatMap(([k, v]): [string, string][] => (v ? [[k, v]] : [])))
    start(() => router.replace(`/sites?${params}`))
  }
  const choice = (name: 'burner' | 'gas' | 'state', any: string, options: Options) => (
    <select
      name={name}
      aria-label={any}
      className="select w-full sm:w-auto"
      value={query[name] ?? ''}
      onChange={(e) => go({ [name]: e.target.value })}
    >
      <option value="">{any}</option>
      {options.map(([value, words]) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </select>
  )
  return (
    <form
      role="search"
      className="grid grid-cols-2 gap-2 sm:flex sm:flex-wrap"
      onSubmit={(e) => {
        e.preventDefault()
        go({})
      }}
    >
      <input type="hidden" name="show" value={query.show} />
      <span className="input col-span-2 w-full min-w-0 sm:w-auto sm:grow sm:basis-64">
        <Search size={18} aria-hidden="true" className="quiet" />
        <input
          name="q"
          type="search"
          aria-label={t('places.search')}
          placeholder={t('places.search')}
          value={text}
          maxLength={200}
          autoComplete="off"
          className="grow"
          onChange={(e) => {
            const q = e.target.value
            setText(q)
            clearTimeout(timer.current)
            timer.current = setTimeout(() => go({ q }), 250)
          }}
        />
        <span aria-live="polite" className="text-sm quiet">
          {busy ? t('loading') : ''}
        </span>
      </span>
      {query.show === 'appliances' && choice('burner', t('places.any-burner'), burners)}
      {query.show === 'appliances' && choice('gas', t('places.any-gas'), gases)}
      {choice('state', t('places.any-state'), states)}
    </form>
  )
}
