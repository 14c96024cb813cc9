import { CHANNELS, INSTRUMENT_KINDS } from '@lucerna/core/measure'
import type { FieldSpec, Option } from '@/features/documents'
import '@/messages/instruments'
import { wordsFor } from '@/ui/words'
import { channelUnit } from './channels'

const options = (prefix: string, ids: readonly string[]) => (): Option[] =>
  ids.map((value) => ({ value, label: wordsFor(`${prefix}.${value}`) }))

/** A value of a channel in the unit that the channel is read in. */
const channelValue = (key: string, label: string): FieldSpec[] =>
  CHANNELS.map((channel) => ({
    key,
    label,
    kind: 'quantity' as const,
    quantity:
      channelUnit(channel, 'metric').quantity === 'temperature' && key !== 'min' && key !== 'max'
        ? 'temperatureDifference'
        : channelUnit(channel, 'metric').quantity,
    metric:
      key !== 'min' && key !== 'max' && channelUnit(channel, 'metric').quantity === 'temperature'
        ? 'K'
        : channelUnit(channel, 'metric').unit,
    imperial:
      key !== 'min' && key !== 'max' && channelUnit(channel, 'imperial').quantity === 'temperature'
        ? 'Δ°F'
        : channelUnit(channel, 'imperial').unit,
    when: (row) => row.channel === channel,
  }))

export const instrumentSpec = (people: readonly Option[]): readonly FieldSpec[] => [
  { key: 'kind', label: 'instrument-kind', kind: 'select', options: options('instrument', INSTRUMENT_KINDS) },
  { key: 'maker', label: 'maker', kind: 'text' },
  { key: 'model', label: 'model', kind: 'text' },
  { key: 'serial', label: 'serial', kind: 'text' },
  { key: 'heldBy', label: 'held-by', kind: 'select', nullable: true, options: () => people },
  { key: 'calibratedOn', label: 'calibrated-on', kind: 'date' },
  { key: 'calibrationDueOn', label: 'calibration-due', kind: 'date' },
  { key: 'certificate', label: 'certificate', kind: 'may-text' },
  { key: 'batteryDays', label: 'battery-days', kind: 'integer' },
  { key: 'trapDays', label: 'trap-days', kind: 'integer' },
  { key: 'remark', label: 'remark', kind: 'may-text', wide: true },
]

export const CHANNEL_FIELDS: readonly FieldSpec[] = [
  { key: 'id', label: 'channel-id', kind: 'text' },
  { key: 'channel', label: 'channel', kind: 'select', options: options('channel', CHANNELS) },
  { key: 'origin', label: 'origin', kind: 'select', options: options('origin', ['measured', 'computed']) },
  ...channelValue('min', 'range-from'),
  ...channelValue('max', 'range-to'),
  ...channelValue('resolution', 'resolution'),
  ...channelValue('absolute', 'accuracy-absolute'),
  { key: 'relative', label: 'accuracy-relative', kind: 'quantity', quantity: 'ratio', metric: '%', imperial: '%' },
  { key: 'combine', label: 'accuracy-combine', kind: 'select', options: options('combine', ['larger', 'sum']) },
]
