import { type ChannelSpec, MEASURANDS, type MeasurandId, shownAs } from '@lucerna/core/measure'
import { fromSi, type Quantity } from '@lucerna/core/units'
import { unitSymbol, type Units, inUnit } from '@/ui/figures'
import { t } from '@/messages/instruments'

type Channel = ChannelSpec['channel']

/** A measurand that a channel measures: its quantity and units are the channel's. */
function measurandOf(channel: Channel): MeasurandId | undefined {
  const ids = Object.keys(MEASURANDS) as MeasurandId[]
  return ids.find((id) => MEASURANDS[id].channel === channel)
}

/** The quantity and unit that a channel is read in. */
export function channelUnit(channel: Channel, units: Units): { readonly quantity: Quantity; readonly unit: string } {
  const id = measurandOf(channel)
  return id ? { quantity: MEASURANDS[id].quantity, unit: shownAs(id, units).unit } : { quantity: 'ratio', unit: '1' }
}

const short = (x: number) => String(Number(x.toPrecision(3)))

/** A span (not a reading) of a channel in its unit: an accuracy in kelvin is none in degrees below zero. */
export function spanText(channel: Channel, spanSi: number, units: Units): string {
  const { quantity, unit } = channelUnit(channel, units)
  return inUnit(short(fromSi(spanSi, unit, quantity) - fromSi(0, unit, quantity)), unitSymbol(unit))
}

export function readingText(channel: Channel, valueSi: number, units: Units): string {
  const { quantity, unit } = channelUnit(channel, units)
  return inUnit(String(Number(fromSi(valueSi, unit, quantity).toPrecision(5))), unitSymbol(unit))
}

/** What a channel promises, in words: "±10 ppm or 5 %, whichever is larger". */
export function accuracyText(c: ChannelSpec, units: Units): string {
  const absolute = c.absolute > 0 ? `±${spanText(c.channel, c.absolute, units)}` : ''
  const relative = c.relative > 0 ? `${absolute ? '' : '±'}${short(c.relative * 100)}%` : ''
  if (!absolute || !relative) return absolute || relative
  return t(c.combine === 'larger' ? 'instrument.accuracy-larger' : 'instrument.accuracy-sum', { absolute, relative })
}
