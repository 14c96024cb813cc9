import { type Instrument, type MeasurandId, MEASURANDS, type Station } from '../measure'
import type { VisitState } from './state'

type Zero = VisitState['zeroed'][number]
type Hose = VisitState['hoses'][number]

interface Where {
  readonly stationId: Station
  readonly sectionId?: string | null | undefined
}
/** Places that are read at one and the same test point. */
const SAME_POINT: Partial<Record<Station, Station>> = { pipe: 'inlet', valve: 'burner' }

/** The connection that a pressure is read at. `connectionOf({ stationId: 'pipe' })` → `'inlet'`: one test point serves both. */
export const connectionOf = ({ stationId, sectionId }: Where): string =>
  [SAME_POINT[stationId] ?? stationId, sectionId].filter(Boolean).join('#')

/**
 * Whether a zero counts for a figure. Gas cells count from clean air; a draught channel unless the gas cells alone were zeroed; a pressure port at the
 * connection where it was zeroed, until it has hung at as many others as the instrument has ports. Logs from before connections were named count as zeroed.
 *
 * @param zeroes the instrument's zeroes before the reading, in the order of the log.
 * @param hoses where its ports hung before the reading.
 * @example
 * isZeroed([{ connection: 'inlet', … }], [], { measurandId: 'pressure.manifold', stationId: 'burner' }, 1) // false: the hose has moved
 */
export function isZeroed(
  zeroes: readonly Zero[],
  hoses: readonly Hose[],
  of: Where & { readonly measurandId: MeasurandId },
  ports: number,
): boolean {
  const { channel } = MEASURANDS[of.measurandId]
  if (channel === 'draught') return zeroes.some((z) => !z.gasOnly)
  if (channel !== 'pressure' || zeroes.every((z) => z.connection === null)) return zeroes.length > 0
  const here = connectionOf(of)
  const zero = zeroes.findLast((z) => z.connection === here)
  if (!zero) return false
  const since = hoses.filter((h) => h.index > zero.index && h.connection !== here)
  return new Set(since.map((h) => h.connection)).size < ports
}

/** How many pressures an instrument shows at a time. */
export const portsOf = (instrument: Pick<Instrument, 'channels'> | undefined): number =>
  Math.max(1, instrument?.channels.filter((c) => c.channel === 'pressure').length ?? 1)

/**
 * Whether a figure asks for a zero at its connection before it is read with an instrument.
 *
 * @example
 * asksForZero(visit, gauge, { measurandId: 'pressure.manifold', stationId: 'burner' }) // true after the hose was at the inlet
 */
export const asksForZero = (
  visit: Pick<VisitState, 'zeroed' | 'hoses'>,
  instrument: Instrument,
  of: Where & { readonly measurandId: MeasurandId },
): boolean => {
  const { channel, zero } = MEASURANDS[of.measurandId]
  if (channel !== 'pressure' || zero !== 'at-connection') return false
  const mine = <T extends { readonly instrumentId: string }>(list: readonly T[]) => list.filter((x) => x.instrumentId === instrument.id)
  const own = mine(visit.zeroed)
  return own.every((z) => z.connection === null) || !isZeroed(own, mine(visit.hoses), of, portsOf(instrument))
}
