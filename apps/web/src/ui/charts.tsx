'use client'

import dynamic from 'next/dynamic'
import { type ComponentType, useEffect, useRef, useState } from 'react'
import { patiently } from './patiently'
import type { Bar as BarChart, Line as LineChart, Scatter as ScatterChart } from 'react-chartjs-2'

/** A chart that is never scrolled to is loaded all the same some time later: it has to be there when the page is printed. */
const UNSEEN_MS = 4000

/** A chart weighs half as much as the rest of its page: it is loaded when its place comes into sight. */
function whenSeen<Props extends object>(Chart: ComponentType<Props>) {
  return function Seen(props: Props) {
    const place = useRef<HTMLSpanElement>(null)
    const [seen, setSeen] = useState(false)
    useEffect(() => {
      const show = () => setSeen(true)
      const timer = setTimeout(show, UNSEEN_MS)
      const watcher = new IntersectionObserver((all) => all.some((e) => e.isIntersecting) && show(), { rootMargin: '100px' })
      if (place.current) watcher.observe(place.current)
      return () => {
        clearTimeout(timer)
        watcher.disconnect()
      }
    }, [])
    return seen ? <Chart {...props} /> : <span ref={place} className="block size-full min-h-4" />
  }
}

/** Fetches what draws charts; a page that may lose its network asks for it early. */
export const fetchCharts = () => import('./chartParts')

export const Line = whenSeen(
  dynamic(
    patiently(() => fetchCharts().then((m) => m.Line)),
    { ssr: false },
  ),
) as unknown as typeof LineChart
export const Scatter = whenSeen(
  dynamic(
    patiently(() => fetchCharts().then((m) => m.Scatter)),
    { ssr: false },
  ),
) as unknown as typeof ScatterChart
export const Bar = whenSeen(
  dynamic(
    patiently(() => fetchCharts().then((m) => m.Bar)),
    { ssr: false },
  ),
) as unknown as typeof BarChart
