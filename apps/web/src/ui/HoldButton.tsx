'use client'

import { type KeyboardEvent, type ReactNode, useEffect, useRef, useState } from 'react'

/** How long a hold takes, ms: long enough that no glove does it by leaning on the glass. */
const HOLD_MS = 700

/**
 * A button that acts when it is held, by finger, mouse or key; it fills meanwhile. Somebody who presses it without either (a screen reader, a switch) is taken
 * at their word.
 */
export function HoldButton({
  children,
  hint,
  className = '',
  disabled = false,
  onHeld,
}: {
  readonly children: ReactNode
  /** Said when it was let go too early. */
  readonly hint: string
  readonly className?: string
  readonly disabled?: boolean
  readonly onHeld: () => void
}) {
  const [held, setHeld] = useState(false)
  const [tooShort, setTooShort] = useState(false)
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null)
  /** A press by hand ends in a click, which says nothing more. */
  const byHand = useRef(false)
  const letGo = () => {
    if (timer.current === null) return
    clearTimeout(timer.current)
    timer.current = null
    setHeld(false)
    setTooShort(true)
  }
  const hold = () => {
    if (disabled || timer.current !== null) return
    setHeld(true)
    setTooShort(false)
    timer.current = setTimeout(() => {
      timer.current = null
      setHeld(false)
      onHeld()
    }, HOLD_MS)
  }
  useEffect(() => () => void (timer.current !== null && clearTimeout(timer.current)), [])
  const isKey = (e: KeyboardEvent) => e.key === 'Enter' || e.key === ' '
  return (
    <>
      <button
        type="button"
        disabled={disabled}
        className={`btn relative touch-manipulation overflow-hidden select-none ${className}`}
        onPointerDown={(e) => {
          if (e.button > 0) return
          byHand.current = true
          hold()
        }}
        onPointerUp={letGo}
        onPointerLeave={() => {
          byHand.current = false
          letGo()
        }}
        onPointerCancel={letGo}
        onContextMenu={(e) => e.preventDefault()}
        onKeyDown={(e) => {
          if (!isKey(e)) return
          e.preventDefault()
          if (!e.repeat) hold()
        }}
        onKeyUp={(e) => {
          if (!isKey(e)) return
          e.preventDefault()
          letGo()
        }}
        onBlur={letGo}
        onClick={() => {
          if (!byHand.current) onHeld()
          byHand.current = false
        }}
      >
        <span
          aria-hidden="true"
          className="absolute inset-y-0 left-0 w-full origin-left bg-current opacity-25"
          style={{ transform: `scaleX(${held ? 1 : 0})`, transition: held ? `transform ${HOLD_MS}ms linear` : 'none' }}
        />
        <span className="relative">{children}</span>
      </button>
      <span role="status" className={tooShort ? 'text-sm text-warning' : 'sr-only'}>
        {tooShort ? hint : ''}
      </span>
    </>
  )
}
