import { type Describe, inputSchema, outputSchema, type Working, WORKINGS } from '@lucerna/core/workings'
import { unitsOf } from '@lucerna/core/units'
import { z } from 'zod'
import '@/messages/all'
import { wordsFor } from '@/ui/words'
import { labelOf } from '../words'

/** Titles and descriptions of a working's fields for machines: SI, with range. */
const wordsOf =
  (working: Working): Describe =>
  (key, field) => {
    const title = labelOf(working.id, key)
    if (field.kind !== 'number') return { title }
    const unit = unitsOf(field.quantity)[0] ?? ''
    const inUnit = unit === '1' ? 'A plain number.' : `In ${unit}.`
    return { title, description: 'min' in field ? `${inUnit} From ${String(field.min)} to ${String(field.max)}.` : inUnit }
  }

/** Zod schemas of one working's input and result, with titles and descriptions. */
export function schemasOf(working: Working): { input: z.ZodObject; result: z.ZodObject } {
  const words = wordsOf(working)
  return { input: inputSchema(working.inputs, words), result: outputSchema(working.outputs, words) }
}

interface WorkingDescription {
  readonly id: string
  /** Of its outputs: raised when one of them gets another name or meaning. */
  readonly version: number
  readonly group: string
  readonly title: string
  readonly description: string
  readonly input: unknown
  readonly output: unknown
}

let described: readonly WorkingDescription[] | undefined

/** Every working for machines: id, title, what it answers, JSON Schema of input and result. Made once. */
export function describeWorkings(): readonly WorkingDescription[] {
  described ??= WORKINGS.map((working) => {
    const { input, result } = schemasOf(working)
    return {
      id: working.id,
      version: working.version,
      group: working.group,
      title: wordsFor(`calculation.${working.id}.title`),
      description: wordsFor(`calculation.${working.id}.what`),
      input: z.toJSONSchema(input, { io: 'input' }),
      output: z.toJSONSchema(result),
    }
  })
  return described
}
