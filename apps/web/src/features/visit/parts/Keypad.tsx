'use client'

import { Delete } from 'lucide-react'
import { unitSymbol } from '@/ui/figures'
import { t } from '@/messages/visit'

const KEYS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '−', '0', '.'] as const

/** What a key does to what is typed: a digit is added, the minus goes to the front and off again, a unit takes the place of the one before. */
export function pressed(text: string, key: string): string {
  if (key === '⌫') return text.replace(/\s+$/, '').slice(0, -1)
  if (key === '−') return /^\s*[-−]/.test(text) ? text.replace(/^\s*[-−]/, '') : `-${text}`
  return key === '.' && /[.,]/.test(text) ? text : text + key
}
export const withUnit = (text: string, unit: string): string => `${/^\s*[-−]?[\d.,]*/.exec(text)?.[0] ?? ''} ${unit}`

/** Large keys for gloves: digits, mark, sign, and the units that this figure can be in. */
export function Keypad({
  units,
  text,
  onText,
  onNext,
}: {
  /** Units offered beside the digits, those of both schools: no more than gloves can tell apart. */
  readonly units: readonly string[]
  readonly text: string
  readonly onText: (text: string) => void
  readonly onNext: () => void
}) {
  const key = 'btn min-h-14 border-(--control) bg-base-200 text-2xl'
  // The field keeps the cursor: a key that took it would close the pad.
  const keep = (e: { preventDefault: () => void }) => e.preventDefault()
  return (
    <div role="group" aria-label={t('keypad.title')} className="grid w-full grid-cols-4 gap-2 pb-2">
      <div className="col-span-3 grid grid-cols-3 gap-2">
        {KEYS.map((k) => (
          <button key={k} type="button" className={key} onPointerDown={keep} onClick={() => onText(pressed(text, k))}>
            {k}
          </button>
        ))}
      </div>
      <div className="grid grid-rows-4 gap-2">
        <button
          type="button"
          className={key}
          aria-label={t('keypad.delete')}
          onPointerDown={keep}
          onClick={() => onText(pressed(text, '⌫'))}
        >
          <Delete size={24} aria-hidden="true" />
        </button>
        {units.slice(0, 2).map((u) => (
          <button key={u} type="button" className={`${key} px-1 text-base`} onPointerDown={keep} onClick={() => onText(withUnit(text, u))}>
            {unitSymbol(u)}
          </button>
        ))}
        <button type="button" className={`${key} px-1 text-base text-primary`} onPointerDown={keep} onClick={onNext}>
          {t('keypad.next')}
        </button>
      </div>
    </div>
  )
}
