'use client'

import type { Verdict } from '@lucerna/core/visit'
import { BeadSign, Gauge, VERDICT_TEXT } from '@/ui/Gauge'

/*
 * Figures as they were left. The server says them; what is drawn from that the browser draws itself, for a drawing takes several times as much to send as what it is drawn from.
 */

/** What a figure says, in the words and the units of who reads. */
export interface LeftFigure {
  readonly key: string
  /** "CO₂" */
  readonly name: string
  /** "flue, maximum" */
  readonly where: string
  readonly text: string
  readonly status: Verdict['status']
  readonly side?: 'below' | 'above'
  /** The verdict in a word. */
  readonly word: string
}

export interface JudgedFigure extends LeftFigure {
  readonly unit: string
  /** What is drawn, SI; without limits nothing is. */
  readonly drawn?: {
    readonly value: number
    readonly min?: number
    readonly max?: number
    readonly floor?: number
    readonly found?: number
    /** Said in place of the drawing. */
    readonly label: string
  }
}

/** Every judged figure in its bracket. */
export function JudgedFigures({ list }: { readonly list: readonly JudgedFigure[] }) {
  return (
    <ul className="grid gap-x-8 sm:grid-cols-2">
      {list.map(({ key, name, where, text, unit, status, side, word, drawn }) => (
        <li key={key} className="grid grid-cols-[1fr_auto] items-center gap-x-3 border-b hairline py-2">
          <span>
            {name} <span className="text-sm quiet">{where}</span>
          </span>
          <span className="justify-self-end figure text-2xl">
            {text} <span className="font-sans text-sm font-normal quiet">{unit}</span>
          </span>
          {drawn && (
            <Gauge
              orientation="horizontal"
              length={200}
              verdict={{ valueSi: drawn.value, expandedUncertainty: null, status, ...(side && { side }) }}
              band={drawn}
              floor={drawn.floor}
              asFound={drawn.found}
              label={drawn.label}
            />
          )}
          {status !== 'none' && (
            <span className={`flex items-center gap-1.5 justify-self-end text-sm font-semibold ${VERDICT_TEXT[status]}`}>
              <BeadSign status={status} side={side} size={14} />
              {word}
            </span>
          )}
        </li>
      ))}
    </ul>
  )
}

/** Figures of one visit in a row. */
export function LeftFigures({ list }: { readonly list: readonly LeftFigure[] }) {
  return (
    <ul className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
      {list.map(({ key, name, where, text, status, side, word }) => (
        <li key={key} className="flex items-center gap-1" title={where}>
          <BeadSign status={status} side={side} size={13} />
          <span className="quiet">{name}</span> {text}
          <span className="sr-only">{`${where}, ${word}`}</span>
        </li>
      ))}
    </ul>
  )
}
