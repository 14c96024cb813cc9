import { fail, ok, type Result } from '../result'
import { parseQuantity, type ParsedQuantity, toSi, unitsOf } from '../units'
import { type MeasurandId, MEASURANDS } from './measurands'

/**
 * Whether a value can be at all: inside the measurand's physical range. Problems: `not-finite`, `out-of-range` with the range in SI.
 *
 * @example
 * checkPossible('o2.flue', 0.25) // { ok: false, error: { code: 'out-of-range', params: { min: 0, max: 0.2095, … } } }
 */
export function checkPossible(id: MeasurandId, valueSi: number): Result<number> {
  const { min, max } = MEASURANDS[id].range
  if (!Number.isFinite(valueSi)) return fail('not-finite', { measurand: id })
  if (valueSi < min || valueSi > max) return fail('out-of-range', { measurand: id, min, max })
  return ok(valueSi)
}

/** A typed reading, understood; `likelyUnit` names another unit when the value only makes sense in that one. */
export interface TypedReading extends ParsedQuantity {
  readonly likelyUnit?: string
}

/**
 * What was typed into a reading field, as SI, with a question where the bare number would be unusual in the field's unit but ordinary in another
 * (a wrong-unit signature: 8.4 typed into a mbar field on an inlet that should read 21).
 *
 * @param field unit the field shows; a typed unit wins over it.
 * @param expected where this reading should lie, SI, if the card says; else the measurand's usual values decide.
 * @example
 * readTyped('pressure.working', '2100', 'mbar') // value 2100 mbar, likelyUnit 'Pa'
 */
export function readTyped(id: MeasurandId, text: string, field: string, expected?: { min?: number; max?: number }): Result<TypedReading> {
  const { quantity, usual } = MEASURANDS[id]
  const parsed = parseQuantity(text, quantity, field)
  if (!parsed.ok) return parsed
  const likelyUnit = parsed.value.unitTyped ? undefined : otherUnit(parsed.value, quantity, usual, expected)
  const possible = checkPossible(id, parsed.value.valueSi)
  if (!possible.ok) return likelyUnit ? fail('out-of-range-unit', { ...possible.error.params, unit: likelyUnit, assumed: field }) : possible
  return ok({ ...parsed.value, ...(likelyUnit && { likelyUnit }) })
}

function otherUnit(
  parsed: ParsedQuantity,
  quantity: Parameters<typeof parseQuantity>[1],
  usual: { min: number; max: number } | undefined,
  expected: { min?: number; max?: number } | undefined,
): string | undefined {
  const fits = (si: number) => {
    if (expected?.min !== undefined && expected.max !== undefined) {
      const slack = 0.25 * (expected.max - expected.min) + 0.1 * Math.abs(expected.max)
      return si >= expected.min - slack && si <= expected.max + slack
    }
    return usual !== undefined && si >= usual.min && si <= usual.max
  }
  const unusual = expected?.max !== undefined ? !fits(parsed.valueSi) && farOff(parsed.valueSi, expected) : usual && !fits(parsed.valueSi)
  if (!unusual) return undefined
  return unitsOf(quantity).find((unit) => unit !== parsed.unit && fits(toSi(parsed.value, unit, quantity)))
}

/** Off by so much that a fault is less likely than a unit: below half or above twice what the card wants. */
const farOff = (si: number, expected: { min?: number; max?: number }): boolean =>
  (expected.max !== undefined && si > 2 * expected.max) || (expected.min !== undefined && expected.min > 0 && si < expected.min / 2)
