import { z } from 'zod'
import { fail, ok, type Result } from '../result'
import { instantSchema, rawTextSchema } from '../shapes'
import { CHANNEL_STATUSES, LINE_COMMANDS, LINE_VERSION, LONGEST_LINE } from './protocol'

const common = {
  v: z.literal(LINE_VERSION).meta({ description: 'Version of the protocol.' }),
  instrument: rawTextSchema(1, 60).meta({ description: 'Serial number of the instrument, as it stands in the register.' }),
  channel: rawTextSchema(1, 60).meta({ description: 'The channel, as it is called in the register.' }),
}

const head = {
  ...common,
  seq: z.int().min(0).meta({ description: 'Counts up by one for each line of a channel; begins anew when the instrument does.' }),
  t: instantSchema.meta({ description: 'When it was measured, by the clock of the instrument or its bridge; UTC with milliseconds.' }),
}

/** One line: what a channel showed at a moment, in a unit of its quantity; or what it says instead. */
export const lineSchema = z
  .union([
    z.strictObject({ ...head, value: z.number(), unit: rawTextSchema(1, 20) }),
    z.strictObject({ ...head, status: z.enum(CHANNEL_STATUSES) }),
  ])
  .meta({ id: 'instrument-line', description: 'One line of the line protocol: newline-delimited JSON, one object a line.' })
export type Line = z.infer<typeof lineSchema>

/** What is asked of an instrument, on the same line the other way. */
export const commandSchema = z
  .strictObject({ v: common.v, instrument: common.instrument, channel: common.channel.optional(), do: z.enum(LINE_COMMANDS) })
  .meta({ id: 'instrument-command', description: 'One command of the line protocol.' })
export type LineCommand = z.infer<typeof commandSchema>

/**
 * Reads one line of text. Problems: `line-too-long`, `line-not-json`, `line-other-version`, `line-wrong-shape` with the field.
 *
 * @example
 * readLine('{"v":1,"instrument":"M-1","channel":"p","seq":4,"t":"2026-03-01T10:00:00.000Z","value":21.4,"unit":"mbar"}') // { ok: true, value: { … } }
 */
export function readLine(text: string): Result<Line> {
  if (text.length > LONGEST_LINE) return fail('line-too-long', { max: LONGEST_LINE })
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch {
    return fail('line-not-json')
  }
  if (typeof raw === 'object' && raw !== null && 'v' in raw && raw.v !== LINE_VERSION)
    return fail('line-other-version', { spoken: LINE_VERSION })
  const line = lineSchema.safeParse(raw)
  if (line.success) return ok(line.data)
  const wrong = ['instrument', 'channel', 'seq', 't'].find(
    (k) => !head[k as keyof typeof head].safeParse((raw as Record<string, unknown>)?.[k]).success,
  )
  return fail('line-wrong-shape', { field: wrong ?? 'value' })
}
