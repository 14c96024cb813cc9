'use client'

import { type RefObject, useEffect, useState } from 'react'
import { flushSync } from 'react-dom'

export interface ChartColours {
  readonly text: string
  readonly ink: string
  readonly bead: string
  readonly brass: string
  readonly danger: string
  readonly rule: string
  readonly ground: string
  readonly font: string
}

const GREY = '#888888'
const START: ChartColours = {
  text: GREY,
  ink: GREY,
  bead: GREY,
  brass: GREY,
  danger: GREY,
  rule: GREY,
  ground: '#ffffff',
  font: 'sans-serif',
}

/** Ink on white, whatever the theme on the screen: what globals.css says for print. */
const PRINT: Partial<ChartColours> = {
  text: '#3a352a',
  ink: '#000000',
  bead: '#00365c',
  brass: '#4d2e05',
  danger: '#7a1800',
  rule: '#9b927d',
  ground: '#ffffff',
}

/** The theme's own colours for a chart, read from where it stands, again whenever the theme changes. */
export function useChartColours(holder: RefObject<HTMLElement | null>): ChartColours {
  const [colours, setColours] = useState(START)
  useEffect(() => {
    const read = () => {
      const style = getComputedStyle(holder.current ?? document.body)
      const of = (name: string) => style.getPropertyValue(name).trim()
      setColours({
        text: of('--color-secondary'),
        ink: of('--color-base-content'),
        bead: of('--color-info'),
        brass: of('--color-primary'),
        danger: of('--color-error'),
        rule: of('--hairline'),
        ground: of('--color-base-100'),
        font: style.fontFamily,
      })
    }
    read()
    const watcher = new MutationObserver(read)
    watcher.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] })
    const dark = window.matchMedia('(prefers-color-scheme: dark)')
    dark.addEventListener('change', read)
    // A canvas keeps its pixels: it has to be drawn in ink before the page is printed, not after.
    const print = () => flushSync(() => setColours((now) => ({ ...now, ...PRINT })))
    window.addEventListener('beforeprint', print)
    window.addEventListener('afterprint', read)
    return () => {
      watcher.disconnect()
      dark.removeEventListener('change', read)
      window.removeEventListener('beforeprint', print)
      window.removeEventListener('afterprint', read)
    }
  }, [holder])
  return colours
}
