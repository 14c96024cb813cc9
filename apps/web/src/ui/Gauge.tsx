import type { Verdict } from '@lucerna/core/visit'
import { gaugeScale } from './gaugeScale'

/** The colour of a verdict; its shape and words say the same. */
export const VERDICT_TEXT: Record<Verdict['status'], string> = {
  inside: 'text-info',
  edge: 'text-warning',
  outside: 'text-error',
  none: 'quiet',
}

/**
 * The bead by itself: a round bead is inside, half-filled at the edge, a triangle points the way the reading is off, a dashed ring is no verdict.
 */
function Bead({
  status,
  side,
  r = 7,
}: {
  readonly status: Verdict['status']
  readonly side?: 'below' | 'above' | undefined
  readonly r?: number
}) {
  if (status === 'outside') {
    const k = r * 1.25
    return <path d={side === 'below' ? `M0 ${k}L${k} ${-k * 0.75}H${-k}Z` : `M0 ${-k}L${k} ${k * 0.75}H${-k}Z`} fill="var(--color-error)" />
  }
  if (status === 'edge') {
    return (
      <g>
        <circle r={r - 0.5} fill="var(--color-base-100)" stroke="var(--color-warning)" strokeWidth="2" />
        <path d={`M${-r + 0.5} 0A${r - 0.5} ${r - 0.5} 0 0 0 ${r - 0.5} 0Z`} fill="var(--color-warning)" />
      </g>
    )
  }
  if (status === 'none')
    return <circle r={r - 1} fill="var(--color-base-100)" stroke="var(--color-secondary)" strokeWidth="2" strokeDasharray="3 2.500" />
  return <circle r={r} fill="var(--color-info)" />
}

/** A bead as a small sign beside words, for lists and tables. */
export function BeadSign({
  status,
  side,
  size = 16,
}: {
  readonly status: Verdict['status']
  readonly side?: 'below' | 'above' | undefined
  readonly size?: number
}) {
  return (
    <svg width={size} height={size} viewBox="-9 -9 18 18" aria-hidden="true" className="inline-block shrink-0">
      <Bead status={status} side={side} r={6.5} />
    </svg>
  )
}

export interface GaugeProps {
  readonly verdict: Pick<Verdict, 'status' | 'side' | 'band' | 'valueSi' | 'expandedUncertainty'> | undefined
  /** As found: a hollow diamond. Last visit: a hollow ring. */
  readonly asFound?: number | undefined
  readonly lastVisit?: number | undefined
  readonly band?:
    | { readonly min?: number | undefined; readonly max?: number | undefined; readonly nominal?: number | undefined }
    | undefined
  readonly orientation: 'vertical' | 'horizontal'
  readonly length: number
  /** Where the rail begins under a one-sided limit, SI. */
  readonly floor?: number | undefined
  /** Where a move is foretold to take it, with its interval: a dashed bead. */
  readonly ghost?: { readonly low: number; readonly to: number; readonly high: number } | undefined
  /** Said to screen readers in place of the picture. */
  readonly label: string
}

/** Bead in a bracket: the one gauge of the product. A rail, the card's window as a bracket with a notch at its nominal, the reading as a bead whose halo is its uncertainty. */
export function Gauge({ verdict, asFound, lastVisit, band = verdict?.band, orientation, length, floor, ghost, label }: GaugeProps) {
  const value = verdict?.valueSi
  const scale = gaugeScale({
    value,
    min: band?.min,
    max: band?.max,
    nominal: band?.nominal,
    others: [asFound, lastVisit, ghost?.low, ghost?.high],
    floor,
  })
  const vertical = orientation === 'vertical'
  const across = vertical ? 40 : 44
  const axis = vertical ? 12 : 14
  const at = (v: number) => (vertical ? (1 - scale(v)) * length : scale(v) * length)
  const point = (v: number) => (vertical ? `translate(${axis} ${at(v)})` : `translate(${at(v)} ${axis})`)
  const low = band?.min !== undefined ? at(band.min) : vertical ? length - 2 : 2
  const high = band?.max !== undefined ? at(band.max) : vertical ? 2 : length - 2
  const notch = band?.nominal !== undefined ? at(band.nominal) : undefined
  const arm = vertical ? 24 : 27
  const tick = 6
  const bracket = vertical
    ? `M${arm} ${high}h${tick}V${low}h${-tick}${notch === undefined ? '' : `M${arm + tick} ${notch}h4`}`
    : `M${low} ${arm}v${tick}H${high}v${-tick}${notch === undefined ? '' : `M${notch} ${arm + tick}v4`}`
  const doubt =
    value !== undefined && verdict?.expandedUncertainty
      ? { from: at(value - verdict.expandedUncertainty), to: at(value + verdict.expandedUncertainty) }
      : undefined
  const size = vertical ? { width: across, height: length } : { width: length, height: across }
  return (
    <svg {...size} viewBox={`0 0 ${size.width} ${size.height}`} role="img" aria-label={label} className="max-w-full overflow-visible">
      {vertical ? (
        <rect x={axis - 4} width="8" height={length} rx="4" fill="var(--rail)" />
      ) : (
        <rect y={axis - 4} width={length} height="8" rx="4" fill="var(--rail)" />
      )}
      {band && (band.min !== undefined || band.max !== undefined) && (
        <path d={bracket} fill="none" stroke="var(--color-primary)" strokeWidth="2" />
      )}
      {doubt &&
        (vertical ? (
          <rect
            x={axis - 5}
            y={Math.min(doubt.from, doubt.to)}
            width="10"
            height={Math.abs(doubt.to - doubt.from)}
            rx="4"
            fill="var(--color-secondary)"
            opacity="0.55"
          />
        ) : (
          <rect
            y={axis - 5}
            x={Math.min(doubt.from, doubt.to)}
            height="10"
            width={Math.abs(doubt.to - doubt.from)}
            rx="4"
            fill="var(--color-secondary)"
            opacity="0.55"
          />
        ))}
      {lastVisit !== undefined && (
        <g transform={point(lastVisit)}>
          <circle r="4.500" fill="none" stroke="var(--color-secondary)" strokeWidth="1.750" />
        </g>
      )}
      {asFound !== undefined && (
        <g transform={point(asFound)}>
          <path d="M0-6L6 0L0 6L-6 0Z" fill="var(--color-base-100)" stroke="var(--color-secondary)" strokeWidth="1.750" />
        </g>
      )}
      {ghost && (
        <>
          <path
            d={vertical ? `M${axis} ${at(ghost.low)}V${at(ghost.high)}` : `M${at(ghost.low)} ${axis}H${at(ghost.high)}`}
            stroke="var(--color-primary)"
            strokeWidth="2.500"
          />
          <g transform={point(ghost.to)}>
            <circle r="6" fill="var(--color-base-100)" stroke="var(--color-primary)" strokeWidth="2" strokeDasharray="3 2.500" />
          </g>
        </>
      )}
      {verdict && value !== undefined && (
        <g className="bead" transform={point(value)}>
          <Bead status={verdict.status} side={verdict.side} />
        </g>
      )}
    </svg>
  )
}
